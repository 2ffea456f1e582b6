import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Advice, Job, Step } from "../api/client";
import { pointed, type Aside } from "./aside";
import { Findings } from "./Findings";
import { foreseen } from "./foreseen";
import { EachLoad } from "../steps/EachLoad";
import { Grid } from "./Grid";
import { HouseLine } from "./HouseLine";
import { Letters } from "./Letters";
import { NowPlate } from "./NowPlate";
import { KeysHelp } from "../ui/KeysHelp";
import { Trail } from "./Trail";

afterEach(cleanup);

const job: Job = {
  version: 3,
  call: {
    id: 1,
    title: "Porch light",
    complaint: "",
    day: "2031-03-12",
    time: "",
    closed_on: null,
    code: "DX001",
    house: { id: 1, name: "A", street: "B", town: "", note: "" },
    steps: 1,
    state: "open",
    last: null,
  },
  controls: [{ id: "S1", place: "porch", name: "porch", marked: true, position: null, kind: null }],
  volts: 120,
  loads: [{ id: "L1", place: "ceiling", name: "ceiling", kind: "luminaire" }],
  groups: [{ name: "light", loads: ["L1"], rows: [] }],
  change: null,
  unused: [],
  on_record: null,
  memory: { breakers: [], devices: [], open: [] },
  rules: { name: "Rules", notes: [] },
  grid: [
    { positions: { S1: "up" }, found: ["off"], now: null, current: false, turn: null },
    { positions: { S1: "down" }, found: null, now: null, current: true, turn: 1 },
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
    how: [],
    moves: [],
    points: ["porch/1.black", "porch/1.white"],
    after: null,
    parts: [],
    checklist: [],
    choices: [
      { label: "Beeps", answer: { reads: "beep" }, share: 0.7, meaning: "Then: joined wrongly, 80%." },
      { label: "Silent", answer: { reads: "silent" }, share: 0.3, meaning: "Then: the lamp, 60%." },
    ],
  },
  line: [
    {
      place: "panel",
      name: "Panel",
      what: "breaker B1",
      state: "off",
      word: "Off",
      sentence: "Breaker B1 is off.",
      open: false,
      here: false,
      branch: false,
      run: null,
    },
    {
      place: "porch",
      name: "porch",
      what: "switch S1",
      state: "dead",
      word: "Open, proved dead",
      sentence: "Proved dead in step 3.",
      open: true,
      here: true,
      branch: false,
      run: { from: "panel", share: 0.8, percent: "80%", known: false, type: null },
    },
  ],
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

type Changed = { job?: Job; advice?: Advice | null; busy?: boolean; aside?: Aside | null };

/** The plate of a job, with what is taken from it. */
function plate({ job: shown = job, advice = shown.next, busy = false, aside = null }: Changed = {}) {
  const take = vi.fn<(steps: Step[]) => void>();
  const set = vi.fn<(aside: Aside | null) => void>();
  around(
    <NowPlate job={shown} advice={advice} busy={busy} take={take} aside={aside} set={set} slot={() => {}} />,
  );
  return { take, set };
}

describe("the plate", () => {
  it("answers by button and by digit", () => {
    const { take } = plate();
    fireEvent.click(screen.getByRole("button", { name: /Beeps/ }));
    fireEvent.keyDown(document.body, { key: "2" });
    expect(take.mock.calls.map(([[step]]) => step?.answer)).toEqual([{ reads: "beep" }, { reads: "silent" }]);
  });

  it("takes no key while an answer is on its way", () => {
    const { take } = plate({ busy: true });
    fireEvent.keyDown(document.body, { key: "1" });
    expect(take).not.toHaveBeenCalled();
  });

  it("takes no key once single keys are turned off", () => {
    const { take } = plate();
    around(<KeysHelp />);
    fireEvent.click(screen.getByRole("button", { name: "Keys" }));
    fireEvent.click(screen.getByRole("switch", { name: "Single keys act" }));
    fireEvent.click(screen.getByRole("button", { name: "Close" }));
    fireEvent.keyDown(document.body, { key: "1" });
    expect(take).not.toHaveBeenCalled();
    localStorage.clear();
  });

  it("lets one be unsure", () => {
    const { take } = plate();
    fireEvent.click(screen.getByRole("button", { name: "Not sure" }));
    expect(take).toHaveBeenCalledWith([{ ...job.next?.step, answer: { unsure: true } }]);
  });

  it("writes down a toggle thrown and the look with one tap", () => {
    const set = { do: "set", device: "S1", to: "up" };
    const parts = [
      { step: set, title: "Throw S1 up", answer: { ok: true }, choices: [] },
      {
        step: { do: "watch" },
        title: "Look at the light",
        choices: [{ label: "On", answer: { loads: { L1: "on" as const } } }],
      },
    ];
    const { take } = plate({ advice: { ...(job.next as Advice), step: set, choices: [], parts } });
    fireEvent.click(screen.getByRole("button", { name: /1 ?On$/ }));
    expect(take).toHaveBeenCalledWith([
      { ...set, answer: { ok: true } },
      { do: "watch", answer: { loads: { L1: "on" } } },
    ]);
  });

  it("waits for every part that is asked", () => {
    const part = (position: string) => ({
      step: { do: "bench", device: "S1", position },
      title: `Toggle ${position}`,
      choices: [{ label: `Beeps ${position}`, answer: { closed: [["t1", "t2"]] } }],
    });
    const { take } = plate({ advice: { ...(job.next as Advice), parts: [part("up"), part("down")] } });
    fireEvent.click(screen.getByRole("button", { name: /Beeps up/ }));
    expect(take).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole("button", { name: /Beeps down/ }));
    expect(take.mock.calls[0]?.[0].map((step) => step.position)).toEqual(["up", "down"]);
  });

  it("shows what it takes until hands may go in", () => {
    const checklist = [
      { title: "Breaker B1 off", state: "done" as const },
      { title: "Prove dead", state: "now" as const },
    ];
    plate({ advice: { ...(job.next as Advice), checklist } });
    expect(screen.getByLabelText("done")).toBeTruthy();
    expect(screen.getByText("Prove dead").getAttribute("aria-current")).toBe("step");
  });

  it("leads back from what was chosen instead, and says what it waits for", () => {
    const { set } = plate({
      aside: { advice: job.next, reason: "The porch box is closed.", place: null, picking: null },
    });
    expect(screen.getByText(/The porch box is closed. First:/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /Back to the step/ }));
    expect(set).toHaveBeenCalledWith(null);
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
    plate({ job: { ...job, next: null, conclusion } });
    expect(screen.getByRole("heading", { name: "Proved in every combination" })).toBeTruthy();
    expect(screen.getByText("Steps 2 and 3.")).toBeTruthy();
  });
});

