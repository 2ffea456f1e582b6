import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { ReadNumber } from "./ReadNumber";

type Read = { value: number | null; unit: "volts" | "ohms"; settled: boolean };
type Options = { onSuccess: (read: Read) => void };
const meter = { says: { value: 119.8, unit: "volts", settled: true } as Read };

vi.mock("../api/settings", () => ({
  useSettings: () => ({ data: { meter: "127.0.0.1:5025" } }),
  useMeter: () => ({
    isPending: false,
    error: null,
    data: meter.says,
    mutate: (_tool: string, { onSuccess }: Options) => onSuccess(meter.says),
  }),
}));

afterEach(cleanup);

describe("a reading from a meter with a data port", () => {
  it("is filled in, and taken by the person", async () => {
    const answer = vi.fn<() => void>();
    render(<ReadNumber step={{ do: "probe", tool: "voltage" }} busy={false} onAnswer={answer} />);
    fireEvent.click(screen.getByRole("button", { name: "From the meter" }));
    await waitFor(() => expect(screen.getByDisplayValue("119.8")).toBeTruthy());
    expect(answer).not.toHaveBeenCalled();
    await waitFor(() =>
      expect(screen.getByRole<HTMLButtonElement>("button", { name: "Take it" }).disabled).toBe(false),
    );
    fireEvent.click(screen.getByRole("button", { name: "Take it" }));
    await waitFor(() => expect(answer).toHaveBeenCalledWith({ volts: 119.8 }));
  });

  it("is open where the meter shows overload", async () => {
    meter.says = { value: null, unit: "ohms", settled: true };
    const answer = vi.fn<() => void>();
    render(<ReadNumber step={{ do: "probe", tool: "resistance" }} busy={false} onAnswer={answer} />);
    fireEvent.click(screen.getByRole("button", { name: "From the meter" }));
    fireEvent.click(await screen.findByRole("button", { name: "The meter reads open: take it" }));
    expect(answer).toHaveBeenCalledWith({ ohms: null });
  });

  it("says that it does not settle", () => {
    meter.says = { value: 40, unit: "volts", settled: false };
    render(<ReadNumber step={{ do: "probe", tool: "voltage" }} busy={false} onAnswer={() => {}} />);
    expect(screen.getByRole("status").textContent).toBe("It does not settle. Hold the probes still.");
  });
});
