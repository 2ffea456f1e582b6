import { describe, expect, it } from "vitest";
import {
  addCable,
  asBox,
  emptyFound,
  join,
  letLoose,
  removeCable,
  setDevice,
  setGround,
  type Draft,
} from "./found";

const start = (): Draft =>
  setDevice(addCable(addCable(emptyFound("porch", "S1", ""), "14/2"), "14/3"), "three_way");

describe("writing down a box", () => {
  it("numbers cables and gives them their colours", () => {
    expect(start().cables).toEqual([
      { id: "porch/1", type: "14/2", conductors: ["black", "white", "bare"] },
      { id: "porch/2", type: "14/3", conductors: ["black", "red", "white", "bare"] },
    ]);
  });

  it("joins what touches, and what touched before touches too", () => {
    const draft = join(join(start(), "porch/1.white", "porch/2.white"), "porch/2.white", "S1.common");
    expect(draft.joints).toEqual([["porch/1.white", "porch/2.white", "S1.common"]]);
  });

  it("lets one conductor loose and keeps the others together", () => {
    const draft = join(join(start(), "porch/1.bare", "porch/2.bare"), "porch/1.bare", "S1.ground");
    expect(letLoose(draft, "porch/1.bare").joints).toEqual([["porch/2.bare", "S1.ground"]]);
  });

  it("forgets joints of a cable that is taken away, of ground that is not there, of a device that is another", () => {
    const draft = join(join(start(), "porch/1.bare", "porch/2.bare"), "porch/2.red", "S1.common");
    expect(removeCable(draft).joints).toEqual([]);
    expect(setGround(draft, false).joints).toEqual([["porch/2.red", "S1.common"]]);
    expect(setDevice(draft, "single_pole").joints).toEqual([["porch/1.bare", "porch/2.bare"]]);
  });

  it("never changes the draft it was given, so that undo is possible", () => {
    const draft = start();
    const before = JSON.stringify(draft);
    join(draft, "porch/1.black", "S1.common");
    setGround(draft, false);
    expect(JSON.stringify(draft)).toBe(before);
  });

  it("can be drawn at every moment", () => {
    expect(asBox(start(), "porch").cables[1]?.wires.map((wire) => wire.point)).toContain("porch/2.red");
    expect(asBox(emptyFound("porch", "S1", ""), "porch").devices).toEqual([]);
  });
});
