import { DAY_MS } from '../../core/calendar/lengths.ts';
import type { Chance } from '../../core/chance.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { type Claim, recordKey } from '../../core/scores/result.ts';
import type { Dose } from '../../core/weeks/schema.ts';
import type { SeasonChild } from './children.ts';

/** Share of the clips that a coach takes the time to count. */
const CLIPS_COUNTED = 0.5;
const ROUNDS_FROM = 20;
const FILMS_WHEN_ASKED = 0.7;

/** One kind of go that a simulated season has every week. */
export interface SeasonItem {
  drill: Drill;
  dose: Dose;
  /** Day of the week it is done on, 0 Monday … 6 Sunday. */
  day: number;
  rounds: number;
  eachFoot: boolean;
  /** The coach asks for a clip of it: then most film, whatever they do else. */
  clipWanted: boolean;
}

/** What was really done, before anybody says a number. */
export interface SeasonGo {
  key: string;
  drill: Drill;
  dose: Dose;
  foot: Foot;
  round: number;
  truth: Claim;
  /** What an honest child would say: miscounted, rounded, or null where the count was lost. */
  honest: Claim;
  clocked: boolean;
  filmed: boolean;
  /** What the coach counted from a clip of it, at most one off; null where there was no clip, or nobody counted. */
  recounted: number | null;
  /** A friend who is copied from said this of the same go; null where there is none. */
  friends: number | null;
  doneAt: number;
  /** From 0. */
  week: number;
}

/** Goes of one evening, in their order. */
export type SeasonVisit = SeasonGo[];

/** Skill of a child's stronger foot in a week (from 0): grown, but not in plateaus nor breaks, with a tenth lost in a break that comes back. */
export function grownSkill(child: Pick<SeasonChild, 'skill' | 'growth' | 'plateaus' | 'breaks'>, week: number): number {
  const isIn = (list: SeasonChild['breaks'], at: number) => list.some(([from, to]) => at >= from && at <= to);
  let grown = child.skill;
  for (let at = 0; at < week; at++) if (!isIn(child.plateaus, at) && !isIn(child.breaks, at)) grown += child.growth;
  const lost = child.breaks.reduce((most, [, to]) => (week > to ? Math.max(most, 0.1 * Math.exp(-(week - to - 1) / 1.5)) : most), 0);
  return Math.min(0.95, grown) * (1 - lost);
}

function poisson(random: Chance, mean: number): number {
  const limit = Math.exp(-mean);
  let n = 0;
  for (let product = random.next(); product > limit; product *= random.next()) n++;
  return n;
}

/** Touches until the ball is lost, where each next one fails with the same chance: runs have long tails. */
const runOf = (random: Chance, mean: number) => Math.floor(Math.log(1 - random.next()) / Math.log(mean / (mean + 1)));

const tenth = (seconds: number) => Math.max(0.1, Math.round(seconds * 10) / 10);

/** What is really done in one go. @param form skill × day × fatigue @param sway the go's own factor about 1 */
function truthOf(dose: Dose, drill: Drill, form: number, sway: number, random: Chance): Claim {
  const rate = drill.pace.fast * form * sway;
  const slips = poisson(random, (1 - form) * 1.5);
  switch (dose.measure) {
    case 'count in time':
      return { value: Math.max(1, Math.round(rate * dose.seconds)), seconds: dose.seconds, faults: slips };
    case 'hits in time': {
      // Each pass takes its time, and hits or not.
      const passes = Math.max(1, Math.round(0.9 * rate * dose.seconds));
      const hits = Array.from({ length: passes }, () => random.happens(0.45 + 0.5 * form)).filter(Boolean).length;
      return { value: hits, seconds: dose.seconds, faults: passes - hits };
    }
    case 'unbroken run': {
      // As many tries as fit in the time; the longest is said. Each touch takes about half a second, fetching the ball five.
      const mean = 3 + 45 * form ** 3 * sway;
      let best = 0;
      for (let seconds = 0; seconds < dose.seconds; ) {
        const run = Math.min(runOf(random, mean), Math.floor((dose.seconds - seconds) * 2));
        best = Math.max(best, run);
        seconds += run / 2 + 5;
      }
      return { value: best, seconds: dose.seconds, faults: 0 };
    }
    case 'fixed reps':
      return { value: dose.reps, seconds: tenth(dose.reps / rate), faults: slips };
    case 'sets':
      return {
        value: dose.sets,
        seconds: (drill.courseSeconds ?? 30) * dose.sets,
        faults: poisson(random, dose.sets * 1.6 * (1 - form) * (2 - sway)),
      };
    case 'course time': {
      const seconds = tenth((drill.courseSeconds ?? 30) / (0.45 + form * 0.8) / sway);
      return { value: seconds, seconds, faults: Math.min(4, poisson(random, (1 - form) * 0.8)) };
    }
    case 'surfaces': {
      // Each surface until the ball falls once too often, or all its touches are there.
      const each = dose.surfaces.map(() => Math.min(dose.reps, runOf(random, dose.reps * (0.6 + 2 * form * sway))));
      return { value: each.reduce((sum, n) => sum + n, 0), seconds: 120, faults: 0 };
    }
    case 'time on':
      return {
        value: Math.min(dose.seconds, Math.round(dose.seconds * (0.75 + 0.6 * form * sway * (0.8 + 0.2 * random.next())))),
        seconds: dose.seconds,
        faults: 0,
      };
  }
}

