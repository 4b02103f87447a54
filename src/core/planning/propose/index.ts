import { weekdayInWords } from '../../calendar/weekdays.ts';
import { harderThan } from '../../drills/edges.ts';
import type { Drill } from '../../drills/schema.ts';
import { listed } from '../../text/listed.ts';
import { plural, t } from '../../text/translate.ts';
import type { Session, WeekPlan } from '../../weeks/schema.ts';
import { fittedShape } from '../fitted-shape.ts';
import { allItems, measureSession } from '../measure.ts';
import { mendAll } from '../mending.ts';
import { checkWeek } from '../planner.ts';
import { type Candidate, candidatesFor, type Order } from './candidates.ts';
import { chooseWeek, type Solve } from './choose.ts';
import { dueDrills, type Place, type Role, STYLE_LIMITS, type Wishes } from './wishes.ts';
import { weaveWeek } from './woven.ts';

export type { Order } from './candidates.ts';
export type { Solve, Solved } from './choose.ts';
export * from './wishes.ts';

/** A week that is proposed. */
export interface ProposedWeek {
  sessions: Session[];
  /** Why each drill is there, by item id. */
  why: Record<string, string>;
  /** Wishes that could not all be met, each with what was dropped. */
  unmet: string[];
  /** False where the time was up before it was known that nothing is better. */
  best: boolean;
}

/** The drills that may take a drill's place: down its stairs, up, or of another family. */
function amongFor({ drillId, to }: NonNullable<Wishes['swap']>, drills: ReadonlyMap<string, Drill>): string[] {
  const drill = drills.get(drillId);
  if (!drill) return [];
  if (to === 'other family') return [...drills.values()].filter((one) => one.family !== drill.family).map((one) => one.id);
  const walk = (next: (one: Drill) => readonly string[]) => {
    const seen = new Set<string>();
    for (let ring = [drill]; ring.length > 0; ) {
      const ids = ring.flatMap(next).filter((id) => drills.has(id) && !seen.has(id));
      for (const id of ids) seen.add(id);
      ring = ids.flatMap((id) => drills.get(id) ?? []);
    }
    return [...seen];
  };
  return walk(to === 'easier' ? (one) => one.easier : (one) => harderThan([...drills.values()], one.id).map((up) => up.id));
}

/** Drills asked for by role: pins, and what may take the place of a swapped one. */
function askedFor(pins: readonly Place[], slot: { role: Role; among: readonly string[] } | null): Map<Role, Set<string>> {
  const asked = new Map<Role, Set<string>>();
  const add = (role: Role, id: string) => asked.set(role, (asked.get(role) ?? new Set()).add(id));
  for (const pin of pins) add(pin.role, pin.drillId);
  for (const id of slot?.among ?? []) add(slot?.role ?? 'recap', id);
  return asked;
}

