import { expect } from 'chai';
import { strangerInIso } from '../../../src/core/clips/containers/isobmff.ts';
import { strangerInMatroska } from '../../../src/core/clips/containers/matroska.ts';
import { sourceOf } from '../../../src/core/clips/containers/source.ts';

/* Files made byte by byte: what a clip may carry, and that one thing more is found. */

const text = (words: string): number[] => [...words].map((letter) => letter.charCodeAt(0));
const zeros = (n: number): number[] => new Array<number>(n).fill(0);
const bytesOf = (value: number, width: number): number[] =>
  Array.from({ length: width }, (_, i) => Math.floor(value / 256 ** (width - 1 - i)) % 256);
const u32 = (value: number) => bytesOf(value, 4);

describe('an ISO media file', () => {
  const box = (type: string, ...inside: number[][]): number[] => {
    const all = inside.flat();
    return [...u32(8 + all.length), ...text(type), ...all];
  };
  const found = (...boxes: number[][]) => strangerInIso(sourceOf(Uint8Array.from(boxes.flat())));
  const handler = (kind = 'vide', name = 'VideoHandler', maker = zeros(12)) => box('hdlr', zeros(8), text(kind), maker, text(name), [0]);
  const table = (type: string, entry: number, count = 2) => box(type, zeros(4), u32(count), zeros(entry * count));
  const sizes = (one: number, each: number[]) => box('stsz', zeros(4), u32(one), u32(one > 0 ? 1 : each.length), each.flatMap(u32));
  const picture = (name = '', ...inner: number[][]) =>
    box('avc1', zeros(42), [name.length], text(name), zeros(31 - name.length), zeros(4), inner.flat());
  const described = (...entries: number[][]) => box('stsd', zeros(4), u32(entries.length), entries.flat());
  const reference = (...entries: number[][]) => box('dinf', box('dref', zeros(4), u32(entries.length), entries.flat()));
  const here = box('url ', u32(1));
  interface Parts {
    hdlr?: number[];
    stbl?: number[][];
    dinf?: number[];
    mdia?: number[][];
    trak?: number[][];
    moov?: number[][];
  }
  const usualTables = [described(picture('Mediabunny v1.2')), table('stts', 8), table('stsc', 12), table('stco', 4), sizes(0, [10, 20])];
  const movie = ({ hdlr = handler(), stbl = usualTables, dinf = reference(here), mdia = [], trak = [], moov = [] }: Parts = {}) =>
    box(
      'moov',
      box('mvhd', zeros(100)),
      box(
        'trak',
        box('tkhd', zeros(84)),
        ...trak,
        box('mdia', box('mdhd', zeros(24)), hdlr, box('minf', box('vmhd', zeros(12)), dinf, box('stbl', ...stbl)), ...mdia),
      ),
      ...moov,
    );
  const ftyp = box('ftyp', text('isom'), zeros(4));
  const data = (n: number) => box('mdat', zeros(n));
  const whole = (parts: Parts = {}, n = 30) => found(ftyp, movie(parts), data(n));

  it('with one track, and data that samples name, carries nothing else', () => {
    expect(whole()).to.equal(null);
    expect(found()).to.equal(null);
  });

  it('may have as many bytes more as rounding leaves, and not one more', () => {
    expect(whole({}, 30 + 64)).to.equal(null);
    expect(whole({}, 30 + 65)).to.equal('bytes that are neither picture nor sound');
    expect(whole({ stbl: [sizes(40, [])] }, 40 + 64)).to.equal(null);
    expect(whole({ stbl: [sizes(40, [])] }, 40 + 65)).to.match(/neither/);
    const three = box('stsz', zeros(4), u32(7), u32(3));
    expect(whole({ stbl: [three] }, 21 + 64)).to.equal(null);
    expect(whole({ stbl: [three] }, 21 + 65)).to.match(/neither/);
  });

  it('has only boxes that are known where they stand', () => {
    expect(found(ftyp, box('udta', text('where')))).to.equal('a box “udta” in “file”');
    expect(whole({ moov: [box('udta')] })).to.equal('a box “udta” in “moov”');
    expect(whole({ trak: [box('meta')] })).to.equal('a box “meta” in “trak”');
    expect(whole({ stbl: [box('sbgp')] })).to.equal('a box “sbgp” in “stbl”');
    expect(found(box('moof', box('mfhd', zeros(8)), box('free')))).to.equal('a box “free” in “moof”');
    expect(found(box('trak'))).to.equal('a box “trak” in “file”');
  });

  it('has free boxes that are blank, also long ones', () => {
    const long = zeros(70_000);
    expect(found(box('free', long), box('skip', zeros(3)), box('wide'))).to.equal(null);
    long[69_999] = 1;
    expect(found(box('free', long))).to.equal('a free box that is not blank');
    expect(found(box('skip', [0, 7]))).to.equal('a free box that is not blank');
    expect(found(box('wide', [0]))).to.equal('a box “wide” that is too long');
  });

  it('has boxes no longer than they need, to the byte', () => {
    expect(found(box('ftyp', zeros(40)))).to.equal(null);
    expect(found(box('ftyp', zeros(41)))).to.equal('a box “ftyp” that is too long');
    expect(found(box('moov', box('mvhd', zeros(112))))).to.equal(null);
    expect(found(box('moov', box('mvhd', zeros(113))))).to.equal('a box “mvhd” that is too long');
  });

  it('has boxes that fill what they lie in, with their size in four bytes, in eight, or to the end', () => {
    const large = (type: string, high: number, n: number) => [...u32(1), ...text(type), ...u32(high), ...u32(16 + n), ...zeros(n)];
    expect(found(large('free', 0, 5), box('free'))).to.equal(null);
    expect(found(large('free', 1, 5))).to.equal('a box that is longer than what it lies in');
    expect(found(large('free', 0x20_0000, 5))).to.equal('a box of no size');
    expect(found(large('free', 0, 0).slice(0, 15))).to.equal('a box of no size');
    expect(found([...u32(1), ...text('free'), ...u32(0), ...u32(15)])).to.equal('a box that is longer than what it lies in');
    expect(found(ftyp, [...u32(0), ...text('free'), ...zeros(9)])).to.equal(null);
    expect(found(ftyp, [...u32(0), ...text('free'), ...zeros(8), 1])).to.equal('a free box that is not blank');
    expect(found([...u32(7), ...text('free')])).to.equal('a box that is longer than what it lies in');
    expect(found([...u32(9), ...text('free')])).to.equal('a box that is longer than what it lies in');
    expect(found(ftyp, zeros(7))).to.equal('bytes after the last box');
    expect(found(box('moov', box('mvhd', zeros(100)), zeros(4)), ftyp)).to.equal('bytes after the last box');
  });

  it('has tracks of picture or sound, that nobody named', () => {
    const sound = { hdlr: handler('soun', 'SoundHandler'), stbl: [sizes(0, [30])] };
    expect(whole(sound)).to.equal(null);
    expect(whole({ hdlr: handler('vide', '') })).to.equal(null);
    expect(whole({ hdlr: handler('vide', 'VideoHandler\0\0\0') })).to.equal(null);
    expect(whole({ hdlr: handler('vide', 'Video\0Handler') })).to.equal('a track called “Video\0Handler”');
    expect(whole({ hdlr: handler('vide', 'My phone') })).to.equal('a track called “My phone”');
    expect(whole({ hdlr: handler('text', '') })).to.equal('a track of kind “text”');
    expect(whole({ hdlr: handler('vide', '', [...zeros(11), 1]) })).to.equal('a maker of a track');
    expect(whole({ hdlr: handler('url ', '') })).to.equal('a track of no kind');
    expect(whole({ hdlr: handler('alis', '') })).to.equal('a track of no kind');
    expect(whole({ hdlr: [] })).to.equal('a track of no kind');
    const second = (kind: string) => movie({ mdia: [box('minf', handler(kind, ''))] });
    expect(found(second('url '), data(30))).to.equal(null);
    expect(found(second('meta'), data(30))).to.equal('a track of kind “meta”');
  });

  it('has its data in the file itself', () => {
    expect(whole({ dinf: reference() })).to.equal('a reference to data elsewhere');
    expect(whole({ dinf: reference(here, here) })).to.equal('a reference to data elsewhere');
    expect(whole({ dinf: reference(box('urn ', u32(1))) })).to.equal('a reference to data elsewhere');
    expect(whole({ dinf: reference(box('url ', u32(0), text('http'))) })).to.equal('a reference to data elsewhere');
  });

  it('describes its samples without a word of its own', () => {
    const say = (...entries: number[][]) => whole({ stbl: [described(...entries), sizes(0, [30])] });
    expect(say(picture(''))).to.equal(null);
    expect(say(picture('Mediabunny'))).to.equal(null);
    expect(say(picture('Camera of Comet'))).to.equal('a compressor called “Camera of Comet”');
    expect(say(picture('Medi\0abunny'))).to.match(/^a compressor/);
    expect(say(picture('', box('avcC', zeros(4096)), box('pasp', zeros(8))))).to.equal(null);
    expect(say(picture('', box('avcC', zeros(4097))))).to.equal('a box “avcC” that is too long');
    expect(say(picture('', box('uuid', zeros(8))))).to.equal('a box “uuid” in a description');
    expect(say(picture('', box('esds', zeros(8))))).to.equal('a box “esds” in a description');
    expect(say(box('avc1', zeros(77)))).to.equal('a description that is cut');
    const sound = (...inner: number[][]) =>
      whole({
        hdlr: handler('soun', 'SoundHandler'),
        stbl: [described(box('mp4a', text('twenty-eight bytes of head!!'), ...inner)), sizes(0, [30])],
      });
    expect(sound(box('esds', zeros(20)))).to.equal(null);
    expect(sound(box('avcC', zeros(20)))).to.equal('a box “avcC” in a description');
  });

  it('has tables as long as they say', () => {
    for (const [type, entry] of [
      ['stts', 8],
      ['ctts', 8],
      ['stss', 4],
      ['stsc', 12],
      ['stco', 4],
      ['co64', 8],
    ] as const) {
      expect(whole({ stbl: [table(type, entry), sizes(0, [30])] }), type).to.equal(null);
      const longer = box(type, zeros(4), u32(1), zeros(entry + 1));
      expect(whole({ stbl: [longer, sizes(0, [30])] }), type).to.equal(`a box “${type}” that is longer than its table`);
    }
    const more = box('stsz', zeros(4), u32(0), u32(1), u32(30), [9]);
    expect(whole({ stbl: [more] })).to.equal('a box “stsz” that is longer than its table');
    expect(whole({ stbl: [box('stsz', zeros(4), u32(30), u32(1), [9])] })).to.equal('a box “stsz” that is longer than its table');
    expect(whole({ stbl: [box('stts', zeros(3))] })).to.equal('a box “stts” that is longer than its table');
    expect(found(movie({ stbl: [box('stts', zeros(3))] }))).to.equal('a box that is cut');
  });

  describe('in fragments', () => {
    const usual = (size: number) => box('moov', box('mvex', box('trex', zeros(4), u32(1), zeros(8), u32(size), zeros(4))));
    const head = (flags: number, ...more: number[]) => box('tfhd', u32(flags), u32(1), more);
    const run = (flags: number, count: number, ...more: number[]) => box('trun', u32(flags), u32(count), more);
    const fragment = (...inside: number[][]) => box('moof', box('mfhd', zeros(8)), box('traf', ...inside));
    const named = (n: number, ...boxes: number[][]) => {
      expect(found(...boxes, data(n + 64)), `${n}`).to.equal(null);
      expect(found(...boxes, data(n + 65)), `${n} and one`).to.match(/neither/);
    };

    it('names samples of the track’s usual size', () => {
      named(30, usual(10), fragment(head(0), run(0, 3)));
      named(0, fragment(head(0), run(0, 3)));
    });
    it('names samples of the fragment’s usual size, wherever it stands', () => {
      named(21, usual(10), fragment(head(0x10, ...u32(7)), run(0, 3)));
      named(21, fragment(head(0x11, ...zeros(8), ...u32(7)), run(0, 3)));
      named(21, fragment(head(0x1b, ...zeros(8), ...zeros(4), ...zeros(4), ...u32(7)), run(0, 3)));
    });
    it('names each sample’s own size, among its other fields', () => {
      named(11, usual(10), fragment(head(0), run(0x200, 2, ...u32(5), ...u32(6))));
      named(11, fragment(head(0), run(0x205, 2, ...u32(99), ...u32(98), ...u32(5), ...u32(6))));
      named(11, fragment(head(0), run(0xf00, 2, ...[1, 5, 2, 3, 1, 6, 2, 3].flatMap(u32))));
    });
    it('has runs as long as they say', () => {
      expect(found(usual(10), fragment(head(0), run(0x200, 2, ...u32(5))))).to.equal('a box “trun” that is longer than its table');
      expect(found(usual(10), fragment(head(0), run(0, 1, 7)))).to.equal('a box “trun” that is longer than its table');
      expect(found(fragment(head(0x10)))).to.equal('a box that is cut');
    });
  });
});

