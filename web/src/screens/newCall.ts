import { z } from "zod";
import type { OpenCall } from "../api/client";
import type { Change } from "./ChangeAsked";
import { UNKNOWN_USE } from "./Works";

const FILL = "Fill this in.";
const needed = z.string().trim().min(1, FILL);
const amperes = z.string().regex(/^(\d{1,3}(\.\d+)?)?$/, "A number of amperes, as on the handle.");
const load = z.object({ place: z.string(), kind: z.string() });
export const said = z.object({
  name: z.string().trim(),
  street: needed,
  title: needed,
  complaint: z.string(),
  switches: z.array(z.object({ place: z.string(), works: z.array(z.string()), marked: z.boolean() })),
  loads: z.array(load),
  method: z.string(),
  began: z.string(),
  trips: z.string(),
  volts: z.number(),
  amps: amperes,
  other_amps: amperes,
  protection: z.string(),
  lamp: z.string(),
  year_built: z.string().regex(/^(\d{4})?$/, "A year has four digits."),
  junctions: z.string(),
  day: z.string(),
  time: z.string(),
});
/** The same without a job file, which says all this itself. */
export const drafted = said.extend({
  switches: z
    .array(z.object({ place: needed, works: z.array(z.string()), marked: z.boolean() }))
    .min(1, FILL),
  loads: z.array(load.extend({ place: needed })).min(1, FILL),
});
export type Said = z.infer<typeof said>;

/** A call of which nothing was said yet. */
export const blank: Said = {
  name: "",
  street: "",
  title: "",
  complaint: "",
  switches: [{ place: "", works: [], marked: false }],
  loads: [{ place: "", kind: "" }],
  method: "",
  began: "",
  trips: "",
  volts: 0,
  amps: "",
  other_amps: "",
  protection: "",
  lamp: "",
  year_built: "",
  junctions: "",
  day: "",
  time: "",
};

/** A job file that was chosen. */
export type Sent = { name: string; content: Record<string, unknown> };

/** The call as the server takes it: a draft of a job, or a job file. */
export function asCall(call: Said, file: Sent | null, change: Change | null): OpenCall {
  const { name, street, title, complaint, switches, began, trips, day, time, ...rest } = call;
  const { amps, other_amps, protection, lamp, year_built, junctions, ...draft } = rest;
  const first = { ...(amps && { amps: Number(amps) }), ...(protection && { protection }) };
  const breakers = [first, ...(other_amps ? [{ amps: Number(other_amps) }] : [])];
  const boxes = junctions
    .split(",")
    .map((each) => each.trim())
    .filter(Boolean);
  const about = {
    house: { name: name || street, street },
    title,
    complaint,
    ...(day && { day }),
    ...(time && { time }),
  };
  if (file) return { ...about, file: file.content };
  return {
    ...about,
    draft: {
      ...draft,
      switches: switches.map(({ place }) => place),
      ...(switches.some(({ marked }) => marked) && { marked: switches.map(({ marked }) => marked) }),
      ...((amps || protection || other_amps) && { breakers }),
      ...(lamp && { loads: draft.loads.map((one) => (LIT.includes(one.kind) ? { ...one, lamp } : one)) }),
      ...(year_built && { year_built: Number(year_built) }),
      ...(boxes.length > 0 && { junctions: boxes }),
      ...works(switches, draft.loads),
      ...(complaint && { story: complaint }),
      ...(began && { began }),
      ...(trips && !change && { trips }),
      ...(change && { change: cleaned(change) }),
    },
  };
}

/** Kinds of load with a bulb in them. */
const LIT = ["luminaire", "fan_light"];

/** A wish, and those beside it, with the runs that were filled in. */
function cleaned({ more, ...change }: Change): Change {
  return { ...change, runs: pulled(change), ...(more && { more: more.map(cleaned) }) };
}

/** The runs that were filled in. */
function pulled(change: Change) {
  return (change.runs ?? [])
    .filter((run) => run.from && run.to)
    .map(({ from, to, length_ft, raceway }) => ({
      from,
      to,
      ...(length_ft && { length_ft }),
      ...(raceway && { raceway }),
    }));
}

/** For each switch what it controls; a switch of which nothing was said controls everything. */
function works(switches: Said["switches"], loads: Said["loads"]) {
  if (switches.every((one) => one.works.length === 0)) return {};
  const all = loads.map((_, at) => `L${at + 1}`);
  return {
    works: switches.map(({ works: own }) => (own.includes(UNKNOWN_USE) ? [] : own.length > 0 ? own : all)),
  };
}
