import { closeMedia, openMedia } from '../../client/media.ts';
import { hear, isLoud, levelOf, pitchOf, QUIET_EAR } from '../../core/training/knock.ts';

const FRAME_MS = 8;
const LOOK_MS = 30;

export interface Ear {
  close(): void;
}

/**
 * Listens for a clap or a knock on the wall. Only levels are looked at: nothing is recorded, kept or sent.
 * @param deaf whether our own sounds are in the air just now
 * @param onLoud told whenever it gets so loud that two claps are asked for, or quiet again
 * @throws whatever the browser says when the microphone is not given
 */
export async function listen(onKnock: () => void, deaf: () => boolean, onLoud: (loud: boolean) => void): Promise<Ear> {
  const stream = await openMedia({
    audio: { echoCancellation: true, noiseSuppression: false, autoGainControl: false },
  });
  const audio = new AudioContext();
  const analyser = audio.createAnalyser();
  analyser.fftSize = 4096;
  audio.createMediaStreamSource(stream).connect(analyser);
  void audio.resume();
  const samples = new Float32Array(analyser.fftSize);
  const frame = Math.round((audio.sampleRate * FRAME_MS) / 1000);
  let ear = QUIET_EAR;
  let loud = false;
  let heardUntil = audio.currentTime;
  const timer = setInterval(() => {
    const fresh = Math.min(samples.length, Math.floor((audio.currentTime - heardUntil) * audio.sampleRate));
    if (fresh < frame) return;
    analyser.getFloatTimeDomainData(samples);
    const from = samples.length - fresh;
    for (let i = 0; i + frame <= fresh; i += frame) {
      const at = (heardUntil + i / audio.sampleRate) * 1000;
      const part = samples.subarray(from + i, from + i + frame);
      const heard = hear(ear, { level: levelOf(part), pitch: pitchOf(part, audio.sampleRate) }, at);
      ear = heard.ear;
      if (heard.knocked && !deaf()) onKnock();
    }
    heardUntil = audio.currentTime;
    const now = isLoud(ear, heardUntil * 1000);
    if (now !== loud) onLoud(now);
    loud = now;
  }, LOOK_MS);
  return {
    close() {
      clearInterval(timer);
      closeMedia(stream);
      void audio.close();
    },
  };
}
