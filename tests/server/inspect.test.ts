import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import {
  ALL_FORMATS,
  BufferTarget,
  EncodedPacket,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  FilePathSource,
  Input,
  type MetadataTags,
  Output,
  WebMOutputFormat,
} from 'mediabunny';
import { inspectClip } from '../../src/server/clips/inspect.ts';

const CLIP = join('src', 'demo', 'clips', 'sole-taps-a.webm');

/** The pictures of a shipped clip in a new WebM: slower or faster, with tags, or twice side by side. */
async function remake(change: { stretch?: number; tags?: MetadataTags; tracks?: number }): Promise<Uint8Array> {
  const input = new Input({ source: new FilePathSource(CLIP), formats: ALL_FORMATS });
  const track = (await input.getVideoTracks())[0];
  if (!track) throw new Error('The shipped clip has no pictures.');
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const sources = Array.from({ length: change.tracks ?? 1 }, () => new EncodedVideoPacketSource('vp8'));
  for (const source of sources) output.addVideoTrack(source);
  if (change.tags) output.setMetadataTags(change.tags);
  await output.start();
  const config = await track.getDecoderConfig();
  const stretch = change.stretch ?? 1;
  for await (const packet of new EncodedPacketSink(track).packets()) {
    const moved = new EncodedPacket(packet.data, packet.type, packet.timestamp * stretch, packet.duration * stretch);
    for (const source of sources) await source.add(moved, { decoderConfig: config ?? undefined } as never);
  }
  await output.finalize();
  input.dispose();
  return new Uint8Array(target.buffer ?? new ArrayBuffer(0));
}

describe('reading an uploaded file', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'eager-feet-clips-'));
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  const inspect = async (bytes: Uint8Array): Promise<string> => {
    const path = join(folder, 'upload');
    writeFileSync(path, bytes);
    try {
      return `${(await inspectClip(path)).seconds.toFixed(0)} s`;
    } catch (error) {
      return (error as Error).message;
    }
  };

  it('takes a clip as it is, whatever speed its frames have', async () => {
    expect(await inspect(await remake({}))).to.equal('14 s');
    expect(await inspect(await remake({ stretch: 10 }))).to.equal('140 s');
  });

  it('refuses one over three minutes, and says how long it is', async () => {
    expect(await inspect(await remake({ stretch: 15 })))
      .to.include('lasts 210 s')
      .and.include('3 minutes');
  });

  it('refuses one that tells where or with what it was filmed', async () => {
    for (const key of ['LOCATION', 'GPS_COORDINATES', 'MAKE', 'com.apple.quicktime.model']) {
      expect(await inspect(await remake({ tags: { raw: { [key]: 'somewhere' } } })), key).to.include('tells where or with what');
    }
    expect(await inspect(await remake({ tags: { raw: { ENCODED_WITH: 'something' } } }))).to.equal('14 s');
  });

  it('refuses two picture tracks, half a file, text, noise and nothing', async () => {
    const whole = await remake({});
    expect(await inspect(await remake({ tracks: 2 }))).to.include('not a video we can play');
    for (const bytes of [whole.slice(0, 200), Buffer.from('hello'), Buffer.alloc(5000, 0x5a), Buffer.alloc(0)]) {
      expect(await inspect(bytes)).to.match(/not a video|empty or was cut off/);
    }
  });
});
