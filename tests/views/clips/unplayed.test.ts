import { expect } from 'chai';
import { onNextPicture, whyUnplayed } from '../../../src/views/clips/unplayed.ts';

describe('a clip that does not play', () => {
  const answering = (status: number) => (async () => new Response(null, { status })) as typeof fetch;

  it('is of another kind where it is there, also on this device', async () => {
    expect(await whyUnplayed('/api/v1/clips/a/file', answering(200))).to.equal('not this kind');
    expect(await whyUnplayed('blob:here', answering(404))).to.equal('not this kind');
  });

  it('is not there where nobody gives it, and nothing is said of it without a line', async () => {
    expect(await whyUnplayed('/api/v1/clips/a/file', answering(404))).to.equal('not there');
    expect(await whyUnplayed('/api/v1/clips/a/file', () => Promise.reject(new TypeError('no line')))).to.equal('no line');
  });
});

describe('the next picture', () => {
  it('is told by the video where it tells, else by its time at the next frame', () => {
    const told: number[] = [];
    const telling = {
      currentTime: 1,
      requestVideoFrameCallback: (call: (now: number, meta: { mediaTime: number }) => void) => call(0, { mediaTime: 2.5 }),
    };
    onNextPicture(telling as never, (at) => told.push(at));
    const before = globalThis.requestAnimationFrame;
    globalThis.requestAnimationFrame = (call) => {
      call(0);
      return 1;
    };
    onNextPicture({ currentTime: 7 }, (at) => told.push(at));
    globalThis.requestAnimationFrame = before;
    expect(told).to.deep.equal([2.5, 7]);
  });
});
