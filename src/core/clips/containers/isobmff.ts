import { type ByteSource, type Finding, isBlank, isKnownProgram, textOf } from './source.ts';

/*
 * Boxes of an ISO media file (ISO/IEC 14496-12; MP4, QuickTime) that a prepared clip may have. Everything else is refused, whatever it
 * is called: user data at any level, metadata, XMP in a `uuid` box, data and text tracks, filled free boxes, bytes that no sample names.
 */

/** Boxes with boxes inside, and which. */
const INSIDE: Record<string, readonly string[]> = {
  file: ['ftyp', 'styp', 'moov', 'moof', 'mdat', 'mfra', 'sidx', 'free', 'skip', 'wide'],
  moov: ['mvhd', 'trak', 'mvex', 'free'],
  trak: ['tkhd', 'edts', 'mdia'],
  edts: ['elst'],
  mdia: ['mdhd', 'hdlr', 'minf'],
  minf: ['vmhd', 'smhd', 'hdlr', 'dinf', 'stbl'],
  dinf: ['dref'],
  stbl: ['stsd', 'stts', 'stss', 'ctts', 'cslg', 'stsc', 'stsz', 'stco', 'co64'],
  mvex: ['mehd', 'trex'],
  moof: ['mfhd', 'traf'],
  traf: ['tfhd', 'tfdt', 'trun'],
  mfra: ['tfra', 'mfro'],
};

/** Tables: bytes of their head inside the box, where the count stands in it, and bytes of an entry. */
const TABLES: Record<string, { head: number; count: number; entry: number }> = {
  stts: { head: 8, count: 4, entry: 8 },
  ctts: { head: 8, count: 4, entry: 8 },
  stss: { head: 8, count: 4, entry: 4 },
  stsc: { head: 8, count: 4, entry: 12 },
  stco: { head: 8, count: 4, entry: 4 },
  co64: { head: 8, count: 4, entry: 8 },
};

/** Longest that other boxes are in a prepared clip, in bytes inside the box. */
const LONGEST: Record<string, number> = {
  ftyp: 40,
  styp: 40,
  mvhd: 112,
  tkhd: 96,
  mdhd: 36,
  elst: 64,
  vmhd: 12,
  smhd: 8,
  hdlr: 80,
  cslg: 44,
  mehd: 12,
  trex: 24,
  mfhd: 8,
  tfhd: 40,
  tfdt: 12,
  mfro: 8,
  wide: 0,
};

/** Descriptions of samples: bytes before their own boxes, by the kind of track, and which boxes they may have. */
const ENTRIES = {
  vide: { head: 78, boxes: ['avcC', 'hvcC', 'vpcC', 'av1C', 'colr', 'pasp', 'btrt'] },
  soun: { head: 28, boxes: ['esds', 'dOps', 'dfLa', 'btrt'] },
} as const;
type Kind = keyof typeof ENTRIES;
const ENTRY_BOX_LONGEST = 4096;
/** Where the name of the compressor stands in a picture's description: one byte of length, then 31 letters. */
const COMPRESSOR = { at: 42, length: 32 };

const HANDLER_NAMES = ['', 'MediabunnyVideoHandler', 'MediabunnySoundHandler', 'VideoHandler', 'SoundHandler'];
const BOXES_MAX = 100_000;
/** Bytes of a data box that no sample names, as rounding leaves them. */
const UNNAMED_MAX = 64;

interface Box {
  type: string;
  /** Where what is inside begins, and how many bytes it has. */
  at: number;
  length: number;
}

class Stranger extends Error {}
const strange = (what: string): never => {
  throw new Stranger(what);
};

const u32 = (bytes: Uint8Array, at: number): number => new DataView(bytes.buffer, bytes.byteOffset).getUint32(at);

/** The boxes in a stretch of the file; they must fill it to the last byte. */
function boxesIn(source: ByteSource, from: number, length: number): Box[] {
  const boxes: Box[] = [];
  for (let at = from; at < from + length; ) {
    const head = source.read(at, 16);
    if (from + length - at < 8 || head.length < 8) strange('bytes after the last box');
    let size = u32(head, 0);
    let headSize = 8;
    if (size === 1) {
      if (head.length < 16 || u32(head, 8) > 0x1f_ffff) strange('a box of no size');
      size = u32(head, 8) * 2 ** 32 + u32(head, 12);
      headSize = 16;
    } else if (size === 0) size = from + length - at;
    if (size < headSize || at + size > from + length) strange('a box that is longer than what it lies in');
    boxes.push({ type: textOf(head.subarray(4, 8)), at: at + headSize, length: size - headSize });
    at += size;
    if (boxes.length > BOXES_MAX) strange('too many boxes');
  }
  return boxes;
}

/** What is gathered along the way. */
interface Seen {
  source: ByteSource;
  boxes: number;
  /** Bytes of data boxes, and bytes that samples name. */
  data: number;
  named: number;
  /** The kind of the track that is being read. */
  kind: Kind | null;
  /** Sizes of samples that fragments do not say, by the track's id. */
  usual: Map<number, number>;
}

function readHandler({ source }: Seen, box: Box): Kind | null {
  const bytes = source.read(box.at, box.length);
  const kind = textOf(bytes.subarray(8, 12));
  const name = textOf(bytes.subarray(24)).replace(/\0+$/, '');
  if (bytes.subarray(12, 24).some((byte) => byte !== 0)) strange('a maker of a track');
  if (!HANDLER_NAMES.includes(name)) strange(`a track called “${name}”`);
  // QuickTime names how data is reached in a second handler.
  if (kind === 'url ' || kind === 'alis') return null;
  if (kind !== 'vide' && kind !== 'soun') strange(`a track of kind “${kind}”`);
  return kind as Kind;
}

