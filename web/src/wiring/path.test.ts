import { describe, expect, it } from "vitest";
import { rounded } from "./path";

describe("a path with round corners", () => {
  it("starts and ends where it should, and turns before the corner", () => {
    expect(
      rounded(
        [
          [0, 0],
          [0, 100],
          [50, 100],
        ],
        10,
      ),
    ).toBe("M0 0L0 90Q0 100 10 100L50 100");
  });

  it("turns within a short way", () => {
    expect(
      rounded(
        [
          [0, 0],
          [0, 8],
          [50, 8],
        ],
        10,
      ),
    ).toBe("M0 0L0 4Q0 8 10 8L50 8");
  });
});
