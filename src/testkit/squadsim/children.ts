import type { Chance } from '../../core/chance.ts';
import { MEASURES, type Measure } from '../../core/drills/terms.ts';
import type { Level, StrongerFoot } from '../../core/squads/terms.ts';

/** What a child says of what it did. The last four are those who exaggerate. */
export const HONESTIES = ['honest', 'half again', 'a tenth more', 'copies', 'just made it'] as const;
export type Honesty = (typeof HONESTIES)[number];

/**
 * The hidden truth of a child whose whole season is played. Every figure is our estimate of what children of 8 to 14 are like, with the
 * reason beside it; none was fitted to the rules that are judged by it.
 */
export interface SeasonChild {
  level: Level;
  strongerFoot: Exclude<StrongerFoot, 'both'>;
  honesty: Honesty;
  /** Share of the drill's fast pace in the first week with the stronger foot, 0.3–0.85. */
  skill: number;
  /** The other foot's share of it. */
  otherShare: number;
  /** Gain in skill in a week in which nothing stands still. */
  growth: number;
  /** Weeks in which nothing is gained, as long as they last: learning comes in steps. */
  plateaus: readonly (readonly [number, number])[];
  /** Weeks without any training (holiday, illness), after which a tenth is gone and comes back in about three weeks. */
  breaks: readonly (readonly [number, number])[];
  /** Spread from go to go by measure, 0.03–0.12 of the result. */
  spread: Record<Measure, number>;
  /** Chance of a bad day (tired, wet ground, a new ball), on which everything is a fifth less. */
  badDays: number;
  /** What each further item of a visit takes away, and each further round. */
  tires: number;
  /** Chance of doing a session of a week. */
  diligence: number;
  /** Chance that a number over 20 is said in fives: "about 45". */
  roundsToFives: number;
  /** Chance of being one to three off, and of losing the count. */
  miscounts: number;
  losesCount: number;
  /** Chance that somebody counts along, and then it is right. */
  helped: number;
  /** Chance of a go without the clock. One in seven does half of them so. */
  byHand: number;
  /** Chance of filming a go. Some never do. */
  films: number;
}

const LEVEL_SKILL: Record<Level, number> = { starting: 0.42, steady: 0.58, strong: 0.75 };

/** Windows of weeks that begin by chance: so many a season of 40 weeks, each `from`–`to` weeks long. */
function windows(random: Chance, weeks: number, aSeason: number, from: number, to: number): [number, number][] {
  const found: [number, number][] = [];
  for (let week = 2; week < weeks; week++)
    if (random.happens(aSeason / 40)) {
      const ends = week + random.whole(from, to) - 1;
      found.push([week, ends]);
      week = ends + 1;
    }
  return found;
}

/** A child of a level. @param weeks of the season */
export function drawChild(level: Level, honesty: Honesty, weeks: number, random: Chance): SeasonChild {
  const within = (mean: number, sd: number, low: number, high: number) => Math.min(high, Math.max(low, random.normal(mean, sd)));
  const even = 0.03 + 0.06 * random.next();
  return {
    level,
    strongerFoot: random.happens(0.2) ? 'left' : 'right',
    honesty,
    skill: within(LEVEL_SKILL[level], 0.05, 0.3, 0.85),
    otherShare: within(0.78, 0.1, 0.5, 0.98),
    growth: within(0.005, 0.003, 0, 0.015),
    plateaus: windows(random, weeks, 3, 3, 8),
    breaks: windows(random, weeks, 1.5, 2, 4),
    spread: Object.fromEntries(MEASURES.map((measure) => [measure, Math.min(0.12, even * (0.7 + 0.7 * random.next()))])) as Record<
      Measure,
      number
    >,
    badDays: 0.03 + 0.07 * random.next(),
    tires: 0.012 * random.next(),
    diligence: within(0.8, 0.12, 0.45, 0.97),
    roundsToFives: random.happens(0.3) ? 0.5 : 0.05,
    miscounts: 0.05 + 0.1 * random.next(),
    losesCount: 0.03,
    helped: random.happens(0.3) ? 0.5 : 0.05,
    byHand: random.happens(1 / 7) ? 0.5 : 0.04,
    films: random.happens(0.25) ? 0 : random.happens(0.2) ? 0.5 : 0.15,
  };
}
