import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { job } from "./job.fixture";
import { TripPanel } from "./TripPanel";

const tracing = {
  when: "It trips at once",
  cleared: ["panel to hall"],
  ruled_out: ["too much load"],
  halvings: 2,
  resets: ["Step 9: it tripped."],
  next_reset: "Not before it is found: 0.6 Ω would trip it again.",
  barred: true,
  sum: "120 V over 0.6 Ω would be 200 A.",
};

describe("where a trip can come from", () => {
  afterEach(cleanup);

  it("shows what is suspect, what is cleared, and when the breaker may be tried again", () => {
    render(<TripPanel job={{ ...job, tracing }} />);
    expect(screen.getByText("about 2 halvings left")).toBeTruthy();
    expect(screen.getByText("62%")).toBeTruthy();
    expect(screen.getByText("run panel to hall")).toBeTruthy();
    expect(screen.getByText("too much load")).toBeTruthy();
    expect(screen.getByText(/Not before it is found/).className).toContain("text-live");
  });

  it("is not there where nothing trips", () => {
    const { container } = render(<TripPanel job={job} />);
    expect(container.innerHTML).toBe("");
  });
});
