import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { TextButton } from "../ui/TextButton";
import { Written } from "../ui/Written";
import type { StepFormProps } from "./form";

const live = z.object({ point: z.string().trim().min(1) });

/** Something in the box is still live: which conductor or screw. */
export function StillLive({ busy, onAnswer }: StepFormProps) {
  const [asked, setAsked] = useState(false);
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(live),
    mode: "onChange",
    defaultValues: { point: "" },
  });
  if (!asked) {
    return <TextButton onClick={() => setAsked(true)}>Something is still live</TextButton>;
  }
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => void handleSubmit(({ point }) => !busy && onAnswer({ live: [point] }))(event)}
    >
      <Written label="Which one" placeholder="porch/2.black" className="w-44" {...register("point")} />
      <TextButton type="submit" disabled={busy || !formState.isValid}>
        It is live
      </TextButton>
    </form>
  );
}
