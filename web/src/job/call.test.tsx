import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { http, HttpResponse } from "msw";
import { setupServer } from "msw/node";
import { MemoryRouter } from "react-router";
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import { CallDialog } from "./CallDialog";
import { ClockButton } from "./ClockButton";
import { job } from "./job.fixture";

const sent: { path: string; body: unknown }[] = [];
const clock = (running: boolean) => ({ running, minutes: 65, stints: [] });
const server = setupServer(
  http.get("*/api/jobs/1/clock", () => HttpResponse.json(clock(false))),
  http.put("*/api/jobs/1/clock", async ({ request }) => {
    sent.push({ path: "clock", body: await request.json() });
    return HttpResponse.json(clock(true));
  }),
  http.put("*/api/jobs/1/call", async ({ request }) => {
    sent.push({ path: "call", body: await request.json() });
    return HttpResponse.json(job.call);
  }),
);

beforeAll(() => server.listen({ onUnhandledRequest: "error" }));
afterEach(() => {
  cleanup();
  sent.length = 0;
});
afterAll(() => server.close());

const around = (children: React.ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>{children}</MemoryRouter>
    </QueryClientProvider>,
  );

describe("a call", () => {
  it("is timed by one button", async () => {
    around(<ClockButton id={1} />);
    fireEvent.click(await screen.findByRole("button", { name: "Start the clock, 1:05 worked" }));
    await screen.findByRole("button", { name: "Stop the clock, 1:05 worked" });
    expect(sent).toEqual([{ path: "clock", body: { running: true } }]);
  });

  it("is put on another day with somebody at the panel", async () => {
    around(<CallDialog call={job.call}>Call</CallDialog>);
    fireEvent.click(screen.getByText("Call"));
    fireEvent.change(screen.getByLabelText("Day"), { target: { value: "2031-04-01" } });
    fireEvent.change(screen.getByLabelText(/Who stands at the panel/), { target: { value: "Imre" } });
    fireEvent.click(screen.getByText("Save"));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ title: "Porch light", day: "2031-04-01", helper: "Imre" });
  });

  it("needs a name", () => {
    around(<CallDialog call={job.call}>Call</CallDialog>);
    fireEvent.click(screen.getByText("Call"));
    fireEvent.change(screen.getByLabelText("What it is about"), { target: { value: " " } });
    fireEvent.click(screen.getByText("Save"));
    expect(screen.getByRole("alert").textContent).toBe("Say what the call is about.");
    expect(sent).toEqual([]);
  });
});
