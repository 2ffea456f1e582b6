/** What the browser has and jsdom lacks. */
class NoResize implements ResizeObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= NoResize;