/** Where data lies: in this file, and nothing else is said of it. */
function readReference({ source }: Seen, box: Box): void {
  const [entry, ...more] = boxesIn(source, box.at + 8, box.length - 8);
  if (!entry || more.length > 0 || entry.type !== 'url ' || entry.length !== 4) strange('a reference to data elsewhere');
}

function readDescriptions(seen: Seen, box: Box): void {
  const { source } = seen;
  const { head, boxes } = ENTRIES[seen.kind ?? strange('a description without a track')];
  const { kind } = seen;
  for (const entry of boxesIn(source, box.at + 8, box.length - 8)) {
    if (entry.length < head) strange('a description that is cut');
    if (kind === 'vide') {
      const name = source.read(entry.at + COMPRESSOR.at, COMPRESSOR.length);
      const said = textOf(name.subarray(1)).replace(/\0+$/, '');
      if (said !== '' && !isKnownProgram(said)) strange(`a compressor called “${said}”`);
    }
    for (const inner of boxesIn(source, entry.at + head, entry.length - head)) {
      seen.boxes++;
      if (!(boxes as readonly string[]).includes(inner.type)) strange(`a box “${inner.type}” in a description`);
      if (inner.length > ENTRY_BOX_LONGEST) strange(`a box “${inner.type}” that is too long`);
    }
  }
}

function readTable({ source }: Seen, box: Box): void {
  const table = TABLES[box.type];
  if (!table) return;
  const count = u32(source.read(box.at, table.head), table.count);
  if (table.head + count * table.entry !== box.length) strange(`a box “${box.type}” that is longer than its table`);
}

/** Sizes of samples, all of one or each its own (`stsz`). */
function readSizes(seen: Seen, box: Box): void {
  const bytes = seen.source.read(box.at, box.length);
  const [one, count] = [u32(bytes, 4), u32(bytes, 8)];
  if (box.length !== 12 + (one === 0 ? 4 * count : 0)) strange('a box “stsz” that is longer than its table');
  if (one > 0) seen.named += one * count;
  else for (let i = 0; i < count; i++) seen.named += u32(bytes, 12 + 4 * i);
}

/** Samples of a fragment (`tfhd`, `trun`): sizes as they are said, else the usual ones of the track. */
function readFragment(seen: Seen, boxes: readonly Box[]): void {
  let usual = 0;
  for (const box of boxes) {
    const bytes = seen.source.read(box.at, box.length);
    const flags = u32(bytes, 0) & 0xffffff;
    if (box.type === 'tfhd') {
      usual = seen.usual.get(u32(bytes, 4)) ?? 0;
      const before = 8 + (flags & 1 ? 8 : 0) + (flags & 2 ? 4 : 0) + (flags & 8 ? 4 : 0);
      if (flags & 0x10) usual = u32(bytes, before);
    } else if (box.type === 'trun') {
      const count = u32(bytes, 4);
      const head = 8 + (flags & 1 ? 4 : 0) + (flags & 4 ? 4 : 0);
      const fields = [0x100, 0x200, 0x400, 0x800].filter((bit) => flags & bit);
      if (box.length !== head + count * fields.length * 4) strange('a box “trun” that is longer than its table');
      const place = fields.indexOf(0x200);
      for (let i = 0; i < count; i++) seen.named += place < 0 ? usual : u32(bytes, head + (i * fields.length + place) * 4);
    }
  }
}

function readBoxes(seen: Seen, parent: string, from: number, length: number): void {
  const boxes = boxesIn(seen.source, from, length);
  seen.boxes += boxes.length;
  if (seen.boxes > BOXES_MAX) strange('too many boxes');
  const allowed = INSIDE[parent] ?? [];
  for (const box of boxes) if (!allowed.includes(box.type)) strange(`a box “${box.type}” in “${parent}”`);
  if (parent === 'mdia') {
    const handler = boxes.find((box) => box.type === 'hdlr');
    seen.kind = handler ? readHandler(seen, handler) : null;
    if (!seen.kind) strange('a track of no kind');
  }
  if (parent === 'traf') readFragment(seen, boxes);
  for (const box of boxes) readBox(seen, box);
}

function readBox(seen: Seen, box: Box): void {
  const longest = LONGEST[box.type];
  if (longest !== undefined && box.length > longest) strange(`a box “${box.type}” that is too long`);
  if (INSIDE[box.type]) {
    readBoxes(seen, box.type, box.at, box.length);
    return;
  }
  switch (box.type) {
    case 'free':
    case 'skip':
      if (!isBlank(seen.source, box.at, box.length)) strange('a free box that is not blank');
      return;
    case 'mdat':
      seen.data += box.length;
      return;
    case 'hdlr':
      readHandler(seen, box);
      return;
    case 'dref':
      readReference(seen, box);
      return;
    case 'stsd':
      readDescriptions(seen, box);
      return;
    case 'stsz':
      readSizes(seen, box);
      return;
    case 'trex': {
      const bytes = seen.source.read(box.at, box.length);
      seen.usual.set(u32(bytes, 4), u32(bytes, 16));
      return;
    }
    default:
      readTable(seen, box);
  }
}

/**
 * Reads an ISO media file whole, head by head.
 * @returns what it carries beside picture and sound, or null
 */
export function strangerInIso(source: ByteSource): Finding {
  const seen: Seen = { source, boxes: 0, data: 0, named: 0, kind: null, usual: new Map() };
  try {
    readBoxes(seen, 'file', 0, source.size);
    if (seen.data > seen.named + UNNAMED_MAX) return 'bytes that are neither picture nor sound';
    return null;
  } catch (error) {
    if (error instanceof Stranger) return error.message;
    // Numbers that lead out of a box.
    if (error instanceof RangeError) return 'a box that is cut';
    throw error;
  }
}
