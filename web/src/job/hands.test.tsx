import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Advice, Job } from "../api/client";
import { box } from "../wiring/box.fixture";
import { HandsView } from "./HandsView";
import { job } from "./job.fixture";

afterEach(cleanup);

const queries = new QueryClient();

const onRecord = {
  days: 30,
  brief: "One box on record",
  words: "On record.",
  left: "As left 4 weeks ago",
  boxes: [{ ...box, devices: [] }],
  different: [],
};

const view = (shown: Job, stop: string | null = null) => (
  <QueryClientProvider client={queries}>
    <HandsView
      job={shown}
      advice={shown.next}
      busy={false}
      take={() => {}}
      shown={stop}
      pick={undefined}
      picked={[]}
    />
  </QueryClientProvider>
);

const hands = (shown: Job, stop: string | null = null) => render(view(shown, stop));

describe("a box on record", () => {
  it("is drawn as it was left while it is closed", () => {
    hands({ ...job, boxes: [{ ...box, open: false }], on_record: onRecord }, box.place);
    expect(screen.getByText("As left 4 weeks ago. It may have changed since.")).toBeTruthy();
    expect(screen.getByRole("img", { name: `Inside the ${box.name} box` })).toBeTruthy();
  });

  it("is drawn as found once it is open, and as left on demand", () => {
    hands({ ...job, boxes: [box], on_record: onRecord }, box.place);
    const chosen = () => screen.getByRole("radio", { checked: true }).textContent;
    expect(chosen()).toBe("Now");
    fireEvent.click(screen.getByRole("radio", { name: "As left 4 weeks ago" }));
    expect(chosen()).toBe("As left 4 weeks ago");
  });

  it("offers nothing to choose where nothing is on record", () => {
    hands({ ...job, boxes: [box] }, box.place);
    expect(screen.queryByRole("radio")).toBeNull();
  });
});

describe("a rewire that comes to be shown in an open box", () => {
  it("is drawn as it shall be, without a tap", () => {
    const reading = { ...job, boxes: [box], next: { ...job.next, place: box.place } as Advice };
    const { rerender } = hands(reading);
    rerender(view({ ...reading, next: { ...reading.next, after: box } as Advice }));
    expect(screen.getByRole("radio", { checked: true }).textContent).toBe("After");
  });
});
