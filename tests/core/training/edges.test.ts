import { expect } from 'chai';
import { addDoses, type DoseSum, doseOfInterval } from '../../../src/core/training/dose.ts';
import {
  type Announced,
  advance,
  applyEvent,
  type ClockEvent,
  type ClockState,
  compileRunSheet,
  cuesOf,
  type Down,
  endedBetween,
  feetOfRound,
  feetToScore,
  filmedNow,
  filmWindows,
  type Interval,
  inTheAir,
  type LaidCue,
  laidCues,
  NOT_STARTED,
  paceAtLevel,
  plannedPace,
  provenWork,
  relay,
  replay,
  resume,
  shareOfWork,
  spokenSeconds,
  startOfGo,
  TIMES,
  TYPICAL_RUNNER,
  workOfGo,
} from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drillOf, drills, timed } from '../make.ts';

/* The run sheet and the clock, worked by hand to the last field: what a breakage of one sign or one word would change. */

const bare = (list: readonly Interval[]) =>
  list.map(({ kind, seconds, ends, round, foot }) => [kind, seconds, ends, round, foot].join(' '));

const hops = { ...anItem('hop-out-in-taps', timed(10, 2)), restSeconds: 0 };
const taps = { ...anItem('sole-taps', timed(8)), scored: false, restSeconds: 0 };
const session = aSession([
  aBlock('challenge', [hops, taps], { restSeconds: 4, drinkSeconds: 30 }),
  aBlock('cool-down', [{ ...taps, id: 'cool', dose: { measure: 'count in time', seconds: 8, rounds: 2 } }], {
    restSeconds: 0,
    drinkSeconds: 30,
  }),
]);
const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
const scores = sheet.flatMap((one, i) => (one.kind === 'score' ? [i] : [])) as [number, number];

