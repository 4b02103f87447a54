import { listed } from '../text/listed.ts';
import { plural, t } from '../text/translate.ts';
import { checkKey } from './mending.ts';
import type { Check, CheckName } from './planner-view.ts';

/** Checks of one cause, as they are read: one line, however many places it stands in. */
export interface CheckLine {
  name: CheckName;
  blocks: boolean;
  what: string;
  why: string;
  how: string;
  /** Keys of the checks it is made of. */
  keys: string[];
  /** Where it stands for several, the sentence of each. */
  each: string[];
}

type Of = (n: number, names: string) => string;

/** The one sentence that several checks of a kind come to. Kinds that are for the whole week have none. */
const MANY: Partial<Record<CheckName, Of>> = {
  'over the time budget': (n, names) =>
    t('{sessions} take longer than the squad’s sessions have: {names}.', { sessions: plural(n, 'session'), names }),
  'feet differ': (n, names) => t('In {sessions} one foot works more than the other: {names}.', { sessions: plural(n, 'session'), names }),
  'leg burners back to back': (n, names) => t('{n} times two leg burners come back to back: in {names}.', { n, names }),
  'too much hopping': (n, names) =>
    t('{sessions} have more than two minutes of hopping a leg: {names}.', { sessions: plural(n, 'session'), names }),
  'new skill before warm-up': (n, names) =>
    t('{sessions} start a new skill before any warm-up: {names}.', { sessions: plural(n, 'session'), names }),
  'easier drill not met': (n, names) => t('{drills} have no easier one met: {names}.', { drills: plural(n, 'drill'), names }),
  'kit or space missing': (n, names) => t('{drills} cannot be done at home by everybody: {names}.', { drills: plural(n, 'drill'), names }),
  'only full pace': (n, names) => t('{drills} are only ever done at full pace: {names}.', { drills: plural(n, 'drill'), names }),
  'heading below the age': (n, names) =>
    t('{drills} have heading, and some of the squad are too young for it: {names}.', { drills: plural(n, 'drill'), names }),
  'no caution': (n, names) => t('{drills} have no caution: {names}.', { drills: plural(n, 'drill'), names }),
};

/** Names in a line: the first of many, and how many more. */
const NAMES_MOST = 4;
const shortly = (names: readonly string[]): string =>
  listed(
    names.length > NAMES_MOST ? [...names.slice(0, NAMES_MOST - 1), t('{names} more', { names: names.length - NAMES_MOST + 1 })] : names,
  );

/** What was noticed of a week as it is read: the same of one cause is one line, in the order of the first of them. */
export function checkLines(checks: readonly Check[]): CheckLine[] {
  const byName = new Map<CheckName, Check[]>();
  for (const check of checks) byName.set(check.name, [...(byName.get(check.name) ?? []), check]);
  return [...byName.values()].flatMap((same): CheckLine[] => {
    const [first] = same;
    if (!first) return [];
    const { name, blocks, why } = first;
    const keys = same.map(checkKey);
    const many = same.length > 1 ? MANY[name] : undefined;
    if (!many) return same.map((check) => ({ name, blocks, what: check.what, why, how: check.how, keys: [checkKey(check)], each: [] }));
    const names = [...new Set(same.flatMap((check) => (check.about === null ? [] : [`“${check.about}”`])))];
    const hows = [...new Set(same.map((check) => check.how))];
    return [
      {
        name,
        blocks,
        what: many(same.length, shortly(names)),
        why,
        how: hows.length === 1 ? first.how : same.map((check) => check.how).join(' '),
        keys,
        each: same.map((check) => check.what),
      },
    ];
  });
}
