import { DAY_MS } from '../../core/calendar/lengths.ts';
import type { Chance } from '../../core/chance.ts';
import { BETTER, type Measure } from '../../core/drills/terms.ts';
import { recordOf } from '../../core/progress/records.ts';
import type { TimedResult } from '../../core/progress/trend.ts';
import { type ClearedDoubt, type Doubt, weighDoubts } from '../../core/scores/doubt.ts';
import { formDistance } from '../../core/scores/form.ts';
import { resultOf } from '../../core/scores/result.ts';
import { FORM_FROM, isOfTheNumber, type WatchedGo } from '../../core/scores/watch.ts';
import { meets, stretchNumber } from '../../core/targets/index.ts';
import type { SeasonChild } from './children.ts';
import { claimOf } from './claims.ts';
import type { SeasonGo, SeasonVisit } from './season.ts';

/** Goes under one record key before a stretch number is judged: the first ones have nothing to go by. */
const GOES_KNOWN = 3;
/** Share of the doubted goes without a clip that a coach, who cannot know, counts of an honest child and of one who exaggerates. */
const COUNTED = { honest: 0.9, other: 0.5 } as const;
/** Days until a coach has decided of a doubt. */
const DECIDED_IN = 4;

/** One stretch number that was given, and whether it was reached. */
export interface GivenNumber {
  measure: Measure;
  week: number;
  known: number;
  number: number;
  /** The number that was given before it under the same key; null for the first. */
  before: number | null;
  reached: boolean;
}

/** A go as it came in: what was said, and what it was doubted for. */
export interface JudgedGo {
  go: SeasonGo;
  claimed: number;
  doubts: Doubt[];
  watched: WatchedGo;
  /** When a coach has decided of it, and what is left of the doubt of its number then. */
  decidedAt: number;
  doubtedAfter: boolean;
}

/** How the judgement calls did over one child's season. */
export interface SeasonJudged {
  goes: JudgedGo[];
  given: GivenNumber[];
}

interface Kept extends TimedResult {
  from: number;
}

/**
 * Lives through a season by the rules of stretch numbers and doubts, as the server does. Numbers are given before a visit and stay for both of
 * its rounds; what is doubted waits, counts for the share of numbers reached as it was said, and is decided by a coach within four days:
 * recounted where there is a clip; else counted, for the same cause not asked about again, or set aside.
 */
export function judgeSeason(child: SeasonChild, visits: readonly SeasonVisit[], random: Chance, aim?: number): SeasonJudged {
  const judged: SeasonJudged = { goes: [], given: [] };
  const results = new Map<string, Kept[]>();
  const shown = new Map<string, number>();
  const reached = new Map<Measure, boolean[]>();
  const cleared = new Map<string, ClearedDoubt[]>();
  const listOf = <K, V>(map: Map<K, V[]>, key: K): V[] => {
    const list = map.get(key) ?? [];
    map.set(key, list);
    return list;
  };
  for (const visit of visits) {
    const begins = visit[0]?.doneAt ?? 0;
    const numbers = new Map<string, { number: number | null; known: number; before: number | null }>();
    for (const { key, dose } of visit) {
      if (numbers.has(key)) continue;
      const recent = listOf(results, key).filter((one) => one.from <= begins);
      const record = recordOf(recent, BETTER[dose.measure])?.result ?? null;
      const before = shown.get(key) ?? null;
      const own = { record, recent: recent.slice(-8), at: begins, reached: reached.get(dose.measure) ?? [], shown: before, aim };
      const number = recent.length >= 1 ? stretchNumber(own, dose.measure) : null;
      if (number !== null) shown.set(key, number);
      numbers.set(key, { number, known: recent.length, before });
    }
    for (const go of visit) {
      const { key, drill, dose } = go;
      const told = numbers.get(key);
      const claim = claimOf(child, go, told?.number ?? null, random);
      const result = resultOf(claim, dose);
      if (claim.value === null || result === null) continue;
      const kept = listOf(results, key);
      const earlier = kept.filter((one) => one.from <= go.doneAt).map((one) => one.result);
      const recounted = go.recounted;
      const base = { claim, drill, dose, earlier, clipSeconds: null, clocked: go.clocked, cleared: listOf(cleared, key) };
      const { doubts } = weighDoubts({ ...base, recounted: null });
      const withRecount = weighDoubts({ ...base, recounted }).doubts;
      const numberDoubted = doubts.some((doubt) => isOfTheNumber(doubt, earlier.length));
      const distance = earlier.length >= FORM_FROM ? formDistance(result, earlier, dose.measure) : null;
      const watched = { measure: dose.measure, claimed: claim.value, recounted, filmed: go.filmed, distance, numberDoubted };
      const decidedAt = go.doneAt + random.next() * DECIDED_IN * DAY_MS;
      const came: JudgedGo = { go, claimed: claim.value, doubts: withRecount, watched, decidedAt, doubtedAfter: numberDoubted };
      judged.goes.push(came);
      if (told && told.number !== null) {
        const isReached = meets(result, told.number, dose);
        listOf(reached, dose.measure).push(isReached);
        if (told.known >= GOES_KNOWN)
          judged.given.push({
            measure: dose.measure,
            week: go.week,
            known: told.known,
            number: told.number,
            before: told.before,
            reached: isReached,
          });
      }
      if (withRecount.length === 0) {
        kept.push({ result, doneAt: go.doneAt, from: go.doneAt });
        continue;
      }
      if (recounted !== null) {
        const right = resultOf({ ...claim, value: recounted }, dose);
        if (right !== null) kept.push({ result: right, doneAt: go.doneAt, from: decidedAt });
        came.doubtedAfter = numberDoubted && Math.abs(claim.value - recounted) > Math.max(2, 0.05 * recounted);
        continue;
      }
      if (!random.happens(child.honesty === 'honest' ? COUNTED.honest : COUNTED.other)) continue;
      // A coach who counts it says that it is fine: it speaks against nobody any more, and the same is not asked again.
      kept.push({ result, doneAt: go.doneAt, from: decidedAt });
      came.doubtedAfter = false;
      for (const { reason, figure } of doubts) listOf(cleared, key).push({ scoreId: '', reason, figure });
    }
  }
  return judged;
}
