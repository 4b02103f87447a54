import {
  ALL_FORMATS,
  BufferTarget,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  FilePathSource,
  Input,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
} from 'mediabunny';

/* Films that carry more than picture and sound, made from a shipped clip: whatever is put in, wherever. */

/** The pictures of a shipped clip in a new container. */
export async function rewrapped(clip: string, kind: 'webm' | 'mp4' | 'fragmented mp4'): Promise<Uint8Array> {
  const input = new Input({ source: new FilePathSource(clip), formats: ALL_FORMATS });
  const track = (await input.getVideoTracks())[0];
  if (!track?.codec) throw new Error('The shipped clip has no pictures.');
  const target = new BufferTarget();
  const format = kind === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat({ fastStart: kind === 'mp4' ? 'in-memory' : 'fragmented' });
  const output = new Output({ format, target });
  const source = new EncodedVideoPacketSource(track.codec);
  output.addVideoTrack(source);
  await output.start();
  const decoderConfig = (await track.getDecoderConfig()) ?? undefined;
  for await (const packet of new EncodedPacketSink(track).packets()) await source.add(packet, { decoderConfig } as never);
  await output.finalize();
  input.dispose();
  return new Uint8Array(target.buffer ?? new ArrayBuffer(0));
}

/** A part of a container: a name or id, and what is inside. */
export interface Part {
  name: string;
  inside: Part[] | Uint8Array;
}

const ISO_PARENTS = ['moov', 'trak', 'edts', 'mdia', 'minf', 'dinf', 'stbl', 'mvex', 'moof', 'traf', 'mfra'];

export function readIso(bytes: Uint8Array): Part[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts: Part[] = [];
  for (let at = 0; at < bytes.length; ) {
    const small = view.getUint32(at);
    const size = small === 1 ? Number(view.getBigUint64(at + 8)) : small;
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    const content = bytes.subarray(at + (small === 1 ? 16 : 8), at + size);
    parts.push({ name, inside: ISO_PARENTS.includes(name) ? readIso(content) : content });
    at += size;
  }
  return parts;
}

export const writeIso = (parts: readonly Part[]): Uint8Array =>
  Buffer.concat(
    parts.map(({ name, inside }) => {
      const content = inside instanceof Uint8Array ? inside : writeIso(inside);
      const head = Buffer.alloc(8);
      head.writeUInt32BE(8 + content.length);
      head.write(name, 4, 'latin1');
      return Buffer.concat([head, content]);
    }),
  );

const MASTERS = [
  '1a45dfa3',
  '18538067',
  '114d9b74',
  '4dbb',
  '1549a966',
  '1654ae6b',
  'ae',
  'e0',
  'e1',
  '1f43b675',
  'a0',
  '1c53bb6b',
  'bb',
  'b7',
];

export function readEbml(bytes: Uint8Array): Part[] {
  const parts: Part[] = [];
  for (let at = 0; at < bytes.length; ) {
    const idWidth = Math.clz32(bytes[at] ?? 0) - 23;
    const name = Buffer.from(bytes.subarray(at, at + idWidth)).toString('hex');
    const first = bytes[at + idWidth] ?? 0;
    const width = Math.clz32(first) - 23;
    let size = first & (0xff >> width);
    for (let i = 1; i < width; i++) size = size * 256 + (bytes[at + idWidth + i] ?? 0);
    const from = at + idWidth + width;
    const content = bytes.subarray(from, from + size);
    parts.push({ name, inside: MASTERS.includes(name) ? readEbml(content) : content });
    at = from + size;
  }
  return parts;
}

export const writeEbml = (parts: readonly Part[]): Uint8Array =>
  Buffer.concat(
    parts.map(({ name, inside }) => {
      const content = inside instanceof Uint8Array ? inside : writeEbml(inside);
      const size = Buffer.alloc(8);
      size.writeBigUInt64BE(BigInt(content.length));
      size[0] = 1;
      return Buffer.concat([Buffer.from(name, 'hex'), size, content]);
    }),
  );

/** Every list of parts in a tree, by the way to it. */
export function listsIn(parts: Part[], way = 'file'): { way: string; list: Part[] }[] {
  return [
    { way, list: parts },
    ...parts.flatMap((part) => (part.inside instanceof Uint8Array ? [] : listsIn(part.inside, `${way}/${part.name}`))),
  ];
}

/** The tree with one more part at the end of each of its lists in turn. */
export function withPart(parts: Part[], part: Part): { way: string; tree: Part[] }[] {
  return listsIn(parts).map(({ way }, i) => {
    const tree = structuredClone(parts);
    listsIn(tree)[i]?.list.push(part);
    return { way, tree };
  });
}
