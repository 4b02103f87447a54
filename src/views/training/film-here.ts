import { keepsFiles } from '../../client/room.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import { type Facing, openCamera, type Recording, recordCamera } from '../clips/camera.ts';

/* What only somebody who films needs: fetched then, so that the page itself comes first. */

/** A camera that is open. */
export interface OpenCamera {
  stream: MediaStream;
  record(): Recording;
  /** What is said where it gave nothing. */
  recordedNothing: string;
}

/** Opens the camera for a player's goes. @throws Error with a sentence where it does not open, or nothing of it could be kept */
export async function openHere(facing: Facing, film: ThisWeek['film']): Promise<OpenCamera> {
  if (!(await keepsFiles()))
    throw new Error(t('This browser keeps no clips: it may be a private window. Your numbers are kept and count all the same.'));
  const stream = await openCamera(facing, film.height, film.sound).catch(() => {
    throw new Error(t('The camera did not open. Allow it for this page, or pick a file after the go.'));
  });
  const recordedNothing = t('The camera recorded nothing of this go. Your number counts without a clip.');
  return { stream, record: () => recordCamera(stream), recordedNothing };
}
