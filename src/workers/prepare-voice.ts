import { BlobSource, BufferTarget, Conversion, Input, MATROSKA, MP4, Output, WEBM, WebMOutputFormat } from 'mediabunny';

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
  const target = new BufferTarget();
  const conversion = await Conversion.init({
    input,
    output: new Output({ format: new WebMOutputFormat(), target }),
    tracks: 'primary',
    tags: () => ({}),
    trim: { start: 0, end: most },
    video: { discard: true },
    audio: { codec: 'opus', bitrate: 32_000, numberOfChannels: 1, forceTranscode: true },
  });
  if (!conversion.isValid) return null;
  await conversion.execute();
  return target.buffer ? new Blob([target.buffer], { type: 'audio/webm' }) : null;
}

addEventListener('message', async ({ data }: MessageEvent<VoiceAsk>) => {
  postMessage({ file: await prepare(data).catch(() => null) } satisfies VoiceReply);
});
