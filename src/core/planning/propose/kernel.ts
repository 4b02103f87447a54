import type { Model, Option } from './model.ts';

/** What a solver answers of a linear program: the value of each variable, and how much of the goal a further unit of it would cost. */
export interface Relaxed {
  value(name: string): number;
  reducedCost(name: string): number;
}

/** The choices that come nearest to being worth it, of all and for each role of each day. */
const NEAREST = 30;
const NEAREST_OF_ROLE = 5;
const NOTHING = 1e-6;

/**
 * The few choices among which a part is solved, so that its time is bounded by its size and not by a clock: those that the linear program
 * takes in part, those of the least reduced cost, and what was chosen already (kernel search, Angelelli, Mansini and Speranza 2010).
 * @param relaxed the solution of the model's linear program
 * @param chosen names that stay in whatever the linear program says
 */
export function kernelOf(model: Model, relaxed: Relaxed, chosen: ReadonlySet<string>): Set<string> {
  const taken = (one: Option) => relaxed.value(one.name) > NOTHING;
  const far = (one: Option) => (taken(one) ? 0 : Math.abs(relaxed.reducedCost(one.name)));
  const nearest = model.choices
    .map((one, i) => ({ one, i, far: far(one) }))
    .sort((a, b) => a.far - b.far || a.i - b.i)
    .map(({ one }) => one);
  const kernel = new Set([
    ...chosen,
    ...nearest.filter(taken).map(({ name }) => name),
    ...nearest.slice(0, NEAREST).map(({ name }) => name),
  ]);
  const ofRole = new Map<string, number>();
  for (const { name, day, candidate } of nearest) {
    const role = `${day} ${candidate.role}`;
    const before = ofRole.get(role) ?? 0;
    if (before >= NEAREST_OF_ROLE) continue;
    ofRole.set(role, before + 1);
    kernel.add(name);
  }
  return kernel;
}
