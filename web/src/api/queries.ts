import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Answer, type Job, type Step } from "./client";

export function useDay() {
  return useQuery({ queryKey: ["day"], queryFn: () => body(api.GET("/day")) });
}

/** What the trade calls things where the supply has so many volts. */
export function useTrade(volts: number) {
  return useQuery({
    queryKey: ["trade", volts],
    staleTime: Infinity,
    queryFn: () => body(api.GET("/trade", { params: { query: { volts } } })),
  });
}

export function useJob(id: number) {
  return useQuery({
    queryKey: ["job", id],
    queryFn: () => body(api.GET("/jobs/{id}", { params: { path: { id } } })),
  });
}

export function useWhy(id: number, asked: boolean, steps: number) {
  return useQuery({
    queryKey: ["why", id, steps],
    enabled: asked,
    queryFn: () => body(api.GET("/jobs/{id}/why", { params: { path: { id } } })),
  });
}

/** Changes to a job; each answers with the job as it stands, which replaces what is shown. */
export function useJobChanges(id: number) {
  const queries = useQueryClient();
  const onSuccess = (job: Job) => {
    queries.setQueryData(["job", id], job);
    void queries.invalidateQueries({ queryKey: ["day"] });
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
