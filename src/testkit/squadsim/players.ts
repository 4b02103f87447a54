import type { Chance } from '../../core/chance.ts';
import type { Level, StrongerFoot } from '../../core/squads/terms.ts';

/** The hidden truth of a simulated player: what the programme must find out from the scores alone. */
export interface SimPlayer {
  nickname: string;
  birthYear: number;
  strongerFoot: StrongerFoot;
  level: Level;
  /** Share of the fast pace reached with the stronger foot in the first week, 0–1. */
  skill: number;
  /** Gain in skill a week. */
  growth: number;
  /** Skill that is not grown beyond, 0–1. */
  limit: number;
  /** The other foot's share of the stronger foot, 0–1. */
  otherShare: number;
  /** Chance of doing a session on time, 0–1. */
  diligence: number;
  /** Chance of filming a scored go, 0–1. */
  films: number;
  /** Chance that a go does not run on the clock, 0–1. */
  byHand: number;
  /** Chance of losing count in a go. */
  losesCount: number;
  /** Adds this share to what was really done; 0 for honest players. */
  exaggerates: number;
  /** Week (from 0) in which form dips to 80 %; null for none. */
  dipWeek: number | null;
  /** Weeks in which nothing is done. */
  lazyWeeks: readonly number[];
}

/**
 * A squad with the people every squad has: most are honest and uneven, one exaggerates, one never films,
 * some have a lazy week or a dip, about one in five is left-footed.
 * @param weeks number of weeks that will be played
 * @param year the current year; birth years make an under-11 squad
 */
export function simSquad(nicknames: readonly string[], weeks: number, year: number, random: Chance): SimPlayer[] {
  return nicknames.map((nickname, index) => {
    const skill = Math.min(0.85, Math.max(0.35, random.normal(0.58, 0.12)));
    const exaggerator = index === 4;
    const neverFilms = index === 9;
    return {
      nickname,
      birthYear: year - random.whole(9, 10),
      strongerFoot: random.happens(0.2) ? 'left' : 'right',
      level: skill < 0.5 ? 'starting' : skill < 0.7 ? 'steady' : 'strong',
      skill,
      growth: Math.max(0.002, random.normal(0.012, 0.006)),
      limit: 0.98,
      otherShare: Math.min(0.97, Math.max(0.5, random.normal(0.76, 0.12))),
      diligence: Math.min(0.97, Math.max(0.45, random.normal(0.8, 0.12))),
      films: neverFilms ? 0 : 0.15,
      byHand: 0.07,
      losesCount: exaggerator ? 0 : 0.05,
      exaggerates: exaggerator ? 0.7 : 0,
      dipWeek: random.happens(0.3) ? random.whole(2, Math.max(2, weeks - 1)) : null,
      lazyWeeks: random.happens(0.35) ? [random.whole(1, Math.max(1, weeks - 1))] : [],
    };
  });
}
