import { isBusy } from '../problems.ts';

const TRIES = 25;
const WAIT_MS = 120;

/**
 * Does a work again while the database is held by another program, for three seconds; everything else goes on meanwhile. An act's writes
 * are one transaction, so one that found the database held has written nothing.
 */
export async function whileBusy<T>(work: () => T | Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await work();
    } catch (error) {
      if (!isBusy(error) || tried >= TRIES) throw error;
      await new Promise((done) => setTimeout(done, WAIT_MS));
    }
  }
}
