import type { Drill } from '../drills/schema.ts';
import { doseInWords } from '../scores/result.ts';
import type { Item, Session, WeekPlan } from '../weeks/schema.ts';

type Named = ReadonlyMap<string, Pick<Drill, 'name'>>;
type Content = Pick<WeekPlan, 'title' | 'focus' | 'sessions'>;

const itemsOf = (session: Session) => session.blocks.flatMap((block) => block.items);
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

function itemChange(was: Item, is: Item, name: string): string | null {
  if (same(was, is)) return null;
  const rounds = (item: Item) => ('rounds' in item.dose && item.dose.rounds > 1 ? ` × ${item.dose.rounds}` : '');
  const [before, after] = [doseInWords(was.dose) + rounds(was), doseInWords(is.dose) + rounds(is)];
  if (before !== after) return `${name} is now ${after} instead of ${before}.`;
  if (was.side !== is.side) return `${name} is now for ${is.side} instead of ${was.side}.`;
  if (!same(was.paces, is.paces) || was.inPairs !== is.inPairs) return `${name} has another pace.`;
  if (!same(was.target, is.target)) return `${name} has another number to reach.`;
  if (was.scored !== is.scored) return is.scored ? `${name} is now counted.` : `${name} is not counted any more.`;
  if (was.note !== is.note) return is.note ? `A word from your coach at ${name}: ${is.note}` : `The note at ${name} is gone.`;
  if (was.clip !== is.clip) return is.clip ? `A clip of ${name} would be welcome.` : `No clip of ${name} is needed any more.`;
  if (!same(was.groups, is.groups)) return `${name} is another for some groups.`;
  return `${name} changed a little.`;
}

function sessionChanges(was: Session, is: Session, names: Named): string[] {
  const list: string[] = [];
  const name = (item: Item) => `“${names.get(item.drillId)?.name ?? item.drillId}”`;
  if (was.name !== is.name) list.push(`“${was.name}” is now called “${is.name}”.`);
  if (was.day !== is.day) list.push(`“${is.name}” has another day.`);
  if (!same(was.groups ?? [], is.groups ?? [])) list.push(`“${is.name}” is for other groups.`);
  const [before, after] = [itemsOf(was), itemsOf(is)];
  for (const item of after) {
    const old = before.find((one) => one.id === item.id);
    if (!old) list.push(`${name(item)} is new in “${is.name}”.`);
    else if (old.drillId !== item.drillId) list.push(`${name(item)} takes the place of ${name(old)} in “${is.name}”.`);
    else list.push(...[itemChange(old, item, name(item))].filter((one) => one !== null));
  }
  for (const item of before) if (!after.some((one) => one.id === item.id)) list.push(`${name(item)} is out of “${is.name}”.`);
  const order = (items: readonly Item[], kept: readonly Item[]) =>
    items.filter((item) => kept.some((one) => one.id === item.id)).map((item) => item.id);
  if (!same(order(before, after), order(after, before))) list.push(`The order of “${is.name}” changed.`);
  const breaks = (session: Session) => session.blocks.map(({ kind, restSeconds, drinkSeconds }) => [kind, restSeconds, drinkSeconds]);
  if (list.length === 0 && !same(breaks(was), breaks(is))) list.push(`The blocks or breaks of “${is.name}” changed.`);
  return list;
}

/**
 * What changed from one content of a week to another, in sentences; empty when nothing did. Parts are told apart by their ids.
 * @param names the drills of both
 */
export function changesBetween(was: Content, is: Content, names: Named): string[] {
  const list: string[] = [];
  if (was.title !== is.title) list.push(`The week is now called “${is.title}”.`);
  if (was.focus !== is.focus) list.push(is.focus ? `The focus is now: ${is.focus}.` : 'The focus is gone.');
  for (const session of is.sessions) {
    const old = was.sessions.find((one) => one.id === session.id);
    if (old) list.push(...sessionChanges(old, session, names));
    else list.push(`“${session.name}” is a new session.`);
  }
  for (const session of was.sessions)
    if (!is.sessions.some((one) => one.id === session.id)) list.push(`“${session.name}” is out of the week.`);
  const kept = (a: Content, b: Content) => a.sessions.filter((one) => b.sessions.some((other) => other.id === one.id)).map((one) => one.id);
  if (list.length === 0 && !same(kept(was, is), kept(is, was))) list.push('The order of the sessions changed.');
  return list;
}
