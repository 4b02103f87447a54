import { opens } from './device-store.ts';

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

/** Whether this is opened in Safari on an iPhone or iPad, and not from the home screen: what is not used for 7 days is forgotten there. */
export const opensInABrowserThatForgets = (here: object): boolean => (here as { standalone?: boolean }).standalone === false;

/** A browser's window, as far as it is asked. */
interface Here {
  MediaRecorder?: unknown;
  navigator: { mediaDevices?: unknown; wakeLock?: unknown; userAgent: string; standalone?: boolean };
}

/** Apps on the home screen of an iPhone are not kept awake before iOS 18.4, although they are told that they are. */
function sleepsAllTheSame({ standalone, userAgent }: Here['navigator']): boolean {
  const [, major, minor] = (/ OS (\d+)_(\d+)/.exec(userAgent) ?? []).map(Number);
  return standalone === true && major !== undefined && minor !== undefined && (major < 18 || (major === 18 && minor < 4));
}

/** What this browser can do in a session, asked before it: what it cannot is not offered. */
export function whatThisCan(here: Here): { keepScreenOn: boolean; film: boolean } {
  return {
    keepScreenOn: here.navigator.wakeLock !== undefined && !sleepsAllTheSame(here.navigator),
    film: here.MediaRecorder !== undefined && here.navigator.mediaDevices !== undefined,
  };
}
