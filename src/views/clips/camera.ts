/** Formats in the order they are tried; the first that this browser records is taken. */
const FORMATS = [
  'video/mp4;codecs=avc1.42E01E,mp4a.40.2',
  'video/mp4;codecs=avc1.42E01E,opus',
  'video/webm;codecs=vp9,opus',
  'video/webm;codecs=vp8,opus',
];

export type Facing = 'environment' | 'user';

/** Opens the camera for filming feet: the back one or the front one, with sound only where the squad wants it. */
export function openCamera(facing: Facing, lines: number, sound: boolean): Promise<MediaStream> {
  const video = { height: { ideal: lines }, width: { ideal: Math.round((lines * 16) / 9) }, frameRate: { ideal: 30 } };
  return navigator.mediaDevices.getUserMedia({ video: { ...video, facingMode: { ideal: facing } }, audio: sound });
}

export interface Recording {
  /** When the first picture was taken, on the page's clock in ms. */
  startedAt: number;
  /** Leaves out what happens until it goes on. */
  hold(still: boolean): void;
  stop(): Promise<Blob>;
}

/** Records a stream from now until `stop`, which gives the clip. */
export function recordCamera(stream: MediaStream): Recording {
  const mimeType = FORMATS.find((format) => MediaRecorder.isTypeSupported(format));
  const recorder = new MediaRecorder(stream, mimeType ? { mimeType } : {});
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const ended = new Promise<Blob>((resolve) => {
    recorder.onstop = () => resolve(new Blob(parts, { type: recorder.mimeType }));
  });
  const recording: Recording = {
    startedAt: performance.now(),
    hold: (still) => {
      if (still && recorder.state === 'recording') recorder.pause();
      else if (!still && recorder.state === 'paused') recorder.resume();
    },
    stop: () => {
      if (recorder.state !== 'inactive') recorder.stop();
      return ended;
    },
  };
  recorder.onstart = () => {
    recording.startedAt = performance.now();
  };
  recorder.start(1000);
  return recording;
}
