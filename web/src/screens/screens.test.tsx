import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { http, HttpResponse } from "msw";
import { setupServer } from "msw/node";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { DayScreen } from "./DayScreen";
import { JobScreen } from "./JobScreen";
import { NewCallScreen } from "./NewCallScreen";

const requests: { url: string; body: unknown }[] = [];
const server = setupServer();
const form = {
  loads: [
    { value: "luminaire", words: "a light", question: "Where the light is", usual: "ceiling", parts: [] },
    { value: "receptacle", words: "a receptacle", question: "Where the receptacle is", usual: "", parts: [] },
    {
      value: "fan_light",
      words: "a fan with a light",
      question: "Where the fan is",
      usual: "ceiling",
      parts: [
        { value: "fan", words: "fan" },
        { value: "light", words: "light" },
      ],
    },
  ],
  methods: [
    { value: "nm", words: "cable" },
    { value: "emt", words: "conduit" },
  ],
  volts: [
    { value: 120, words: "120 V" },
    { value: 230, words: "230 V" },
  ],
  began: [{ value: "sudden", words: "suddenly" }],
  trips: [{ value: "at_once", words: "at once" }],
  lamps: [{ value: "led", words: "LED" }],
  protections: [{ value: "arc_fault", words: "arc-fault breaker" }],
  most_switches: 4,
  changes: [
    { value: "fit", words: "another kind of switch", needs: ["switch", "fit"] },
    { value: "add_outlet", words: "a new receptacle, always live", needs: ["place", "runs"] },
  ],
  fits: [{ value: "dimmer", words: "dimmer" }],
  most_loads: 4,
};

const settings = {
  region: "iec",
  all_regions: [
    { value: "north_america", words: "North America, 120 V", volts: 120 },
    { value: "iec", words: "Europe and elsewhere, 230 V", volts: 230 },
  ],
};

beforeAll(() => server.listen({ onUnhandledRequest: "error" }));
beforeEach(() => {
  requests.length = 0;
  server.use(
    http.get("*/api/call_form", () => HttpResponse.json(form)),
    http.get("*/api/settings", () => HttpResponse.json(settings)),
  );
});
afterEach(() => {
  cleanup();
  server.resetHandlers();
});
afterAll(() => server.close());

const onDay = (reply: () => Response) => server.use(http.get("*/api/day", reply));
const onJobs = (status: number, body: object) =>
  server.use(
    http.post("*/api/jobs", async ({ request }) => {
      requests.push({ url: request.url, body: await request.json() });
      return HttpResponse.json(body, { status });
    }),
  );

const show = (path: string) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter initialEntries={[path]}>
        <Routes>
          <Route path="/" element={<DayScreen />} />
          <Route path="/calls/new" element={<NewCallScreen />} />
          <Route path="/jobs/:id" element={<h1>the job</h1>} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );

const today = "2031-03-12";

const call = {
  id: 7,
  title: "Tower stair light",
  complaint: "Only from above.",
  day: "2031-03-11",
  time: "08:30",
  house: { id: 3, name: "Keeper’s house", street: "1 Beacon Path", town: "", note: "Dog." },
  steps: 4,
  state: "open",
  last: "Turn breaker B1 off",
};

describe("a refusal", () => {
  it("offers the file of a job that cannot be shown", async () => {
    const detail = "This job cannot be worked out any more.";
    server.use(
      http.get("*/api/jobs/7", () =>
        HttpResponse.json({ detail, file: "/api/jobs/7/file" }, { status: 422 }),
      ),
    );
    render(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <MemoryRouter initialEntries={["/jobs/7"]}>
          <Routes>
            <Route path="/jobs/:id" element={<JobScreen />} />
          </Routes>
        </MemoryRouter>
      </QueryClientProvider>,
    );
    expect((await screen.findByRole("alert")).textContent).toContain(detail);
    expect(screen.getByRole("link", { name: "Job file" }).getAttribute("href")).toBe("/api/jobs/7/file");
  });
});

describe("the day", () => {
  it("shows each call with where one stood", async () => {
    onDay(() => HttpResponse.json({ today, van: [], calls: [call] }));
    show("/");
    expect((await screen.findByRole("link", { name: /Tower stair light/ })).getAttribute("href")).toBe(
      "/jobs/7",
    );
    expect(screen.getByText("Under way")).toBeTruthy();
    expect(screen.getByText(/Last: Turn breaker B1 off/)).toBeTruthy();
  });

  it("finds a call by street and symptom, and keeps what is done", async () => {
    const done = { ...call, id: 8, title: "Gate bell", complaint: "Dead.", state: "solved" };
    onDay(() => HttpResponse.json({ today, van: [], calls: [call, done] }));
    show("/");
    expect(await screen.findByRole("heading", { name: "Done" })).toBeTruthy();
    const search = screen.getByRole("searchbox");
    fireEvent.change(search, { target: { value: "beacon dead" } });
    expect(screen.queryByText("Tower stair light")).toBeNull();
    expect(screen.getByText("Gate bell")).toBeTruthy();
    fireEvent.change(search, { target: { value: "nowhere" } });
    expect(screen.getByText(/No call fits/)).toBeTruthy();
  });

  it("goes by days, what is open from before first", async () => {
    const on = (id: number, day: string, time: string) => ({ ...call, id, day, time, title: `Call ${id}` });
    const calls = [on(1, "2031-03-13", "08:00"), on(2, today, "11:00"), on(3, today, "09:00"), call];
    onDay(() => HttpResponse.json({ today, van: [], calls }));
    show("/");
    await screen.findByText("Call 1");
    expect(screen.getAllByRole("heading", { level: 2 }).map((one) => one.textContent)).toEqual([
      "Open from before",
      "today",
      "tomorrow",
    ]);
    const text = document.body.textContent ?? "";
    expect(text.indexOf("Call 3")).toBeLessThan(text.indexOf("Call 2"));
  });

  it("teaches when it is empty", async () => {
    onDay(() => HttpResponse.json({ today, van: [], calls: [] }));
    show("/");
    expect(await screen.findByText(/No calls yet/)).toBeTruthy();
  });

  it("says what happened when the server is out of reach", async () => {
    onDay(() => HttpResponse.error());
    show("/");
    expect((await screen.findByRole("alert")).textContent).toMatch(/cannot be reached.*Nothing.*lost/);
  });
});