describe('a run sheet, field by field', () => {
  it('has lead-in, both feet with a switch, and a number, go after go; unscored rounds without a rest are a switch apart', () => {
    expect(bare(sheet)).to.deep.equal([
      'set-up 0 player 0 both',
      'lead-in 10 clock 0 right',
      'work 10 clock 0 right',
      'switch 3 clock 0 left',
      'work 10 clock 0 left',
      'score 10 player 0 both',
      'lead-in 5 clock 1 right',
      'work 10 clock 1 right',
      'switch 3 clock 1 left',
      'work 10 clock 1 left',
      'score 10 player 1 both',
      'rest 5 clock 0 both',
      'lead-in 5 clock 0 both',
      'work 8 clock 0 both',
      'drink 30 clock then player 0 both',
      'lead-in 10 clock 0 both',
      'work 8 clock 0 both',
      'switch 3 clock 1 both',
      'work 8 clock 1 both',
    ]);
  });

  it('says of each stretch which block and item it is of', () => {
    const [block] = session.blocks;
    for (const one of sheet.slice(1, 13)) expect([one.blockId, one.blockKind]).to.deep.equal([block?.id, 'challenge']);
    expect(sheet.slice(1, 11).every((one) => one.itemId === hops.id && one.drillId === 'hop-out-in-taps')).to.equal(true);
    expect(sheet[14]).to.include({ kind: 'drink', itemId: null, blockKind: 'challenge' });
    expect(sheet[0]).to.include({ blockId: null, itemId: null, drillId: null });
    expect(sheet[17]).to.include({ itemId: 'cool', drillId: 'sole-taps', blockKind: 'cool-down' });
  });

  it('keeps a rest for a rule to be said only where something of the block is scored', () => {
    const off = (scored: boolean[]) => {
      const items = scored.map((one, i) => ({ ...taps, id: String(i), scored: one }));
      const list = compileRunSheet(aSession([aBlock('challenge', items, { restSeconds: 4, drinkSeconds: 0 })]), drills, TYPICAL_RUNNER);
      const at = list.findIndex((one) => one.itemId === '1');
      return list.slice(at, at + 2).map((one) => `${one.kind} ${one.seconds}`);
    };
    expect(off([false, false])).to.deep.equal(['lead-in 5', 'work 8']);
    expect(off([false, true])).to.deep.equal([`rest ${TIMES.ruleSaid - TIMES.leadIn}`, 'lead-in 5']);
    expect(off([true, false])).to.deep.equal([`rest ${TIMES.ruleSaid - TIMES.leadIn}`, 'lead-in 5']);
  });

  it('rests before each further round by its rest, the last seconds of which are the lead-in', () => {
    const rests = (restSeconds: number, scored: boolean) => {
      const list = compileRunSheet(
        aSession([aBlock('challenge', [{ ...taps, ...timed(8, 2), restSeconds, scored }])]),
        drills,
        TYPICAL_RUNNER,
      );
      return list
        .filter((one) => one.round === 1 && one.kind !== 'work' && one.kind !== 'score')
        .map((one) => `${one.kind} ${one.seconds}`);
    };
    expect(rests(0, false)).to.deep.equal(['switch 3']);
    expect(rests(1, false)).to.deep.equal(['lead-in 5']);
    expect(rests(5, true)).to.deep.equal(['lead-in 5']);
    expect(rests(6, true)).to.deep.equal(['rest 1', 'lead-in 5']);
    expect(rests(0, true)).to.deep.equal(['lead-in 5']);
  });

  it('has no drink after the last block, nor where none is wished', () => {
    const drinks = (seconds: number) =>
      compileRunSheet(
        aSession([1, 2].map((n) => aBlock('challenge', [{ ...taps, id: String(n) }], { drinkSeconds: seconds }))),
        drills,
        TYPICAL_RUNNER,
      ).filter((one) => one.kind === 'drink').length;
    expect([drinks(0), drinks(30)]).to.deep.equal([0, 1]);
  });

  it('plans a course with a quarter either way, its sets with a turn-round between', () => {
    const drill = { ...drillOf('cross-course'), courseSeconds: 20 };
    const item = { ...anItem('cross-course'), dose: { measure: 'sets' as const, sets: 2 }, scored: false };
    const list = compileRunSheet(aSession([aBlock('challenge', [item])]), new Map([[drill.id, drill]]), TYPICAL_RUNNER);
    expect(
      list.slice(2).map(({ kind, seconds, low, high, ends, set, itemId }) => [kind, seconds, low, high, ends, set, itemId]),
    ).to.deep.equal([
      ['work', 20, 15, 25, 'player', 1, item.id],
      ['turn-round', 3, 3, 3, 'clock', 1, item.id],
      ['work', 20, 15, 25, 'player', 2, item.id],
    ]);
  });

  it('takes one surface after the other, each with its foot, reps and a switch before the next', () => {
    const item = {
      ...anItem('twenty-fives'),
      scored: false,
      dose: {
        measure: 'surfaces' as const,
        reps: 10,
        surfaces: ['right foot', 'left thigh'] as ('right foot' | 'left thigh')[],
        rounds: 1,
      },
    };
    const list = compileRunSheet(aSession([aBlock('challenge', [item as typeof taps])]), drills, TYPICAL_RUNNER);
    expect(list.slice(2).map(({ kind, surface, foot, reps, itemId }) => [kind, surface, foot, reps, itemId])).to.deep.equal([
      ['work', 'right foot', 'right', 10, item.id],
      ['switch', 'left thigh', 'left', null, item.id],
      ['work', 'left thigh', 'left', 10, item.id],
    ]);
  });

  it('plans fixed reps from the pace: usual in the middle, fast and easy as the range', () => {
    const drill = { ...drillOf('sole-taps'), pace: { ...drillOf('sole-taps').pace, easy: 1, usual: 2, fast: 4 } };
    const item = { ...anItem('sole-taps'), dose: { measure: 'fixed reps' as const, reps: 40, rounds: 1 }, scored: false };
    const of = (own: number | null) =>
      compileRunSheet(aSession([aBlock('challenge', [item])]), new Map([[drill.id, drill]]), {
        ...TYPICAL_RUNNER,
        ownPace: own === null ? {} : { 'sole-taps': own },
      }).find((one) => one.kind === 'work');
    expect(of(null)).to.include({ seconds: 20, low: 10, high: 40, reps: 40, ends: 'player' });
    expect(of(5)).to.include({ seconds: 8, low: 8, high: 40 });
    expect(of(0.5)).to.include({ seconds: 80, low: 10, high: 80 });
  });
});