/** What of the wishes is not in the week, in sentences that say what was dropped. */
function unmetIn(sessions: readonly Session[], order: Order, candidates: readonly Candidate[]): string[] {
  const { wishes, facts, drills, runner } = order;
  const plan: WeekPlan = { title: '', focus: '', sessions: [...sessions] };
  const there = new Set(allItems(plan).map((item) => item.drillId));
  const name = (id: string) => `“${drills.get(id)?.name ?? id}”`;
  const unmet: string[] = [];
  const touches = sessions.reduce((sum, session) => {
    const { left, right } = measureSession(session, drills, runner).dose.touches;
    return sum + left + right;
  }, 0);
  const most = facts.meanTouches ? STYLE_LIMITS[wishes.style].touches * facts.meanTouches : null;
  const short = sessions.filter((session) => measureSession(session, drills, runner).dose.seconds < 0.85 * wishes.minutes * 60);
  if (short.length > 0 || sessions.length < wishes.days.length) {
    const why =
      most !== null && touches > 0.9 * most
        ? t('more would be too many touches at once after the last weeks')
        : t('there are not enough drills that everybody can do');
    unmet.push(t('Not every session has its {minutes}: {why}. I dropped the length.', { minutes: plural(wishes.minutes, 'minute'), why }));
  }
  const noFamily = wishes.focus.filter((family) => !candidates.some((one) => one.drill.family === family && one.role !== 'cool-down'));
  if (noFamily.length > 0)
    unmet.push(
      t('No drill of {noFamily} can be done by everybody at home now. I dropped {n, plural, one {it} other {them}}.', {
        noFamily: listed(noFamily),
        n: noFamily.length,
      }),
    );
  if (wishes.aim && !there.has(wishes.aim)) {
    const onWay = candidates.some((one) => one.why.startsWith('On the way') && there.has(one.drill.id));
    if (!onWay) unmet.push(t('{name} has no step that fits this week. I dropped the aim.', { name: name(wishes.aim) }));
  }
  for (const pin of wishes.pins) {
    const session = sessions.find((one) => one.day === pin.day);
    const has = session?.blocks.some((block) => block.kind === pin.role && block.items.some((item) => item.drillId === pin.drillId));
    if (!has)
      unmet.push(
        t('{name} could not stay on {weekdays}: it is not safe there, or not everybody can do it. I dropped it.', {
          name: name(pin.drillId),
          weekdays: weekdayInWords(pin.day),
        }),
      );
  }
  const missed = [...dueDrills(facts)].filter((id) => !there.has(id) && drills.has(id) && !wishes.bans.includes(id));
  if (missed.length > 0)
    unmet.push(t('{recaps} did not find room: {missed}.', { recaps: plural(missed.length, 'recap'), missed: listed(missed.map(name)) }));
  return unmet;
}

/** Where nothing was found in time, each day has the usual shape, made to fit. */
function usualWeek(order: Order, id: () => string): Session[] {
  const { wishes, facts, drills, runner } = order;
  const sessions: Session[] = [];
  for (const day of wishes.days) {
    const made = fittedShape('recap day', { minutes: wishes.minutes, drills, id }, facts, runner, sessions);
    sessions.push({ ...made, day });
  }
  return sessions;
}

/**
 * A week for a squad: sessions for the wished days, each drill with its reason, none of which breaks a limit of safety, and about which the
 * checks have nothing to say. The same order and seed give the same week, as long as the solver is not out of time.
 * @param solve solves an integer program; core has no solver of its own
 * @param id gives a new id for each part
 */
export function proposeWeek({ wishes: wished, ...given }: Order, solve: Solve, id: () => string): ProposedWeek {
  const { facts, drills, runner } = given;
  const days = [...new Set(wished.days)].sort((a, b) => a - b);
  const wishes: Wishes = {
    ...wished,
    days,
    // No evening is longer than the squad's sessions are, and nothing stays on a day without one.
    minutes: Math.min(wished.minutes, facts.sessionMinutes),
    pins: wished.pins.filter((pin) => days.includes(pin.day)),
  };
  const order: Order = { ...given, wishes };
  const { swap } = wishes;
  const slot = swap ? { day: swap.day, role: swap.role, among: amongFor(swap, drills), instead: swap.drillId } : null;
  const candidates = candidatesFor(order, askedFor(wishes.pins, slot)).filter(
    (one) => !swap || one.drill.id !== swap.drillId || wishes.pins.some((pin) => pin.drillId === one.drill.id),
  );
  const { chosen, best } = chooseWeek(order, candidates, { pins: wishes.pins, slot }, solve);
  const woven = chosen.length > 0 ? weaveWeek(chosen, order, id) : { sessions: usualWeek(order, id), why: new Map<string, string>() };
  // Rounds are whole now, so a session may be a little longer than reckoned: the checks' own mends shorten it to what was wished.
  const aside = (facts.aside ?? []).filter((name) => name !== 'over the time budget');
  const look = (plan: WeekPlan) => checkWeek(plan, drills, runner, { ...facts, sessionMinutes: wishes.minutes, aside }, id);
  const { sessions } = mendAll({ title: '', focus: '', sessions: woven.sessions }, look);
  const why = Object.fromEntries(
    allItems({ title: '', focus: '', sessions }).map((item) => [item.id, woven.why.get(item.id) ?? t('Put in so that the week is sound.')]),
  );
  return { sessions, why, unmet: unmetIn(sessions, order, candidates), best };
}
