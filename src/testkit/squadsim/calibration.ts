import { BETTER, type Measure } from '../../core/drills/terms.ts';
import { recordOf } from '../../core/progress/records.ts';
import type { TimedResult } from '../../core/progress/trend.ts';
import { weighDoubts } from '../../core/scores/doubt.ts';
import { doubtedOften } from '../../core/scores/often.ts';
import { recordKey, resultOf } from '../../core/scores/result.ts';
import { meets, stretchNumber } from '../../core/targets/index.ts';
import type { SeasonGo } from './season.ts';

/** Goes under one record key before a stretch number is judged: the first ones have nothing to go by. */
const GOES_KNOWN = 3;
/** A claim so much over the truth is too high, whatever it was. */
const TOO_HIGH = 1.2;

/** One stretch number that was given, and whether it was reached. */
export interface Given60 {
  measure: Measure;
  week: number;
  /** Goes it could rest on. */
  known: number;
  reached: boolean;
}

/** How the judgement calls did over one player's season. */
export interface SeasonJudged {
  goes: number;
  /** Reasons of every go that was doubted. */
  doubted: string[][];
  given: Given60[];
  /** Claims that were far too high, and those of them that were doubted. */
  tooHigh: { claims: number; doubted: number };
  /** Week (from 1) in which the goes were first doubted more often than chance has it, and whether they are at the end. */
  oftenFrom: number | null;
  oftenAtEnd: boolean;
}

/**
 * Lives through a season with the rules of doubts and stretch numbers, as the server does: what is doubted of an honest player is cleared
 * by the coach, what is doubted of one who exaggerates stays out.
 */
export function judgeSeason(goes: readonly SeasonGo[], honest: boolean): SeasonJudged {
  const judged: SeasonJudged = { goes: 0, doubted: [], given: [], tooHigh: { claims: 0, doubted: 0 }, oftenFrom: null, oftenAtEnd: false };
  const known = new Map<string, TimedResult[]>();
  for (const go of goes) {
    const result = resultOf(go, go.dose);
    if (go.value === null || result === null) continue;
    const key = recordKey(go.drill, go.dose, go.foot);
    const list = known.get(key) ?? [];
    known.set(key, list);
    judged.goes++;
    const earlier = list.map((one) => one.result);
    const { doubts } = weighDoubts({
      claim: go,
      clocked: go.clocked,
      drill: go.drill,
      dose: go.dose,
      earlier,
      clipSeconds: null,
      recounted: go.recounted,
    });
    if (doubts.length > 0) judged.doubted.push(doubts.map((doubt) => doubt.reason));
    if (go.value > go.truth * TOO_HIGH) {
      judged.tooHigh.claims++;
      if (doubts.length > 0) judged.tooHigh.doubted++;
    }
    if (list.length >= GOES_KNOWN) {
      const record = recordOf(list, BETTER[go.dose.measure])?.result ?? null;
      const number = stretchNumber({ record, recent: list.slice(-8), at: go.doneAt }, go.dose.measure);
      if (number !== null)
        judged.given.push({ measure: go.dose.measure, week: go.week, known: list.length, reached: meets(result, number, go.dose) });
    }
    if (doubtedOften(judged.doubted.length, judged.goes)) judged.oftenFrom ??= go.week + 1;
    if (honest || doubts.length === 0) list.push({ result, doneAt: go.doneAt });
  }
  judged.oftenAtEnd = doubtedOften(judged.doubted.length, judged.goes);
  return judged;
}
