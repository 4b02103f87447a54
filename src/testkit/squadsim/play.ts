import type { Chance } from '../../core/chance.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { type ClockEvent, feetToScore, type Interval, roundsOf, strongerOf } from '../../core/training/index.ts';
import type { Dose, Item } from '../../core/weeks/schema.ts';
import type { SimPlayer } from './players.ts';

/** What a simulated player says of one foot of one go, and what was really done. */
export interface SimScore {
  itemId: string;
  round: number;
  foot: Foot;
  /** The true number; the claim differs for an exaggerator. */
  truth: number;
  value: number | null;
  faults: number;
  seconds: number;
  clocked: boolean;
}

const atLeast = (n: number, floor: number) => Math.max(floor, Math.round(n));

/** Skill of a player in a week with one foot: growth, a dip, and the other foot's share. */
export function skillIn(player: SimPlayer, week: number, foot: Foot): number {
  const grown = Math.min(player.limit, player.skill + player.growth * week);
  const form = player.dipWeek === week ? 0.8 : 1;
  const stronger = strongerOf(player.strongerFoot);
  const share = foot === 'both' ? (1 + player.otherShare) / 2 : foot === stronger ? 1 : player.otherShare;
  return grown * form * share;
}

/** The true figures of one foot at a dose. Timed counts follow skill × the drill's fast pace with about 5 % of day's form. */
function truthOf(dose: Dose, drill: Drill, skill: number, random: Chance): { value: number; seconds: number; faults: number } {
  const day = Math.max(0.6, random.normal(1, 0.05));
  const rate = drill.pace.fast * skill * day;
  const slips = atLeast((1 - skill) * random.next() * 5, 0);
  switch (dose.measure) {
    case 'count in time':
    case 'hits in time':
      return { value: atLeast(rate * dose.seconds, 1), seconds: dose.seconds, faults: slips };
    case 'unbroken run':
      return { value: atLeast(skill * skill * 40 * Math.exp(random.normal(0, 0.35)), 1), seconds: dose.seconds, faults: 0 };
    case 'fixed reps':
      return { value: dose.reps, seconds: Math.round((dose.reps / rate) * 10) / 10, faults: slips };
    case 'sets':
      return { value: dose.sets, seconds: (drill.courseSeconds ?? 30) * dose.sets, faults: slips };
    case 'course time': {
      const seconds = Math.round(((drill.courseSeconds ?? 30) / (0.45 + skill * 0.8)) * (2 - day) * 10) / 10;
      return { value: seconds, seconds, faults: Math.min(2, slips) };
    }
    case 'surfaces':
      return { value: atLeast(dose.reps * dose.surfaces.length * Math.min(1, skill * day), 1), seconds: 120, faults: 0 };
    case 'time on':
      return { value: dose.seconds, seconds: dose.seconds, faults: 0 };
  }
}

/** All scores of one item done by a player in a week (from 0). */
export function playItem(player: SimPlayer, item: Item, drill: Drill, week: number, random: Chance): SimScore[] {
  if (!item.scored) return [];
  return Array.from({ length: roundsOf(item) }, (_, round) => round).flatMap((round) => {
    const clocked = random.happens(1 - player.byHand);
    const lost = random.happens(player.losesCount);
    return feetToScore(item, player.strongerFoot).map((foot) => {
      const truth = truthOf(item.dose, drill, skillIn(player, week, foot), random);
      const counts = item.dose.measure === 'count in time' || item.dose.measure === 'hits in time';
      const claimed = counts && random.happens(0.75) ? Math.round(truth.value * (1 + player.exaggerates)) : truth.value;
      return {
        itemId: item.id,
        round,
        foot,
        truth: truth.value,
        value: lost && counts ? null : claimed,
        faults: truth.faults,
        seconds: truth.seconds,
        clocked,
      };
    });
  });
}

/** A plausible run log of a session done without a hitch: ready at once, own-paced work at its planned length, scores in 8 s. */
export function simRunLog(sheet: readonly Interval[], startedAt: number): ClockEvent[] {
  const events: ClockEvent[] = [{ type: 'start', at: startedAt }];
  let at = startedAt;
  for (const interval of sheet) {
    if (interval.ends === 'clock') {
      at += interval.seconds * 1000;
      continue;
    }
    at += interval.kind === 'set-up' ? 20_000 : interval.kind === 'score' ? 8000 : interval.seconds * 1000;
    events.push({ type: interval.kind === 'set-up' || interval.kind === 'drink' ? 'ready' : 'done', at });
  }
  return events;
}