const isCounted = ({ measure }: Dose) =>
  measure === 'count in time' || measure === 'hits in time' || measure === 'unbroken run' || measure === 'surfaces';

/** What an honest child says of it. */
function honestOf(child: SeasonChild, dose: Dose, truth: Claim, random: Chance): Claim {
  const { value } = truth;
  if (value === null || !isCounted(dose)) return truth;
  if (random.happens(child.helped)) return truth;
  if (random.happens(child.losesCount)) return { ...truth, value: null };
  const off = random.happens(child.miscounts) ? random.pick([-3, -2, -1, 1, 2, 3]) : 0;
  const counted = Math.max(0, value + (value > 8 ? off : Math.sign(off)));
  const isRound = counted > ROUNDS_FROM && dose.measure !== 'surfaces' && random.happens(child.roundsToFives);
  return { ...truth, value: isRound ? Math.round(counted / 5) * 5 : counted };
}

/**
 * A child's season: every week each item on its day, with the child's own diligence, growth, bad days and breaks.
 * @param monday epoch ms of the first Monday, an hour of training
 * @param friend goes of a friend who is copied from, where the child copies
 */
export function playSeason(
  child: SeasonChild,
  items: readonly SeasonItem[],
  weeks: number,
  monday: number,
  random: Chance,
  friend: readonly SeasonVisit[] = [],
): SeasonVisit[] {
  const friends = new Map(friend.flat().map((go) => [`${go.key}|${go.week}|${go.round}`, { value: go.honest.value, doneAt: go.doneAt }]));
  const days = [...new Set(items.map((item) => item.day))].sort((a, b) => a - b);
  const visits: SeasonVisit[] = [];
  for (let week = 0; week < weeks; week++) {
    if (child.breaks.some(([from, to]) => week >= from && week <= to)) continue;
    for (const day of days) {
      if (!random.happens(child.diligence)) continue;
      let doneAt = monday + (week * 7 + day) * DAY_MS + random.whole(0, 7_200_000);
      const ofDay = random.happens(child.badDays) ? 0.8 : random.normal(1, 0.015);
      const visit: SeasonVisit = [];
      for (const { drill, dose, rounds, eachFoot, clipWanted } of items.filter((item) => item.day === day)) {
        const clocked = !random.happens(child.byHand);
        for (let round = 0; round < rounds; round++)
          for (const foot of eachFoot ? (['left', 'right'] as const) : (['both'] as const)) {
            const share = foot === 'both' ? (1 + child.otherShare) / 2 : foot === child.strongerFoot ? 1 : child.otherShare;
            const form = grownSkill(child, week) * share * ofDay * (1 - child.tires * (visit.length / 2));
            const sway = Math.exp(random.normal(0, child.spread[dose.measure]));
            const truth = truthOf(dose, drill, Math.min(0.97, form), sway, random);
            const filmed = random.happens(clipWanted ? Math.max(child.films, FILMS_WHEN_ASKED) : child.films);
            const counts = (dose.measure === 'count in time' || dose.measure === 'unbroken run') && truth.value !== null;
            const recounted = filmed && counts && random.happens(CLIPS_COUNTED) ? (truth.value ?? 0) + random.whole(-1, 1) : null;
            doneAt += 90_000;
            const key = recordKey(drill, dose, foot);
            const honest = honestOf(child, dose, truth, random);
            const said = friends.get(`${key}|${week}|${round}`);
            // Nobody copies what was not said yet.
            const copied = said && said.doneAt < doneAt ? said.value : null;
            visit.push({ key, drill, dose, foot, round, truth, honest, clocked, filmed, recounted, friends: copied, doneAt, week });
          }
      }
      visits.push(visit);
    }
  }
  return visits;
}
