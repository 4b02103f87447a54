import { closeMedia, openMedia } from '../../client/media.ts';
import { t } from '../../core/text/translate.ts';
import { prepareVoice } from './prepare-voice.ts';

const TYPES = ['audio/webm;codecs=opus', 'audio/mp4;codecs=mp4a.40.2', 'audio/mp4'];

/** A recording that is being made. */
export interface VoiceTaking {
  file: Promise<Blob>;
  stop(): void;
}

/**
 * Records the own voice until stopped, at most some seconds, and makes it ready: one sound track without any tags.
 * @throws Error with a sentence when there is no microphone, or it may not be used
 */
export async function recordVoice(most: number, left: (seconds: number) => void): Promise<VoiceTaking> {
  const type = TYPES.find((one) => typeof MediaRecorder !== 'undefined' && MediaRecorder.isTypeSupported(one));
  if (!type || !navigator.mediaDevices) throw new Error(t('This browser cannot record. Write the line.'));
  const stream = await openMedia({ audio: true }).catch(() => {
    throw new Error(t('The microphone is not open to this page. Allow it in the browser, or write the line.'));
  });
  const recorder = new MediaRecorder(stream, { mimeType: type, audioBitsPerSecond: 48_000 });
  const parts: Blob[] = [];
  recorder.ondataavailable = (event) => parts.push(event.data);
  const until = performance.now() + most * 1000;
  const toGo = () => Math.max(0, Math.ceil((until - performance.now()) / 1000));
  left(toGo());
  const clock = setInterval(() => {
    left(toGo());
    if (toGo() === 0) stop();
  }, 200);
  const stop = () => {
    clearInterval(clock);
    if (recorder.state !== 'inactive') recorder.stop();
    closeMedia(stream);
  };
  const file = new Promise<Blob>((resolve, reject) => {
    recorder.onstop = () => resolve(prepareVoice(new Blob(parts, { type }), most));
    recorder.onerror = () => reject(new Error(t('The recording broke off. Try once more.')));
  });
  recorder.start();
  return { file, stop };
}
