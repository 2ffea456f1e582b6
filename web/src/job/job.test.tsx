import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Advice, Job } from "../api/client";
import { Findings } from "./Findings";
import { Grid } from "./Grid";
import { NowPlate } from "./NowPlate";
import { PowerStrip } from "./PowerStrip";
import { Trail } from "./Trail";

afterEach(cleanup);

const job: Job = {
  version: 3,
  call: {
    id: 1,
    title: "Porch light",
    complaint: "",
    time: "",
    house: { name: "A", street: "B", town: "", note: "" },
    steps: 1,
    state: "open",
    last: null,
  },
  controls: [{ id: "S1", place: "porch", name: "porch", marked: true, position: null, kind: null }],
  volts: 120,
  loads: [{ id: "L1", place: "ceiling", name: "ceiling", kind: "luminaire" }],
  grid: [
    { positions: { S1: "up" }, found: "off", now: null, current: false },
    { positions: { S1: "down" }, found: null, now: null, current: true },
  ],
  power: {
    state: "off",
    sentence: "Breaker B1 is off.",
    breakers: [{ id: "B1", state: "off" }],
    boxes: [
      {
        place: "porch",
        name: "porch",
        open: true,
        state: "dead",
        sentence: "Proved dead in step 3.",
        since: 3,
      },
    ],
  },
  boxes: [],
  next: {
    step: { do: "probe", tool: "continuity", at: ["porch/1.black", "porch/1.white"] },
    title: "Test continuity from black to white",
    detail: null,
    caution: null,
    place: "porch",
    minutes: 0.3,
    ahead: 12,
    purpose: "It tells two things apart.",
    goal: null,
    moves: [],
    points: ["porch/1.black", "porch/1.white"],
    choices: [
      { label: "Beeps", answer: { reads: "beep" }, share: 0.7, meaning: "Then: joined wrongly, 80%." },
      { label: "Silent", answer: { reads: "silent" }, share: 0.3, meaning: "Then: the lamp, 60%." },
    ],
  },
  instead: [],
  conclusion: null,
  suspects: [
    {
      sentence: "Joined wrongly in porch",
      share: 0.62,
      percent: "62%",
      causes: [{ kind: "miswired", place: "porch" }],
    },
  ],
  steps: [
    {
      number: 1,
      title: "The light with S1 up",
      answer: "L1 off",
      place: "porch",
      minutes: 0,
      step: { do: "report", positions: { S1: "up" }, answer: { loads: { L1: "off" } } },
      person: null,
      others: [{ label: "light on", answer: { loads: { L1: "on" } } }],
    },
  ],
  ahead: { minutes: 12, spread: [9, 18], walks: 1, legs: [] },
  repair: null,
  minutes: 7,
};

const around = (what: React.ReactNode) =>
  render(<QueryClientProvider client={new QueryClient()}>{what}</QueryClientProvider>);

describe("the plate", () => {
  it("answers by button and by digit", () => {
    const take = vi.fn();
    around(<NowPlate job={job} busy={false} take={take} undo={vi.fn()} />);
    fireEvent.click(screen.getByRole("button", { name: /Beeps/ }));
    fireEvent.keyDown(document.body, { key: "2" });
    expect(take.mock.calls.map(([step]) => step.answer)).toEqual([{ reads: "beep" }, { reads: "silent" }]);
  });

  it("takes no key while an answer is on its way", () => {
    const take = vi.fn();
    around(<NowPlate job={job} busy={true} take={take} undo={vi.fn()} />);
    fireEvent.keyDown(document.body, { key: "1" });
    expect(take).not.toHaveBeenCalled();
  });

  it("takes no key once single keys are turned off", () => {
    const take = vi.fn();
    around(<NowPlate job={job} busy={false} take={take} undo={vi.fn()} />);
    fireEvent.click(screen.getByRole("button", { name: "Keys" }));
    fireEvent.click(screen.getByRole("switch", { name: "Single keys act" }));
    fireEvent.click(screen.getByRole("button", { name: "Close" }));
    fireEvent.keyDown(document.body, { key: "1" });
    expect(take).not.toHaveBeenCalled();
    localStorage.clear();
  });

  it("lets one be unsure", () => {
    const take = vi.fn();
    around(<NowPlate job={job} busy={false} take={take} undo={vi.fn()} />);
    fireEvent.click(screen.getByRole("button", { name: "Not sure" }));
    expect(take).toHaveBeenCalledWith({ ...job.next?.step, answer: { unsure: true } });
  });

  it("offers what else could be done, and the way back", () => {
    const take = vi.fn();
    const other = {
      ...(job.next as Advice),
      step: { do: "watch" as const },
      title: "Watch the light",
      ahead: 15,
      choices: [{ label: "On", answer: { loads: { L1: "on" as const } } }],
    };
    around(<NowPlate job={{ ...job, instead: [other] }} busy={false} take={take} undo={vi.fn()} />);
    expect(screen.getByText("3 min more")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /Watch the light/ }));
    fireEvent.click(screen.getByRole("button", { name: /On/ }));
    expect(take).toHaveBeenCalledWith({ ...other.step, answer: { loads: { L1: "on" } } });
    fireEvent.click(screen.getByRole("button", { name: /Back to the step/ }));
    expect(screen.getByRole("heading", { name: job.next?.title })).toBeTruthy();
  });

  it("says that a job is proved, and what it rests on", () => {
    const conclusion = {
      status: "solved" as const,
      confidence: 0.99,
      roles: {},
      links: [],
      causes: [],
      because: ["Steps 2 and 3."],
    };
    around(<NowPlate job={{ ...job, next: null, conclusion }} busy={false} take={vi.fn()} undo={vi.fn()} />);
    expect(screen.getByRole("heading", { name: "Proved in every combination" })).toBeTruthy();
    expect(screen.getByText("Steps 2 and 3.")).toBeTruthy();
  });
});