describe("what stands around it", () => {
  it("says the power state in words", () => {
    around(<HouseLine job={job} shown={null} show={() => {}} />);
    expect(screen.getByText("Off")).toBeTruthy();
    expect(screen.getByText("Open, proved dead")).toBeTruthy();
    expect(screen.getByText("80%")).toBeTruthy();
    expect(screen.getByLabelText("you are here")).toBeTruthy();
  });

  it("shows the box of a stop that is tapped", () => {
    const show = vi.fn();
    around(<HouseLine job={job} shown={null} show={show} />);
    fireEvent.click(screen.getByRole("button", { name: /Porch/ }));
    expect(show).toHaveBeenCalledWith("porch");
  });

  it("marks the grid only while nothing but reports is known", () => {
    const take = vi.fn();
    around(<Grid job={job} take={take} />);
    fireEvent.click(screen.getByRole("radio", { name: "S1 down: light on" }));
    expect(take).toHaveBeenCalledWith([
      { do: "report", positions: { S1: "down" }, answer: { loads: { L1: "on" } } },
    ]);
    cleanup();
    const worked = {
      ...job,
      steps: job.steps.map((entry) => ({ ...entry, step: { do: "watch" as const } })),
    };
    around(<Grid job={worked} take={take} />);
    expect(screen.queryByRole("radio")).toBeNull();
  });

  it("throws what stands otherwise and looks, with one tap, while the power is on", () => {
    const take = vi.fn();
    const worked = {
      ...job,
      power: { ...job.power, state: "on" as const },
      steps: job.steps.map((entry) => ({ ...entry, step: { do: "watch" as const } })),
    };
    around(<Grid job={worked} take={take} />);
    fireEvent.click(screen.getByRole("radio", { name: "S1 down: light off" }));
    expect(take).toHaveBeenCalledWith([
      { do: "set", device: "S1", to: "down", answer: { ok: true } },
      { do: "watch", answer: { loads: { L1: "off" }, breakers: { B1: "on" } } },
    ]);
  });

  const two = (found: "on" | null) => ({
    ...job,
    groups: [
      { name: "fan", loads: ["F1.fan"], rows: [{ positions: { S1: "up" as const }, found }] },
      { name: "light", loads: ["F1.light"], rows: [{ positions: { S2: "up" as const }, found: null }] },
    ],
  });

  it("takes a row once every load of it was told, where each has switches of its own", () => {
    const take = vi.fn();
    const power = { ...job.power, state: "on" as const };
    const steps = job.steps.map((entry) => ({ ...entry, step: { do: "watch" as const } }));
    around(<Grid job={{ ...two(null), power, steps }} take={take} />);
    fireEvent.click(screen.getByRole("radio", { name: "S1 down: fan on" }));
    expect(take).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole("radio", { name: "S1 down: light off" }));
    expect(take.mock.calls[0]?.[0].at(-1)).toMatchObject({
      do: "watch",
      answer: { loads: { "F1.fan": "on", "F1.light": "off" } },
    });
  });

  it("asks the complaint load by load, each with its own switches", () => {
    const take = vi.fn();
    around(<Grid job={two(null)} take={take} />);
    fireEvent.click(screen.getByRole("radio", { name: "S2 up: light off" }));
    expect(take).toHaveBeenCalledWith([
      { do: "report", positions: { S2: "up" }, answer: { loads: { "F1.light": "off" } } },
    ]);
    const letter = { key: "k", job: 1, version: job.version, words: "", change: { do: "take" as const } };
    const said = { do: "report", positions: { S1: "up" }, answer: { loads: { "F1.fan": "on" } } };
    expect(
      foreseen(two(null), [{ ...letter, change: { do: "take", steps: [said] } }] as never).groups,
    ).toEqual(two("on").groups);
  });

  it("takes a look once every load was told", () => {
    const answer = vi.fn();
    around(<EachLoad job={two(null)} step={{ do: "watch" }} busy={false} onAnswer={answer} />);
    fireEvent.click(screen.getByRole("button", { name: "fan on" }));
    fireEvent.click(screen.getByRole("button", { name: "light flickers" }));
    expect(answer).toHaveBeenCalledWith({
      loads: { "F1.fan": "on", "F1.light": "flickers" },
      breakers: { B1: "on" },
    });
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
  const device = {
    id: "S1",
    kind: "unknown",
    term: "unmarked device",
    position: null,
    screws,
    tabs: [],
    replaced: false,
  };
  const trying = {
    ...job,
    boxes: [{ devices: [device] }] as unknown as Job["boxes"],
    next: {
      ...job.next,
      step: { do: "bench", device: "S1", position: "up" },
      choices: [],
      parts: [],
      checklist: [],
    } as unknown as Advice,
  };

  it("takes any pairs of its screws for an answer", () => {
    const { take } = plate({ job: trying });
    fireEvent.click(screen.getByText("Others beep"));
    fireEvent.click(screen.getByText("T1–T4"));
    fireEvent.click(screen.getByText("T2–T3"));
    fireEvent.click(screen.getByText("These beep"));
    expect(take).toHaveBeenCalledWith([
      expect.objectContaining({
        do: "bench",
        answer: {
          closed: [
            ["t1", "t4"],
            ["t2", "t3"],
          ],
        },
      }),
    ]);
  });
});

describe("a breaker that is looked for", () => {
  const looking = {
    ...job,
    next: {
      ...job.next,
      step: { do: "find_breaker", point: "porch/3.black" },
      choices: [],
      parts: [],
      checklist: [],
    } as unknown as Advice,
  };

  it("is named by what stands at the panel, or said not to be there", async () => {
    const { take } = plate({ job: looking });
    fireEvent.change(screen.getByLabelText("It is breaker"), { target: { value: "B 2" } });
    await waitFor(() => expect(screen.getByText("It goes dead")).toHaveProperty("disabled", false));
    fireEvent.click(screen.getByText("It goes dead"));
    await waitFor(() => expect(take).toHaveBeenCalled());
    fireEvent.click(screen.getByText("None of them"));
    expect(take.mock.calls.map(([[step]]) => step?.answer)).toEqual([{ device: "B_2" }, { device: null }]);
  });
});

describe("a step that one points at", () => {
  it("is wanted once all its points are there; a point tapped again is let go", () => {
    const want = vi.fn();
    const act = { title: "Measure volts", step: { do: "probe", tool: "voltage" }, points: 2 };
    const start: Aside = { advice: null, reason: null, place: "porch", picking: { act, points: [], want } };
    const one = pointed(start, "porch/1.black");
    expect(pointed(one, "porch/1.black").picking?.points).toEqual([]);
    pointed(one, "porch/1.white");
    expect(want).toHaveBeenCalledWith({
      do: "probe",
      tool: "voltage",
      at: ["porch/1.black", "porch/1.white"],
    });
  });
});

describe("an answer on its way", () => {
  const letter = (steps: Step[]) => ({
    key: "k",
    job: 1,
    version: job.version,
    words: "light on",
    change: { do: "take" as const, steps },
  });

  it("is seen in the grid at once", () => {
    const told = foreseen(job, [
      letter([{ do: "report", positions: { S1: "down" }, answer: { loads: { L1: "on" } } }]),
    ]);
    expect(told.grid[1]).toMatchObject({ found: ["on"], turn: null });
    const steps: Step[] = [
      { do: "set", device: "S1", to: "down", answer: { ok: true } },
      { do: "watch", answer: { loads: { L1: "off" } } },
    ];
    const thrown = foreseen(job, [letter(steps)]);
    expect([thrown.controls[0]?.position, thrown.grid[1]?.found]).toEqual(["down", ["off"]]);
  });

  it("that was not taken says so, and is put away once read", () => {
    const drop = vi.fn();
    const refused = { ...letter([]), refused: "The job had changed before it arrived." };
    render(<Letters letters={[refused]} drop={drop} />);
    expect(screen.getByRole("alert").textContent).toMatch(/“light on” was not taken. The job had changed/);
    fireEvent.click(screen.getByRole("button", { name: "Understood" }));
    expect(drop).toHaveBeenCalledWith(refused);
  });
});
