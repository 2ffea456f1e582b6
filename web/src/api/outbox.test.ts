import "fake-indexeddb/auto";
import { describe, expect, it, vi } from "vitest";
import { body, Problem, Stale, Unreachable, type Job } from "./client";
import { Outbox, type Letter } from "./outbox";

const letter = (key: string, job = 1): Letter => ({
  key,
  job,
  change: { do: "undo" },
  version: 1,
  words: key,
});
const done = { call: { id: 1 } } as Job;
let number = 0;
const name = () => `outbox ${number++}`;

describe("the outbox", () => {
  it("sends in order, each once, and says what was answered", async () => {
    const send = vi.fn<(letter: Letter) => Promise<Job>>().mockResolvedValue(done);
    const answered = vi.fn();
    const outbox = new Outbox(send, answered, undefined, name());
    await outbox.add(letter("a"));
    await outbox.add(letter("b"));
    await Promise.all([outbox.flush(), outbox.flush()]);
    await outbox.flush();
    expect(send.mock.calls.map(([one]) => one.key)).toEqual(["a", "b"]);
    expect(answered).toHaveBeenCalledTimes(2);
    expect(outbox.letters()).toEqual([]);
  });

  it("keeps what could not be sent, over a restart, with its key", async () => {
    const away = vi.fn<(letter: Letter) => Promise<Job>>().mockRejectedValue(new Unreachable("away"));
    const where = name();
    const outbox = new Outbox(away, vi.fn(), undefined, where);
    await outbox.add(letter("a"));
    await outbox.add(letter("b"));
    await outbox.flush();
    expect(new Set(away.mock.calls.map(([one]) => one.key))).toEqual(new Set(["a"]));
    const send = vi.fn<(letter: Letter) => Promise<Job>>().mockResolvedValue(done);
    const again = new Outbox(send, vi.fn(), undefined, where);
    await again.flush();
    await again.flush();
    expect(send.mock.calls.map(([one]) => one.key)).toEqual(["a", "b"]);
  });

  it("keeps an answer that the server could not store, and sends it again", async () => {
    let full = true;
    const said = { error: { detail: "Not stored." }, response: new Response(null, { status: 507 }) };
    const send = vi.fn<(letter: Letter) => Promise<Job>>(() =>
      full ? body<Job>(Promise.resolve(said)) : Promise.resolve(done),
    );
    const outbox = new Outbox(send, vi.fn(), undefined, name());
    await outbox.add(letter("a"));
    await outbox.flush();
    expect(outbox.letters().map((one) => one.refused)).toEqual([undefined]);
    full = false;
    await outbox.flush();
    await outbox.flush();
    expect(outbox.letters()).toEqual([]);
  });

  it("stops at what is refused, sends nothing made after it, and lets other jobs go on", async () => {
    const send = vi.fn<(letter: Letter) => Promise<Job>>((one) =>
      one.key === "a" ? Promise.reject(new Stale("changed")) : Promise.resolve(done),
    );
    const refused = vi.fn();
    const outbox = new Outbox(send, vi.fn(), refused, name());
    for (const [key, job] of [
      ["a", 1],
      ["b", 1],
      ["c", 2],
    ] as const)
      await outbox.add(letter(key, job));
    await outbox.flush();
    expect(send.mock.calls.map(([one]) => one.key)).toEqual(["a", "c"]);
    expect(outbox.letters().map((one) => one.refused)).toEqual([
      "The job had changed before it arrived.",
      undefined,
    ]);
    expect(refused).toHaveBeenCalledTimes(1);
    await outbox.drop(outbox.letters()[0] as Letter);
    expect(outbox.letters()).toEqual([]);
  });

  it("does not try for ever what fails for another reason than the network", async () => {
    const send = vi.fn<(letter: Letter) => Promise<Job>>().mockRejectedValue(new TypeError("no such field"));
    const outbox = new Outbox(send, vi.fn(), undefined, name());
    await outbox.add(letter("a"));
    await outbox.flush();
    expect(outbox.letters()[0]?.refused).toMatch(/could not be sent: TypeError: no such field/);
    expect(send).toHaveBeenCalledTimes(1);
  });

  it("says why in the server's words", async () => {
    const outbox = new Outbox(
      () => Promise.reject(new Problem("There is no step to undo.")),
      vi.fn(),
      undefined,
      name(),
    );
    await outbox.add(letter("a"));
    await outbox.flush();
    expect(outbox.letters()[0]?.refused).toBe("There is no step to undo.");
  });
});
