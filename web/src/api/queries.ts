import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  api,
  body,
  Unreachable,
  type DrawBox,
  type Job,
  type KnownHouse,
  type OpenCall,
  type Photograph,
  type Step,
} from "./client";
import { pictures } from "./pictures";

/** What a query shows. A change names the tags of what it makes stale. */
export const tags = {
  day: ["day"] as const,
  callForm: ["call form"] as const,
  devices: ["devices"] as const,
  houses: ["houses"] as const,
  settings: ["settings"] as const,
  photographs: (id: number) => ["photographs", id] as const,
  house: (id: number) => ["houses", id] as const,
  trade: (volts: number) => ["trade", volts] as const,
  job: (id: number) => ["job", id] as const,
  why: (id: number) => ["why", id] as const,
  record: (id: number) => ["record", id] as const,
  rules: (id: number) => ["rules", id] as const,
  instead: (id: number, version: number) => ["instead", id, version] as const,
  looks: (id: number, version: number, place: string) => ["looks", id, version, place] as const,
};

export function useDay() {
  return useQuery({ queryKey: tags.day, queryFn: () => body(api.GET("/day")) });
}

export type Day = NonNullable<ReturnType<typeof useDay>["data"]>;

export function useHouses() {
  return useQuery({ queryKey: tags.houses, queryFn: () => body(api.GET("/houses")) });
}

/** What is known of an address. */
export function useHouse(id: number | null) {
  return useQuery({
    queryKey: tags.house(id ?? 0),
    enabled: id !== null,
    queryFn: () => body(api.GET("/houses/{id}", { params: { path: { id: id ?? 0 } } })),
  });
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

/** The sums of the bench, starting from a job where there is one. */
export function useSums(job: number | null) {
  return useQuery({
    queryKey: ["sums", job],
    queryFn: () => body(api.GET("/sums", { params: { query: job === null ? {} : { job } } })),
  });
}

export function useSum() {
  return useMutation({
    mutationFn: (asked: { name: string; given: Record<string, number | string> }) =>
      body(api.POST("/sums", { body: asked })),
  });
}

/** The record of a job as it stands. */
export function useRecord(id: number, version: number) {
  return useQuery({
    queryKey: [...tags.record(id), version],
    queryFn: () => body(api.GET("/jobs/{id}/record", { params: { path: { id } } })),
  });
}

/** The rules of a job. */
export function useRules(id: number, version: number) {
  return useQuery({
    queryKey: [...tags.rules(id), version],
    queryFn: () => body(api.GET("/jobs/{id}/rules", { params: { path: { id } } })),
  });
}

/** Says of boxes whether grounded metal is within reach. */
export function useAnswerRules(id: number, version: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (metal: Record<string, "near" | "far" | null>) =>
      body(api.PUT("/jobs/{id}/rules", { params: { path: { id } }, body: { metal } })),
    onSuccess: (rules) => {
      queries.setQueryData([...tags.rules(id), version], rules);
      void queries.invalidateQueries({ queryKey: tags.record(id) });
    },
  });
}

/** What is ticked before a job is left, and whether it is closed. */
export function useClosing(id: number, version: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (closing: { ticked: string[]; closed: boolean }) =>
      body(api.PUT("/jobs/{id}/closing", { params: { path: { id } }, body: closing })),
    onSuccess: (record) => {
      queries.setQueryData([...tags.record(id), version], record);
      void queries.invalidateQueries({ queryKey: tags.job(id) });
      void queries.invalidateQueries({ queryKey: tags.day });
      void queries.invalidateQueries({ queryKey: tags.houses });
    },
  });
}

/** Corrects by hand what is known of a house. */
export function useCorrectHouse(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (said: Partial<Pick<KnownHouse["house"], "note" | "panel">>) =>
      body(api.PUT("/houses/{id}", { params: { path: { id } }, body: said })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: tags.house(id) }),
  });
}

/** Reads the file of a house. What is known already is left as it is. */
export function useReadArchive() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (file: File) =>
      body(api.POST("/archives", { body: { archive: base64(new Uint8Array(await file.arrayBuffer())) } })),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: tags.houses });
      void queries.invalidateQueries({ queryKey: tags.day });
    },
  });
}

/** Bytes in Base64, some at a time: a call takes only so many arguments. */
function base64(bytes: Uint8Array): string {
  let text = "";
  for (let at = 0; at < bytes.length; at += 0x8000) {
    text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  }
  return btoa(text);
}

/** What could be done instead of the next step. */
export function useInstead(id: number, version: number, asked: boolean) {
  return useQuery({
    queryKey: tags.instead(id, version),
    enabled: asked,
    queryFn: () => body(api.GET("/jobs/{id}/instead", { params: { path: { id } } })),
  });
}

/** A step that a person wants to take: as it is, or what makes it safe. */
export function useWish(id: number) {
  return useMutation({
    mutationFn: (step: Step) => body(api.POST("/jobs/{id}/wish", { params: { path: { id } }, body: step })),
  });
}

/** What a closed box will probably look like inside. */
export function useLooks(id: number, version: number, place: string) {
  return useQuery({
    queryKey: tags.looks(id, version, place),
    staleTime: Infinity,
    queryFn: () => body(api.GET("/jobs/{id}/looks/{place}", { params: { path: { id, place } } })),
  });
}

/** A box as it is written down, drawn: by what was tapped, or by a line of shorthand. */
export function useDrawnBox(draft: DrawBox) {
  return useQuery({
    queryKey: ["box", draft],
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => body(api.POST("/boxes", { body: draft, signal })),
  });
}

/** A change with its key: the same key however often it is sent, so that it counts once. */
type Keyed<T> = T & { key: string };

const keyed = <T extends object>(change: T): Keyed<T> => ({ ...change, key: crypto.randomUUID() });

/** Sent again where the server was not reached; never where it said no. */
const retry = (count: number, error: Error) => error instanceof Unreachable && count < 2;

/** Opens a call; the day shows it from then on. */
export function useOpenCall(onOpened: (job: Job) => void) {
  const queries = useQueryClient();
  const open = useMutation({
    mutationFn: ({ call, key }: Keyed<{ call: OpenCall }>) =>
      body(api.POST("/jobs", { params: { header: { "Idempotency-Key": key } }, body: call })),
    retry,
    onSuccess: (job) => {
      queries.setQueryData(tags.job(job.call.id), job);
      void queries.invalidateQueries({ queryKey: tags.day });
      onOpened(job);
    },
  });
  return { ...open, mutate: (call: OpenCall) => open.mutate(keyed({ call })) };
}

/** The photographs of a job. */
export function usePhotographs(id: number) {
  return useQuery({
    queryKey: tags.photographs(id),
    queryFn: () => body(api.GET("/jobs/{id}/photographs", { params: { path: { id } } })),
  });
}

/** Photographs kept and taken away. */
export function usePhotographing(id: number) {
  const queries = useQueryClient();
  const onSuccess = (list: Photograph[]) => queries.setQueryData(tags.photographs(id), list);
  const keep = useMutation({
    mutationFn: async ({ place, file }: { place: string; file: File }) => {
      const said = { place, ...(await pictures(file)) };
      return body(api.POST("/jobs/{id}/photographs", { params: { path: { id } }, body: said }));
    },
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (photograph: number) =>
      body(api.DELETE("/photographs/{id}", { params: { path: { id: photograph } }, body: {} })),
    onSuccess,
  });
  return { keep, remove };
}
