import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Step } from "../api/client";
import { foreseen } from "./foreseen";
import { job } from "./job.fixture";
import { Letters } from "./Letters";

afterEach(cleanup);

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
