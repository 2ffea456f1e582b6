import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Exercise } from "../api/practice";
import { box } from "../wiring/box.fixture";
import { BoxSide } from "./BoxSide";
import { Claiming } from "./Claiming";
import { MeterSide } from "./MeterSide";
import { ReviewSheet } from "./ReviewSheet";

afterEach(cleanup);

const exercise: Exercise = {
  id: 1,
  level: { number: 1, name: "One switch", teaches: "" },
  seed: 1,
  over: false,
  hints_taken: 0,
  hints: [],
  minutes: 3,
  at: "porch",
  complaint: [],
  power: { state: "off", sentence: "", breakers: [{ id: "B1", state: "off" }], boxes: [] },
  boxes: [box],
  controls: [{ id: "S1", place: "porch", name: "porch", position: "up" }],
  loads: [],
  tools: [
    { value: "voltage", words: "Volts", points: 2 },
    { value: "ncv", words: "Detector", points: 1 },
  ],
  devices: [{ value: "three_way", words: "three-way switch" }],
  tape: "black",
  acts: [],
  claims: [
    { value: "lamp", words: "The bulb", places: [] },
    { value: "miswired", words: "Miswired", places: [{ value: "porch", words: "porch" }] },
  ],
  review: null,
};

const side = (act: () => void) => ({ exercise, place: "porch", busy: false, act });

describe("an exercise", () => {
  it("reads with the meter once every probe has its point", () => {
    const act = vi.fn<() => void>();
    const meter = { ...side(act), tool: "voltage", setTool: () => {}, wanted: 2 };
    const { rerender } = render(<MeterSide {...meter} points={["porch/1.black"]} />);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Read it" }).disabled).toBe(true);
    rerender(<MeterSide {...meter} points={["porch/1.black", "porch/1.white"]} />);
    expect(screen.getByText("black of cable 1")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Read it" }));
    expect(act).toHaveBeenCalledWith({
      do: "probe",
      tool: "voltage",
      at: ["porch/1.black", "porch/1.white"],
    });
  });

  it("throws a toggle to where it does not stand, and takes a conductor off", () => {
    const act = vi.fn<() => void>();
    const hands = { ...side(act), pick: () => {}, moving: true, setMoving: () => {} };
    render(<BoxSide {...hands} points={["porch/1.black"]} />);
    fireEvent.click(screen.getByRole("button", { name: "Throw S1 down" }));
    fireEvent.click(screen.getByRole("button", { name: "Take it off and cap it" }));
    expect(act.mock.calls).toEqual([
      [{ do: "set", device: "S1", to: "down" }],
      [{ do: "move", point: "porch/1.black", to: null }],
    ]);
  });

  it("ends with what was wrong, and where that counts", () => {
    const end = vi.fn<() => void>();
    render(<Claiming exercise={exercise} busy={false} hint={() => {}} end={end} />);
    fireEvent.click(screen.getByRole("button", { name: /I know what it is/ }));
    fireEvent.change(screen.getByLabelText("What was wrong"), { target: { value: "miswired" } });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /Done/ }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Where"), { target: { value: "porch" } });
    fireEvent.click(screen.getByRole("button", { name: /Done/ }));
    expect(end).toHaveBeenCalledWith({ kind: "miswired", place: "porch" });
  });

  it("is reviewed in words", () => {
    render(
      <ReviewSheet
        review={{
          right: false,
          shortcomings: ["B1 is off."],
          named: true,
          claimed: "The bulb is burnt out",
          truth: "The bulb is burnt out",
          minutes: 3,
          stopped: 1,
          openings: 1,
          readings: 2,
          walks: 1,
          others: [{ name: "You", minutes: 3 }],
          strip: [
            { number: 1, left: 2, won: 0, question: true },
            { number: 2, left: 1, won: 1, question: true },
          ],
          wasted: "Step 1 told nothing.",
        }}
      />,
    );
    expect(screen.getByRole("heading", { name: "The house is not right" })).toBeTruthy();
    expect(screen.getByText("1 walk, 1 box opened, 2 readings, 1 unsafe act stopped.")).toBeTruthy();
  });
});
