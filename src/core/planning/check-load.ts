import type { Drill } from '../drills/schema.ts';
import { t } from '../text/translate.ts';
import { changeBlock, changeItem, withItems, withSeconds } from '../weeks/edit.ts';
import type { Item, Session, WeekPlan } from '../weeks/schema.ts';
import { footSeconds, itemsOf, type MeasuredSession, measureSession, measureWeek } from './measure.ts';
import type { Check, PlannerView } from './planner-view.ts';

const MOST_HOPPING_SECONDS = 120;
const MOST_FOOT_DIFFERENCE = 0.1;
const MOST_MORE_TOUCHES = 1.3;
const BREAK_SECONDS = 30;
const LEAST_WORK_SECONDS = 10;
/** Twentieths of the work below which it is not worth while. */
const LEAST_SHARE = 6;

const minutes = (seconds: number) => t('{seconds} min', { seconds: Math.round(seconds / 60) });

/** An item with its amount of work times a share: seconds, reps or sets, never under the least that makes sense. */
export function withShare(item: Item, share: number): Item {
  const { dose } = item;
  const whole = (n: number, least: number) => Math.max(Math.min(n, least), Math.round(n * share));
  if ('seconds' in dose)
    return withSeconds(item, Math.max(Math.min(dose.seconds, LEAST_WORK_SECONDS), Math.round((dose.seconds * share) / 5) * 5));
  if (dose.measure === 'fixed reps') return { ...item, dose: { ...dose, reps: whole(dose.reps, 5) } };
  if (dose.measure === 'sets') return { ...item, dose: { ...dose, sets: whole(dose.sets, 1) } };
  return item;
}

/** What is left out of a session that cannot be made short enough otherwise: never its warm-up or its challenge, the last one first. */
function nextToGo(session: Session): Item | undefined {
  return session.blocks.findLast((block) => block.kind !== 'warm-up' && block.kind !== 'challenge' && block.items.length > 0)?.items.at(-1);
}

/** The session with as large a share of its work, then of its rounds, then of its drills as lasts no longer than wished, or nothing more can go. */
function shortened(session: Session, wished: number, measure: (session: Session) => MeasuredSession): Session {
  const fits = (tried: Session) => measure(tried).dose.seconds <= wished;
  const shared = (twentieths: number) => withItems(session, (item) => withShare(item, twentieths / 20));
  // Less work never lasts longer, so the largest share that fits is found by halves.
  let [fitting, least] = [LEAST_SHARE, 20];
  while (least - fitting > 1) {
    const middle = Math.floor((fitting + least) / 2);
    if (fits(shared(middle))) fitting = middle;
    else least = middle;
  }
  let now = shared(fitting);
  const once = (item: Item): Item => ('rounds' in item.dose ? { ...item, dose: { ...item.dose, rounds: 1 } } : item);
  if (!fits(now)) now = withItems(now, once);
  for (let goes = nextToGo(now); goes && !fits(now); goes = nextToGo(now)) {
    const id = goes.id;
    now = withItems(now, (item) => (item.id === id ? null : item));
  }
  return now;
}

const putSession = (plan: WeekPlan, session: Session): WeekPlan => ({
  ...plan,
  sessions: plan.sessions.map((one) => (one.id === session.id ? session : one)),
});

function overBudget({ session, dose }: MeasuredSession, view: PlannerView): Check[] {
  const most = view.facts.sessionMinutes * 60;
  if (dose.seconds <= most) return [];
  return [
    {
      name: 'over the time budget',
      blocks: false,
      at: session.id,
      about: session.name,
      what: t('“{name}” takes about {minutes}; the squad’s sessions have {sessionMinutes}.', {
        name: session.name,
        minutes: minutes(dose.seconds),
        sessionMinutes: view.facts.sessionMinutes,
      }),
      why: t('What does not fit into the evening is left out, and it is the end that is left out: challenge and cool-down.'),
      how: t('Shorten the work, or move a block to another day.'),
      mend: {
        label: t('Shorten the work to {sessionMinutes} min', { sessionMinutes: view.facts.sessionMinutes }),
        apply: (plan) => {
          const now = plan.sessions.find((one) => one.id === session.id);
          return now
            ? putSession(
                plan,
                shortened(now, most, (one) => measureSession(one, view.drills, view.runner)),
              )
            : plan;
        },
      },
    },
  ];
}

/** Gives the foot that got less the same: one-sided items get their twin for the other foot, right after them. */
function evenOut(session: Session, less: 'left' | 'right', drills: ReadonlyMap<string, Drill>, newId: () => string): Session {
  const more = less === 'left' ? 'right' : 'left';
  const twinOf = (item: Item): Item[] => {
    if (item.side !== more) return [item];
    const twin = item.drillId.endsWith(more) ? item.drillId.slice(0, -more.length) + less : item.drillId;
    return [item, { ...item, id: newId(), side: less, drillId: drills.has(twin) ? twin : item.drillId }];
  };
  return {
    ...session,
    blocks: session.blocks.map((block) => {
      // A pair that stands there already is not made again.
      const paired = block.items.some((item) => item.side === less);
      return { ...block, items: paired ? block.items : block.items.flatMap(twinOf) };
    }),
  };
}

