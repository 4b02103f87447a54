import type { Drill } from '../drills/schema.ts';
import { addDoses, type DoseSum, doseOf, NO_DOSE } from '../training/dose.ts';
import { compileRunSheet, type Interval, type Runner } from '../training/index.ts';
import type { Session, WeekPlan } from '../weeks/schema.ts';

/** A session with what it comes to for one runner. */
export interface MeasuredSession {
  session: Session;
  sheet: Interval[];
  dose: DoseSum;
}

/** Edits keep the sessions they do not touch, so what was measured of those still holds. */
const measured = new WeakMap<Session, { drills: ReadonlyMap<string, Drill>; runner: Runner; found: MeasuredSession }>();

/** A session's run sheet and dose. Items whose drill is not among `drills` are left out; half-typed numbers count as 0. */
export function measureSession(session: Session, drills: ReadonlyMap<string, Drill>, runner: Runner): MeasuredSession {
  const known = measured.get(session);
  if (known && known.drills === drills && known.runner === runner) return known.found;
  const there = { ...session, blocks: session.blocks.map((b) => ({ ...b, items: b.items.filter((item) => drills.has(item.drillId)) })) };
  const sheet = compileRunSheet(there, drills, runner);
  const found = { session, sheet, dose: doseOf(sheet, drills, runner) };
  measured.set(session, { drills, runner, found });
  return found;
}

export interface MeasuredWeek {
  sessions: MeasuredSession[];
  dose: DoseSum;
}

/** The dose of a week is the sum of its sessions'. */
export function measureWeek(plan: WeekPlan, drills: ReadonlyMap<string, Drill>, runner: Runner): MeasuredWeek {
  const sessions = plan.sessions.map((session) => measureSession(session, drills, runner));
  return { sessions, dose: sessions.map((one) => one.dose).reduce(addDoses, NO_DOSE) };
}

/** Seconds of each foot in a dose; work in which the feet are not told apart is half for each. */
export function footSeconds(dose: DoseSum): { left: number; right: number } {
  return { left: dose.work.left + dose.work.both / 2, right: dose.work.right + dose.work.both / 2 };
}

export const itemsOf = (session: Session) => session.blocks.flatMap((block) => block.items);
export const allItems = (plan: WeekPlan) => plan.sessions.flatMap(itemsOf);
