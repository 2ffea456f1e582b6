import { describe, expect, it } from "vitest";
import { job } from "../job/job.fixture";
import { DRIVE, forecast, hourOf } from "./forecast";

const call = (id: number, time: string, minutes: number, state: "new" | "open" = "new") => ({
  ...job.call,
  id,
  time,
  minutes,
  state,
});

describe("the forecast of a day", () => {
  it("waits for the time that was promised", () => {
    expect(forecast([call(1, "09:00", 30)], 8 * 60).get(1)).toEqual({ start: 540, end: 570, late: false });
  });

  it("says that one is late once the calls before take too long", () => {
    const plan = forecast([call(1, "08:00", 90), call(2, "09:00", 20), call(3, "", 10)], 8 * 60);
    expect(plan.get(2)).toEqual({ start: 570 + DRIVE, end: 590 + DRIVE, late: true });
    expect(plan.get(3)?.late).toBe(false);
  });

  it("needs no drive to where one is already", () => {
    const plan = forecast([call(1, "", 10), call(2, "", 10, "open")], 600);
    expect(plan.get(2)?.start).toBe(610);
  });

  it("goes on after midnight", () => {
    expect(hourOf(24 * 60 + 5)).toBe("00:05");
  });
});
