import { type ByteSource, type Finding, isBlank, isKnownProgram, textOf } from './source.ts';

/*
 * Elements of a Matroska file (RFC 9559, EBML RFC 8794; WebM) that a prepared clip may have. Tags, attachments, chapters, names of tracks,
 * text tracks, filled voids and unknown elements are refused.
 */

const NAMES = new Map<number, string>([
  [0x1a45dfa3, 'EBML'],
  [0x18538067, 'Segment'],
  [0x114d9b74, 'SeekHead'],
  [0x4dbb, 'Seek'],
  [0x1549a966, 'Info'],
  [0x1654ae6b, 'Tracks'],
  [0xae, 'TrackEntry'],
  [0xe0, 'Video'],
  [0xe1, 'Audio'],
  [0x55b0, 'Colour'],
  [0x7670, 'Projection'],
  [0x1f43b675, 'Cluster'],
  [0xa0, 'BlockGroup'],
  [0x1c53bb6b, 'Cues'],
  [0xbb, 'CuePoint'],
  [0xb7, 'CueTrackPositions'],
]);

/** Elements with elements inside, and which: other masters by their names, plain values by their ids. */
const INSIDE: Record<string, readonly number[]> = {
  file: [0x1a45dfa3, 0x18538067],
  EBML: [0x4286, 0x42f7, 0x42f2, 0x42f3, 0x4282, 0x4287, 0x4285],
  Segment: [0x114d9b74, 0x1549a966, 0x1654ae6b, 0x1f43b675, 0x1c53bb6b],
  SeekHead: [0x4dbb],
  Seek: [0x53ab, 0x53ac],
  Info: [0x2ad7b1, 0x4d80, 0x5741, 0x4489],
  Tracks: [0xae],
  TrackEntry: [
    0xd7, 0x73c5, 0x83, 0xb9, 0x88, 0x55aa, 0x55ae, 0x55ab, 0x55ac, 0x55af, 0x9c, 0x22b59c, 0x86, 0x63a2, 0x56aa, 0x56bb, 0x23e383, 0xe0,
    0xe1,
  ],
  Video: [0xb0, 0xba, 0x54b0, 0x54ba, 0x54b2, 0x55b0, 0x7670],
  Audio: [0xb5, 0x9f, 0x6264, 0x78b5],
  Colour: [0x55b1, 0x55ba, 0x55bb, 0x55b9],
  Projection: [0x7671, 0x7673, 0x7674, 0x7675],
  Cluster: [0xe7, 0xa3, 0xa0],
  BlockGroup: [0xa1, 0x9b, 0xfb],
  Cues: [0xbb],
  CuePoint: [0xb3, 0xb7],
  CueTrackPositions: [0xf7, 0xf1],
};

/** Voids and check sums may stand anywhere. */
const VOID = 0xec;
const CRC = 0xbf;
const [BLOCK, SIMPLE_BLOCK, CODEC_PRIVATE] = [0xa1, 0xa3, 0x63a2];
const [MUXING_APP, WRITING_APP, DOC_TYPE, CODEC_ID, LANGUAGE, TRACK_TYPE] = [0x4d80, 0x5741, 0x4282, 0x86, 0x22b59c, 0x83];
const PLAIN_LONGEST = 32;
const PRIVATE_LONGEST = 4096;
const ELEMENTS_MAX = 200_000;

class Stranger extends Error {}
const strange = (what: string): never => {
  throw new Stranger(what);
};

interface Element {
  id: number;
  at: number;
  length: number;
}

/** Bytes that a number of variable length has, from its first byte; 0 for none. */
const widthOf = (first: number): number => (first === 0 ? 0 : Math.clz32(first) - 23);

const idOf = (bytes: Uint8Array): number => bytes.reduce((sum, byte) => sum * 256 + byte, 0);

function elementAt(source: ByteSource, at: number, end: number): Element & { next: number } {
  const head = source.read(at, 12);
  const idWidth = widthOf(head[0] ?? 0);
  const sizeWidth = widthOf(head[idWidth] ?? 0);
  if (idWidth < 1 || idWidth > 4 || sizeWidth < 1 || head.length < idWidth + sizeWidth) return strange('bytes that are no element');
  const id = idOf(head.subarray(0, idWidth));
  const size = [...head.subarray(idWidth, idWidth + sizeWidth)];
  size[0] = (size[0] ?? 0) & (0xff >> sizeWidth);
  if (size.every((byte, i) => byte === (i === 0 ? 0xff >> sizeWidth : 0xff))) strange('an element of no size');
  const length = size.reduce((sum, byte) => sum * 256 + byte, 0);
  const from = at + idWidth + sizeWidth;
  if (from + length > end) strange('an element that is longer than what it lies in');
  return { id, at: from, length, next: from + length };
}

const hex = (id: number) => id.toString(16);

/** What plain values may say. */
function checkValue(source: ByteSource, { id, at, length }: Element): void {
  if (id === BLOCK || id === SIMPLE_BLOCK) return;
  if (length > (id === CODEC_PRIVATE ? PRIVATE_LONGEST : PLAIN_LONGEST)) strange(`an element ${hex(id)} that is too long`);
  const text = () => textOf(source.read(at, length)).replace(/\0+$/, '');
  if ((id === MUXING_APP || id === WRITING_APP) && !isKnownProgram(text())) strange(`a program called “${text()}”`);
  if (id === DOC_TYPE && !['webm', 'matroska'].includes(text())) strange(`a kind of file “${text()}”`);
  if (id === CODEC_ID && !/^[AV]_[A-Z0-9/]+$/.test(text())) strange(`a codec “${text()}”`);
  if (id === LANGUAGE && !/^[a-z]{3}$/.test(text())) strange(`a language “${text()}”`);
  if (id === TRACK_TYPE && ![1, 2].includes(idOf(source.read(at, length)))) strange('a track that is neither picture nor sound');
}

function readElements(source: ByteSource, parent: string, from: number, end: number, seen: { count: number }): void {
  const allowed = INSIDE[parent] ?? [];
  for (let at = from; at < end; ) {
    const element = elementAt(source, at, end);
    if (++seen.count > ELEMENTS_MAX) strange('too many elements');
    const { id } = element;
    if (id === VOID) {
      if (!isBlank(source, element.at, element.length)) strange('a void that is not blank');
    } else if (id === CRC) {
      if (element.length !== 4) strange('a check sum that is too long');
    } else if (!allowed.includes(id)) strange(`an element ${hex(id)} in ${parent}`);
    else {
      const master = NAMES.get(id);
      if (master) readElements(source, master, element.at, element.at + element.length, seen);
      else checkValue(source, element);
    }
    at = element.next;
  }
}

/**
 * Reads a Matroska file whole, head by head.
 * @returns what it carries beside picture and sound, or null
 */
export function strangerInMatroska(source: ByteSource): Finding {
  try {
    readElements(source, 'file', 0, source.size, { count: 0 });
    return null;
  } catch (error) {
    if (error instanceof Stranger) return error.message;
    throw error;
  }
}
