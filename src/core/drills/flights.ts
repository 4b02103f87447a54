import { harderThan, stepsOf } from './edges.ts';
import type { Drill } from './schema.ts';

/** A step of a flight, and the easier drills that it stands on besides the step below it. */
export interface FlightStep {
  drill: Drill;
  also: string[];
}

/** Drills one above another, each named as an easier one by the next; what the first one stands on is its landing. */
export type Flight = FlightStep[];

/**
 * Takes drills apart into flights of stairs: the longest one first, then the longest of what is left, so that each drill is one step and each
 * link up is either a step or told at it. Meant for drills without a circle.
 * @param drills all that may be stood on
 * @param ids those that become steps; of equally long flights the one whose first drill comes earlier here is taken first
 */
export function flightsOf(drills: readonly Drill[], ids: ReadonlySet<string>): Flight[] {
  const heights = stepsOf(drills);
  const left = new Map(drills.filter(({ id }) => ids.has(id)).map((drill) => [drill.id, drill]));
  const there = new Set(drills.map(({ id }) => id));
  const flights: Flight[] = [];
  while (left.size > 0) {
    const among = [...left.values()];
    const best = new Map<string, Drill[]>();
    // From the top down, so that what stands on a drill is known before it.
    for (const drill of among.toSorted((a, b) => (heights.get(b.id) ?? 0) - (heights.get(a.id) ?? 0))) {
      const above = harderThan(among, drill.id).map(({ id }) => best.get(id) ?? []);
      best.set(drill.id, [drill, ...(above.sort((a, b) => b.length - a.length)[0] ?? [])]);
    }
    const longest = among.map(({ id }) => best.get(id) ?? []).sort((a, b) => b.length - a.length)[0] ?? [];
    for (const { id } of longest) left.delete(id);
    flights.push(
      longest.map((drill, i) => ({
        drill,
        also: drill.easier.filter((id) => id !== longest[i - 1]?.id && there.has(id)),
      })),
    );
  }
  return flights;
}

/** Sizes of what is drawn of a flight, in one unit. */
export interface FlightSizes {
  step: { width: number; height: number };
  /** How far each step stands to the right of the one below. */
  shift: number;
  /** Height of the landing under a flight, and room above it. */
  landing: number;
  gap: number;
}

/** Where each flight stands: the left lower corner of its first step, from the left lower corner of all. */
export interface FlightsLaid {
  width: number;
  height: number;
  flights: { flight: Flight; x: number; y: number }[];
}

/**
 * Stands flights side by side in some columns, several short ones over one another, the longest at the bottom: each goes where least stands
 * (longest processing time first; R. Graham 1969).
 * @param columns at least 1
 */
export function standFlights(flights: readonly Flight[], columns: number, sizes: FlightSizes): FlightsLaid {
  const stacks = Array.from({ length: Math.max(1, Math.min(columns, flights.length)) }, () => ({
    height: 0,
    longest: 1,
    flights: [] as { flight: Flight; y: number }[],
  }));
  for (const flight of flights.toSorted((a, b) => b.length - a.length)) {
    const stack = stacks.reduce((least, one) => (one.height < least.height ? one : least));
    stack.flights.push({ flight, y: stack.height + sizes.landing });
    stack.height += sizes.landing + flight.length * sizes.step.height + sizes.gap;
    stack.longest = Math.max(stack.longest, flight.length);
  }
  let x = 0;
  const laid = stacks.flatMap((stack) => {
    const here = x;
    x += sizes.step.width + (stack.longest - 1) * sizes.shift + sizes.gap;
    return stack.flights.map(({ flight, y }) => ({ flight, x: here, y }));
  });
  return { width: Math.max(0, x - sizes.gap), height: Math.max(0, ...stacks.map(({ height }) => height)), flights: laid };
}

/** Smaller than this, letters are not read any more. */
const LEAST_SCALE = 0.82;

/**
 * Stands flights so that all are seen at once as large as can be, never larger than they are; where letters would be too small, in as many
 * columns as there is width for, and the rest is scrolled to.
 * @param room what there is to draw in, in the unit of the sizes
 * @returns where they stand, unscaled, and the scale they are drawn at
 */
export function fitFlights(
  flights: readonly Flight[],
  room: { width: number; height: number },
  sizes: FlightSizes,
): FlightsLaid & { scale: number } {
  const all = flights.map((_, i) => standFlights(flights, i + 1, sizes)).filter(({ width }) => width > 0);
  const [first, ...others] = all;
  if (!first) return { width: 0, height: 0, flights: [], scale: 1 };
  const seen = (one: FlightsLaid) => Math.min(1, room.width / one.width, room.height / one.height);
  const best = others.reduce((found, one) => (seen(one) > seen(found) + 1e-9 ? one : found), first);
  if (seen(best) >= LEAST_SCALE) return { ...best, scale: seen(best) };
  const wide = all.filter(({ width }) => width * LEAST_SCALE <= room.width).at(-1) ?? first;
  return { ...wide, scale: Math.min(1, Math.max(LEAST_SCALE, room.width / wide.width)) };
}
