import type { Foot } from '../drills/terms.ts';
import { type Letter, letterOf } from '../mail/text.ts';
import { lastGoInWords } from '../progress/quiet.ts';
import { plural } from '../text/plural.ts';
import { round1 } from '../text/rounded.ts';

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

const footWords = (foot: Foot) => (foot === 'both' ? '' : `, ${foot} foot`);

const recordWords = (one: RecordTold, withName: boolean) =>
  `${withName ? `${one.nickname}: ` : ''}${one.drill} (${one.dose}${footWords(one.foot)}), ${round1(one.result)} ${one.unit}; before ${round1(one.before)}`;

function touchesWords({ left, right }: { left: number; right: number }): string {
  const gap = Math.abs(left - right);
  const apart = gap === 0 ? 'both feet the same' : `the ${left < right ? 'left' : 'right'} foot ${gap} behind`;
  return `${left + right} counted touches: ${left} left, ${right} right, ${apart}.`;
}

const share = (part: number, whole: number) => (whole === 0 ? '' : ` (${Math.round((part / whole) * 100)} %)`);

/** The coach's Monday summary of a squad's week. */
export function squadSummary(week: SquadWeek): Letter {
  const { number, title } = week.week;
  return letterOf(
    `${week.squad}: week ${number} in short`,
    `Week ${number}, “${title}”, is over.`,
    [
      {
        heading: 'Done',
        lines: [
          `${week.trained} of ${plural(week.players, 'player')} trained. ${week.done} of ${plural(week.set, 'session')} done${share(week.done, week.set)}, ${week.onTime} by their day.`,
          touchesWords(week.touches),
        ],
      },
      { heading: `Records (${week.records.length})`, lines: week.records.map((one) => recordWords(one, true)), list: true },
      {
        heading: 'Gone quiet',
        lines: week.quiet.map(({ nickname, ...silence }) => `${nickname}: ${lastGoInWords(silence)}`),
        list: true,
      },
      {
        heading: 'Not there yet: ground for the next week',
        lines: week.notYet.map(({ drill, dose, met, tried }) => `${drill} (${dose}): ${met} of ${tried} met the band of their level`),
        list: true,
      },
      { heading: 'To review', lines: week.toReview > 0 ? [`${plural(week.toReview, 'score')} still wait for you.`] : [] },
    ],
    'Made from the same numbers as the app.',
  );
}

/** A family's Monday summary of one child's week: the child's own numbers, and nobody else's. */
export function familySummary(week: ChildWeek): Letter {
  const { number, title } = week.week;
  const { streak } = week;
  const unit = streak.unit === 'week' ? 'week' : 'training day';
  const done =
    week.done === 0
      ? `None of ${plural(week.set, 'session')} this time. Next week is a new one.`
      : `${week.done} of ${plural(week.set, 'session')} done, ${week.onTime} by the day that was wished.`;
  return letterOf(
    `${week.nickname}’s week ${number}`,
    `This was week ${number}, “${title}”, of ${week.squad} for ${week.nickname}.`,
    [
      { heading: 'Done', lines: week.touches.left + week.touches.right > 0 ? [done, touchesWords(week.touches)] : [done] },
      { heading: 'New bests', lines: week.records.map((one) => recordWords(one, false)), list: true },
      {
        heading: 'In a row',
        lines: [
          streak.current > 0
            ? `${plural(streak.current, unit)} in a row; the best ever is ${streak.best}.`
            : `Day one can be any day. The best ever is ${plural(streak.best, unit)}.`,
        ],
      },
      { heading: 'From the coach', lines: week.lines.map(({ drill, line }) => `${drill}: ${line}`), list: true },
    ],
    'Everything that is kept of your child is on your family page.',
  );
}
