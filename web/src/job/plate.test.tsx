import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Advice, Job } from "../api/client";
import { pointed, type Aside } from "./aside";
import { job } from "./job.fixture";
import { around, plate } from "./plate.fixture";
import { KeysHelp } from "../ui/KeysHelp";

afterEach(cleanup);

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

  it("takes down a light that nobody listed and that changed", () => {
    const look = { do: "watch" };
    const choices = [{ label: "On", answer: { loads: { L1: "on" as const } } }];
    const { take } = plate({ advice: { ...(job.next as Advice), step: look, choices } });
    fireEvent.click(screen.getByRole("button", { name: "Another light changed" }));
    fireEvent.change(screen.getByRole("textbox", { name: "Which other light?" }), {
      target: { value: "Back hall" },
    });
    fireEvent.click(screen.getByRole("button", { name: "It is off now" }));
    expect(screen.getByText("back hall light: off")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /1 ?On$/ }));
    expect(take).toHaveBeenCalledWith([
      { ...look, answer: { loads: { L1: "on" }, also: { back_hall: "off" } } },
    ]);
  });

  it("writes down how the toggles stand with the first look", () => {
    const watch = { do: "watch" };
    const choices = [{ label: "On", answer: { loads: { L1: "on" as const } } }];
    const { take } = plate({ advice: { ...(job.next as Advice), step: watch, choices } });
    fireEvent.click(screen.getByRole("button", { name: "porch down" }));
    fireEvent.click(screen.getByRole("button", { name: /1 ?On$/ }));
    expect(take).toHaveBeenCalledWith([
      { do: "set", device: "S1", to: "down", answer: { ok: true } },
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
