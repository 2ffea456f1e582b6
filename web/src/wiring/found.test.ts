import { describe, expect, it } from "vitest";
import { trade } from "./trade.fixture";
import {
  addCable,
  addConductor,
  asBox,
  emptyFound,
  join,
  letLoose,
  removeCable,
  setDevice,
  setGround,
  toggleTab,
  type Draft,
} from "./found";

const start = (): Draft =>
  setDevice(
    addCable(addCable(emptyFound("porch", [{ id: "S1", kind: "" }]), "14/2", ["black", "white"]), "14/3", [
      "black",
      "red",
      "white",
    ]),
    "S1",
    "three_way",
  );

describe("writing down a box", () => {
  it("numbers cables and gives them their colors", () => {
    const [two, three] = start().cables;
    expect([two?.id, two?.conductors.map(({ color }) => color)]).toEqual([
      "porch/1",
      ["black", "white", "bare"],
    ]);
    expect([three?.id, three?.conductors.length]).toEqual(["porch/2", 4]);
  });

  it("numbers conductors of one color in a raceway", () => {
    const raceway = addCable(emptyFound("porch", []), "raceway", []);
    const filled = ["black", "red", "black"].reduce(addConductor, raceway);
    expect(filled.cables[0]?.conductors.map(({ id }) => id)).toEqual(["black", "red", "black_2", "bare"]);
  });

  it("breaks a tab off and puts it back", () => {
    const outlet = emptyFound("porch", [{ id: "R1", kind: "receptacle" }]);
    const broken = toggleTab(outlet, "R1", "hot_tab");
    const tabs = (draft: Draft) => asBox(draft, "porch", trade).devices[0]?.tabs.map((tab) => tab.intact);
    expect([tabs(outlet), tabs(broken), tabs(toggleTab(broken, "R1", "hot_tab"))]).toEqual([
      [true, true],
      [false, true],
      [true, true],
    ]);
  });

  it("joins what touches, and what touched before touches too", () => {
    const draft = join(join(start(), "porch/1.white", "porch/2.white"), "porch/2.white", "S1.common");
    expect(draft.joints).toEqual([["porch/1.white", "porch/2.white", "S1.common"]]);
  });

  it("has grounds of the color that these parts have", () => {
    const draft = addCable(emptyFound("porch", [], "green_yellow"), "1.5/2", ["brown", "blue"]);
    expect(draft.cables[0]?.conductors.map(({ id }) => id)).toEqual(["brown", "blue", "green_yellow"]);
    expect(setGround(draft, false).cables[0]?.conductors).toHaveLength(2);
  });

  it("lets one conductor loose and keeps the others together", () => {
    const draft = join(join(start(), "porch/1.bare", "porch/2.bare"), "porch/1.bare", "S1.ground");
    expect(letLoose(draft, "porch/1.bare").joints).toEqual([["porch/2.bare", "S1.ground"]]);
  });

  it("forgets joints of a cable that is taken away, of ground that is not there, of a device that is another", () => {
    const draft = join(join(start(), "porch/1.bare", "porch/2.bare"), "porch/2.red", "S1.common");
    expect(removeCable(draft).joints).toEqual([]);
    expect(setGround(draft, false).joints).toEqual([["porch/2.red", "S1.common"]]);
    expect(setDevice(draft, "S1", "single_pole").joints).toEqual([["porch/1.bare", "porch/2.bare"]]);
  });

  it("never changes the draft it was given, so that undo is possible", () => {
    const draft = start();
    const before = JSON.stringify(draft);
    join(draft, "porch/1.black", "S1.common");
    setGround(draft, false);
    expect(JSON.stringify(draft)).toBe(before);
  });

  it("can be drawn at every moment", () => {
    expect(asBox(start(), "porch", trade).cables[1]?.wires.map((wire) => wire.point)).toContain(
      "porch/2.red",
    );
    expect(asBox(emptyFound("porch", [{ id: "S1", kind: "" }]), "porch", trade).devices).toEqual([]);
  });
});
