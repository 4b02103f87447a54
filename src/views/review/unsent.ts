import { z } from 'zod';
import { Id } from '../../contract/parts.ts';
import { Decide } from '../../contract/review.ts';

const Kept = z.array(z.object({ score: Id, decision: Decide }));
type Kept = z.infer<typeof Kept>;

/**
 * Decisions of one coach that the server has not answered yet, kept on this device: a page that is left or dies takes none along.
 * Each carries its own id, so that sending it twice changes nothing.
 */
export class Unsent {
  private readonly key: string;

  constructor(squadId: string, coachId: string) {
    this.key = `review-unsent:${squadId}:${coachId}`;
  }

  all(): Kept {
    try {
      return Kept.safeParse(JSON.parse(localStorage.getItem(this.key) ?? '[]')).data ?? [];
    } catch {
      return [];
    }
  }

  put(score: string, decision: Decide): void {
    this.write([...this.all().filter((one) => one.decision.id !== decision.id), { score, decision }]);
  }

  drop(decisionId: string): void {
    this.write(this.all().filter((one) => one.decision.id !== decisionId));
  }

  private write(kept: Kept): void {
    try {
      if (kept.length === 0) localStorage.removeItem(this.key);
      else localStorage.setItem(this.key, JSON.stringify(kept));
    } catch {
      // Without room they are kept by this page alone.
    }
  }
}
