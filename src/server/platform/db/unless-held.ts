import { isBusy } from '../problems.ts';

/**
 * Writes down what a reading has computed, unless another program holds the database: a reading must not wait for that. Only for what can be
 * computed again.
 * @returns whether it was written
 */
export function unlessHeld(write: () => void): boolean {
  try {
    write();
    return true;
  } catch (error) {
    if (!isBusy(error)) throw error;
    return false;
  }
}
