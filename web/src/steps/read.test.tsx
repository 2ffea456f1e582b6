import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer } from "../api/client";
import type { Reading } from "../api/settings";
import { job } from "../job/job.fixture";
import { ReadNumber } from "./ReadNumber";

const AIR: Reading = { value: 0, unit: "volts", settled: true, contact: false, same: true, doubt: null };
const LIVE: Reading = { value: 119.8, unit: "volts", settled: true, contact: true, same: true, doubt: null };
const meter = { says: AIR as Reading | Error };

vi.mock("../api/settings", () => ({
  useSettings: () => ({ data: { meter: "127.0.0.1:5025" } }),
  readMeter: () =>
    meter.says instanceof Error ? Promise.reject(meter.says) : Promise.resolve({ ...meter.says }),
}));

beforeEach(() => {
  vi.useFakeTimers();
  meter.says = AIR;
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const shows = async (says: Reading | Error, seconds: number) => {
  meter.says = says;
  await act(() => vi.advanceTimersByTimeAsync(seconds * 1000));
};

const field = (tool = "voltage") => {
  const answer = vi.fn<(answer: Answer) => void>();
  render(<ReadNumber job={job} step={{ do: "probe", tool }} busy={false} onAnswer={answer} />);
  return answer;
};

const status = () => screen.getByRole("status").textContent;

describe("a reading from a meter with a data port", () => {
  it("is taken once the probes were held for three seconds", async () => {
    const answer = field();
    await shows(AIR, 1);
    expect(status()).toBe("Touch the probes to these points.");
    await shows(LIVE, 1);
    expect(screen.getByDisplayValue("119.8")).toBeTruthy();
    expect(status()).toMatch(/Hold \d s more/);
    expect(answer).not.toHaveBeenCalled();
    await shows(LIVE, 3);
    expect(answer.mock.calls).toEqual([[{ volts: 119.8 }]]);
  });

  it("is not taken while the probes are still where they were for the last step", async () => {
    meter.says = LIVE;
    const answer = field();
    await shows(LIVE, 10);
    expect(answer).not.toHaveBeenCalled();
    expect(status()).toBe("Lift the probes, then touch these points.");
  });

  it("starts anew where the probes slip", async () => {
    const answer = field();
    await shows(AIR, 1);
    await shows(LIVE, 2);
    await shows(AIR, 1);
    await shows(LIVE, 2);
    expect(answer).not.toHaveBeenCalled();
  });

  it("is never taken by itself in the air, where it does not settle, or where something speaks against it", async () => {
    const answer = field();
    await shows(AIR, 10);
    await shows({ ...LIVE, settled: false }, 10);
    expect(status()).toMatch(/does not settle/);
    await shows({ ...LIVE, value: 57, doubt: "57 V is neither full voltage nor 0 V." }, 10);
    expect(status()).toMatch(/57 V is neither/);
    expect(answer).not.toHaveBeenCalled();
  });

  it("is open where the person says that the probes are on", async () => {
    const answer = field("resistance");
    await shows({ ...AIR, value: null, unit: "ohms" }, 1);
    fireEvent.click(screen.getByRole("button", { name: "Probes are on, it reads open" }));
    expect(answer).toHaveBeenCalledWith({ ohms: null });
  });

  it("says what is wrong with the line, and can be typed all the same", async () => {
    const answer = field();
    await shows(new Error("The meter at 127.0.0.1: it has hung up. Type the reading."), 1);
    expect(screen.getByRole("alert").textContent).toMatch(/hung up/);
    fireEvent.change(screen.getByRole("textbox"), { target: { value: "118" } });
    await shows(LIVE, 5);
    expect(screen.getByDisplayValue("118")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Enter" }));
    await shows(LIVE, 0.1);
    expect(answer.mock.calls).toEqual([[{ volts: 118 }]]);
  });
});
