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
    { value: "luminaire", words: "a light", question: "Where the light is", usual: "ceiling" },
    { value: "receptacle", words: "a receptacle", question: "Where the receptacle is", usual: "" },
  ],
  methods: [
    { value: "nm", words: "cable" },
    { value: "emt", words: "conduit" },
  ],
  volts: [
    { value: 120, words: "120 V" },
    { value: 230, words: "230 V" },
  ],
  most_switches: 4,
};

beforeAll(() => server.listen({ onUnhandledRequest: "error" }));
beforeEach(() => {
  requests.length = 0;
  server.use(http.get("*/api/call_form", () => HttpResponse.json(form)));
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

const call = {
  id: 7,
  title: "Tower stair light",
  complaint: "Only from above.",
  time: "08:30",
  house: { name: "Keeper’s house", street: "1 Beacon Path", town: "", note: "Dog." },
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
    onDay(() => HttpResponse.json({ calls: [call] }));
    show("/");
    expect((await screen.findByRole("link", { name: /Tower stair light/ })).getAttribute("href")).toBe(
      "/jobs/7",
    );
    expect(screen.getByText("Under way")).toBeTruthy();
    expect(screen.getByText(/Last: Turn breaker B1 off/)).toBeTruthy();
  });

  it("teaches when it is empty", async () => {
    onDay(() => HttpResponse.json({ calls: [] }));
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
  const filled = async () => {
    show("/calls/new");
    await screen.findByLabelText("House");
    fill("House", "The cooperage");
    fill("Street", "4 Stave Lane");
    fill("What it is about", "Yard light");
    fill("Where the switch is", "back door");
    for (const choice of ["a receptacle", "conduit", "230 V"])
      fireEvent.click(screen.getByRole("radio", { name: choice }));
    fill("Where the receptacle is", "yard wall");
    fireEvent.click(screen.getByRole("button", { name: "Start the call" }));
  };

  it("is opened from a few words, and leads to its job", async () => {
    onJobs(201, { call });
    await filled();
    expect(await screen.findByRole("heading", { name: "the job" })).toBeTruthy();
    expect(requests[0]?.body).toMatchObject({
      house: { name: "The cooperage", street: "4 Stave Lane" },
      draft: {
        switches: ["back door"],
        light: "yard wall",
        load: "receptacle",
        method: "emt",
        volts: 230,
      },
    });
  });

  it("keeps what was typed when it is refused, and says why", async () => {
    const message = "/draft/light: every place needs a name of its own.";
    onJobs(422, { detail: message, code: "invalid", pointer: "/draft/light" });
    await filled();
    expect((await screen.findByRole("alert")).textContent).toBe(message);
    expect(screen.getByLabelText("House")).toHaveProperty("value", "The cooperage");
  });

  it("does not take a file that is no job", async () => {
    show("/calls/new");
    await screen.findByLabelText("House");
    const file = new File(["not json"], "notes.txt");
    fireEvent.change(screen.getByLabelText("Or a job file"), { target: { files: [file] } });
    expect((await screen.findByRole("alert")).textContent).toMatch(/notes.txt is not a job file/);
  });
});
