import { DAY_MS } from '../../core/calendar/lengths.ts';
import { type Chance, seededId } from '../../core/chance.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import type { Claim } from '../../core/scores/result.ts';
import { newItem } from '../../core/weeks/defaults.ts';
import type { Dose } from '../../core/weeks/schema.ts';
import { playItem } from './play.ts';
import type { SimPlayer } from './players.ts';

/** Share of the clips that a coach takes the time to count. */
const CLIPS_COUNTED = 0.5;

/** One kind of go that a simulated season has every week. */
export interface SeasonItem {
  drill: Drill;
  dose: Dose;
  /** Day of the week it is done on, 0 Monday … 6 Sunday. */
  day: number;
}

/** A go of a simulated season: what was claimed, and what was really done. */
export interface SeasonGo extends Claim {
  drill: Drill;
  dose: Dose;
  foot: Foot;
  clocked: boolean;
  truth: number;
  /** What the coach counted from a clip of it, at most one off; null where there was no clip, or nobody counted. */
  recounted: number | null;
  doneAt: number;
  /** From 0. */
  week: number;
}

/**
 * A player's season: every week each item once, on its day, with the player's own diligence, growth and dips. Goes in which the player
 * lost count have no value.
 * @param monday epoch ms of the first Monday, an hour of training
 */
export function playSeason(player: SimPlayer, items: readonly SeasonItem[], weeks: number, monday: number, random: Chance): SeasonGo[] {
  const planned = items.map(({ drill, dose, day }) => ({
    item: { ...newItem(seededId(monday, random), drill), dose, scored: true },
    drill,
    day,
  }));
  const goes: SeasonGo[] = [];
  for (let week = 0; week < weeks; week++) {
    if (player.lazyWeeks.includes(week)) continue;
    for (const { item, drill, day } of planned) {
      if (!random.happens(player.diligence)) continue;
      const doneAt = monday + (week * 7 + day) * DAY_MS + random.whole(0, 7_200_000);
      for (const said of playItem(player, item, drill, week, random)) {
        const { foot, value, faults, seconds, clocked, truth } = said;
        const counts = item.dose.measure === 'count in time' || item.dose.measure === 'hits in time';
        const isCounted = random.happens(player.films * CLIPS_COUNTED);
        const recounted = counts && isCounted ? truth + random.whole(-1, 1) : null;
        goes.push({ drill, dose: item.dose, foot, value, faults, seconds, clocked, truth, recounted, doneAt, week });
      }
    }
  }
  return goes;
}
