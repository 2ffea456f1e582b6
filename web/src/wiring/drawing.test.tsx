import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { http, HttpResponse } from "msw";
import { setupServer } from "msw/node";
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import type { Found, Job } from "../api/client";
import { InWords } from "../job/InWords";
import { RewireSheet } from "../job/RewireSheet";
import { PlateSlot } from "../ui/slot";
import { BoxDrawing } from "./BoxDrawing";
import { FoundEditor } from "./FoundEditor";
import { box } from "./box.fixture";
import { trade } from "./trade.fixture";

afterEach(cleanup);

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
    const at = { x: 0, y: 0, width: 40, height: 18 };
    believed.drawing?.tags.push(
      { ...at, point: black.point, text: "line", sure: true },
      { ...at, point: white.point, text: "neutral?", sure: false },
    );
    render(<BoxDrawing box={believed} />);
    for (const text of ["Bk", "W", "Cu", "line", "neutral?"]) expect(screen.getByText(text)).toBeTruthy();
  });

  it("shows the probes where they go", () => {
    render(<BoxDrawing box={box} probes={["porch/1.white", "S1.terminal_2"]} />);
    for (const letter of ["A", "B"]) expect(screen.getByText(letter)).toBeTruthy();
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
    call: { id: 1 },
    version: 1,
    volts: 120,
    controls: [{ id: "S1", place: "porch", name: "porch", marked: true, position: null, kind: null }],
    loads: [{ id: "L1", place: "ceiling", name: "ceiling", kind: "luminaire" }],
    boxes: [{ ...box, open: false }],
  } as unknown as Job;

  const look = {
    words: "right",
    share: 0.8,
    percent: "80%",
    box,
    found: {
      enclosure: "metal",
      cable_ends: [{ id: "porch/1", type: "14/2", conductors: [{ id: "black", color: "black" }] }],
      devices: [{ id: "S1", kind: "single_pole" }],
      joints: [],
    },
  };
  const server = setupServer(
    http.get("*/api/jobs/1/photographs", () => HttpResponse.json([])),
    http.get("*/api/jobs/1/looks/porch", () => HttpResponse.json([look])),
    http.post("*/api/boxes", async ({ request }) => {
      const draft = (await request.json()) as { found?: Found; line?: string };
      const error = draft.line === "14/9" ? { at: 0, sentence: "No such cable: 14/9." } : null;
      const found = draft.found ?? { cable_ends: [], devices: [], joints: [] };
      return HttpResponse.json({ found, line: draft.line ?? "typed", box, error });
    }),
  );
  beforeAll(() => server.listen());
  afterEach(() => server.resetHandlers());
  afterAll(() => server.close());

  function editor() {
    const done = vi.fn<(found: Found) => void>();
    const slot = document.body.appendChild(document.createElement("div"));
    render(
      <QueryClientProvider client={new QueryClient()}>
        <PlateSlot value={slot}>
          <FoundEditor job={job} trade={trade} place="porch" busy={false} onDone={done} />
        </PlateSlot>
      </QueryClientProvider>,
    );
    return done;
  }
  const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));

  it("asks once for a device that two controls are, or that two loads are parts of", () => {
    const both = {
      ...job,
      controls: ["S1.1", "S1.2"].map((id) => ({ id, place: "porch" })),
      loads: ["F1.fan", "F1.light"].map((id) => ({ id, place: "ceiling", kind: "fan_light" })),
    } as unknown as Job;
    render(
      <QueryClientProvider client={new QueryClient()}>
        <FoundEditor job={both} trade={trade} place="porch" busy={false} onDone={vi.fn()} />
      </QueryClientProvider>,
    );
    expect(screen.getAllByText("S1")).toHaveLength(1);
    expect(screen.queryByText("S1.1")).toBeNull();
  });

  it("gives what was tapped, and takes back what was undone", async () => {
    const done = editor();
    expect(screen.getByRole("button", { name: "Save box" })).toHaveProperty("disabled", true);
    press("plastic");
    press("+ 14/2");
    press(/single-pole/);
    await screen.findByRole("button", { name: "black of cable 1" });
    press("black of cable 1");
    press("screw terminal 1");
    press("white of cable 1");
    press("screw terminal 2");
    press("Take back");
    press("Save box");
    expect(done.mock.calls[0]?.[0]).toMatchObject({
      enclosure: "plastic",
      cable_ends: [{ id: "porch/1", type: "14/2" }],
      devices: [{ id: "S1", kind: "single_pole" }],
      joints: [{ points: ["porch/1.black", "S1.terminal_1"] }],
    });
  });

  it("is done with two taps where it looks as expected", async () => {
    const done = editor();
    fireEvent.click(await screen.findByRole("button", { name: /right/ }));
    press("Save box");
    expect(done).toHaveBeenCalledWith(look.found);
  });

  it("saves nothing while a typed line is still being read", async () => {
    let answer: () => void = () => {};
    const read = new Promise<void>((resolve) => {
      answer = resolve;
    });
    server.use(
      http.post("*/api/boxes", async ({ request }) => {
        const draft = (await request.json()) as { found?: Found; line?: string };
        if (draft.line === undefined)
          return HttpResponse.json({ found: draft.found, line: "", box, error: null });
        await read;
        return HttpResponse.json({ found: look.found, line: draft.line, box, error: null });
      }),
    );
    const done = editor();
    fireEvent.click(await screen.findByRole("button", { name: /right/ }));
    const line = screen.getByLabelText("Or type it");
    fireEvent.change(line, { target: { value: "14/2 bk:1 1pole" } });
    fireEvent.keyDown(line, { key: "Enter" });
    expect(done).not.toHaveBeenCalled();
    expect(screen.getByRole("button", { name: "Save box" })).toHaveProperty("disabled", true);
    answer();
    await waitFor(() =>
      expect(screen.getByRole("button", { name: "Save box" })).toHaveProperty("disabled", false),
    );
    fireEvent.keyDown(line, { key: "Enter" });
    expect(done).toHaveBeenCalledWith(look.found);
  });

  it("points at what of a typed line cannot be read", async () => {
    editor();
    fireEvent.change(screen.getByLabelText("Or type it"), { target: { value: "14/9" } });
    expect(await screen.findByText(/No such cable/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Save box" })).toHaveProperty("disabled", true);
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
    materials: [{ item: "tape", words: "marking tape" }],
    boxes: [
      {
        place: "porch",
        name: "porch",
        open: true,
        before: box,
        after: box,
        moves: [{ what: "white of cable 1", from: "loose, capped", to: "the terminal 1 screw of S1" }],
      },
    ],
  };

  it("stands there move by move, before and after", () => {
    const client = new QueryClient();
    client.setQueryData(["settings"], { stock: ["tape"] });
    render(
      <QueryClientProvider client={client}>
        <RewireSheet repair={repair} done={false} />
      </QueryClientProvider>,
    );
    expect(screen.getByText("white of cable 1")).toBeTruthy();
    expect(screen.getAllByRole("img", { name: "Inside the porch box" })).toHaveLength(2);
    expect(screen.getByText(/marking tape/).textContent).toContain("in the van");
  });

  it("says so when there is nothing to change", () => {
    render(<RewireSheet repair={null} done={true} />);
    expect(screen.getByText(/Nothing is left to change/)).toBeTruthy();
  });
});