describe("a new call", () => {
  const fill = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const filled = async ({ start = true } = {}) => {
    show("/calls/new");
    await screen.findByLabelText("Street");
    fill("Name of the house or people", "The cooperage");
    fill("Street", "4 Stave Lane");
    fill("What it is about", "Yard light");
    fill("Where the switch is", "back door");
    fireEvent.click(screen.getByRole("button", { name: "+ another switch" }));
    fill("Where switch 2 is", "gate");
    fireEvent.click(screen.getByRole("button", { name: /how it began/ }));
    fireEvent.click(screen.getByRole("radio", { name: "conduit" }));
    fill("Time", "14:30");
    fill("How it began", "sudden");
    fill("What it controls", "receptacle");
    fill("Where the receptacle is", "yard wall");
    if (start) fireEvent.click(screen.getByRole("button", { name: "Start the call" }));
  };

  it("is opened from a few words, and leads to its job", async () => {
    onJobs(201, { call });
    await filled();
    expect(await screen.findByRole("heading", { name: "the job" })).toBeTruthy();
    expect(requests[0]?.body).toMatchObject({
      house: { name: "The cooperage", street: "4 Stave Lane" },
      time: "14:30",
      draft: {
        switches: ["back door", "gate"],
        loads: [{ place: "yard wall", kind: "receptacle" }],
        method: "emt",
        volts: 230,
        began: "sudden",
      },
    });
  });

  it("asks what each of several switches works, where there is a choice", async () => {
    onJobs(201, { call });
    show("/calls/new");
    await screen.findByLabelText("Street");
    fill("Street", "4 Stave Lane");
    fill("What it is about", "Fan");
    fill("Where the switch is", "landing");
    expect(screen.queryByText(/What switch 2 controls/)).toBeNull();
    fill("What it controls", "fan_light");
    fill("Where the fan is", "ceiling");
    fireEvent.click(screen.getByRole("button", { name: "+ another switch" }));
    fill("Where switch 2 is", "landing");
    fireEvent.click(screen.getAllByRole("button", { name: "fan" })[0] as Element);
    fireEvent.click(screen.getAllByRole("button", { name: "light" })[1] as Element);
    fireEvent.click(screen.getByRole("button", { name: "Start the call" }));
    await screen.findByRole("heading", { name: "the job" });
    expect(requests[0]?.body).toMatchObject({
      draft: { switches: ["landing", "landing"], works: [["L1.fan"], ["L1.light"]] },
    });
  });

  it("takes several wishes, a switch nobody knows the use of, and what the panel says", async () => {
    onJobs(201, { call });
    await filled({ start: false });
    fireEvent.click(screen.getAllByRole("button", { name: "nobody knows" })[1] as Element);
    fill("Breaker, A", "20");
    fill("Year built", "1962");
    fill("Other boxes known of", "attic box, shed");
    fill("What is asked for", "fit");
    fireEvent.click(screen.getByRole("button", { name: "+ something else as well" }));
    fill("And what else", "add_outlet");
    fill("New receptacle location", "bench");
    fireEvent.click(screen.getByRole("button", { name: "Start the call" }));
    await screen.findByRole("heading", { name: "the job" });
    expect(requests[0]?.body).toMatchObject({
      draft: {
        works: [["L1"], []],
        breakers: [{ amps: 20 }],
        year_built: 1962,
        junctions: ["attic box", "shed"],
        change: { kind: "fit", fit: "dimmer", more: [{ kind: "add_outlet", place: "bench", runs: [] }] },
      },
    });
  });

  it("keeps what was typed when it is refused, and says why", async () => {
    const message = "/draft/light: every place needs a name of its own.";
    onJobs(422, { detail: message, code: "invalid", pointer: "/draft/light" });
    await filled();
    expect((await screen.findByRole("alert")).textContent).toBe(message);
    expect(screen.getByLabelText("Street")).toHaveProperty("value", "4 Stave Lane");
  });

  it("starts from what was met in the house before", async () => {
    const house = { id: 3, name: "The cooperage", street: "4 Stave Lane", town: "", note: "" };
    const circuit = {
      call: { id: 7, title: "Yard light" },
      switches: ["back door", "gate"],
      works: [["L1"], ["L1"]],
      loads: [{ place: "yard wall", kind: "luminaire" }],
      method: "nm",
      volts: 120,
    };
    server.use(
      http.get("*/api/houses/3", () =>
        HttpResponse.json({ house, calls: [], boxes: [], circuits: [circuit], memory: [] }),
      ),
    );
    show("/calls/new?house=3");
    fireEvent.click(await screen.findByRole("button", { name: /Yard light/ }));
    expect(screen.getByLabelText("Where switch 2 is")).toHaveProperty("value", "gate");
    expect(screen.getByLabelText("Street")).toHaveProperty("value", "4 Stave Lane");
  });

  it("does not take a file that is no job", async () => {
    show("/calls/new");
    await screen.findByLabelText("Street");
    const file = new File(["not json"], "notes.txt");
    fireEvent.change(screen.getByLabelText("Or a job file"), { target: { files: [file] } });
    expect((await screen.findByRole("alert")).textContent).toMatch(/notes.txt is not a job file/);
  });
});
