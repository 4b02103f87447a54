import { listed } from '../text/listed.ts';
import { plural, t } from '../text/translate.ts';
import { sideInWords } from './cues.ts';
import type { Interval } from './types.ts';

/* What is read out, screen by screen, to a child who does not read yet: first what is to be seen, then what can be pressed. */

const told = (...parts: readonly (string | false | null | undefined)[]): string => parts.filter(Boolean).join(' ');

/** A sentence ends with its mark, so that a voice takes a breath. */
const ended = (words: string): string => (words === '' || /[.!?…]$/.test(words) ? words : `${words}.`);

export interface WeekAloud {
  nickname: string;
  /** Training days, or weeks, in a row. */
  streak: { current: number; unit: 'day' | 'week' };
  /** The session that comes next: its name, how many drills it has, and its minutes in words; null where all are done or none is open. */
  next: { name: string; drills: number; minutes: string } | null;
  /** Sessions of the open week; 0 without one. */
  sessions: number;
  /** Names of drills that the coach asked for once more. */
  again: readonly string[];
}

/** This week, read out. */
export function weekAloud({ nickname, streak, next, sessions, again }: WeekAloud): string {
  return told(
    t('Hi {nickname}.', { nickname }),
    streak.current > 0 &&
      (streak.unit === 'day'
        ? t('{days} in a row.', { days: plural(streak.current, 'training day') })
        : t('{weeks} in a row.', { weeks: plural(streak.current, 'week') })),
    again.length > 0 && t('Your coach would like to see this once more: {drills}.', { drills: listed(again) }),
    next
      ? t('Next: {name}. {drills}, {minutes}. The big arrow starts it.', {
          name: next.name,
          drills: plural(next.drills, 'drill'),
          minutes: next.minutes,
        })
      : sessions > 0
        ? t('All of this week is done. The rest of the week is yours.')
        : t('No week is open now. Play with any ball.'),
    t('The feet show what your feet have done.'),
  );
}

/** Before a session, read out. @param fetch what to fetch, with its count where it has one */
export function beforeAloud({
  name,
  drills,
  fetch,
  cautions,
  warmsUp,
}: {
  name: string;
  /** Names of the drills, in their order. */
  drills: readonly string[];
  fetch: readonly string[];
  cautions: readonly string[];
  /** The session begins with a warm-up of its own. */
  warmsUp: boolean;
}): string {
  return told(
    ended(name),
    fetch.length > 0 ? t('Fetch: {things}.', { things: listed(fetch) }) : t('There is nothing to fetch.'),
    t('You will do {drills}.', { drills: listed(drills) }),
    t('Find flat, dry ground with nothing to trip over.'),
    ...cautions.map(ended),
    t('Stop on pain or dizziness, and tell a grown-up. Your coach’s and your doctor’s word goes first.'),
    !warmsUp && t('Warm up first: two minutes of easy jogging and ankle circles.'),
    t('Ask a grown-up to help you. Lean the phone on a bottle, two big steps away. The big arrow starts the clock.'),
  );
}

/**
 * Where the clock stands, read out.
 * @param name of the drill; empty without one
 * @param counts what counts, before a go that is counted; empty where nothing is
 * @param waits for the player to say that it may go on
 */
export function clockAloud(interval: Interval, { name, counts, waits }: { name: string; counts: string; waits: boolean }): string {
  const side = sideInWords(interval);
  const who = ended([name, side].filter(Boolean).join(', '));
  const ready = waits ? t('Press the tick when you are ready.') : '';
  switch (interval.kind) {
    case 'set-up':
      return told(t('Put out what you need.'), who, ready);
    case 'drink':
      return told(t('Have a drink.'), ready);
    case 'work':
      return told(who, interval.ends === 'player' ? t('Press the tick when you are done.') : t('Go, until the end is called.'));
    case 'rest':
      return told(waits ? t('Go back to your place.') : t('Rest.'), name && t('Next comes {name}.', { name }), ready);
    default:
      return told(waits && t('Go back to your place.'), who, counts && t('Count this: {counts}', { counts: ended(counts) }), ready);
  }
}

/** The pause, read out. @param where what the clock stands at */
export const pauseAloud = (where: string): string =>
  told(
    t('This is a pause.'),
    ended(where),
    t('The big arrow goes on. The two arrows leave this drill out. The hand is for stopping, also when something hurts.'),
  );

/** Stopping, read out: the heart is for what hurts. */
export const stopAloud = (): string =>
  t('Does something hurt? Then press the heart, and tell a grown-up. Press the flag if you just want to stop. The arrow goes back.');

/**
 * The question for the count, read out.
 * @param asks what is tapped: touches, cones that were moved, or nothing, as the clock knows it already
 */
export function countAloud(asks: 'touches' | 'cones' | 'nothing', { name, counts }: { name: string; counts: string }): string {
  switch (asks) {
    case 'nothing':
      return told(ended(name), t('You did it. Press the tick.'));
    case 'cones':
      return told(ended(name), t('How many cones did you move? Tap the cone once for each. Then press the tick.'));
    default:
      return told(
        ended(name),
        t('How many did you do? Tap the foot once for each.'),
        counts && t('This counts: {counts}', { counts: ended(counts) }),
        t('Then press the tick. Press the question mark if you do not know any more.'),
      );
  }
}

/** A number that is far from the usual ones, asked about once. @param numbers as they were tapped */
export const oddAloud = (numbers: readonly string[]): string =>
  t('You tapped {numbers}. That is a lot. Is it right? Press the tick if it is, or the arrow to tap again.', { numbers: listed(numbers) });

/** After a session, read out. @param left touches of the left foot, about; `right` of the right one */
export function afterAloud({
  hurt,
  finished,
  left,
  right,
  bests,
  next,
}: {
  hurt: boolean;
  finished: boolean;
  left: number;
  right: number;
  /** What was better than ever, in words. */
  bests: readonly string[];
  /** The name of the session that comes next; null without one. */
  next: string | null;
}): string {
  if (hurt) return t('You stopped, and that was right. Sit down, and tell a grown-up now. Rest costs you nothing.');
  return told(
    finished ? t('That is all. Well done!') : t('You stopped here.'),
    left + right > 0 && t('Your left foot touched the ball about {left} times, your right foot about {right} times.', { left, right }),
    bests.length > 0 && t('Better than ever: {bests}', { bests: bests.map(ended).join(' ') }),
    next !== null && t('Next comes {name}.', { name: next }),
  );
}

/** What the coach said of a go, its parts as sentences. */
export const lineAloud = (parts: readonly string[]): string => told(...parts.map(ended));

/** My feet, read out. @param line the coach's newest line; empty without one */
export function feetAloud({
  streak,
  best,
  unit,
  left,
  right,
  line,
}: {
  streak: number;
  best: number;
  unit: 'day' | 'week';
  left: number;
  right: number;
  /** Sentences and parts of sentences. */
  line: readonly string[];
}): string {
  const run = (n: number) => (unit === 'day' ? plural(n, 'training day') : plural(n, 'week'));
  return told(
    t('{now} in a row; the most was {most}.', { now: run(streak), most: run(best) }),
    t('Your left foot has touched the ball {left} times, your right foot {right} times.', { left, right }),
    line.length > 0 && t('Your coach says: {line}', { line: lineAloud(line) }),
  );
}
