import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Job } from "./client";
import { tags } from "./queries";
import { listen } from "./stream";

/** Shows what changed elsewhere as it happens: another tab, another device. */
export function useEvents() {
  const queries = useQueryClient();
  useEffect(() => {
    // Neither is there on a page without a secure context, or in the tests of the components.
    if (typeof EventSource === "undefined" || !("locks" in navigator)) return;
    return listen((word) => {
      if (word === "missed") return void queries.invalidateQueries();
      const { job, version } = word;
      const shown = queries.getQueryData<Job>(tags.job(job));
      void queries.invalidateQueries({ queryKey: tags.day });
      if (!shown || shown.version > version) return;
      // Rule answers and closing ticks do not change the version of a job.
      const always = [tags.record(job), tags.rules(job)];
      const stale = shown.version === version ? always : [...always, tags.job(job), tags.why(job)];
      for (const queryKey of stale) void queries.invalidateQueries({ queryKey });
    });
  }, [queries]);
}
