import { expect } from 'chai';
import fc from 'fast-check';
import { type ClipWish, type DeviceCan, waysToPrepare } from '../../../src/core/clips/index.ts';

const CHROMIUM: DeviceCan = { readVideo: true, readSound: true, makeVideo: ['avc', 'vp8'], makeSound: ['opus'] };
const DESK_FIREFOX: DeviceCan = { readVideo: true, readSound: true, makeVideo: ['vp8'], makeSound: ['opus'] };
const OLD_SAFARI: DeviceCan = { readVideo: true, readSound: false, makeVideo: ['avc'], makeSound: [] };
const PHONE_FIREFOX: DeviceCan = { readVideo: false, readSound: false, makeVideo: [], makeSound: [] };
const WHOLE: ClipWish = { sound: true, cutsStart: false };
const FROM_IPHONE = { video: 'avc', sound: 'aac' };
const FROM_FIREFOX = { video: 'vp8', sound: 'opus' };

describe('ways to make a clip ready', () => {
  it('makes H.264 in MP4 first, then VP8 in WebM, then copies', () => {
    expect(waysToPrepare(FROM_FIREFOX, WHOLE, CHROMIUM)).to.deep.equal([
      { container: 'mp4', makeVideo: 'avc', sound: 'copy' },
      { container: 'webm', makeVideo: 'vp8', sound: 'opus' },
      { container: 'webm', makeVideo: null, sound: 'opus' },
    ]);
  });

  it('copies the sound of a phone that makes no sound', () => {
    expect(waysToPrepare(FROM_IPHONE, WHOLE, OLD_SAFARI)[0]).to.deep.equal({ container: 'mp4', makeVideo: 'avc', sound: 'copy' });
  });

  it('puts what cannot be made anew into its own kind of file, never VP8 into MP4', () => {
    expect(waysToPrepare(FROM_FIREFOX, WHOLE, PHONE_FIREFOX)).to.deep.equal([{ container: 'webm', makeVideo: null, sound: 'copy' }]);
    expect(waysToPrepare(FROM_IPHONE, WHOLE, PHONE_FIREFOX)).to.deep.equal([{ container: 'mp4', makeVideo: null, sound: 'copy' }]);
    expect(waysToPrepare({ video: 'av1', sound: null }, WHOLE, PHONE_FIREFOX)).to.deep.equal([
      { container: 'webm', makeVideo: null, sound: 'off' },
    ]);
  });

  it('makes AAC of a sound that MP4 cannot hold, or Opus where it makes no AAC', () => {
    const vorbis = { video: 'vp8', sound: 'vorbis' };
    const both: DeviceCan = { ...CHROMIUM, makeSound: ['aac', 'opus'] };
    expect(waysToPrepare(vorbis, WHOLE, both)[0]?.sound).to.equal('aac');
    expect(waysToPrepare(vorbis, WHOLE, CHROMIUM)[0]?.sound).to.equal('opus');
  });

  it('leaves sound out by leaving out its track, also where it could not be read', () => {
    const ways = waysToPrepare({ video: 'avc', sound: 'amr' }, { ...WHOLE, sound: false }, PHONE_FIREFOX);
    expect(ways).to.deep.equal([{ container: 'mp4', makeVideo: null, sound: 'off' }]);
  });

  it('goes without a sound that nothing can carry, rather than not at all', () => {
    expect(waysToPrepare({ video: 'avc', sound: 'amr' }, WHOLE, PHONE_FIREFOX)).to.deep.equal([
      { container: 'mp4', makeVideo: null, sound: 'off' },
    ]);
  });

  it('has no way to cut off a beginning where no pictures are made', () => {
    expect(waysToPrepare(FROM_IPHONE, { ...WHOLE, cutsStart: true }, PHONE_FIREFOX)).to.deep.equal([]);
    expect(waysToPrepare(FROM_IPHONE, { ...WHOLE, cutsStart: true }, { ...DESK_FIREFOX, readVideo: false })).to.deep.equal([]);
    expect(waysToPrepare(FROM_IPHONE, { ...WHOLE, cutsStart: true }, DESK_FIREFOX)).to.deep.equal([
      { container: 'webm', makeVideo: 'vp8', sound: 'opus' },
    ]);
  });

  it('has none for what it neither reads nor knows', () => {
    expect(waysToPrepare({ video: 'mpeg2', sound: 'aac' }, WHOLE, PHONE_FIREFOX)).to.deep.equal([]);
  });

  it('law: no way sends a sound that was not wished, keeps a beginning that was cut, or asks what the device cannot', () => {
    const can: fc.Arbitrary<DeviceCan> = fc.record({
      readVideo: fc.boolean(),
      readSound: fc.boolean(),
      makeVideo: fc.subarray(['avc', 'vp8'] as const),
      makeSound: fc.subarray(['aac', 'opus'] as const),
    });
    const clip = fc.record({
      video: fc.constantFrom('avc', 'hevc', 'vp8', 'vp9', 'av1', 'mpeg2'),
      sound: fc.constantFrom(null, 'aac', 'opus', 'vorbis', 'amr'),
    });
    const wish = fc.record({ sound: fc.boolean(), cutsStart: fc.boolean() });
    fc.assert(
      fc.property(clip, wish, can, (clip, wish, can) => {
        for (const { container, makeVideo, sound } of waysToPrepare(clip, wish, can)) {
          if (!wish.sound || clip.sound === null) expect(sound).to.equal('off');
          if (wish.cutsStart) expect(makeVideo).to.not.equal(null);
          if (makeVideo !== null) expect(can.readVideo && can.makeVideo.includes(makeVideo)).to.equal(true);
          if (sound === 'aac' || sound === 'opus') expect(can.readSound && can.makeSound.includes(sound)).to.equal(true);
          if (sound === 'copy') expect(container === 'mp4' ? ['aac', 'opus'] : ['opus', 'vorbis']).to.include(clip.sound);
          const pictures = makeVideo ?? clip.video;
          expect(container === 'mp4' ? ['avc', 'hevc'] : ['vp8', 'vp9', 'av1']).to.include(pictures);
        }
      }),
    );
  });
});
