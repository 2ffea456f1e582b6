import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Job } from "./client";
import { tags } from "./queries";

/** Shows what changed elsewhere as it happens: another tab, another device. */
export function useEvents() {
  const queries = useQueryClient();
  useEffect(() => {
    if (typeof EventSource === "undefined") return;
    const stream = new EventSource("/api/events");
    stream.addEventListener("job", (event) => {
      const { job, version } = JSON.parse(event.data as string) as { job: number; version: number };
      const shown = queries.getQueryData<Job>(tags.job(job));
      void queries.invalidateQueries({ queryKey: tags.day });
      if (!shown || shown.version >= version) return;
      for (const queryKey of [tags.job(job), tags.why(job)]) void queries.invalidateQueries({ queryKey });
    });
    return () => stream.close();
  }, [queries]);
}
