import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { z } from "zod";
import { usePairing } from "../api/settings";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";

const needed = z.string().trim().min(1, "Fill this in.");
const said = z.object({
  code: z
    .string()
    .trim()
    .regex(/^[a-z0-9]{4}-?[a-z0-9]{4}$/i, "Eight letters and digits, as the server shows them."),
  person: needed,
  name: needed,
});

/** A device that is new on the network: it gets in with a code that the server shows once. */
export function PairScreen() {
  const navigate = useNavigate();
  const pair = usePairing(() => void navigate("/"));
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(said),
    defaultValues: { code: "", person: "", name: "" },
  });
  const { errors } = formState;
  return (
    <Frame>
      <form
        noValidate
        className="mx-auto grid max-w-md gap-4"
        onSubmit={(event) => void handleSubmit((device) => pair.mutate(device))(event)}
      >
        <h1 className="mt-2 text-2xl font-bold">Pair this device</h1>
        <p>
          The code is on the server’s console. Another paired device shows one too, under Settings. It works
          once.
        </p>
        <Field
          label="Code"
          autoComplete="one-time-code"
          autoCapitalize="characters"
          spellCheck={false}
          error={errors.code?.message}
          {...register("code")}
        />
        <Field label="Your name" autoComplete="name" error={errors.person?.message} {...register("person")} />
        <Field label="This device" placeholder="Phone" error={errors.name?.message} {...register("name")} />
        <Notice error={pair.error} />
        <Button type="submit" kind="key" disabled={pair.isPending} className="justify-self-start">
          Pair
        </Button>
      </form>
    </Frame>
  );
}
