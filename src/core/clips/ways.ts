/** What a clip is made of: the names of its codecs, null where it has no sound. */
export interface ClipKinds {
  video: string;
  sound: string | null;
}

/** What this device can do with a clip, as its browser says when it is asked. */
export interface DeviceCan {
  /** It can read the pictures of this clip. */
  readVideo: boolean;
  /** It can read the sound of this clip. */
  readSound: boolean;
  /** The kinds in which it makes new pictures. */
  makeVideo: readonly ('avc' | 'vp8')[];
  /** The kinds in which it makes new sound. */
  makeSound: readonly ('aac' | 'opus')[];
}

/** What is asked of it. */
export interface ClipWish {
  /** The squad wants its clips with sound. */
  sound: boolean;
  /** The beginning is cut off. An end can be cut off by copying; a beginning cannot, as pictures lean on those before them. */
  cutsStart: boolean;
}

type ClipContainer = 'mp4' | 'webm';

/** One way to make a clip ready. */
export interface ClipWay {
  container: ClipContainer;
  /** Null copies the pictures as they are. */
  makeVideo: 'avc' | 'vp8' | null;
  /** `off` leaves the track out; `copy` takes it as it is. */
  sound: 'off' | 'copy' | 'aac' | 'opus';
}

/** What lies in which container so that it plays somewhere else again. */
const HOLDS: Record<ClipContainer, { video: readonly string[]; sound: readonly string[] }> = {
  mp4: { video: ['avc', 'hevc'], sound: ['aac', 'opus'] },
  webm: { video: ['vp8', 'vp9', 'av1'], sound: ['opus', 'vorbis'] },
};

/** Older phones play H.264 in MP4 and not WebM: it comes first where a device makes it. */
const BY_PREFERENCE = [
  { makeVideo: 'avc', container: 'mp4' },
  { makeVideo: 'vp8', container: 'webm' },
] as const;

/** How the sound gets into a container: made small where the device can, else as it is; null where it cannot get in. */
function soundWay(container: ClipContainer, { sound }: ClipKinds, wish: ClipWish, can: DeviceCan): ClipWay['sound'] | null {
  if (!wish.sound || sound === null) return 'off';
  const own = container === 'mp4' ? 'aac' : 'opus';
  if (can.readSound && can.makeSound.includes(own)) return own;
  if (HOLDS[container].sound.includes(sound)) return 'copy';
  return can.readSound && can.makeSound.includes('opus') ? 'opus' : null;
}

/** The ways to make a clip ready on this device, the best first; the next is taken where one fails. Empty where there is none. */
export function waysToPrepare(clip: ClipKinds, wish: ClipWish, can: DeviceCan): ClipWay[] {
  const ways: ClipWay[] = [];
  const add = (container: ClipContainer, makeVideo: ClipWay['makeVideo']) => {
    const sound = soundWay(container, clip, wish, can);
    if (sound !== null) ways.push({ container, makeVideo, sound });
  };
  if (can.readVideo) for (const { makeVideo, container } of BY_PREFERENCE) if (can.makeVideo.includes(makeVideo)) add(container, makeVideo);
  if (!wish.cutsStart)
    for (const container of ['mp4', 'webm'] as const) if (HOLDS[container].video.includes(clip.video)) add(container, null);
  // Sound of a kind that nothing here can carry: the feet are seen all the same.
  if (ways.length === 0 && wish.sound && clip.sound !== null) return waysToPrepare(clip, { ...wish, sound: false }, can);
  return ways;
}
