import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Found, Job } from "../api/client";
import { InWords } from "../job/InWords";
import { RewireSheet } from "../job/RewireSheet";
import { BoxDrawing } from "./BoxDrawing";
import { FoundEditor } from "./FoundEditor";
import { addCable, asBox, emptyFound, join, setDevice } from "./found";
import { trade } from "./trade.fixture";

afterEach(cleanup);

const draft = join(
  setDevice(
    addCable(emptyFound("porch", [{ id: "S1", kind: "" }]), "14/2", ["black", "white"]),
    "S1",
    "single_pole",
  ),
  "porch/1.black",
  "S1.terminal_1",
);
const box = asBox(draft, "porch", trade);

describe("the drawing of a box", () => {
  it("is a picture with a name, unless it is there to be tapped", () => {
    render(<BoxDrawing box={box} />);
    expect(screen.getByRole("img", { name: "Inside the porch box" })).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("says colors in letters, roles in words, and doubt with a question mark", () => {
    const believed = structuredClone(box);
    const [black, white] = believed.cables[0]?.wires ?? [];
    if (!black || !white) throw new Error("the cable has two conductors");
    black.roles = [{ role: "line", share: 0.97, sure: true, percent: "97%" }];
    white.roles = [{ role: "neutral", share: 0.6, sure: false, percent: "60%" }];
    render(<BoxDrawing box={believed} />);
    for (const text of ["Bk", "W", "Cu", "LINE", "NEUT?"]) expect(screen.getByText(text)).toBeTruthy();
  });

  it("can be worked by keys", () => {
    const pick = vi.fn();
    render(<BoxDrawing box={box} onPick={pick} />);
    fireEvent.keyDown(screen.getByRole("button", { name: "white of cable 1" }), { key: "Enter" });
    fireEvent.click(screen.getByRole("button", { name: "screw terminal 2" }));
    expect(pick.mock.calls.flat()).toEqual(["porch/1.white", "S1.terminal_2"]);
  });

  it("is said in words as well", () => {
    const told = structuredClone(box);
    const [black] = told.cables[0]?.wires ?? [];
    if (!black) throw new Error("the cable has a conductor");
    black.touches = "the terminal 1 screw of S1";
    black.roles = [{ role: "line", share: 0.97, sure: true, percent: "97%" }];
    render(<InWords box={told} />);
    expect(
      screen.getByRole("row", { name: /black of cable 1.*line 97%.*the terminal 1 screw of S1/ }),
    ).toBeTruthy();
  });
});

describe("writing down a box", () => {
  const job = {
    controls: [{ id: "S1", place: "porch", name: "porch", marked: true, position: null, kind: null }],
    loads: [{ id: "L1", place: "ceiling", name: "ceiling", kind: "luminaire" }],
    boxes: [{ ...box, open: false }],
  } as unknown as Job;

  it("gives what was tapped, and takes back what was undone", () => {
    const done = vi.fn<(found: Found) => void>();
    render(<FoundEditor job={job} trade={trade} place="porch" busy={false} onDone={done} />);
    const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
    const choose = (name: string | RegExp) => fireEvent.click(screen.getByRole("radio", { name }));
    expect(screen.getByRole("button", { name: "Save box" })).toHaveProperty("disabled", true);
    choose("plastic");
    press("+ 14/2");
    choose(/single-pole/);
    press("black of cable 1");
    press("screw terminal 1");
    press("white of cable 1");
    press("screw terminal 2");
    press("Undo");
    press("Save box");
    expect(done.mock.calls[0]?.[0]).toMatchObject({
      enclosure: "plastic",
      cable_ends: [{ id: "porch/1", type: "14/2" }],
      devices: [{ id: "S1", kind: "single_pole" }],
      joints: [{ points: ["porch/1.black", "S1.terminal_1"] }],
    });
  });
});

describe("the rewire", () => {
  const repair = {
    share: 0.9,
    percent: "90%",
    cause: "Joined wrongly in porch",
    ready: true,
    minutes: 7,
    lamp: null,
    materials: ["marking tape"],
    boxes: [
      {
        place: "porch",
        name: "porch",
        open: true,
        before: box.joints,
        after: [["porch/1.white", "S1.terminal_1"]],
        moves: [{ what: "white of cable 1", from: "loose, capped", to: "the terminal 1 screw of S1" }],
      },
    ],
  };

  it("stands there move by move, before and after", () => {
    render(<RewireSheet repair={repair} boxes={[box]} done={false} />);
    expect(screen.getByText("white of cable 1")).toBeTruthy();
    expect(screen.getAllByRole("img", { name: "Inside the porch box" })).toHaveLength(2);
    expect(screen.getByText(/marking tape/)).toBeTruthy();
  });

  it("says so when there is nothing to change", () => {
    render(<RewireSheet repair={null} boxes={[]} done={true} />);
    expect(screen.getByText(/Nothing is left to change/)).toBeTruthy();
  });
});