describe("what stands around it", () => {
  it("says the power state in words", () => {
    around(<PowerStrip power={job.power} />);
    expect(screen.getByText("Breaker off")).toBeTruthy();
    expect(screen.getByText("Proved dead")).toBeTruthy();
  });

  it("marks the grid only while nothing but reports is known", () => {
    const take = vi.fn();
    around(<Grid job={job} busy={false} take={take} />);
    fireEvent.click(screen.getByRole("radio", { name: "S1 down: light on" }));
    expect(take).toHaveBeenCalledWith({
      do: "report",
      positions: { S1: "down" },
      answer: { loads: { L1: "on" } },
    });
    cleanup();
    const worked = {
      ...job,
      steps: job.steps.map((entry) => ({ ...entry, step: { do: "watch" as const } })),
    };
    around(<Grid job={worked} busy={false} take={take} />);
    expect(screen.queryByRole("radio")).toBeNull();
  });

  it("says how sure it is", () => {
    around(<Findings job={job} />);
    expect(screen.getByText("62%")).toBeTruthy();
  });

  it("corrects an answer where it stands", () => {
    const amend = vi.fn();
    around(<Trail job={job} busy={false} amend={amend} />);
    fireEvent.click(screen.getByRole("button", { name: "Correct" }));
    fireEvent.click(screen.getByRole("button", { name: "It was: light on" }));
    expect(amend).toHaveBeenCalledWith(1, { loads: { L1: "on" } });
  });
});

describe("a switch that is tried by itself", () => {
  const screws = ["t1", "t2", "t3", "t4", "ground"].map((terminal) => ({
    terminal,
    label: terminal.toUpperCase(),
    side: "left" as const,
    finish: terminal === "ground" ? ("green" as const) : ("brass" as const),
  }));
  const device = { id: "S1", kind: "unknown", term: "unmarked device", screws, tabs: [], replaced: false };
  const trying = {
    ...job,
    boxes: [{ devices: [device] }] as unknown as Job["boxes"],
    next: {
      ...job.next,
      step: { do: "bench", device: "S1", position: "up" },
      choices: [],
    } as unknown as Advice,
  };

  it("takes any pairs of its screws for an answer", () => {
    const take = vi.fn();
    around(<NowPlate job={trying} busy={false} take={take} undo={() => {}} />);
    fireEvent.click(screen.getByText("Others beep"));
    fireEvent.click(screen.getByText("T1–T4"));
    fireEvent.click(screen.getByText("T2–T3"));
    fireEvent.click(screen.getByText("These beep"));
    expect(take).toHaveBeenCalledWith(
      expect.objectContaining({
        do: "bench",
        answer: {
          closed: [
            ["t1", "t4"],
            ["t2", "t3"],
          ],
        },
      }),
    );
  });
});

describe("a breaker that is looked for", () => {
  const looking = {
    ...job,
    next: {
      ...job.next,
      step: { do: "find_breaker", point: "porch/3.black" },
      choices: [],
    } as unknown as Advice,
  };

  it("is named by what stands at the panel, or said not to be there", async () => {
    const take = vi.fn();
    around(<NowPlate job={looking} busy={false} take={take} undo={() => {}} />);
    fireEvent.change(screen.getByLabelText("It is breaker"), { target: { value: "B 2" } });
    await waitFor(() => expect(screen.getByText("It goes dead")).toHaveProperty("disabled", false));
    fireEvent.click(screen.getByText("It goes dead"));
    await waitFor(() => expect(take).toHaveBeenCalled());
    fireEvent.click(screen.getByText("None of them"));
    expect(take.mock.calls.map(([step]) => (step as { answer: unknown }).answer)).toEqual([
      { device: "B_2" },
      { device: null },
    ]);
  });
});
