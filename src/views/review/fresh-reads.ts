/**
 * Reads of scores that may change while they are read. An answer that was under way while its score was changed here tells of what was
 * before: it is asked for again. What is on its way to the server is not read at all until that has arrived.
 */
export class FreshReads {
  private readonly changes = new Map<string, number>();
  private readonly reading = new Set<string>();
  private readonly onWay = new Set<string>();

  /** The score is other than before: the server said so, or the coach did. */
  changed(id: string): void {
    this.changes.set(id, (this.changes.get(id) ?? 0) + 1);
  }

  /** What was decided of the score is being sent; until it arrived, the server knows less than this page. */
  sent(id: string): void {
    this.onWay.add(id);
    this.changed(id);
  }

  /** It arrived, or was refused. */
  arrived(id: string): void {
    this.onWay.delete(id);
    this.changed(id);
  }

  isOnWay(id: string): boolean {
    return this.onWay.has(id);
  }

  /**
   * Asks until the answer is as new as the page. Resolves to null when somebody asks already, or when a decision is on its way:
   * whoever sent that reads again.
   */
  async read<T>(id: string, ask: () => Promise<T>): Promise<T | null> {
    if (this.reading.has(id) || this.onWay.has(id)) return null;
    this.reading.add(id);
    try {
      for (;;) {
        const before = this.changes.get(id);
        const answer = await ask();
        if (this.onWay.has(id)) return null;
        if (before === this.changes.get(id)) return answer;
      }
    } finally {
      this.reading.delete(id);
    }
  }
}