describe('paces, sides and words', () => {
  const drill = { ...drillOf('sole-taps'), pace: { ...drillOf('sole-taps').pace, easy: 1, usual: 2, fast: 4 } };
  it('are between easy, usual and fast by level, and a ladder’s own', () => {
    expect((['starting', 'steady', 'strong'] as const).map((level) => paceAtLevel(drill, level))).to.deep.equal([1.5, 2, 3]);
    const runner = { ...TYPICAL_RUNNER, level: 'strong' as const, ownPace: { 'sole-taps': 9 } };
    expect((['easy', 'half', 'full', null] as const).map((pace) => plannedPace(drill, pace, runner))).to.deep.equal([1, 2, 4, 9]);
  });

  it('begin with the foot that is asked for, turn about every second round', () => {
    const of = (starts: 'stronger' | 'left' | 'right' | 'turn about', stronger: 'left' | 'right', round: number) =>
      feetOfRound('each foot', starts, stronger, round)[0];
    expect([of('stronger', 'left', 0), of('stronger', 'left', 1), of('left', 'right', 1), of('right', 'left', 1)]).to.deep.equal([
      'left',
      'left',
      'left',
      'right',
    ]);
    expect([0, 1, 2].map((round) => of('turn about', 'left', round))).to.deep.equal(['right', 'left', 'right']);
  });

  it('ask for one number of surfaces, left before right of two feet, and one of one', () => {
    const item = (side: 'each foot' | 'left' | 'untracked') => ({ side, starts: 'right' as const, dose: timed(10).dose });
    expect([
      feetToScore(item('each foot'), 'right'),
      feetToScore(item('left'), 'right'),
      feetToScore(item('untracked'), 'right'),
    ]).to.deep.equal([['left', 'right'], ['left'], ['both']]);
    const surfaces = { measure: 'surfaces' as const, reps: 5, surfaces: [], rounds: 1 };
    expect(feetToScore({ ...item('each foot'), dose: surfaces as never }, 'right')).to.deep.equal(['both']);
  });

  it('take as long to say as there are words, however they are spaced', () => {
    expect(spokenSeconds('one two three')).to.equal(spokenSeconds('  one   two\nthree '));
    expect(spokenSeconds('one two')).to.equal(2 * spokenSeconds('one'));
    expect(spokenSeconds('')).to.equal(0);
  });
});

