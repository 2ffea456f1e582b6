import { useQuery } from "@tanstack/react-query";
import { api, body } from "./client";

/** What closed jobs have taught, beside what is shipped. */
export function useLearned() {
  return useQuery({ queryKey: ["learned"], queryFn: () => body(api.GET("/learned")) });
}

export type Learned = NonNullable<ReturnType<typeof useLearned>["data"]>;
