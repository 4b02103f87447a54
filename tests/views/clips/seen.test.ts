import { expect } from 'chai';
import { watchUntilSeen } from '../../../src/views/clips/seen.ts';

/** A video that is played by hand: its time is set, and it says so. */
class Video extends EventTarget {
  currentTime = 0;
  duration = 10;
  seeking = false;
  to(at: number, event = 'timeupdate'): void {
    this.currentTime = at;
    this.dispatchEvent(new Event(event));
  }
  play(from: number, to: number, step = 0.25): void {
    for (let at = from; at <= to; at += step) this.to(at);
  }
}

describe('a clip that was looked at', () => {
  let video: Video;
  let seen = 0;
  let end: () => void;
  beforeEach(() => {
    video = new Video();
    seen = 0;
    end = watchUntilSeen(video as unknown as HTMLVideoElement, () => seen++);
  });

  it('is one of which half was played, to the moment, and it is said once', () => {
    video.play(0, 4.75);
    expect(seen).to.equal(0);
    video.to(5);
    expect(seen).to.equal(1);
    video.play(5, 10);
    expect(seen).to.equal(1);
  });

  it('is none of which the end was jumped to, nor one that is dragged through', () => {
    video.to(1e7);
    video.to(0);
    video.to(9);
    video.to(10, 'ended');
    expect(seen).to.equal(0);
    video.seeking = true;
    video.play(0, 10);
    expect(seen).to.equal(0);
  });

  it('may be seen in pieces, also again from the start', () => {
    video.play(0, 3);
    video.to(0);
    video.play(0, 1.75);
    expect(seen).to.equal(0);
    video.to(2);
    expect(seen).to.equal(1);
  });

  it('waits for a recording to say how long it is', () => {
    video.duration = Number.POSITIVE_INFINITY;
    video.play(0, 10);
    expect(seen).to.equal(0);
    video.duration = 10;
    video.to(10, 'ended');
    expect(seen).to.equal(1);
  });

  it('is watched no more once that is ended', () => {
    end();
    video.play(0, 10);
    expect(seen).to.equal(0);
  });
});