describe('a Matroska file', () => {
  const idBytes = (id: number) => bytesOf(id, Math.ceil(Math.log2(id + 1) / 8));
  const element = (id: number, ...inside: number[][]): number[] => {
    const all = inside.flat();
    const size = all.length < 127 ? [0x80 | all.length] : [0x10 | Math.floor(all.length / 2 ** 24), ...bytesOf(all.length % 2 ** 24, 3)];
    return [...idBytes(id), ...size, ...all];
  };
  const found = (...elements: number[][]) => strangerInMatroska(sourceOf(Uint8Array.from(elements.flat())));
  const [EBML, SEGMENT, INFO, TRACKS, ENTRY, CLUSTER, BLOCK_GROUP] = [
    0x1a45dfa3, 0x18538067, 0x1549a966, 0x1654ae6b, 0xae, 0x1f43b675, 0xa0,
  ];
  const file = (...inside: number[][]) => found(element(EBML, element(0x4282, text('webm'))), element(SEGMENT, ...inside));
  const track = (...inside: number[][]) => file(element(TRACKS, element(ENTRY, ...inside)));
  const info = (...inside: number[][]) => file(element(INFO, ...inside));

  it('with pictures in clusters carries nothing else', () => {
    expect(
      file(
        element(INFO, element(0x2ad7b1, [1]), element(0x4d80, text('Mediabunny v1.0')), element(0x5741, text('Mediabunny\0\0'))),
        element(
          TRACKS,
          element(ENTRY, element(0xd7, [1]), element(0x83, [1]), element(0x86, text('V_VP9')), element(0x22b59c, text('und'))),
        ),
        element(CLUSTER, element(0xe7, [0]), element(0xa3, zeros(500)), element(BLOCK_GROUP, element(0xa1, zeros(60)))),
      ),
    ).to.equal(null);
    expect(found()).to.equal(null);
  });

  it('has only elements that are known where they stand', () => {
    expect(file(element(0x1254c367, text('tags')))).to.equal('an element 1254c367 in Segment');
    expect(file(element(0x1941a469))).to.equal('an element 1941a469 in Segment');
    expect(info(element(0x7ba9, text('At home')))).to.equal('an element 7ba9 in Info');
    expect(track(element(0x536e, text('a name')))).to.equal('an element 536e in TrackEntry');
    expect(found(element(INFO))).to.equal('an element 1549a966 in file');
  });

  it('says what it may, and nothing more', () => {
    expect(info(element(0x4d80, text('A camera')))).to.equal('a program called “A camera”');
    expect(info(element(0x5741, text('A camera')))).to.equal('a program called “A camera”');
    expect(found(element(EBML, element(0x4282, text('matroska'))))).to.equal(null);
    expect(found(element(EBML, element(0x4282, text('note'))))).to.equal('a kind of file “note”');
    expect(found(element(EBML, element(0x4282, text('we\0bm'))))).to.equal('a kind of file “we\0bm”');
    for (const codec of ['V_VP8', 'A_OPUS', 'V_MPEG4/ISO/AVC']) expect(track(element(0x86, text(codec))), codec).to.equal(null);
    for (const codec of ['S_TEXT', 'xV_VP8', 'V_VP8 here', 'V_'])
      expect(track(element(0x86, text(codec))), codec).to.equal(`a codec “${codec}”`);
    for (const language of ['eng1', 'Eng', 'xeng', 'en'])
      expect(track(element(0x22b59c, text(language)))).to.equal(`a language “${language}”`);
    for (const kind of [1, 2]) expect(track(element(0x83, [kind]))).to.equal(null);
    for (const kind of [[0], [3], [17], [1, 1]]) expect(track(element(0x83, kind))).to.equal('a track that is neither picture nor sound');
  });

  it('has values no longer than they need, to the byte', () => {
    expect(info(element(0x4489, zeros(32)))).to.equal(null);
    expect(info(element(0x4489, zeros(33)))).to.equal('an element 4489 that is too long');
    expect(track(element(0x63a2, zeros(4096)))).to.equal(null);
    expect(track(element(0x63a2, zeros(4097)))).to.equal('an element 63a2 that is too long');
  });

  it('has blank voids and check sums of four bytes, anywhere', () => {
    expect(info(element(0xec, zeros(70)), element(0xbf, [1, 2, 3, 4]))).to.equal(null);
    expect(file(element(0xec, [0, 0, 1]))).to.equal('a void that is not blank');
    expect(info(element(0xbf, zeros(3)))).to.equal('a check sum that is too long');
    expect(info(element(0xbf, zeros(5)))).to.equal('a check sum that is too long');
  });

  it('has elements with a size, that end within what they lie in', () => {
    expect(found([...idBytes(SEGMENT), 0xff])).to.equal('an element of no size');
    expect(found([...idBytes(SEGMENT), 0x7f, 0xff])).to.equal('an element of no size');
    expect(found([...idBytes(SEGMENT), 0x40, 0x00])).to.equal(null);
    expect(found([...idBytes(SEGMENT), 0x7f, 0xfe])).to.equal('an element that is longer than what it lies in');
    expect(found([...idBytes(SEGMENT), 0xc1])).to.equal('an element that is longer than what it lies in');
    expect(found([...idBytes(SEGMENT), 0x81 + 2, 0xec, 0x82, 0])).to.equal('an element that is longer than what it lies in');
    for (const bytes of [[0], [0x08, 1, 2, 3, 4, 0x80], [0x1a, 0x45, 0xdf, 0xa3], [0xae], [0xae, 0]])
      expect(found(bytes), bytes.join(' ')).to.equal('bytes that are no element');
    expect(found(element(EBML), [0x18, 0x53, 0x80])).to.equal('bytes that are no element');
  });
});
