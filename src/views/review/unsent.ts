import { z } from 'zod';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { Id } from '../../contract/parts.ts';
import { Decide } from '../../contract/review.ts';

const Kept = z.array(z.object({ score: Id, decision: Decide }));
type Kept = z.infer<typeof Kept>;

/**
 * Decisions of one coach that the server has not answered yet, kept on this device: a page that is left or dies takes none along.
 * Each carries its own id, so that sending it twice changes nothing.
 */
export class UnsentDecisions {
  private readonly key: string;

  constructor(squadId: string, coachId: string) {
    this.key = `review-unsent:${squadId}:${coachId}`;
  }

  all(): Kept {
    return Kept.safeParse(keptHere(this.key)).data ?? [];
  }

  /** The last decision of a score takes the place of one before it. */
  put(score: string, decision: Decide): void {
    this.write([...this.all().filter((one) => one.score !== score), { score, decision }]);
  }

  drop(decisionId: string): void {
    this.write(this.all().filter((one) => one.decision.id !== decisionId));
  }

  private write(kept: Kept): void {
    keepHere(this.key, kept.length === 0 ? null : kept);
  }
}