describe('the clock, at its edges', () => {
  const T0 = 1000;
  const start: ClockEvent[] = [
    { type: 'start', at: T0 },
    { type: 'ready', at: T0 },
  ];
  /** Milliseconds from ready to the beginning of an interval, numbers given at once. */
  const due = (index: number) => sheet.slice(1, index).reduce((sum, one) => sum + (one.ends === 'clock' ? one.seconds * 1000 : 0), 0);
  /** The clock at an interval, some milliseconds in, each number given when it was due. */
  const at = (index: number, ms = 0, ...more: ClockEvent[]): ClockState => {
    const given = sheet.flatMap((one, i): ClockEvent[] =>
      i > 0 && i < index && one.ends !== 'clock' ? [{ type: one.kind === 'score' ? 'done' : 'ready', at: T0 + due(i) }] : [],
    );
    const state = replay(sheet, [...start, ...given], T0 + due(index) + ms);
    return more.reduce((now, event) => applyEvent(sheet, now, event), state);
  };
  const now = (index: number, ms = 0) => T0 + due(index) + ms;
  const skipTo = (index: number, ms = 100) => at(index, ms, { type: 'skip', at: now(index, ms) }).index;

  it('skips to the number once a whole foot was done, else past the go; a number, a drink or the set-up by itself', () => {
    expect([1, 2].map((index) => skipTo(index))).to.deep.equal([6, 6]);
    expect([3, 4].map((index) => skipTo(index))).to.deep.equal([5, 5]);
    expect([5, 6, 7].map((index) => skipTo(index))).to.deep.equal([6, 11, 11]);
    expect([8, 9, 10].map((index) => skipTo(index))).to.deep.equal([10, 10, 11]);
    expect([11, 12, 13, 14].map((index) => skipTo(index))).to.deep.equal([14, 14, 14, 15]);
    expect([16, 17, 18].map((index) => skipTo(index))).to.deep.equal([17, 19, 19]);
    const waiting = replay(sheet, [{ type: 'start', at: T0 }]);
    expect(applyEvent(sheet, waiting, { type: 'skip', at: T0 + 5 }).index).to.equal(1);
  });

  it('counts no work that was skipped, nor any before “again”', () => {
    const skipped = at(2, 100, { type: 'skip', at: now(2, 100) });
    expect(skipped.index).to.equal(6);
    const again = at(4, 100, { type: 'again', at: now(4, 100) });
    expect(again.index).to.equal(1);
    expect(applyEvent(sheet, again, { type: 'skip', at: now(4, 200) }).index).to.equal(6);
  });

  it('knows the first interval of a go from each of its own, and nothing of one outside', () => {
    expect([1, 2, 5].map((index) => startOfGo(sheet, index))).to.deep.equal([1, 1, 1]);
    expect([6, 10].map((index) => startOfGo(sheet, index))).to.deep.equal([6, 6]);
    expect([0, 14, 99].map((index) => startOfGo(sheet, index))).to.deep.equal([0, 14, 99]);
    expect(startOfGo(sheet, 12)).to.equal(11);
  });

  it('lets the player end a rest, a wait and a number, and no work that the clock ends', () => {
    const ready = (index: number) => at(index, 50, { type: 'ready', at: now(index, 50) }).index;
    const done = (index: number) => at(index, 50, { type: 'done', at: now(index, 50) }).index;
    expect([ready(11), ready(12), ready(13), ready(14), ready(10)]).to.deep.equal([12, 12, 13, 15, 10]);
    expect([done(10), done(13), done(11), done(14)]).to.deep.equal([11, 13, 11, 14]);
  });

  it('takes “ready” at a drink out of a pause, and neither in a rest nor in work', () => {
    const paused = (index: number, type: 'ready' | 'done') =>
      at(index, 50, { type: 'pause', at: now(index, 50) }, { type, at: now(index, 60) });
    expect([paused(14, 'ready').index, paused(10, 'done').index]).to.deep.equal([15, 11]);
    expect([paused(11, 'ready').index, paused(11, 'ready').phase]).to.deep.equal([11, 'paused']);
    const course = compileRunSheet(aSession([aBlock('challenge', [{ ...anItem('cross-course'), scored: false }])]), drills, TYPICAL_RUNNER);
    const work = course.findIndex((one) => one.kind === 'work');
    const log: ClockEvent[] = [...start, { type: 'pause', at: T0 + 20_000 }];
    expect(replay(course, [...log, { type: 'done', at: T0 + 21_000 }])).to.include({ index: work, phase: 'paused' });
    expect(replay(course, [...start, { type: 'done', at: T0 + 21_000 }]).index).to.be.greaterThan(work);
  });

  it('takes no event before the start nor after the end, and no second start', () => {
    for (const type of ['pause', 'resume', 'ready', 'done', 'skip', 'again'] as const)
      expect(applyEvent(sheet, NOT_STARTED, { type, at: 5 })).to.deep.equal({ ...NOT_STARTED, at: 5 });
    const stopped = at(2, 100, { type: 'stop', at: now(2, 100), why: 'left' });
    for (const type of ['start', 'pause', 'resume', 'skip', 'again'] as const) {
      const after = applyEvent(sheet, stopped, { type, at: now(2, 500) });
      expect([after.phase, after.index, after.stretches.length, after.ranMs]).to.deep.equal(['stopped', 2, stopped.stretches.length, 100]);
    }
    const finished = replay(
      sheet,
      [...start, { type: 'done', at: now(5) }, { type: 'done', at: now(10) }, { type: 'ready', at: now(15) }],
      now(15) + 100_000,
    );
    expect(finished.phase).to.equal('finished');
    expect(applyEvent(sheet, finished, { type: 'again', at: now(15) + 200_000 }).phase).to.equal('finished');
    const begun = at(2, 100, { type: 'start', at: now(2, 300) });
    expect([begun.index, begun.ranMs]).to.deep.equal([2, 300]);
    expect(replay([], [{ type: 'start', at: 1 }]).phase).to.equal('finished');
  });

  it('is paused once, and gone on with once', () => {
    const twice = at(2, 100, { type: 'pause', at: now(2, 100) }, { type: 'pause', at: now(2, 200) }, { type: 'resume', at: now(2, 300) });
    expect([twice.phase, twice.ranMs, twice.pausedMs]).to.deep.equal(['running', 100, 200]);
    expect(applyEvent(sheet, twice, { type: 'resume', at: now(2, 400) })).to.include({ phase: 'running', ranMs: 200 });
    expect(advance(sheet, twice, 0)).to.include({ ranMs: 100, at: twice.at });
  });

  it('tells what ended by the clock after one instant and up to another', () => {
    const state = at(5, 500);
    const ends = state.stretches.map((one) => one.endedAt);
    const [, lead, right, change] = ends as [number, number, number, number];
    expect(endedBetween(state, lead, change).map((one) => one.index)).to.deep.equal([2, 3]);
    expect(endedBetween(state, lead - 1, right).map((one) => one.index)).to.deep.equal([1, 2]);
    expect(endedBetween(state, 0, lead - 1)).to.deep.equal([]);
  });

  it('is taken up in a pause as it stood', () => {
    const log: ClockEvent[] = [...start, { type: 'pause', at: now(2, 100) }];
    const back = resume(sheet, log, now(2, 50), now(2, 5000));
    expect([back.event, back.awayMs, back.state.phase, back.state.pausedMs]).to.deep.equal([null, 4900, 'paused', 4900]);
  });

  it('proves the work of each go for each foot, and of all of it together', () => {
    const state = at(9, 4000, { type: 'stop', at: now(9, 4000), why: 'left' });
    const proven = provenWork(sheet, state).map(({ itemId, round, foot, seconds, clocked }) => [
      itemId === hops.id,
      round,
      foot,
      seconds,
      clocked,
    ]);
    expect(proven).to.deep.equal([
      [true, 0, 'right', 10, true],
      [true, 0, 'left', 10, true],
      [true, 0, null, 20, true],
      [true, 1, 'right', 10, true],
      [true, 1, 'left', 4, false],
      [true, 1, null, 14, false],
    ]);
    expect(provenWork(sheet, NOT_STARTED)).to.deep.equal([]);
  });

  it('keeps the work of one go apart from that of another item and another round', () => {
    const state = at(14, 100);
    const of = (item: string, round: number) => workOfGo(sheet, state, item, round).map((one) => [one.foot, one.seconds, one.clocked]);
    expect(of(hops.id, 0)).to.deep.equal([
      ['right', 10, true],
      ['left', 10, true],
    ]);
    expect(of(taps.id, 0)).to.deep.equal([['both', 8, true]]);
    expect(of(taps.id, 1)).to.deep.equal([]);
    expect(of('none', 0)).to.deep.equal([]);
  });

  it('is the share of the planned seconds that ran, own-paced work whole once done', () => {
    const total = 10 * 4 + 8 + 8 * 2;
    expect(shareOfWork(sheet, at(3, 100))).to.be.closeTo(10 / total, 1e-9);
    expect(shareOfWork(sheet, at(4, 5000, { type: 'stop', at: now(4, 5000), why: 'left' }))).to.be.closeTo(15 / total, 1e-9);
    expect(shareOfWork(sheet, at(5), new Set([taps.id]))).to.be.closeTo(20 / (total - 8), 1e-9);
    expect(shareOfWork([], NOT_STARTED)).to.equal(0);
    const course = compileRunSheet(aSession([aBlock('challenge', [{ ...anItem('cross-course'), scored: false }])]), drills, TYPICAL_RUNNER);
    const done = replay(course, [...start, { type: 'done', at: T0 + 12_000 }]);
    const sets = course.filter((one) => one.kind === 'work').length;
    expect(shareOfWork(course, done)).to.be.closeTo(1 / sets, 1e-9);
  });

  it('films a foot’s work from two seconds before to less than two after, in a pause too, and no longer once it was stopped or skipped', () => {
    const windows = filmWindows(sheet);
    expect(windows.map(({ foot, round, first, last }) => [foot, round, first, last])).to.deep.equal([
      ['right', 0, 2, 2],
      ['left', 0, 4, 4],
      ['right', 1, 7, 7],
      ['left', 1, 9, 9],
    ]);
    const on = (state: ClockState) => filmedNow(sheet, windows, state).map((one) => one.foot);
    expect([on(at(1, 7999)), on(at(1, 8000)), on(at(2, 5000)), on(at(3, 1999)), on(at(5, 1999)), on(at(5, 2000))]).to.deep.equal([
      [],
      ['right'],
      ['right'],
      ['right', 'left'],
      ['left'],
      [],
    ]);
    expect(on(at(2, 5000, { type: 'pause', at: now(2, 5000) }))).to.deep.equal(['right']);
    expect(on(at(2, 5000, { type: 'skip', at: now(2, 5000) }))).to.deep.equal([]);
    expect(on(at(1, 9000, { type: 'stop', at: now(1, 9000), why: 'left' }))).to.deep.equal([]);
    expect(on(NOT_STARTED)).to.deep.equal([]);
  });

  describe('what is heard', () => {
    const about =
      (more: Partial<Announced> = {}) =>
      (): Announced => ({ name: 'Hops', rule: null, cues: [], beat: null, ...more });
    const heard = (index: number, more: Partial<Announced> = {}) => cuesOf(sheet, index, about(more));

    it('is said at each kind of stretch', () => {
      expect(heard(0)).to.deep.equal([{ atMs: 0, say: 'Set up. Say ready with a clap or a tap.', motif: 'set-up' }]);
      expect(heard(3)).to.deep.equal([{ atMs: 0, say: 'Switch. left foot', motif: 'left' }]);
      expect(heard(5)).to.deep.equal([{ atMs: 0, say: 'How many?', motif: 'score' }]);
      expect(heard(14)).to.deep.equal([{ atMs: 0, say: 'Have a drink. Go when you are ready.', motif: 'drink' }]);
      expect(cuesOf([{ ...(sheet[3] as Interval), kind: 'turn-round' }], 0, about())).to.deep.equal([
        { atMs: 0, say: 'Turn round', motif: 'turn-round' },
      ]);
      expect(heard(99)).to.deep.equal([]);
    });

    it('announces in the rest before its go what the lead-in then does not say again', () => {
      expect(heard(11)[0]).to.include({ say: 'Next: Hops', motif: 'rest' });
      expect(heard(12).filter((cue) => 'say' in cue)).to.deep.equal([]);
      expect(heard(6)[0]).to.include({ say: 'Hops, right foot' });
      const other = [{ ...(sheet[11] as Interval), itemId: 'other' }, sheet[12] as Interval];
      expect(cuesOf(other, 0, about())[0]).to.include({ say: 'Rest' });
      expect(cuesOf(other, 1, about())[0]).to.include({ say: 'Hops' });
      const round = [{ ...(sheet[11] as Interval), round: 1 }, sheet[12] as Interval];
      expect(cuesOf(round, 0, about())[0]).to.include({ say: 'Rest' });
      expect(cuesOf([sheet[11] as Interval], 0, about())[0]).to.include({ say: 'Rest' });
      const none = [
        { ...(sheet[11] as Interval), itemId: null },
        { ...(sheet[12] as Interval), itemId: null },
      ];
      expect(cuesOf(none, 0, about())[0]).to.include({ say: 'Rest' });
    });

    it('fits the announcement into the time to the second', () => {
      const lead = { ...(sheet[6] as Interval) };
      const words = 'Hops, right foot. Beat 22. Counts: each';
      const seconds = spokenSeconds(words);
      const more = { beat: 'Beat 22', rule: 'each' };
      expect(cuesOf([{ ...lead, seconds }], 0, about(more))[0]).to.include({ say: words });
      expect(cuesOf([{ ...lead, seconds: seconds - 0.01 }], 0, about(more))[0]).to.include({ say: 'Hops, right foot. Counts: each' });
    });

    it('says a pace at the beginning of its stretch, and sounds no stop where work follows', () => {
      const easy = { ...(sheet[2] as Interval), pace: 'easy' as const, foot: 'both' as const };
      expect(cuesOf([easy, easy], 0, about()).map((cue) => ('tone' in cue ? cue.tone : cue.say))).to.deep.equal([
        'go',
        'easy pace',
        'tick',
        'tick',
        'tick',
      ]);
      expect(cuesOf([easy], 0, about()).at(-1)).to.deep.equal({ atMs: 10_000, tone: 'stop' });
      expect(cuesOf([{ ...easy, ends: 'player' as const }], 0, about())).to.deep.equal([{ atMs: 0, tone: 'go' }]);
      expect(cuesOf([{ ...(sheet[3] as Interval), surface: 'left thigh' }], 0, about())[0]).to.include({ say: 'Switch. left thigh' });
    });

    it('is laid from now to the next wait, three minutes ahead at most, with an id for each attempt', () => {
      const laid = laidCues(sheet, at(2, 1000), about(), 150);
      expect(laid.every((cue) => cue.at >= now(2, 850))).to.equal(true);
      expect(laid.some((cue) => cue.id.startsWith('5|'))).to.equal(true);
      expect(laid.some((cue) => cue.id.startsWith('6|'))).to.equal(false);
      expect(laidCues(sheet, at(2, 150), about(), 150)[0]).to.include({ at: now(2), id: '2|0|0|go' });
      expect(laidCues(sheet, at(2, 151), about(), 150)[0]?.id).to.not.equal('2|0|0|go');
      expect(laidCues(sheet, at(2, 1000, { type: 'pause', at: now(2, 1000) }), about(), 150)).to.deep.equal([]);
      const anew = at(4, 100, { type: 'again', at: now(4, 100) });
      expect(laidCues(sheet, anew, about(), 150)[0]?.id).to.match(/^1\|1\|/);
      const long = Array.from({ length: 40 }, () => ({ ...(sheet[3] as Interval), seconds: 20 }));
      const far = laidCues(long, { ...NOT_STARTED, phase: 'running', at: 0 }, about(), 0);
      expect([far.length, far.at(-1)?.at]).to.deep.equal([10, 180_000]);
    });
  });
});

