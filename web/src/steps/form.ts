import type { Answer, Job, Step } from "../api/client";

/** What every form of a step gets: the step, the job it is of, and whom to give the answer to. */
export type StepFormProps = { job: Job; step: Step; busy: boolean; onAnswer: (answer: Answer) => void };
