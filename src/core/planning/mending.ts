import type { WeekPlan } from '../weeks/schema.ts';
import type { Check, CheckName, Mend } from './planner-view.ts';

/** Looks through a plan: all checks of it, as `checkWeek` finds them. */
export type Look = (plan: WeekPlan) => Check[];

/** Tells a check from the others of a week: its name and where it stands. */
export const checkKey = ({ name, at }: Pick<Check, 'name' | 'at'>): string => `${name} ${at ?? ''}`;

/** After one mend so many more may follow that it made needful; a longer chain is no mend but another week. */
const MOST_FOLLOWING = 12;

/** The order in which mends are made together: first what adds or changes drills, last what shortens. */
const IN_TURN: readonly CheckName[] = [
  'heading below the age',
  'kit or space missing',
  'easier drill not met',
  'no recap',
  'new skill before warm-up',
  'no challenge',
  'only full pace',
  'feet differ',
  'leg burners back to back',
  'too much hopping',
  'many headers',
  'many more touches',
  'over the time budget',
  'no caution',
];
const inTurn = (checks: readonly Check[]) => checks.toSorted((a, b) => IN_TURN.indexOf(a.name) - IN_TURN.indexOf(b.name));

/** The plan after one of a check's mends and what that made needful; null where something new would be left. */
function settled(plan: WeekPlan, mend: Mend, allowed: ReadonlySet<string>, look: Look): WeekPlan | null {
  let now = mend.apply(plan);
  for (let i = 0; i < MOST_FOLLOWING; i++) {
    const next = inTurn(look(now)).find((one) => !allowed.has(checkKey(one)));
    if (!next) return now;
    const following = next.mend?.apply(now);
    if (!following) return null;
    now = following;
  }
  return null;
}

/** A mend of a check that holds what it promises, with the plan it leads to. */
interface Sound {
  label: string;
  plan: WeekPlan;
}

/**
 * The mend of a check after which the list of checks is shorter and nothing new is in it: its first, or its other one, with whatever it makes
 * needful besides.
 * @param before all checks of the plan
 * @returns null where there is none: then a check has advice alone
 */
function soundMend(plan: WeekPlan, check: Check, before: readonly Check[], look: Look): Sound | null {
  const allowed = new Set(before.map(checkKey));
  allowed.delete(checkKey(check));
  for (const mend of [check.mend, check.otherwise]) {
    const found = mend && settled(plan, mend, allowed, look);
    if (found) return { label: mend.label, plan: found };
  }
  return null;
}

/** Checks with the mends that hold what they promise: pressing one makes the list shorter, and brings nothing new. The others have none. */
export function withSoundMends(plan: WeekPlan, checks: readonly Check[], look: Look): Check[] {
  return checks.map((check) => {
    const sound = soundMend(plan, check, checks, look);
    if (!sound) return { ...check, mend: null };
    // Pressed on the plan it was found in, which is the usual case, nothing is reckoned again.
    const apply = (now: WeekPlan) => (now === plan ? sound.plan : mendThese(now, [checkKey(check)], look));
    return { ...check, mend: { label: sound.label, apply } };
  });
}

/** A plan with the checks of some keys mended, one after the other, as far as they can be. */
export function mendThese(plan: WeekPlan, keys: readonly string[], look: Look): WeekPlan {
  return keys.reduce((now, key) => {
    const checks = look(now);
    const check = checks.find((one) => checkKey(one) === key);
    return (check && soundMend(now, check, checks, look)?.plan) ?? now;
  }, plan);
}

/** So many mends are made one after the other; what adds drill after drill comes to an end here. */
const MOST_IN_TURN = 60;

/** A plan with mends made one after the other, without looking whether each is sound. */
function mendedInTurn(plan: WeekPlan, look: Look): WeekPlan {
  let now = plan;
  const made = new Set<string>();
  for (let i = 0; i < MOST_IN_TURN; i++) {
    const next = inTurn(look(now)).find((check) => check.mend && !made.has(checkKey(check)));
    if (!next?.mend) return now;
    made.add(checkKey(next));
    now = next.mend.apply(now);
  }
  return now;
}

/** A plan with every check mended that can be; nothing is in its list that was not there before. */
export function mendAll(plan: WeekPlan, look: Look): WeekPlan {
  const before = new Set(look(plan).map(checkKey));
  const quick = mendedInTurn(plan, look);
  let checks = look(quick);
  let now = quick;
  if (!checks.every((check) => before.has(checkKey(check)))) {
    now = plan;
    checks = look(plan);
  }
  // What is left is tried with care: each mend makes the list shorter, so this ends.
  for (let i = 0; i < checks.length; ) {
    const check = inTurn(checks)[i];
    const next = check && soundMend(now, check, checks, look);
    if (!next) {
      i++;
      continue;
    }
    now = next.plan;
    checks = look(now);
    i = 0;
  }
  return now;
}
