import { AudioSample, AudioSampleSource, BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny';
import { clipSeconds, poseAt, type SyntheticClip, soundOf } from '../src/core/clips/index.ts';

/** Runs in a browser page: draws a synthetic clip and encodes it to WebM. */
async function render(clip: SyntheticClip): Promise<string> {
  const canvas = new OffscreenCanvas(clip.width, clip.height);
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('No 2D canvas here.');
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
  const video = new CanvasSource(canvas, { codec: 'vp8', bitrate: 220_000, keyFrameInterval: 1 });
  const audio = new AudioSampleSource({ codec: 'opus', bitrate: 32_000 });
  output.addVideoTrack(video, { frameRate: clip.fps });
  output.addAudioTrack(audio);
  await output.start();
  const seconds = clipSeconds(clip);
  const rate = 48_000;
  const sound = soundOf(clip, rate);
  for (let from = 0; from < sound.length; from += rate) {
    const part = sound.slice(from, from + rate);
    await audio.add(new AudioSample({ data: part, format: 'f32', numberOfChannels: 1, sampleRate: rate, timestamp: from / rate }));
  }
  for (let frame = 0; frame < seconds * clip.fps; frame++) {
    const at = frame / clip.fps;
    const { ball, left, right } = poseAt(clip, at);
    pen.fillStyle = '#cfc7b8';
    pen.fillRect(0, 0, clip.width, clip.height);
    pen.fillStyle = '#b5ab99';
    pen.fillRect(0, clip.height * 0.8, clip.width, clip.height * 0.2);
    pen.strokeStyle = '#1c2226';
    pen.lineWidth = 12;
    pen.lineCap = 'round';
    const hip = { x: clip.width / 2, y: clip.height * 0.3 };
    for (const foot of [left, right]) {
      pen.beginPath();
      pen.moveTo(hip.x, hip.y);
      pen.lineTo((hip.x + foot.x) / 2 + (foot === left ? -14 : 14), (hip.y + foot.y) / 2 - 10);
      pen.lineTo(foot.x, foot.y);
      pen.stroke();
    }
    pen.fillStyle = '#0b6a8f';
    pen.fillRect(left.x - 18, left.y - 2, 36, 12);
    pen.fillStyle = '#b8431a';
    pen.fillRect(right.x - 18, right.y - 2, 36, 12);
    pen.fillStyle = '#fffdf8';
    pen.strokeStyle = '#1c2226';
    pen.lineWidth = 2;
    pen.beginPath();
    pen.arc(ball.x, ball.y, 12, 0, 2 * Math.PI);
    pen.fill();
    pen.stroke();
    await video.add(at, 1 / clip.fps);
  }
  await output.finalize();
  const bytes = new Uint8Array((output.target as BufferTarget).buffer ?? new ArrayBuffer(0));
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

Object.assign(globalThis, { render });
