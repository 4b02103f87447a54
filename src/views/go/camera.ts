/** Formats in the order they are tried; the first that this browser records is taken. */
const FORMATS = [
  'video/mp4;codecs=avc1.42E01E,mp4a.40.2',
  'video/mp4;codecs=avc1.42E01E,opus',
  'video/webm;codecs=vp9,opus',
  'video/webm;codecs=vp8,opus',
];

/** Opens the camera for filming feet: small pictures, the back camera first, sound for the later count. */
export function openCamera(): Promise<MediaStream> {
  return navigator.mediaDevices.getUserMedia({
    video: { width: { ideal: 640 }, height: { ideal: 360 }, frameRate: { ideal: 30 }, facingMode: { ideal: 'environment' } },
    audio: true,
  });
}

export interface Recording {
  /** Leaves out what happens until it goes on. */
  hold(still: boolean): void;
  stop(): Promise<Blob>;
}

/** Records a stream from now until `stop`, which gives the clip. */
export function record(stream: MediaStream): Recording {
  const mimeType = FORMATS.find((format) => MediaRecorder.isTypeSupported(format));
  const recorder = new MediaRecorder(stream, mimeType ? { mimeType } : {});
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const ended = new Promise<Blob>((resolve) => {
    recorder.onstop = () => resolve(new Blob(parts, { type: recorder.mimeType }));
  });
  recorder.start(1000);
  return {
    hold: (still) => {
      if (still && recorder.state === 'recording') recorder.pause();
      else if (!still && recorder.state === 'paused') recorder.resume();
    },
    stop: () => {
      if (recorder.state !== 'inactive') recorder.stop();
      return ended;
    },
  };
}
