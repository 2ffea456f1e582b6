import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Answer, type Job, type OpenCall, type Step } from "./client";

/** What a query shows. A change names the tags of what it makes stale. */
const tags = {
  day: ["day"] as const,
  callForm: ["call form"] as const,
  trade: (volts: number) => ["trade", volts] as const,
  job: (id: number) => ["job", id] as const,
  why: (id: number) => ["why", id] as const,
};

export function useDay() {
  return useQuery({ queryKey: tags.day, queryFn: () => body(api.GET("/day")) });
}

/** What the trade calls things where the supply has so many volts. */
export function useTrade(volts: number) {
  return useQuery({
    queryKey: tags.trade(volts),
    staleTime: Infinity,
    queryFn: () => body(api.GET("/trade", { params: { query: { volts } } })),
  });
}

/** What a new call asks. */
export function useCallForm() {
  return useQuery({
    queryKey: tags.callForm,
    staleTime: Infinity,
    queryFn: () => body(api.GET("/call_form")),
  });
}

export function useJob(id: number) {
  return useQuery({
    queryKey: tags.job(id),
    queryFn: () => body(api.GET("/jobs/{id}", { params: { path: { id } } })),
  });
}

export function useWhy(id: number, asked: boolean) {
  return useQuery({
    queryKey: tags.why(id),
    enabled: asked,
    queryFn: () => body(api.GET("/jobs/{id}/why", { params: { path: { id } } })),
  });
}

/** Opens a call; the day shows it from then on. */
export function useOpenCall(onOpened: (job: Job) => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (call: OpenCall) => body(api.POST("/jobs", { body: call })),
    onSuccess: (job) => {
      queries.setQueryData(tags.job(job.call.id), job);
      void queries.invalidateQueries({ queryKey: tags.day });
      onOpened(job);
    },
  });
}

/** Changes to a job; each answers with the job as it stands, and makes stale what else is shown of it. */
export function useJobChanges(id: number) {
  const queries = useQueryClient();
  const onSuccess = (job: Job) => {
    queries.setQueryData(tags.job(id), job);
    for (const queryKey of [tags.why(id), tags.day]) void queries.invalidateQueries({ queryKey });
  };
  const path = { id };
  return {
    take: useMutation({
      mutationFn: (step: Step) => body(api.POST("/jobs/{id}/steps", { params: { path }, body: step })),
      onSuccess,
    }),
    undo: useMutation({
      mutationFn: () => body(api.POST("/jobs/{id}/undo", { params: { path } })),
      onSuccess,
    }),
    amend: useMutation({
      mutationFn: ({ number, answer }: { number: number; answer: Answer }) =>
        body(api.PUT("/jobs/{id}/steps/{number}", { params: { path: { id, number } }, body: { answer } })),
      onSuccess,
    }),
  };
}
