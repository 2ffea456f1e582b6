import { describe, expect, it } from "vitest";
import { addCable, asBox, emptyFound, join, setDevice } from "./found";
import { layOut, path } from "./layout";
import { trade } from "./trade.fixture";

const cables = addCable(
  addCable(emptyFound("porch", [{ id: "S1", kind: "" }]), "14/2", ["black", "white"]),
  "14/3",
  ["black", "red", "white"],
);
const empty = setDevice(cables, "S1", "three_way");
const wired = join(
  join(join(empty, "porch/1.black", "S1.common"), "porch/1.white", "porch/2.white"),
  "porch/1.bare",
  "S1.ground",
);

describe("the drawing of a box", () => {
  it("shows every conductor once, joined or loose", () => {
    const { strands } = layOut(asBox(wired, "porch", trade));
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
    const drawn = layOut(asBox(join(wired, "porch/1.bare", "porch/2.bare"), "porch", trade));
    const pigtail = drawn.strands.find((strand) => strand.point === "S1.ground");
    expect(pigtail?.from).toEqual(drawn.splices.find((splice) => splice.points.includes("S1.ground"))?.at);
  });

  it("keeps everything inside the frame", () => {
    const { width, height, strands, screws } = layOut(asBox(wired, "porch", trade));
    for (const { x, y } of [...strands.map((strand) => strand.to), ...screws.map((screw) => screw.at)]) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(width);
      expect(y).toBeLessThan(height);
    }
  });

  it("gives a metal box a screw of its own", () => {
    expect(layOut(asBox(empty, "porch", trade)).screws.map((screw) => screw.point)).toContain("porch.box");
    expect(
      layOut(asBox({ ...empty, enclosure: "plastic" }, "porch", trade)).screws.map((screw) => screw.point),
    ).not.toContain("porch.box");
  });

  it("comes to a screw from the outside", () => {
    const right = path({ from: { x: 0, y: 0 }, to: { x: 100, y: 200 }, side: 1 });
    expect(right).toMatch(/^M0 0C0 .* 158 200 108 200$/);
  });

  it("knows every device kind, each screw once and inside the frame, several devices beside each other", () => {
    for (const kind of trade.devices) {
      const draft = emptyFound("porch", [
        { id: "S1", kind: kind.kind },
        { id: "S2", kind: kind.kind },
      ]);
      const { screws, width, tabs, devices } = layOut(
        asBox({ ...draft, enclosure: "plastic" }, "porch", trade),
      );
      expect(new Set(screws.map(({ at }) => `${at.x} ${at.y}`)).size).toBe(kind.screws.length * 2);
      expect(tabs).toHaveLength(kind.tabs.length * 2);
      expect((devices[1]?.x ?? 0) - (devices[0]?.x ?? 0)).toBeGreaterThan(200);
      for (const { at } of screws) expect(at.x > 0 && at.x < width).toBe(true);
    }
  });
});
