import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type OpenCall, type Schemas } from "./client";
import { tags } from "./queries";

export type Clock = Schemas["Clock"];
export type Signature = Schemas["Signature"];
type Arranged = { title?: string; complaint?: string; day?: string; time?: string; helper?: string };

const path = (id: number) => ({ params: { path: { id } } });

/** Makes stale whatever names a call. */
function useStale(id: number) {
  const queries = useQueryClient();
  return () => {
    for (const queryKey of [tags.job(id), tags.day, tags.houses])
      void queries.invalidateQueries({ queryKey });
  };
}

/** What a call is named, what was said, and when it is. */
export function useArrange(id: number) {
  const onSuccess = useStale(id);
  return useMutation({
    mutationFn: (said: Arranged) => body(api.PUT("/jobs/{id}/call", { ...path(id), body: said })),
    onSuccess,
  });
}

/** Deletes a call, and brings it back. */
export function useDeleting(id: number) {
  const onSuccess = useStale(id);
  return {
    remove: useMutation({
      mutationFn: () => body(api.DELETE("/jobs/{id}", { ...path(id), body: {} })),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: () => body(api.PUT("/jobs/{id}/restored", { ...path(id), body: {} })),
      onSuccess,
    }),
  };
}

/** The job file of a call without its steps: where a copy starts. */
export async function copied(id: number): Promise<NonNullable<OpenCall["file"]>> {
  const file = await body(api.GET("/jobs/{id}/file", path(id)));
  return { ...file, steps: [] };
}

/** The order in which the calls of a day are worked off. */
export function useOrder() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (calls: number[]) => body(api.PUT("/day/order", { body: { calls } })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: tags.day }),
  });
}

/** The hours worked at a call. While the clock runs they are asked for every minute. */
export function useClock(id: number) {
  return useQuery({
    queryKey: ["clock", id],
    queryFn: () => body(api.GET("/jobs/{id}/clock", path(id))),
    refetchInterval: ({ state }) => (state.data?.running ? 60_000 : false),
  });
}

export function useSetClock(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (running: boolean) => body(api.PUT("/jobs/{id}/clock", { ...path(id), body: { running } })),
    onSuccess: (clock) => queries.setQueryData(["clock", id], clock),
  });
}

/** Who signed for a call. */
export function useSignature(id: number) {
  return useQuery({
    queryKey: ["signature", id],
    queryFn: () => body(api.GET("/jobs/{id}/signature", path(id))),
  });
}

export function useSign(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ name, strokes }: Omit<Signature, "on">) =>
      body(api.PUT("/jobs/{id}/signature", { ...path(id), body: { name, strokes } })),
    onSuccess: (kept) => queries.setQueryData(["signature", id], kept),
  });
}
