import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import fc from 'fast-check';
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
import { sourceOf, strangerInIso, strangerInMatroska } from '../../../src/core/clips/containers/index.ts';
import { inspectClip } from '../../../src/server/clips/inspect.ts';
import { listsIn, readEbml, readIso, rewrapped, withPart, writeEbml, writeIso } from './hostile.ts';

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
      expect(await inspect(await remake({ tags: { raw: { [key]: 'somewhere' } } })), key).to.include('may tell where or with what');
    }
    expect(await inspect(await remake({ tags: { title: 'Our yard in Quillhaven' } }))).to.include('may tell where or with what');
  });

  describe('whole, box by box', function () {
    // Thousands of files are made and read.
    this.timeout(90_000);
    const words = (text: string) => Buffer.from(text);
    const trees = async () => ({
      iso: readIso(await rewrapped(CLIP, 'mp4')),
      fragments: readIso(await rewrapped(CLIP, 'fragmented mp4')),
      ebml: readEbml(await rewrapped(CLIP, 'webm')),
    });

    it('takes what the app makes ready, as it is and written anew', async () => {
      const { iso, fragments, ebml } = await trees();
      expect(strangerInIso(sourceOf(await rewrapped(CLIP, 'mp4')))).to.equal(null);
      expect(strangerInIso(sourceOf(writeIso(iso)))).to.equal(null);
      expect(strangerInIso(sourceOf(writeIso(fragments)))).to.equal(null);
      expect(strangerInMatroska(sourceOf(writeEbml(ebml)))).to.equal(null);
      for (const name of readdirSync(join('src', 'demo', 'clips')).filter((one) => one.endsWith('.webm')))
        expect(strangerInMatroska(sourceOf(readFileSync(join('src', 'demo', 'clips', name)))), name).to.equal(null);
    });

    it('refuses XMP, GPMF, user data, metadata, filled free boxes and unknown ones, at every level', async () => {
      const { iso, fragments } = await trees();
      let tried = 0;
      for (const name of ['uuid', 'udta', 'meta', 'XMP_', 'GPMF', 'keys', 'ilst', '©xyz', 'loci', 'ainf', 'abcd'])
        for (const base of [iso, fragments])
          for (const { way, tree } of withPart(base, { name, inside: words('+41.0-087.6/ some phone') })) {
            expect(strangerInIso(sourceOf(writeIso(tree))), `${name} in ${way}`).to.be.a('string');
            tried++;
          }
      for (const name of ['free', 'skip', 'wide', 'mdat', 'hdlr', 'mvhd', 'ftyp'])
        for (const { way, tree } of withPart(iso, {
          name,
          inside: Buffer.concat([Buffer.alloc(100), words('some phone in some yard, 41.0 north')]),
        })) {
          expect(strangerInIso(sourceOf(writeIso(tree))), `${name} in ${way}`).to.be.a('string');
          tried++;
        }
      expect(tried).to.be.greaterThan(250);
      expect(strangerInIso(sourceOf(writeIso([...structuredClone(iso), { name: 'free', inside: new Uint8Array(64) }])))).to.equal(null);
    });

    it('refuses a track of data or text, a name of a track, and tables with more in them than they say', async () => {
      const { iso } = await trees();
      const change = (name: string, edit: (bytes: Buffer) => Uint8Array) => {
        const tree = structuredClone(iso);
        for (const { list } of listsIn(tree))
          for (const part of list)
            if (part.name === name && part.inside instanceof Uint8Array) part.inside = edit(Buffer.from(part.inside));
        return strangerInIso(sourceOf(writeIso(tree)));
      };
      const put = (text: string, at: number) => (bytes: Buffer) => {
        bytes.write(text, at, 'latin1');
        return bytes;
      };
      for (const kind of ['meta', 'text', 'sbtl', 'tmcd', 'gpmd']) expect(change('hdlr', put(kind, 8)), kind).to.include('track of kind');
      expect(change('hdlr', put('GoTo', 12))).to.include('maker');
      expect(change('hdlr', put('SomePhone', 24))).to.include('called');
      expect(change('stsd', put('SomePhone', 8 + 8 + 43))).to.include('compressor');
      for (const name of ['stts', 'stsz', 'stsc', 'stss', 'stco', 'mvhd', 'tkhd', 'mdhd', 'vmhd', 'ftyp'])
        expect(
          change(name, (bytes) => Buffer.concat([bytes, words('a phone in a yard '.repeat(8))])),
          name,
        ).to.be.a('string');
      expect(change('dref', (bytes) => Buffer.concat([bytes, words('x'.repeat(12))]))).to.be.a('string');
      // A track fewer in the tables than in the data: bytes that are neither picture nor sound.
      expect(change('mdat', (bytes) => Buffer.concat([bytes, words('<x:xmpmeta>'.repeat(20))]))).to.include('neither picture nor sound');
    });

    it('refuses tags, attachments, chapters, names, filled voids and unknown elements of Matroska, at every level', async () => {
      const { ebml } = await trees();
      let tried = 0;
      // Tags, SimpleTag, Attachments, AttachedFile, Chapters, Name, Title, DateUTC, BlockAdditions, and one that nobody knows.
      for (const name of ['1254c367', '67c8', '1941a469', '61a7', '1043a770', '536e', '7ba9', '4461', '75a1', '4fff'])
        for (const { way, tree } of withPart(ebml, { name, inside: words('41.0 -87.6') })) {
          expect(strangerInMatroska(sourceOf(writeEbml(tree))), `${name} in ${way}`).to.be.a('string');
          tried++;
        }
      for (const name of ['ec', '4d80', '5741', 'e7', '86'])
        for (const { way, tree } of withPart(ebml, { name, inside: words('some phone 17, in a yard, 41.0 -87.6') })) {
          expect(strangerInMatroska(sourceOf(writeEbml(tree))), `${name} in ${way}`).to.be.a('string');
          tried++;
        }
      expect(tried).to.be.greaterThan(150);
      for (const { tree } of withPart(ebml, { name: 'ec', inside: new Uint8Array(40) }))
        expect(strangerInMatroska(sourceOf(writeEbml(tree)))).to.equal(null);
      expect(strangerInMatroska(sourceOf(Buffer.concat([writeEbml(ebml), words('and more')])))).to.be.a('string');
    });

    it('law: whatever bytes are changed or cut, it answers and never throws', async () => {
      const [iso, webm] = [await rewrapped(CLIP, 'mp4'), await rewrapped(CLIP, 'webm')];
      fc.assert(
        fc.property(
          fc.array(fc.tuple(fc.nat(3000), fc.nat(255)), { minLength: 1, maxLength: 8 }),
          fc.nat(4000),
          fc.boolean(),
          (changes, cut, isIso) => {
            const bytes = Buffer.from(isIso ? iso : webm);
            for (const [at, byte] of changes) bytes[at] = byte;
            const source = sourceOf(cut % 3 === 0 ? bytes.subarray(0, bytes.length - cut) : bytes);
            const found = isIso ? strangerInIso(source) : strangerInMatroska(source);
            return found === null || typeof found === 'string';
          },
        ),
        { numRuns: 300 },
      );
    });
  });

  it('refuses two picture tracks, half a file, text, noise and nothing', async () => {
    const whole = await remake({});
    expect(await inspect(await remake({ tracks: 2 }))).to.include('not a video we can play');
    for (const bytes of [whole.slice(0, 200), Buffer.from('hello'), Buffer.alloc(5000, 0x5a), Buffer.alloc(0)]) {
      expect(await inspect(bytes)).to.match(/not a video|empty or was cut off/);
    }
  });
});
