import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { DayScreen } from "./DayScreen";
import { NewCallScreen } from "./NewCallScreen";

type Reply = { status?: number; body: unknown };
const requests: { url: string; body: unknown }[] = [];
let replies: Record<string, Reply> = {};

beforeEach(() => {
  requests.length = 0;
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    requests.push({ url: path, body: request.method === "GET" ? null : await request.json() });
    const reply = replies[path];
    if (!reply) throw new TypeError("no network");
    return new Response(JSON.stringify(reply.body), {
      status: reply.status ?? 200,
      headers: { "Content-Type": "application/json" },
    });
  });
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

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

describe("the day", () => {
  it("shows each call with where one stood", async () => {
    replies = { "/api/day": { body: { calls: [call] } } };
    show("/");
    expect((await screen.findByRole("link", { name: /Tower stair light/ })).getAttribute("href")).toBe(
      "/jobs/7",
    );
    expect(screen.getByText("Under way")).toBeTruthy();
    expect(screen.getByText(/Last: Turn breaker B1 off/)).toBeTruthy();
  });

  it("teaches when it is empty", async () => {
    replies = { "/api/day": { body: { calls: [] } } };
    show("/");
    expect(await screen.findByText(/No calls yet/)).toBeTruthy();
  });

  it("says what happened when the server is out of reach", async () => {
    replies = {};
    show("/");
    expect((await screen.findByRole("alert")).textContent).toMatch(/cannot be reached.*Nothing.*lost/);
  });
});

describe("a new call", () => {
  const fill = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const filled = () => {
    show("/calls/new");
    fill("House", "The cooperage");
    fill("Street", "4 Stave Lane");
    fill("What it is about", "Yard light");
    fill("Where the switch is", "back door");
    for (const choice of ["a receptacle", "conduit", "230 V"])
      fireEvent.click(screen.getByRole("button", { name: choice }));
    fill("Where the receptacle is", "yard wall");
    fireEvent.click(screen.getByRole("button", { name: "Start the call" }));
  };

  it("is opened from a few words, and leads to its job", async () => {
    replies = { "/api/jobs": { status: 201, body: { call } } };
    filled();
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
    replies = {
      "/api/jobs": { status: 422, body: { error: { code: "invalid", message, pointer: "/draft/light" } } },
    };
    filled();
    expect((await screen.findByRole("alert")).textContent).toBe(message);
    expect(screen.getByLabelText("House")).toHaveProperty("value", "The cooperage");
  });

  it("does not take a file that is no job", async () => {
    show("/calls/new");
    const file = new File(["not json"], "notes.txt");
    fireEvent.change(screen.getByLabelText("Or a job file"), { target: { files: [file] } });
    expect((await screen.findByRole("alert")).textContent).toMatch(/notes.txt is not a job file/);
  });
});
