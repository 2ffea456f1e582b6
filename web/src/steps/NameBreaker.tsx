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
  amps: z
    .string()
    .trim()
    .regex(/^\d{0,3}$/)
    .transform((text) => (text === "" ? undefined : Number(text))),
});

/** Which breaker it was, by what stands at the panel, and what it is rated for. */
export function NameBreaker({ step, busy, onAnswer }: StepFormProps) {
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(named),
    mode: "onChange",
    defaultValues: { device: "", amps: "" },
  });
  return (
    <form
      className="flex w-full flex-wrap items-center gap-x-3 gap-y-2"
      onSubmit={(event) =>
        void handleSubmit(({ device, amps }) => {
          if (!busy) onAnswer(amps === undefined ? { device } : { device, amps });
        })(event)
      }
    >
      <Written
        label="It is breaker"
        placeholder="B2"
        className="min-h-14 w-32 text-lg"
        {...register("device")}
      />
      <Written
        label="Amps on it"
        placeholder="15"
        inputMode="numeric"
        className="min-h-14 w-20 text-lg"
        {...register("amps")}
      />
      <button
        type="submit"
        disabled={!formState.isValid || busy}
        className="min-h-14 cursor-pointer rounded-md bg-key px-4 text-lg font-bold text-key-ink disabled:cursor-not-allowed disabled:opacity-60"
      >
        {step.load ? "It goes out" : "It goes dead"}
      </button>
      <TextButton disabled={busy} onClick={() => onAnswer({ device: null })}>
        None of them
      </TextButton>
    </form>
  );
}