describe('what is laid down and laid anew', () => {
  const NOW = 10_000;
  const cue = (id: string, at: number): LaidCue => ({ id, at, atMs: 0, tone: 'tick' });
  const down = (id: string, at: number, audioAt: number | null = at / 1000): Down => ({ id, at, audioAt });
  const audioAt = (at: number): number => at / 1000;
  const names = ({ taken, stays, put }: ReturnType<typeof relay<Down>>) =>
    [taken, stays, put].map((list) => list.map((one) => one.id).join());
  const again = (have: Down[], want: LaidCue[], how: (at: number) => number | null = audioAt) => names(relay(have, want, how, NOW));

  it('stays where it is wanted, is taken where it is not, and put where it is new', () => {
    expect(again([down('a', 11_000), down('b', 12_000)], [cue('a', 11_000), cue('c', 13_000)])).to.deep.equal(['b', 'a', 'c']);
    expect(again([], [])).to.deep.equal(['', '', '']);
  });

  it('is another where its moment is a millisecond off', () => {
    expect(again([down('a', 11_000)], [cue('a', 11_000.9)])).to.deep.equal(['', 'a', '']);
    expect(again([down('a', 11_000)], [cue('a', 11_001)])).to.deep.equal(['a', '', 'a']);
  });

  it('is moved once the clocks are more than two milliseconds apart, unless it is too near or is spoken', () => {
    const drifted = (ms: number) => (at: number) => at / 1000 + ms / 1000;
    expect(again([down('a', 11_000)], [cue('a', 11_000)], drifted(1.9))).to.deep.equal(['', 'a', '']);
    expect(again([down('a', 11_000)], [cue('a', 11_000)], drifted(2.1))).to.deep.equal(['a', '', 'a']);
    expect(again([down('a', 11_000)], [cue('a', 11_000)], drifted(-2.1))).to.deep.equal(['a', '', 'a']);
    expect(again([down('a', NOW + 50)], [cue('a', NOW + 50)], drifted(9))).to.deep.equal(['', 'a', '']);
    expect(again([down('a', NOW + 51)], [cue('a', NOW + 51)], drifted(9))).to.deep.equal(['a', '', 'a']);
    expect(again([down('a', 11_000, null)], [cue('a', 11_000)], drifted(9))).to.deep.equal(['', 'a', '']);
    expect(again([down('a', 11_000)], [cue('a', 11_000)], () => null)).to.deep.equal(['', 'a', '']);
  });

  it('sounds to its end once it has begun, for two seconds, and is cut off by a pause', () => {
    expect(again([down('a', NOW)], [cue('b', 12_000)])).to.deep.equal(['', 'a', 'b']);
    expect(again([down('a', NOW - 1999)], [cue('b', 12_000)])).to.deep.equal(['', 'a', 'b']);
    expect(again([down('a', NOW - 2000)], [cue('b', 12_000)])).to.deep.equal(['', '', 'b']);
    expect(again([down('a', NOW)], [])).to.deep.equal(['a', '', '']);
    expect(again([down('a', NOW + 1)], [cue('b', 12_000)])).to.deep.equal(['a', '', 'b']);
  });

  it('is in the air from a tenth of a second before to one and a half after', () => {
    const air = (at: number) => inTheAir([down('x', 99_000), down('a', NOW)], at);
    expect([NOW - 101, NOW - 100, NOW + 1500, NOW + 1501].map(air)).to.deep.equal([false, true, true, false]);
    expect(inTheAir([], NOW)).to.equal(false);
  });
});

