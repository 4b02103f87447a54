import { opens } from './device-store.ts';

/** A clip of a minute takes about this much before it is made small. */
const CLIP_ROOM_BYTES = 60 * 1024 * 1024;

export interface Room {
  /** Nothing can be kept on this device at all. */
  denied: boolean;
  /** There is hardly room for a clip. */
  scarce: boolean;
}

/** Whether this device keeps what is done: tries it, asks that it be kept for good, and looks how much room is left. */
export async function lookForRoom(): Promise<Room> {
  if (!(await opens())) return { denied: true, scarce: true };
  if (!navigator.storage) return { denied: false, scarce: false };
  void navigator.storage.persist?.().catch(() => {});
  const { quota = 0, usage = 0 } = await navigator.storage.estimate().catch(() => ({ quota: 0, usage: 0 }));
  return { denied: false, scarce: quota > 0 && quota - usage < CLIP_ROOM_BYTES };
}
