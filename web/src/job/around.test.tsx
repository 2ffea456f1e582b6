import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Findings } from "./Findings";
import { foreseen } from "./foreseen";
import { EachLoad } from "../steps/EachLoad";
import { Grid } from "./Grid";
import { HouseLine } from "./HouseLine";
import { job } from "./job.fixture";
import { around } from "./plate.fixture";
import { Trail } from "./Trail";

afterEach(cleanup);

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