function feetDiffer({ session, dose }: MeasuredSession, view: PlannerView): Check[] {
  const { left, right } = footSeconds(dose);
  const more = Math.max(left, right);
  if (more === 0 || Math.abs(left - right) <= MOST_FOOT_DIFFERENCE * more) return [];
  const less = left < right ? 'left' : 'right';
  const otherFootWork = itemsOf(session).some((item) => item.side === 'other foot only' || item.side === 'stronger then other');
  if (view.facts.footOrder === 'catch-up' && otherFootWork) return [];
  const even = evenOut(session, less, view.drills, view.newId);
  const mends = even.blocks.some((block, i) => block.items.length !== session.blocks[i]?.items.length);
  return [
    {
      name: 'feet differ',
      blocks: false,
      at: session.id,
      about: session.name,
      what: t('In “{name}” the left works {left} s and the right {right} s.', {
        name: session.name,
        left: Math.round(left),
        right: Math.round(right),
      }),
      why: t('The other foot is forgotten week after week, and nobody sees it happen.'),
      how: t('Give the {less} the same, or choose “each foot” for the one-sided drills.', { less }),
      mend: mends
        ? {
            label: t('Give the {less} the same', { less }),
            apply: (plan) => {
              const now = plan.sessions.find((one) => one.id === session.id);
              return now ? putSession(plan, evenOut(now, less, view.drills, view.newId)) : plan;
            },
          }
        : null,
    },
  ];
}

function legBurners({ session, dose }: MeasuredSession, view: PlannerView): Check[] {
  const checks: Check[] = [];
  const hops = (item: Item | undefined) => item !== undefined && view.drills.get(item.drillId)?.loads.includes('single-leg hop') === true;
  const blocks = session.blocks.filter((block) => block.items.length > 0);
  blocks.forEach((block, b) => {
    const inside = block.restSeconds < BREAK_SECONDS && block.items.some((item, i) => i > 0 && hops(item) && hops(block.items[i - 1]));
    const next = blocks[b + 1];
    const across = next !== undefined && block.drinkSeconds < BREAK_SECONDS && hops(block.items.at(-1)) && hops(next.items[0]);
    if (!inside && !across) return;
    checks.push({
      name: 'leg burners back to back',
      blocks: false,
      at: block.id,
      about: session.name,
      what: t('“{name}” has two leg burners back to back.', { name: session.name }),
      why: t('Tired calves land badly, and the second one trains nothing but bad landings.'),
      how: t('Put at least {breakSeconds} s between them, or another drill.', { breakSeconds: BREAK_SECONDS }),
      mend: {
        label: inside ? t('Rest 45 s between them') : t('Drink for 45 s between them'),
        apply: (plan) => changeBlock(plan, block.id, (old) => (inside ? { ...old, restSeconds: 45 } : { ...old, drinkSeconds: 45 })),
      },
    });
  });
  const most = Math.max(dose.hopSeconds.left, dose.hopSeconds.right);
  if (most > MOST_HOPPING_SECONDS) {
    const share = MOST_HOPPING_SECONDS / most;
    checks.push({
      name: 'too much hopping',
      blocks: false,
      at: session.id,
      about: session.name,
      what: t('“{name}” has {most} s of hopping on one leg.', { name: session.name, most: Math.round(most) }),
      why: t('Over two minutes a leg are hard on growing heels and knees.'),
      how: t('Shorten the hopping to {mostHoppingSeconds} s a leg.', { mostHoppingSeconds: MOST_HOPPING_SECONDS }),
      mend: {
        label: t('Shorten it to {mostHoppingSeconds} s a leg', { mostHoppingSeconds: MOST_HOPPING_SECONDS }),
        apply: (plan) =>
          itemsOf(session)
            .filter(hops)
            .reduce((now, item) => changeItem(now, item.id, (old) => shorter(old, share)), plan),
      },
    });
  }
  return checks;
}

/** Less of an item, rounded down so that a limit is kept: fewer seconds, and fewer rounds where the seconds get too few. */
function shorter(item: Item, share: number): Item {
  if (!('seconds' in item.dose)) return withShare(item, share);
  const { rounds, seconds } = item.dose;
  const wished = rounds * seconds * share;
  const fewer = Math.max(1, Math.min(rounds, Math.floor(wished / LEAST_WORK_SECONDS)));
  const each = Math.max(LEAST_WORK_SECONDS, Math.floor(wished / fewer));
  return withSeconds({ ...item, dose: { ...item.dose, rounds: fewer } }, each);
}

function moreTouches(view: PlannerView): Check[] {
  const { meanTouches } = view.facts;
  const { left, right } = view.week.dose.touches;
  const now = left + right;
  if (meanTouches === null || meanTouches === 0 || now <= MOST_MORE_TOUCHES * meanTouches) return [];
  const percent = Math.round((now / meanTouches - 1) * 100);
  return [
    {
      name: 'many more touches',
      blocks: false,
      at: null,
      about: null,
      what: t('The week has about {now} touches, {percent} % more than usual in the last four weeks.', { now: Math.round(now), percent }),
      why: t('A jump of more than 30 % is when heels and knees start to hurt.'),
      how: t('Shorten the work, or leave a drill for next week.'),
      mend: {
        label: t('Shorten the work to 30 % more'),
        apply: (plan) => fewerTouches(plan, MOST_MORE_TOUCHES * meanTouches, view),
      },
    },
  ];
}

/** The week with as large a share of its work as has no more than so many touches. */
function fewerTouches(plan: WeekPlan, most: number, view: PlannerView): WeekPlan {
  const touches = (now: WeekPlan) => {
    const { left, right } = measureWeek(now, view.drills, view.runner).dose.touches;
    return left + right;
  };
  let now = plan;
  for (let share = Math.min(0.97, (most / touches(plan)) * 0.97); touches(now) > most && share > 0.1; share -= 0.05)
    now = { ...plan, sessions: plan.sessions.map((session) => withItems(session, (item) => withShare(item, share))) };
  return now;
}

/** Time, feet and load of each session, and the touches of the week. */
export function loadChecks(view: PlannerView): Check[] {
  return [
    ...view.week.sessions.flatMap((one) => [...overBudget(one, view), ...feetDiffer(one, view), ...legBurners(one, view)]),
    ...moreTouches(view),
  ];
}
