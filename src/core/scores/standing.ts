/** What a coach can decide of a score. */
export const VERDICTS = ['counted', 'corrected', 'again please', 'set aside'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** One decision as it was written down; an undo is a fact of its own that names what it takes back. */
export interface DecisionFact {
  id: string;
  verdict: Verdict | 'undo';
  /** The decision that an undo takes back. */
  undoes: string | null;
  /** The recounted number of a correction. */
  value: number | null;
  /** Losses of control that the recount found; null leaves what was claimed. */
  faults: number | null;
  at: number;
}

/** Where a score stands now. */
export type Standing = Verdict | 'waiting for the coach' | 'clear';

/** The decision in force: the newest that nobody took back, or null. The order of the facts does not matter. */
export function decisionInForce<D extends Pick<DecisionFact, 'id' | 'verdict' | 'undoes' | 'at'>>(facts: readonly D[]): D | null {
  const undone = new Set(facts.flatMap((fact) => (fact.verdict === 'undo' && fact.undoes ? [fact.undoes] : [])));
  const standing = facts.filter((fact) => fact.verdict !== 'undo' && !undone.has(fact.id));
  return standing.reduce<D | null>((newest, fact) => (newest && newest.at >= fact.at ? newest : fact), null);
}

/**
 * Where a score stands and which value counts for records: a doubted score waits and counts nowhere,
 * a clear one counts at once, a correction counts with its own value and its own faults (null: the faults claimed).
 */
export function standingOf(
  claimed: number | null,
  doubted: boolean,
  decision: DecisionFact | null,
): { standing: Standing; counts: number | null; faults: number | null } {
  const faults = null;
  if (!decision || decision.verdict === 'undo') {
    return doubted ? { standing: 'waiting for the coach', counts: null, faults } : { standing: 'clear', counts: claimed, faults };
  }
  switch (decision.verdict) {
    case 'counted':
      return { standing: 'counted', counts: claimed, faults };
    case 'corrected':
      return { standing: 'corrected', counts: decision.value, faults: decision.faults };
    default:
      return { standing: decision.verdict, counts: null, faults };
  }
}
