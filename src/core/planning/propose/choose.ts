import type { Candidate, Order } from './candidates.ts';
import { kernelOf, type Relaxed } from './kernel.ts';
import { modelOf, type Settled, type Wanted } from './model.ts';
import type { Chosen } from './woven.ts';

/** What a solver answers: the best there is, the best it found in its time, or nothing; and what it says of each variable. */
export interface Solved extends Relaxed {
  state: 'best' | 'best found' | 'nothing';
}

/** Solves a linear or an integer program in the LP format. @param seed of the solver's own chance */
export type Solve = (program: string, seed: number) => Solved;

/**
 * Further rounds as a later program has them written, with four decimals: never more than were found. A day that fills its minutes to the
 * last second would break its own limit by a rounding, and the program of the next day would have no answer at all.
 */
const kept = (rounds: number) => Math.max(0, Math.floor(rounds * 10_000 - 0.1) / 10_000);

/**
 * The week that is best by what it is worth: day after day first, then again two neighbouring days together with the others as they are.
 * Parts, each of its few nearest choices, are small enough to be solved to the end in a moment, which a whole week is not.
 * @returns best is false where a part was not solved to the end
 */
export function chooseWeek(
  order: Order,
  candidates: readonly Candidate[],
  asked: Wanted,
  solve: Solve,
): { chosen: Chosen[]; best: boolean } {
  const { wishes } = order;
  const { days } = wishes;
  const settled = new Map<number, Settled>();
  const chosen = new Map<number, Chosen[]>();
  let best = true;
  /** Solves some days again, with all others of `among` as they are. */
  const settle = (free: readonly number[], among: readonly number[]) => {
    const fixed = new Map([...settled].filter(([day]) => among.includes(day) && !free.includes(day)));
    const model = modelOf(order, candidates, among, fixed, asked);
    const stays = new Set([...settled.values()].flatMap((day) => [...day.keys()]));
    const kernel = kernelOf(model, solve(model.relaxed(), wishes.seed), stays);
    const { state, value } = solve(model.program(kernel), wishes.seed);
    if (state !== 'best') best = false;
    if (state === 'nothing') return;
    for (const day of free) {
      const taken = model.choices.filter((one) => one.day === day && value(one.name) > 0.5);
      settled.set(day, new Map(taken.map((one) => [one.name, kept(value(one.rounds))])));
      chosen.set(
        day,
        taken.map(({ name, candidate, rounds }) => ({ name, day, candidate, rounds: candidate.rounds.least + Math.round(value(rounds)) })),
      );
    }
  };
  for (const [i, day] of days.entries()) settle([day], days.slice(0, i + 1));
  // Of two days there is one pair; of more the last and the first are one as well.
  const pairs = days.length > 2 ? days.length : days.length - 1;
  for (let i = 0; i < pairs; i++) settle([days[i] ?? 0, days[(i + 1) % days.length] ?? 0], days);
  return { chosen: days.flatMap((day) => chosen.get(day) ?? []), best };
}
