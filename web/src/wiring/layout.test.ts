import { describe, expect, it } from "vitest";
import { addCable, asBox, emptyFound, join, setDevice } from "./found";
import { layOut, path } from "./layout";

const empty = setDevice(addCable(addCable(emptyFound("porch", "S1", ""), "14/2"), "14/3"), "three_way");
const wired = join(
  join(join(empty, "porch/1.black", "S1.common"), "porch/1.white", "porch/2.white"),
  "porch/1.bare",
  "S1.ground",
);

describe("the drawing of a box", () => {
  it("shows every conductor once, joined or loose", () => {
    const { strands } = layOut(asBox(wired, "porch"));
    const ends = Object.fromEntries(strands.map((strand) => [strand.point, strand.end]));
    expect(ends).toMatchObject({
      "porch/1.black": "screw",
      "porch/1.white": "splice",
      "porch/2.white": "splice",
      "porch/2.red": "loose",
    });
    expect(strands).toHaveLength(7);
  });

  it("leads a pigtail from a splice to its screw", () => {
    const drawn = layOut(asBox(join(wired, "porch/1.bare", "porch/2.bare"), "porch"));
    const pigtail = drawn.strands.find((strand) => strand.point === "S1.ground");
    expect(pigtail?.from).toEqual(drawn.splices.find((splice) => splice.points.includes("S1.ground"))?.at);
  });

  it("keeps everything inside the frame", () => {
    const { width, height, strands, screws } = layOut(asBox(wired, "porch"));
    for (const { x, y } of [...strands.map((strand) => strand.to), ...screws.map((screw) => screw.at)]) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(width);
      expect(y).toBeLessThan(height);
    }
  });

  it("gives a metal box a screw of its own", () => {
    expect(layOut(asBox(empty, "porch")).screws.map((screw) => screw.point)).toContain("porch.box");
    expect(
      layOut(asBox({ ...empty, enclosure: "plastic" }, "porch")).screws.map((screw) => screw.point),
    ).not.toContain("porch.box");
  });

  it("comes to a screw from the outside", () => {
    const right = path({ from: { x: 0, y: 0 }, to: { x: 100, y: 200 }, side: 1 });
    expect(right).toMatch(/^M0 0C0 .* 158 200 108 200$/);
  });
});