describe('a dose, figure by figure', () => {
  const one: DoseSum = {
    ...{ seconds: 1, low: 2, high: 3, workSeconds: 4, work: { left: 5, right: 6, both: 7 }, touches: { left: 8, right: 9 } },
    ...{ hopSeconds: { left: 10, right: 11 }, highImpactSeconds: 12, headers: 13 },
  };
  it('adds each to its own', () => {
    expect(addDoses(one, one)).to.deep.equal({
      ...{ seconds: 2, low: 4, high: 6, workSeconds: 8, work: { left: 10, right: 12, both: 14 }, touches: { left: 16, right: 18 } },
      ...{ hopSeconds: { left: 20, right: 22 }, highImpactSeconds: 24, headers: 26 },
    });
  });
  it('loads the leg that stands, and counts the work for the foot that works', () => {
    const right = sheet.find((interval) => interval.kind === 'work' && interval.foot === 'right') as Interval;
    const dose = doseOfInterval(right, drills, TYPICAL_RUNNER);
    expect([dose.work, dose.hopSeconds, dose.touches.left]).to.deep.equal([{ left: 0, right: 10, both: 0 }, { left: 10, right: 0 }, 0]);
    const both = sheet.find((interval) => interval.kind === 'work' && interval.foot === 'both') as Interval;
    const plain = doseOfInterval(both, drills, TYPICAL_RUNNER);
    expect([plain.work, plain.hopSeconds]).to.deep.equal([
      { left: 0, right: 0, both: 8 },
      { left: 0, right: 0 },
    ]);
    expect(scores).to.deep.equal([5, 10]);
  });
});
