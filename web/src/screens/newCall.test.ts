import { describe, expect, it } from "vitest";
import { asCall, blank, type Said } from "./newCall";

const said: Said = {
  ...blank,
  street: "3 Quay Row",
  title: "Hall light",
  switches: [{ place: "hall", works: [], marked: false }],
  loads: [
    { place: "ceiling", kind: "luminaire" },
    { place: "wall", kind: "receptacle" },
  ],
};

function drafted(more: Partial<Said>, change: Parameters<typeof asCall>[2] = null) {
  const call = asCall({ ...said, ...more }, null, change);
  if (!("draft" in call)) throw new Error("a call without a draft");
  return call.draft;
}

describe("A new call", () => {
  it("says what kind of breaker it is, with or without its amperes", () => {
    expect(drafted({ protection: "arc_fault" })).toHaveProperty("breakers", [{ protection: "arc_fault" }]);
    expect(drafted({ amps: "20", other_amps: "15" })).toHaveProperty("breakers", [
      { amps: 20 },
      { amps: 15 },
    ]);
    expect(drafted({})).not.toHaveProperty("breakers");
  });

  it("says which bulbs there are, of what has bulbs", () => {
    expect(drafted({ lamp: "led" })).toHaveProperty("loads", [
      { place: "ceiling", kind: "luminaire", lamp: "led" },
      { place: "wall", kind: "receptacle" },
    ]);
  });

  it("keeps a raceway that a conductor can be pulled into", () => {
    const runs = [
      { from: "hall", to: "wall", raceway: true },
      { from: "hall", to: "" },
    ];
    expect(drafted({}, { kind: "split_receptacle", half: "1", runs })).toHaveProperty("change.runs", [
      { from: "hall", to: "wall", raceway: true },
    ]);
  });
});
