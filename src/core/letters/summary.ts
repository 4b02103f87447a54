import type { Foot } from '../drills/terms.ts';
import { type Letter, letterOf } from '../mail/text.ts';
import { lastGoInWords } from '../progress/quiet.ts';
import { trainedInWords } from '../streaks/index.ts';
import { round1 } from '../text/rounded.ts';
import { plural, t } from '../text/translate.ts';

/** One record as a letter tells it. */
export interface RecordTold {
  nickname: string;
  drill: string;
  dose: string;
  foot: Foot;
  result: number;
  before: number;
  unit: string;
}

export interface SquadWeek {
  squad: string;
  week: { number: number; title: string };
  players: number;
  trained: number;
  set: number;
  done: number;
  onTime: number;
  touches: { left: number; right: number };
  records: RecordTold[];
  quiet: { nickname: string; days: number; begun: boolean }[];
  /** Drills that the fewest have met, with how many of how many have. */
  notYet: { drill: string; dose: string; met: number; tried: number }[];
  toReview: number;
}

export interface ChildWeek {
  nickname: string;
  squad: string;
  week: { number: number; title: string };
  set: number;
  done: number;
  onTime: number;
  touches: { left: number; right: number };
  records: RecordTold[];
  /** Sessions or days in a row now, the best ever, and what keeps it. */
  streak: { current: number; best: number; unit: 'day' | 'week'; sentence: string };
  /** Lines of the coach on the week's goes, as written. */
  lines: { drill: string; line: string }[];
}

const footWords = (foot: Foot) => (foot === 'both' ? '' : t(', {foot} foot', { foot }));

const recordWords = (one: RecordTold, withName: boolean) =>
  t('{withName}{drill} ({dose}{footWords}), {result} {unit}; before {before}', {
    withName: withName ? `${one.nickname}: ` : '',
    drill: one.drill,
    dose: one.dose,
    footWords: footWords(one.foot),
    result: round1(one.result),
    unit: one.unit,
    before: round1(one.before),
  });

function touchesWords({ left, right }: { left: number; right: number }): string {
  const gap = Math.abs(left - right);
  const apart = gap === 0 ? t('both feet the same') : t('the {left} foot {gap} behind', { left: left < right ? 'left' : 'right', gap });
  return t('{left} counted touches: {left2} left, {right} right, {apart}.', { left: left + right, left2: left, right, apart });
}

const share = (part: number, whole: number) => (whole === 0 ? '' : ` (${Math.round((part / whole) * 100)} %)`);

/** The coach's Monday summary of a squad's week. */
export function squadSummary(week: SquadWeek): Letter {
  const { number, title } = week.week;
  return letterOf(
    t('{squad}: week {number} in short', { squad: week.squad, number }),
    t('Week {number}, “{title}”, is over.', { number, title }),
    [
      {
        heading: t('Done'),
        lines: [
          t('{trained} of {players} trained. {done} of {sessions} done{share}, {onTime} by their day.', {
            trained: week.trained,
            players: plural(week.players, 'player'),
            done: week.done,
            sessions: plural(week.set, 'session'),
            share: share(week.done, week.set),
            onTime: week.onTime,
          }),
          touchesWords(week.touches),
        ],
      },
      {
        heading: t('Records ({records})', { records: week.records.length }),
        lines: week.records.map((one) => recordWords(one, true)),
        list: true,
      },
      {
        heading: t('Gone quiet'),
        lines: week.quiet.map(({ nickname, ...silence }) => `${nickname}: ${lastGoInWords(silence)}`),
        list: true,
      },
      {
        heading: t('Not there yet: ground for the next week'),
        lines: week.notYet.map(({ drill, dose, met, tried }) =>
          t('{drill} ({dose}): {met} of {tried} can do what is usual at their level', { drill, dose, met, tried }),
        ),
        list: true,
      },
      {
        heading: t('To review'),
        lines: week.toReview > 0 ? [t('{scores} to look at, still.', { scores: plural(week.toReview, 'score') })] : [],
      },
    ],
    t('Made from the same numbers as the app.'),
  );
}

/** A family's Monday summary of one child's week: the child's own numbers, and nobody else's. */
export function familySummary(week: ChildWeek): Letter {
  const { number, title } = week.week;
  const { streak } = week;

  const done =
    week.done === 0
      ? t('None of {sessions} this time. Next week is a new one.', { sessions: plural(week.set, 'session') })
      : t('{done} of {sessions} done, {onTime} by the day that was wished.', {
          done: week.done,
          sessions: plural(week.set, 'session'),
          onTime: week.onTime,
        });
  return letterOf(
    t('{nickname}’s week {number}', { nickname: week.nickname, number }),
    t('This was week {number}, “{title}”, of {squad} for {nickname}.', { number, title, squad: week.squad, nickname: week.nickname }),
    [
      { heading: t('Done'), lines: week.touches.left + week.touches.right > 0 ? [done, touchesWords(week.touches)] : [done] },
      { heading: t('New bests'), lines: week.records.map((one) => recordWords(one, false)), list: true },
      {
        heading: t('In a row'),
        lines: [
          streak.current > 0
            ? t('{current} in a row; the best ever is {best}.', { current: trainedInWords(streak.current, streak.unit), best: streak.best })
            : t('Day one can be any day. The best ever is {best}.', { best: trainedInWords(streak.best, streak.unit) }),
        ],
      },
      { heading: t('From the coach'), lines: week.lines.map(({ drill, line }) => `${drill}: ${line}`), list: true },
    ],
    t('Everything that is kept of your child is on your family page.'),
  );
}
