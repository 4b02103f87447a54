import type { DoubtReason } from './reasons.ts';

/** What a coach says of a score beside the decision, or that it is taken back. */
export type ReviewSaid =
  | { kind: 'doubt cleared'; reason: DoubtReason; figure: number; why: string }
  | { kind: 'remark'; clipId: string; at: number; text: string }
  | { kind: 'clip asked for' }
  | { kind: 'taken back' };

export interface SaidFact {
  id: string;
  said: ReviewSaid;
  undoes: string | null;
}

/** The facts that nobody took back, in the order given. */
export function standingFacts<F extends SaidFact>(facts: readonly F[]): F[] {
  const undone = new Set(facts.flatMap((fact) => fact.undoes ?? []));
  return facts.filter((fact) => fact.said.kind !== 'taken back' && !undone.has(fact.id));
}

/** Remarks on a clip that nobody took back, by their place in it, each with its fact. */
export function remarksOn<F extends SaidFact>(
  facts: readonly F[],
  clipId: string | undefined,
): { fact: F; id: string; at: number; text: string }[] {
  return standingFacts(facts)
    .flatMap((fact) =>
      fact.said.kind === 'remark' && fact.said.clipId === clipId ? [{ fact, id: fact.id, at: fact.said.at, text: fact.said.text }] : [],
    )
    .sort((a, b) => a.at - b.at);
}
