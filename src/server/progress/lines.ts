import type { LineView } from '../../contract/parts.ts';
import { resultUnit } from '../../core/drills/index.ts';
import type { JudgedScore } from '../go/facts.ts';

/** The coach's answer to a score, or null where there is nothing to read: undecided, or counted without a word. */
export function lineOf(one: JudgedScore, drillName: string): LineView | null {
  const { decision, score } = one;
  if (!decision || decision.verdict === 'undo') return null;
  if (decision.verdict === 'counted' && !decision.line && decision.cues.length === 0) return null;
  return {
    decisionId: decision.id,
    drillName,
    foot: score.foot,
    verdict: decision.verdict,
    claimed: score.value,
    value: decision.value,
    unit: resultUnit(score.measure),
    line: decision.line ?? (decision.verdict === 'set aside' ? decision.reason : null),
    cues: decision.cues,
    at: decision.at,
  };
}
