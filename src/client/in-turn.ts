/** Does works one after the other, in the order in which they were asked for; those of other lines do not wait for them. */
export class InTurn {
  private readonly last = new Map<string, Promise<unknown>>();

  /**
   * Begins the work when everything that was asked for before it in the same line is over, however that ended.
   * @param line works of one line never run at once
   */
  do<T>(work: () => Promise<T>, line = ''): Promise<T> {
    const before = this.last.get(line) ?? Promise.resolve();
    const mine = before.then(work, work);
    const over = mine
      .catch(() => undefined)
      .then(() => {
        if (this.last.get(line) === over) this.last.delete(line);
      });
    this.last.set(line, over);
    return mine;
  }
}
