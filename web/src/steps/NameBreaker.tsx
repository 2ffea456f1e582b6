import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { TextButton } from "../ui/TextButton";
import { Written } from "../ui/Written";
import type { StepFormProps } from "./form";

const named = z.object({
  device: z
    .string()
    .trim()
    .transform((text) => text.replaceAll(/\s+/g, "_"))
    .pipe(z.string().regex(/^[A-Za-z][A-Za-z0-9_]*$/)),
});

/** Which breaker it was, by what stands at the panel. */
export function NameBreaker({ busy, onAnswer }: StepFormProps) {
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(named),
    mode: "onChange",
    defaultValues: { device: "" },
  });
  return (
    <form
      className="flex w-full flex-wrap items-center gap-x-3 gap-y-2"
      onSubmit={(event) => void handleSubmit(({ device }) => !busy && onAnswer({ device }))(event)}
    >
      <Written
        label="It is breaker"
        placeholder="B2"
        className="min-h-14 w-32 text-lg"
        {...register("device")}
      />
      <button
        type="submit"
        disabled={!formState.isValid || busy}
        className="min-h-14 cursor-pointer rounded-md bg-key px-4 text-lg font-bold text-key-ink disabled:cursor-not-allowed disabled:opacity-60"
      >
        It goes dead
      </button>
      <TextButton disabled={busy} onClick={() => onAnswer({ device: null })}>
        None of them
      </TextButton>
    </form>
  );
}
