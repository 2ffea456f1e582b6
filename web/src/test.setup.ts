import { configure } from "@testing-library/react";

// A slow machine may take seconds for what takes a moment elsewhere. What is there at once is not waited for.
configure({ asyncUtilTimeout: 20_000 });

/** What the browser has and jsdom lacks. */
class NoResize implements ResizeObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= NoResize;
