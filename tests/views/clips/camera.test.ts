import { expect } from 'chai';
import { formatFor, recordCamera, STOP_MS } from '../../../src/views/clips/camera.ts';

describe('the format of a recording', () => {
  const firefox = (format: string) => ['video/webm;codecs=vp8,opus', 'video/webm;codecs=vp8'].includes(format);

  it('names the sound only where the stream has one', () => {
    expect(formatFor(true, firefox)).to.equal('video/webm;codecs=vp8,opus');
    expect(formatFor(false, firefox)).to.equal('video/webm;codecs=vp8');
    expect(formatFor(false, () => true)).to.equal('video/mp4;codecs=avc1.42E01E');
  });

  it('is the browser’s own choice where it knows none of ours', () => {
    expect(formatFor(true, () => false)).to.equal(undefined);
  });
});

describe('a recording', () => {
  const before = globalThis.MediaRecorder;
  let made: FakeRecorder | null = null;
  class FakeRecorder {
    static isTypeSupported = () => true;
    state = 'inactive';
    mimeType: string;
    ondataavailable: (event: { data: Blob }) => void = () => {};
    onstop: () => void = () => {};
    onerror: () => void = () => {};
    onstart: () => void = () => {};
    constructor(
      _stream: unknown,
      readonly how: { mimeType?: string; videoBitsPerSecond: number },
    ) {
      this.mimeType = how.mimeType ?? '';
      made = this;
    }
    start() {
      this.state = 'recording';
    }
    stop() {
      this.state = 'inactive';
    }
  }
  const stream = (sounds: number) =>
    ({ getAudioTracks: () => Array(sounds).fill({}), getVideoTracks: () => [{ getSettings: () => ({ height: 360 }) }] }) as never;
  beforeEach(() => {
    globalThis.MediaRecorder = FakeRecorder as never;
  });
  after(() => {
    globalThis.MediaRecorder = before;
  });

  it('gives its clip once it has stopped, in a size that was chosen', async () => {
    const recording = recordCamera(stream(0));
    const stopping = recording.stop();
    made?.ondataavailable({ data: new Blob(['abc']) });
    made?.onstop();
    const clip = await stopping;
    expect([clip?.size, clip?.type, made?.how.videoBitsPerSecond]).to.deep.equal([3, 'video/mp4;codecs=avc1.42e01e', 1_800_000]);
  });

  it('that never stops gives what it has by then', async function () {
    this.timeout(STOP_MS + 4000);
    const recording = recordCamera(stream(1));
    made?.ondataavailable({ data: new Blob(['ab']) });
    expect((await recording.stop())?.size).to.equal(2);
  });

  it('that gave nothing is none, also where it broke off', async () => {
    const recording = recordCamera(stream(1));
    const stopping = recording.stop();
    made?.onerror();
    expect(await stopping).to.equal(null);
  });
});
