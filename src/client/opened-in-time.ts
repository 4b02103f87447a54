/** Some browsers now and then leave the first opening unanswered for ever; a second one is answered. */
const OPEN_MS = 4000;

/**
 * Opens something, and once more where the first opening is not answered in time. Whichever is answered first is taken.
 * @param drop what is done with one that is answered too late
 * @throws what the first opening throws, or a DOMException "TimeoutError" where neither is answered
 */
export function openedInTime<T>(open: () => Promise<T>, drop: (late: T) => void, within = OPEN_MS): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    let over = false;
    const end = (how: () => void) => {
      over = true;
      clearTimeout(again);
      clearTimeout(given);
      how();
    };
    const take = (one: T) => (over ? drop(one) : end(() => resolve(one)));
    const again = setTimeout(() => void open().then(take, () => {}), within);
    const given = setTimeout(
      () => end(() => reject(new DOMException('The store of this device did not open.', 'TimeoutError'))),
      2 * within,
    );
    open().then(take, (error) => !over && end(() => reject(error)));
  });
}
