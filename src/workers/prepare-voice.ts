import {
  BlobSource,
  BufferTarget,
  Conversion,
  canEncodeAudio,
  Input,
  MATROSKA,
  MP4,
  Mp4OutputFormat,
  Output,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny';

export interface VoiceAsk {
  file: Blob;
  /** Seconds that are kept at most. */
  most: number;
}
export interface VoiceReply {
  /** Null when this browser cannot do it. */
  file: Blob | null;
}

async function prepare({ file, most }: VoiceAsk): Promise<Blob | null> {
  const input = new Input({ source: new BlobSource(file), formats: [WEBM, MATROSKA, MP4] });
  const track = await input.getPrimaryAudioTrack();
  // Where no new sound can be made (Safari before 26), it is copied as it was recorded; only its tags are left behind.
  const makes = track !== null && (await track.canDecode()) && (await canEncodeAudio('opus').catch(() => false));
  const isMp4 = !makes && track?.codec === 'aac';
  const target = new BufferTarget();
  const conversion = await Conversion.init({
    input,
    output: new Output({ format: isMp4 ? new Mp4OutputFormat() : new WebMOutputFormat(), target }),
    tracks: 'primary',
    tags: () => ({}),
    trim: { start: 0, end: most },
    video: { discard: true },
    audio: makes ? { codec: 'opus', bitrate: 32_000, numberOfChannels: 1, forceTranscode: true } : {},
  });
  if (!conversion.isValid || conversion.discardedTracks.some(({ reason }) => reason !== 'discarded_by_user')) return null;
  await conversion.execute();
  return target.buffer ? new Blob([target.buffer], { type: isMp4 ? 'audio/mp4' : 'audio/webm' }) : null;
}

addEventListener('message', async ({ data }: MessageEvent<VoiceAsk>) => {
  postMessage({ file: await prepare(data).catch(() => null) } satisfies VoiceReply);
});
