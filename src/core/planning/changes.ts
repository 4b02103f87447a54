import type { Drill } from '../drills/schema.ts';
import { doseInWords } from '../scores/result.ts';
import { t } from '../text/translate.ts';
import type { Item, Session, WeekPlan } from '../weeks/schema.ts';

type Named = ReadonlyMap<string, Pick<Drill, 'name'>>;
type Content = Pick<WeekPlan, 'title' | 'focus' | 'sessions'>;

const itemsOf = (session: Session) => session.blocks.flatMap((block) => block.items);
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

function itemChange(was: Item, is: Item, name: string): string | null {
  if (same(was, is)) return null;
  const rounds = (item: Item) => ('rounds' in item.dose && item.dose.rounds > 1 ? ` × ${item.dose.rounds}` : '');
  const [before, after] = [doseInWords(was.dose) + rounds(was), doseInWords(is.dose) + rounds(is)];
  if (before !== after) return t('{name} is now {after} instead of {before}.', { name, after, before });
  if (was.side !== is.side) return t('{name} is now for {side} instead of {side2}.', { name, side: is.side, side2: was.side });
  if (!same(was.paces, is.paces) || was.inPairs !== is.inPairs) return t('{name} has another pace.', { name });
  if (!same(was.target, is.target)) return t('{name} has another number to reach.', { name });
  if (was.scored !== is.scored) return is.scored ? t('{name} is now counted.', { name }) : t('{name} is not counted any more.', { name });
  if (was.note !== is.note)
    return is.note ? t('A word from your coach at {name}: {note}', { name, note: is.note }) : t('The note at {name} is gone.', { name });
  if (was.clip !== is.clip)
    return is.clip ? t('A clip of {name} would be welcome.', { name }) : t('No clip of {name} is needed any more.', { name });
  if (!same(was.groups, is.groups)) return t('{name} is another for some groups.', { name });
  return t('{name} changed a little.', { name });
}

function sessionChanges(was: Session, is: Session, names: Named): string[] {
  const list: string[] = [];
  const name = (item: Item) => `“${names.get(item.drillId)?.name ?? item.drillId}”`;
  if (was.name !== is.name) list.push(t('“{name}” is now called “{name2}”.', { name: was.name, name2: is.name }));
  if (was.day !== is.day) list.push(t('“{name}” has another day.', { name: is.name }));
  if (!same(was.groups ?? [], is.groups ?? [])) list.push(t('“{name}” is for other groups.', { name: is.name }));
  const [before, after] = [itemsOf(was), itemsOf(is)];
  for (const item of after) {
    const old = before.find((one) => one.id === item.id);
    if (!old) list.push(t('{name} is new in “{name2}”.', { name: name(item), name2: is.name }));
    else if (old.drillId !== item.drillId)
      list.push(t('{name} takes the place of {name2} in “{name3}”.', { name: name(item), name2: name(old), name3: is.name }));
    else list.push(...[itemChange(old, item, name(item))].filter((one) => one !== null));
  }
  for (const item of before)
    if (!after.some((one) => one.id === item.id)) list.push(t('{name} is out of “{name2}”.', { name: name(item), name2: is.name }));
  const order = (items: readonly Item[], kept: readonly Item[]) =>
    items.filter((item) => kept.some((one) => one.id === item.id)).map((item) => item.id);
  if (!same(order(before, after), order(after, before))) list.push(t('The order of “{name}” changed.', { name: is.name }));
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
  if (was.title !== is.title) list.push(t('The week is now called “{title}”.', { title: is.title }));
  if (was.focus !== is.focus) list.push(is.focus ? t('The focus is now: {focus}.', { focus: is.focus }) : t('The focus is gone.'));
  for (const session of is.sessions) {
    const old = was.sessions.find((one) => one.id === session.id);
    if (old) list.push(...sessionChanges(old, session, names));
    else list.push(t('“{name}” is a new session.', { name: session.name }));
  }
  for (const session of was.sessions)
    if (!is.sessions.some((one) => one.id === session.id)) list.push(t('“{name}” is out of the week.', { name: session.name }));
  const kept = (a: Content, b: Content) => a.sessions.filter((one) => b.sessions.some((other) => other.id === one.id)).map((one) => one.id);
  if (list.length === 0 && !same(kept(was, is), kept(is, was))) list.push(t('The order of the sessions changed.'));
  return list;
}
