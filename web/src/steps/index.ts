import type { ComponentType } from "react";
import { BenchPairs } from "./BenchPairs";
import { FoundForm } from "./FoundForm";
import type { StepFormProps } from "./form";
import { NameBreaker } from "./NameBreaker";
import { ReadNumber } from "./ReadNumber";
import { StillLive } from "./StillLive";

/**
 * What a kind of step asks beside the buttons that the core offers: on the plate, or on a sheet below it. A kind whose buttons
 * say all needs no entry.
 */
export const onPlate: Record<string, ComponentType<StepFormProps>> = {
  bench: BenchPairs,
  find_breaker: NameBreaker,
  probe: ReadNumber,
  prove_dead: StillLive,
};

export const below: Record<string, ComponentType<StepFormProps>> = {
  open: FoundForm,
};
