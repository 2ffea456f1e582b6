import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, expect, test, vi } from "vitest";
import { useEvents } from "./events";
import { tags } from "./queries";

type Word = "missed" | { job: number; version: number };

const heard = vi.hoisted(() => ({ say: vi.fn<(word: unknown) => void>() }));
vi.mock("./stream", () => ({
  listen: (told: (word: unknown) => void) => {
    heard.say.mockImplementation(told);
    return () => {};
  },
}));

const keys = [tags.job(4), tags.why(4), [...tags.record(4), 7], [...tags.rules(4), 7]];

/** A page that shows job 4 at version 7, once a word has come. */
function after(word: Word) {
  const queries = new QueryClient();
  for (const key of keys) queries.setQueryData(key, { version: 7 });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  renderHook(() => useEvents(), { wrapper });
  heard.say(word);
  return keys.map((key) => queries.getQueryState(key)?.isInvalidated);
}

beforeEach(() => {
  vi.stubGlobal("EventSource", vi.fn());
  vi.stubGlobal("navigator", { locks: {} });
});

test("A step taken elsewhere makes all of the job out of date", () => {
  expect(after({ job: 4, version: 8 })).toEqual([true, true, true, true]);
});

test("A rule answered elsewhere makes the record and the rules out of date", () => {
  expect(after({ job: 4, version: 7 })).toEqual([false, false, true, true]);
});

test("Another job's word, or an old one, changes nothing", () => {
  expect(after({ job: 5, version: 9 })).toEqual([false, false, false, false]);
  expect(after({ job: 4, version: 6 })).toEqual([false, false, false, false]);
});
