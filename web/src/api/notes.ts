import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, body, type Schemas } from "./client";

export type Note = Schemas["Note"];

/** Notes that hold every word that is looked for; all where none is. */
export function useNotes(wanted = "") {
  return useQuery({
    queryKey: ["notes", wanted],
    queryFn: () => body(api.GET("/notes", { params: { query: wanted ? { q: wanted } : {} } })),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}
