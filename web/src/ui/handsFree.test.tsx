import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useAloud, useDoubleTap, useHandsFreeOn } from "./handsFree";

const spoken: string[] = [];

beforeEach(() => {
  spoken.length = 0;
  vi.stubGlobal("speechSynthesis", {
    cancel: vi.fn(),
    speak: ({ text }: { text: string }) => spoken.push(text),
  });
  vi.stubGlobal(
    "SpeechSynthesisUtterance",
    class {
      constructor(readonly text: string) {}
    },
  );
});

afterEach(() => {
  cleanup();
  localStorage.clear();
  vi.unstubAllGlobals();
});

function Plate({ words, likeliest }: { words: string; likeliest: () => void }) {
  const [on, set] = useHandsFreeOn();
  useAloud(words);
  useDoubleTap(likeliest);
  return (
    <>
      <p>{words}</p>
      <button type="button" onClick={() => set(!on)}>
        hands-free
      </button>
    </>
  );
}

describe("hands-free", () => {
  it("is off until it is turned on, then reads each step once", () => {
    const { rerender } = render(<Plate words="Turn B1 off" likeliest={vi.fn()} />);
    expect(spoken).toEqual([]);
    fireEvent.click(screen.getByText("hands-free"));
    rerender(<Plate words="Turn B1 off" likeliest={vi.fn()} />);
    rerender(<Plate words="Open the hall box" likeliest={vi.fn()} />);
    expect(spoken).toEqual(["Turn B1 off", "Open the hall box"]);
    fireEvent.keyDown(document.body, { key: "r", code: "KeyR" });
    expect(spoken.at(-1)).toBe("Open the hall box");
    expect(spoken).toHaveLength(3);
  });

  it("takes a double tap beside the buttons for the likeliest answer", () => {
    const likeliest = vi.fn();
    render(<Plate words="Look at the light" likeliest={likeliest} />);
    fireEvent.doubleClick(screen.getByText("Look at the light"));
    expect(likeliest).not.toHaveBeenCalled();
    fireEvent.click(screen.getByText("hands-free"));
    fireEvent.doubleClick(screen.getByText("hands-free"));
    expect(likeliest).not.toHaveBeenCalled();
    fireEvent.doubleClick(screen.getByText("Look at the light"));
    expect(likeliest).toHaveBeenCalledOnce();
  });
});
