import { ServerProblem } from '../../client/client.ts';
import { InTurn } from '../../client/in-turn.ts';
import type { Decide, ReviewItem } from '../../contract/review.ts';
import type { UnsentDecisions } from './unsent.ts';

/** A decision on its way, with the score as it was before. */
export interface DecisionOut {
  item: ReviewItem;
  decision: Decide;
}

interface Told {
  /** The server has it, and this is how the score stands now. */
  arrived(outgoing: DecisionOut, now: ReviewItem): void;
  /** It will never be taken. */
  refused(outgoing: DecisionOut, error: unknown): void;
  /** These wait to be sent again; with what kept the last one from being sent. */
  waiting(all: readonly DecisionOut[], error: unknown): void;
}

/** Whoever was signed out meanwhile signs in again, and it goes. */
const mayWorkLater = (error: unknown) => !(error instanceof ServerProblem) || error.status >= 500 || error.status === 401;

/**
 * Sends a coach's decisions: those of one score one after the other, in the order in which they were made. One that cannot be sent waits until
 * `retry`, unless its score was decided again: only the last decision of a score counts, and an older one must not come after it.
 */
export class DecisionsOut {
  private readonly line = new InTurn();
  private readonly last = new Map<string, string>();
  private waiting: DecisionOut[] = [];

  constructor(
    private readonly kept: UnsentDecisions,
    private readonly post: (score: string, decision: Decide) => Promise<ReviewItem>,
    private readonly told: Told,
  ) {}

  /** Resolves when it arrived, was refused, or waits. */
  send(outgoing: DecisionOut): Promise<void> {
    const { scoreId } = outgoing.item;
    this.last.set(scoreId, outgoing.decision.id);
    for (const older of this.waiting.filter((one) => one.item.scoreId === scoreId && one.decision.id !== outgoing.decision.id))
      this.forget(older);
    this.kept.put(scoreId, outgoing.decision);
    return this.line.do(() => this.sendOne(outgoing), scoreId);
  }

  /** Sends everything that waits once more. */
  async retry(): Promise<void> {
    await Promise.all(this.waiting.map((one) => this.line.do(() => this.sendOne(one), one.item.scoreId)));
  }

  private forget(outgoing: DecisionOut): void {
    this.kept.drop(outgoing.decision.id);
    this.waiting = this.waiting.filter((one) => one.decision.id !== outgoing.decision.id);
  }

  private async sendOne(outgoing: DecisionOut): Promise<void> {
    const { item, decision } = outgoing;
    const isLast = () => this.last.get(item.scoreId) === decision.id;
    // Decided again while it waited for its turn: what comes after it says everything.
    if (!isLast()) return this.forget(outgoing);
    let now: ReviewItem;
    try {
      now = await this.post(item.scoreId, decision);
    } catch (error) {
      this.forget(outgoing);
      if (!isLast()) return;
      if (!mayWorkLater(error)) return this.told.refused(outgoing, error);
      this.kept.put(item.scoreId, decision);
      this.waiting = [...this.waiting, outgoing];
      return this.told.waiting(this.waiting, error);
    }
    this.forget(outgoing);
    this.told.waiting(this.waiting, null);
    if (isLast()) this.told.arrived(outgoing, now);
  }
}
