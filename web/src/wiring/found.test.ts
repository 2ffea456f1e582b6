import { describe, expect, it } from "vitest";
import type { Found } from "../api/client";
import {
  addCable,
  addConductor,
  emptyFound,
  exchange,
  exchangeable,
  join,
  joinGrounds,
  letLoose,
  mark,
  remark,
  removeCable,
  setDevice,
  setEnclosure,
  setFace,
  setGangs,
  setGround,
  setTape,
  setVolume,
  toggleTab,
} from "./found";

const start = (): Found => {
  const two = addCable(emptyFound([]), "porch", "14/2", ["black", "white", "bare"]);
  return setDevice(addCable(two, "porch", "14/3", ["black", "red", "white", "bare"]), "S1", "three_way");
};
const points = (found: Found) => found.joints.map((joint) => joint.points);

describe("writing down a box", () => {
  it("numbers cables and gives them their colors", () => {
    const [two, three] = start().cable_ends;
    expect([two?.id, two?.conductors.map(({ color }) => color)]).toEqual([
      "porch/1",
      ["black", "white", "bare"],
    ]);
    expect([three?.id, three?.conductors.length]).toEqual(["porch/2", 4]);
  });

  it("numbers conductors of one color in a raceway", () => {
    const filled = ["black", "red", "black"].reduce(
      addConductor,
      addCable(emptyFound([]), "porch", "raceway", []),
    );
    expect(filled.cable_ends[0]?.conductors.map(({ id }) => id)).toEqual(["black", "red", "black_2"]);
  });

  it("breaks a tab off and puts it back", () => {
    const outlet = emptyFound([{ id: "R1", kind: "receptacle" }]);
    const broken = toggleTab(outlet, "R1", "hot_tab");
    expect(broken.devices[0]).toMatchObject({ hot_tab: "removed" });
    expect(toggleTab(broken, "R1", "hot_tab").devices[0]).toEqual({ id: "R1", kind: "receptacle" });
  });

  it("joins what touches, and what touched before touches too", () => {
    const found = join(join(start(), "porch/1.white", "porch/2.white"), "porch/2.white", "S1.common");
    expect(points(found)).toEqual([["porch/1.white", "porch/2.white", "S1.common"]]);
  });

  it("puts all grounds together, the box with them where it is metal", () => {
    const grounds = (found: Found) => points(joinGrounds(found, "porch", "bare", ["S1.ground"]));
    expect(grounds(start())).toEqual([["porch/1.bare", "porch/2.bare", "S1.ground", "porch.box"]]);
    expect(grounds(setEnclosure(start(), "porch", "plastic"))).toEqual([
      ["porch/1.bare", "porch/2.bare", "S1.ground"],
    ]);
  });

  it("lets one conductor loose and keeps the others together", () => {
    const found = join(join(start(), "porch/1.bare", "porch/2.bare"), "porch/1.bare", "S1.ground");
    expect(points(letLoose(found, "porch/1.bare"))).toEqual([["porch/2.bare", "S1.ground"]]);
  });

  it("forgets joints of a cable that is taken away, of ground that is not there, of a device that is another", () => {
    const found = join(join(start(), "porch/1.bare", "porch/2.bare"), "porch/2.red", "S1.common");
    expect(points(removeCable(found))).toEqual([]);
    expect(points(setGround(found, "bare", false))).toEqual([["porch/2.red", "S1.common"]]);
    expect(points(setDevice(found, "S1", "single_pole"))).toEqual([["porch/1.bare", "porch/2.bare"]]);
  });

  it("exchanges what lies on two screws of one switch", () => {
    const found = join(join(start(), "porch/2.black", "S1.traveler_1"), "porch/2.red", "S1.traveler_2");
    expect(exchangeable(found, "S1.traveler_1", "S1.traveler_2")).toBe(true);
    expect(exchangeable(found, "S1.traveler_1", "S1.common")).toBe(false);
    expect(points(exchange(found, "S1.traveler_1", "S1.traveler_2"))).toEqual([
      ["porch/2.black", "S1.traveler_2"],
      ["porch/2.red", "S1.traveler_1"],
    ]);
  });

  it("notes how a joint looks, and tape", () => {
    const found = join(start(), "porch/2.red", "S1.common");
    const seen = mark(found, "S1.common", "condition", "scorched");
    expect(seen.joints[0]).toMatchObject({ condition: "scorched" });
    expect(mark(seen, "S1.common", "condition", "scorched").joints[0]).not.toHaveProperty("condition");
    const taped = setTape(found, "porch/1.white", "black");
    expect(taped.cable_ends[0]?.conductors[1]).toMatchObject({ tape: "black" });
    expect(setTape(taped, "porch/1.white", null).cable_ends[0]?.conductors[1]).not.toHaveProperty("tape");
  });

  it("never changes what it was given, so that undo is possible", () => {
    const found = start();
    const before = JSON.stringify(found);
    join(found, "porch/1.black", "S1.common");
    setGround(found, "bare", false);
    expect(JSON.stringify(found)).toBe(before);
  });

  it("remarks on a conductor, and takes the remark back with it or when it is said again", () => {
    const seen = remark(start(), "porch/2.red", "nicked");
    expect(seen.remarks).toEqual([{ point: "porch/2.red", what: "nicked" }]);
    expect(remark(seen, "porch/2.red", "nicked").remarks).toBeUndefined();
    expect(letLoose(seen, "porch/2.red").remarks).toHaveLength(1);
    expect(removeCable(seen).remarks).toBeUndefined();
  });

  it("knows faces, gangs and volume, and forgets them when they are said again", () => {
    const told = setVolume(setGangs(setFace(start(), "S1", "alone"), 2), 18);
    expect(told).toMatchObject({ devices: [{ id: "S1", face: "alone" }], gangs: 2, volume_in3: 18 });
    const back = setVolume(setGangs(setFace(told, "S1", undefined), 2), null);
    expect(back).toEqual(start());
  });
});
