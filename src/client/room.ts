import { forgetKept, keepRead, opens } from './device-store.ts';

/** A clip of a minute takes about this much before it is made small. */
const CLIP_ROOM_BYTES = 60 * 1024 * 1024;

export interface Room {
  /** Nothing can be kept on this device at all. */
  denied: boolean;
  /** There is hardly room for a clip. */
  scarce: boolean;
  /** The browser will ask whoever holds the phone whether it may keep things for good: that is said first. */
  asks: boolean;
}

/** Firefox asks a person before it keeps things for good; others decide by themselves. */
const asksAPerson = () => /Firefox/.test(navigator.userAgent);

/** Asks that what is kept here be kept for good. @returns whether it is */
export const keepForGood = (): Promise<boolean> => navigator.storage.persist().catch(() => false);

/** Whether this device keeps what is done: tries it, asks that it be kept for good, and looks how much room is left. */
export async function lookForRoom(): Promise<Room> {
  if (!(await opens())) return { denied: true, scarce: true, asks: false };
  if (!navigator.storage) return { denied: false, scarce: false, asks: false };
  const kept = (await navigator.storage.persisted?.().catch(() => true)) ?? true;
  if (!kept && !asksAPerson()) void keepForGood();
  const { quota = 0, usage = 0 } = (await navigator.storage.estimate?.().catch(() => null)) ?? {};
  return { denied: false, scarce: quota > 0 && quota - usage < CLIP_ROOM_BYTES, asks: !kept && asksAPerson() };
}

const TRIED = 'try a file';
let files: Promise<boolean> | null = null;

/** Whether this browser keeps files: some keep none in a private window, where all else is kept. Tried once for each page. */
export function keepsFiles(): Promise<boolean> {
  files ??= keepRead(TRIED, new Blob(['a']), 0)
    .then(() => forgetKept(TRIED))
    .then(
      () => true,
      () => false,
    );
  return files;
}
