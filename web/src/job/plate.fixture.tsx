import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import { vi } from "vitest";
import type { Advice, Job, Step } from "../api/client";
import type { Aside } from "./aside";
import { job } from "./job.fixture";
import { NowPlate } from "./NowPlate";

export const around = (what: React.ReactNode) =>
  render(<QueryClientProvider client={new QueryClient()}>{what}</QueryClientProvider>);

type Changed = { job?: Job; advice?: Advice | null; busy?: boolean; aside?: Aside | null };

/** The plate of a job, with what is taken from it. */
export function plate({ job: shown = job, advice = shown.next, busy = false, aside = null }: Changed = {}) {
  const take = vi.fn<(steps: Step[]) => void>();
  const set = vi.fn<(aside: Aside | null) => void>();
  around(
    <NowPlate job={shown} advice={advice} busy={busy} take={take} aside={aside} set={set} slot={() => {}} />,
  );
  return { take, set };
}
