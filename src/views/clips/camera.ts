import { openMedia } from '../../client/media.ts';

/** Formats in the order they are tried. The type must name what the stream has: one that names a sound it has not records nothing in some browsers. */
const FORMATS = {
  withSound: ['mp4;codecs=avc1.42E01E,mp4a.40.2', 'mp4;codecs=avc1.42E01E,opus', 'webm;codecs=vp9,opus', 'webm;codecs=vp8,opus'],
  silent: ['mp4;codecs=avc1.42E01E', 'webm;codecs=vp9', 'webm;codecs=vp8'],
};

/** The first format that this browser records a stream in; undefined leaves the choice to the browser. */
export function formatFor(hasSound: boolean, supported: (format: string) => boolean): string | undefined {
  return FORMATS[hasSound ? 'withSound' : 'silent'].map((one) => `video/${one}`).find(supported);
}

/** Enough for feet at the size a clip is filmed in; browsers that are told nothing take from a third to four times of it. */
const BITS_PER_LINE = 5000;
const SOUND_BITS = 96_000;
/** A recorder that has not ended by then does not end at all: what it gave so far is the clip. */
export const STOP_MS = 3000;

export type Facing = 'environment' | 'user';

/** Opens the camera for filming feet: the back one or the front one, with sound only where the squad wants it. */
export function openCamera(facing: Facing, lines: number, sound: boolean): Promise<MediaStream> {
  const video = { height: { ideal: lines }, width: { ideal: Math.round((lines * 16) / 9) }, frameRate: { ideal: 30 } };
  return openMedia({ video: { ...video, facingMode: { ideal: facing } }, audio: sound });
}

export interface Recording {
  /** When the first picture was taken, on the page's clock in ms. */
  startedAt: number;
  /** Leaves out what happens until it goes on. */
  hold(still: boolean): void;
  /** Ends it and gives the clip, within a few seconds whatever the browser does; null where nothing was recorded. */
  stop(): Promise<Blob | null>;
}

/** Records a stream from now until `stop`. */
export function recordCamera(stream: MediaStream): Recording {
  const mimeType = formatFor(stream.getAudioTracks().length > 0, (format) => MediaRecorder.isTypeSupported(format));
  const lines = stream.getVideoTracks()[0]?.getSettings().height ?? 480;
  const recorder = new MediaRecorder(stream, {
    ...(mimeType ? { mimeType } : {}),
    videoBitsPerSecond: lines * BITS_PER_LINE,
    audioBitsPerSecond: SOUND_BITS,
  });
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const clip = () => (parts.some(({ size }) => size > 0) ? new Blob(parts, { type: recorder.mimeType }) : null);
  const ended = new Promise<void>((resolve) => {
    recorder.onstop = () => resolve();
    recorder.onerror = () => resolve();
  });
  const recording: Recording = {
    startedAt: performance.now(),
    hold: (still) => {
      if (still && recorder.state === 'recording') recorder.pause();
      else if (!still && recorder.state === 'paused') recorder.resume();
    },
    stop: async () => {
      if (recorder.state !== 'inactive') recorder.stop();
      await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, STOP_MS))]);
      return clip();
    },
  };
  recorder.onstart = () => {
    recording.startedAt = performance.now();
  };
  recorder.start(1000);
  return recording;
}
