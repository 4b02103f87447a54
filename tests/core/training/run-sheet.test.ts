import { expect } from 'chai';
import fc from 'fast-check';
import { type Foot, WORKING_SIDES } from '../../../src/core/drills/index.ts';
import {
  type Announced,
  compileRunSheet,
  cuesOf,
  feetOfRound,
  feetToScore,
  hasBeat,
  type Interval,
  plannedPace,
  sideInWords,
  spokenSeconds,
  TYPICAL_RUNNER,
} from '../../../src/core/training/index.ts';
import type { Item } from '../../../src/core/weeks/index.ts';
import { TIMES } from '../../../src/core/weeks/times.ts';
import { aBlock, anItem, aSession, drillOf, drills, only, timed } from '../make.ts';

const kinds = (list: readonly Interval[]) => list.map((interval) => interval.kind);
const compile = (session: Parameters<typeof compileRunSheet>[0], runner = TYPICAL_RUNNER) => compileRunSheet(session, drills, runner);
const workOf = (list: readonly Interval[], foot: Foot) =>
  list.filter((i) => i.kind === 'work' && i.foot === foot).map((i) => ({ seconds: i.seconds, pace: i.pace, reps: i.reps }));

describe('the run sheet', () => {
  it('runs one go of each foot as set-up, 10 s lead-in, right, 3 s switch, left, score', () => {
    const list = compile(only(anItem('hop-out-in-taps', timed(15))));
    expect(list.map((i) => [i.kind, i.seconds, i.foot])).to.deep.equal([
      ['set-up', 0, 'both'],
      ['lead-in', 10, 'right'],
      ['work', 15, 'right'],
      ['switch', 3, 'left'],
      ['work', 15, 'left'],
      ['score', 10, 'both'],
    ]);
  });

  it('makes a circuit of 20 stations, 25 s on and 5 s off, last about ten minutes', () => {
    const stations = Array.from({ length: 20 }, () => anItem('inside-taps', { ...timed(25), scored: false }));
    const list = compile(aSession([aBlock('combination', stations)]));
    // 10 s for the first lead-in, 19 × 5 s off, 20 × 25 s on = 605 s.
    expect(list.reduce((sum, i) => sum + i.seconds, 0)).to.equal(605);
  });

  it('takes the next lead-in out of a rest, and never leaves the lead-in out', () => {
    const two = (restSeconds: number) =>
      kinds(
        compile(
          aSession([
            aBlock(
              'recap',
              [anItem('inside-taps', { ...timed(10), scored: false }), anItem('sole-taps', { ...timed(10), scored: false })],
              { restSeconds },
            ),
          ]),
        ),
      );
    expect(two(30)).to.deep.equal(['set-up', 'lead-in', 'work', 'rest', 'lead-in', 'work']);
    expect(two(0)).to.deep.equal(['set-up', 'lead-in', 'work', 'lead-in', 'work']);
  });

  it('climbs a pace ladder without a gap', () => {
    const paces = [
      { pace: 'easy' as const, seconds: 15 },
      { pace: 'half' as const, seconds: 15 },
      { pace: 'full' as const, seconds: 15 },
    ];
    const list = compile(only(anItem('inside-shift', { dose: { measure: 'time on', seconds: 45, rounds: 1 }, paces })));
    expect(list.slice(2).map((i) => [i.kind, i.pace, i.seconds])).to.deep.equal([
      ['work', 'easy', 15],
      ['work', 'half', 15],
      ['work', 'full', 15],
    ]);
  });

  it('turns round for 3 s between the sets of a course, not after the last', () => {
    const list = compile(only(anItem('cross-course', { dose: { measure: 'sets', sets: 3 } })));
    expect(kinds(list)).to.deep.equal(['set-up', 'lead-in', 'work', 'turn-round', 'work', 'turn-round', 'work', 'score']);
    expect(list.filter((i) => i.kind === 'work').map((i) => i.set)).to.deep.equal([1, 2, 3]);
    expect(list.filter((i) => i.kind === 'work').every((i) => i.ends === 'player')).to.equal(true);
  });

  it('alternates feet every 15 s in a leg burner of two rounds, turn about', () => {
    const list = compile(only(anItem('sole-circle', { dose: { measure: 'time on', seconds: 15, rounds: 2 }, starts: 'turn about' })));
    expect(list.filter((i) => i.kind === 'work').map((i) => i.foot)).to.deep.equal(['right', 'left', 'left', 'right']);
  });

  it('drinks between blocks, 45 s after a leg burner, never after the last, and waits for ready', () => {
    const block = (kind: 'leg burner' | 'recap') => aBlock(kind, [anItem('inside-taps', timed(10))]);
    const drinks = compile(aSession([block('leg burner'), block('recap'), block('recap')])).filter((i) => i.kind === 'drink');
    expect(drinks.map((i) => [i.seconds, i.ends])).to.deep.equal([
      [45, 'clock then player'],
      [30, 'clock then player'],
    ]);
  });

  it('plans fixed reps from the own pace, else from the level: 20 reps at 0.5 a second are 40 s', () => {
    const item = anItem('v-inside', { dose: { measure: 'fixed reps', reps: 20, rounds: 1 } });
    const seconds = (runner = TYPICAL_RUNNER) => compile(only(item), runner).find((i) => i.kind === 'work')?.seconds;
    expect(seconds()).to.equal(40);
    // Starting level: half-way from usual 0.5 to easy 0.35 is 0.425; 20 / 0.425 = 47.06.
    expect(seconds({ ...TYPICAL_RUNNER, level: 'starting' })).to.equal(47);
    expect(seconds({ ...TYPICAL_RUNNER, ownPace: { 'v-inside': 0.8 } })).to.equal(25);
  });

  it('gives a paced stretch its range: 20 reps take 25 s at fast 0.8 and 57 s at easy 0.35', () => {
    const work = compile(only(anItem('v-inside', { dose: { measure: 'fixed reps', reps: 20, rounds: 1 } }))).find((i) => i.kind === 'work');
    expect([work?.low, work?.high]).to.deep.equal([25, 57]);
  });

  it('says the speed of a ladder stretch: easy, half = usual, full = fast', () => {
    const drill = drillOf('inside-taps');
    expect((['easy', 'half', 'full'] as const).map((pace) => plannedPace(drill, pace, TYPICAL_RUNNER))).to.deep.equal([1.4, 2.2, 3.2]);
  });

  it('resolves the feet for a left-footed player', () => {
    expect(feetOfRound('stronger then other', 'right', 'left', 0)).to.deep.equal(['left', 'right']);
    expect(feetOfRound('other foot only', 'right', 'left', 0)).to.deep.equal(['right']);
    expect(feetOfRound('each foot', 'stronger', 'left', 0)).to.deep.equal(['left', 'right']);
    expect(feetOfRound('each foot', 'right', 'both', 0)).to.deep.equal(['right', 'left']);
  });

  it('asks for one number a foot, left before right, and one for all surfaces', () => {
    expect(feetToScore(anItem('v-inside'), 'right')).to.deep.equal(['left', 'right']);
    expect(feetToScore(anItem('twenty-fives'), 'right')).to.deep.equal(['both']);
    expect(feetToScore(anItem('other-foot-rolls'), 'right')).to.deep.equal(['left']);
  });

  it('is empty for a session without work, and refuses a drill nobody knows', () => {
    expect(compile(aSession([]))).to.deep.equal([]);
    expect(compile(aSession([aBlock('recap', [])]))).to.deep.equal([]);
    expect(() => compile(only(anItem('inside-taps', { drillId: 'gone' })))).to.throw(RangeError, 'gone');
  });

  it('law: both feet of a two-footed item get exactly the same work, whatever the item', () => {
    const item = fc.record({
      drill: fc.constantFrom(
        'hop-out-in-taps',
        'v-inside',
        'drag-forward-back',
        'goal-and-sole-stop',
        'juggle-one-foot',
        'ankle-hip-hold',
        'slalom-right',
      ),
      side: fc.constantFrom('each foot' as const, 'stronger then other' as const),
      starts: fc.constantFrom('right' as const, 'left' as const, 'stronger' as const, 'turn about' as const),
      amount: fc.integer({ min: 5, max: 120 }),
      rounds: fc.integer({ min: 1, max: 5 }),
      restSeconds: fc.integer({ min: 0, max: 60 }),
      stronger: fc.constantFrom('left' as const, 'right' as const, 'both' as const),
      ladder: fc.boolean(),
    });
    fc.assert(
      fc.property(item, ({ drill, side, starts, amount, rounds, restSeconds, stronger, ladder }) => {
        const base = anItem(drill, { side, starts, restSeconds });
        const dose = {
          ...base.dose,
          ...('seconds' in base.dose ? { seconds: amount } : {}),
          ...('reps' in base.dose ? { reps: amount } : {}),
          rounds,
        } as Item['dose'];
        const paces =
          ladder && 'seconds' in dose && amount >= 10
            ? [
                { pace: 'easy' as const, seconds: 5 },
                { pace: 'full' as const, seconds: amount - 5 },
              ]
            : [];
        const list = compile(only({ ...base, dose, paces }), { ...TYPICAL_RUNNER, strongerFoot: stronger });
        const left = workOf(list, 'left');
        expect(left.length).to.be.above(0);
        expect(workOf(list, 'right')).to.deep.equal(left);
      }),
    );
  });

  it('law: every kind of sides gives some work, and every work comes after a lead-in or a switch of its go', () => {
    fc.assert(
      fc.property(fc.constantFrom(...WORKING_SIDES), fc.integer({ min: 1, max: 4 }), (side, rounds) => {
        const list = compile(only(anItem('sole-taps', { ...timed(20, rounds), side })));
        expect(list.some((i) => i.kind === 'work')).to.equal(true);
        list.forEach((interval, i) => {
          if (interval.kind === 'work') expect(['lead-in', 'switch']).to.include(list[i - 1]?.kind);
        });
      }),
    );
  });
});

describe('what is heard', () => {
  const list = compile(only(anItem('hop-out-in-taps', timed(30))));
  const about = () => ({ name: 'Hop taps', rule: 'every tap.', cues: [], beat: null });
  const silent = () => ({ name: 'Hop taps', rule: null, cues: [], beat: null });

  it('counts five tones before the work, and says the name, the side and what counts first', () => {
    const cues = cuesOf(list, 1, about);
    expect(cues[0]).to.deep.equal({ atMs: 0, say: 'Hop taps, right foot. Counts: every tap.', motif: 'right' });
    expect(cues.slice(1).map((cue) => cue.atMs)).to.deep.equal([5000, 6000, 7000, 8000, 9000]);
  });

  it('marks go, half-time, the last three seconds and stop', () => {
    expect(cuesOf(list, 2, about)).to.deep.equal([
      { atMs: 0, tone: 'go' },
      { atMs: 15_000, say: 'half-time, 15 seconds left', motif: 'half-time' },
      { atMs: 27_000, tone: 'tick' },
      { atMs: 28_000, tone: 'tick' },
      { atMs: 29_000, tone: 'tick' },
      { atMs: 30_000, tone: 'stop' },
    ]);
  });

  it('says the number to beat before the go where there is time for it, and what counts always', () => {
    const beating = (rule: string) => () => ({ ...about(), rule, beat: 'Beat 22' });
    expect(cuesOf(list, 1, beating('every tap.'))[0]).to.include({ say: 'Hop taps, right foot. Beat 22. Counts: every tap.' });
    const long = Array(20).fill('tap').join(' ');
    expect(cuesOf(list, 1, beating(long))[0]).to.include({ say: `Hop taps, right foot. Counts: ${long}` });
    const longer = Array(26).fill('tap').join(' ');
    expect(cuesOf(list, 1, beating(longer))[0]).to.include({ say: `Counts: ${longer}` });
  });

  it('says what the feet do on the way: before the go where there is time, and first of all in the work', () => {
    const way = 'taps to cone 3, soles to cone 5';
    const onTheWay =
      (rule: string | null, said = way) =>
      () => ({ ...about(), rule, beat: 'Beat 22', cues: ['on your toes'], way: said });
    const sayOf = (index: number, told: () => Announced) => {
      const cue = cuesOf(list, index, told)[0];
      return cue && 'say' in cue ? cue.say : null;
    };
    expect(sayOf(1, onTheWay('every tap.'))).to.equal('Hop taps, right foot. Taps to cone 3, soles to cone 5. Beat 22. Counts: every tap.');
    expect(sayOf(1, onTheWay(null))).to.equal('Hop taps, right foot. Taps to cone 3, soles to cone 5. Beat 22');
    // The way goes before the number, and the counting rule before both.
    const some = (n: number) => Array(n).fill('tap').join(' ');
    expect(sayOf(1, onTheWay(some(12)))).to.equal(`Hop taps, right foot. Taps to cone 3, soles to cone 5. Counts: ${some(12)}`);
    expect(sayOf(1, onTheWay(some(18)))).to.equal(`Hop taps, right foot. Beat 22. Counts: ${some(18)}`);
    expect(sayOf(1, onTheWay(some(20)))).to.equal(`Hop taps, right foot. Counts: ${some(20)}`);
    const called = cuesOf(list, 2, onTheWay(null)).flatMap((cue) => ('say' in cue && cue.motif === 'call' ? [[cue.atMs, cue.say]] : []));
    expect(called).to.deep.equal([
      [3000, way],
      [18_000, 'on your toes'],
    ]);
    // A set that the player ends has no calls of its own: only the way, once it is begun.
    const byHand = [{ ...(list[2] as Interval), ends: 'player' as const }];
    expect(cuesOf(byHand, 0, onTheWay(null))).to.deep.equal([
      { atMs: 0, tone: 'go' },
      { atMs: 1000, say: way, motif: 'call' },
    ]);
    expect(cuesOf(byHand, 0, onTheWay(null, ''))).to.deep.equal([{ atMs: 0, tone: 'go' }]);
  });

  it('calls the drill’s cues within the work, between its own words', () => {
    const calling = () => ({ ...about(), cues: ['on your toes', 'head up'] });
    expect(cuesOf(list, 2, calling).filter((cue) => 'say' in cue && cue.motif === 'call')).to.deep.equal([
      { atMs: 3000, say: 'on your toes', motif: 'call' },
      { atMs: 18_000, say: 'head up', motif: 'call' },
    ]);
  });

  it('gives a beat to follow at easy and half pace, up to the last three seconds and never on them', () => {
    const paces = (['easy', 'half', 'full'] as const).map((pace) => ({ pace, seconds: 10 }));
    const ladder = compile(only(anItem('inside-taps', { ...timed(30), paces })));
    const beats = (index: number, rhythm: number | null) =>
      cuesOf(ladder, index, () => ({ ...silent(), rhythm })).flatMap((cue) => ('tone' in cue && cue.tone === 'beat' ? [cue.atMs] : []));
    const [easy, half, full] = ladder.flatMap((interval, i) => (interval.kind === 'work' ? [i] : [])) as [number, number, number];
    expect(beats(easy, 2)).to.deep.equal(Array.from({ length: 13 }, (_, i) => (i + 1) * 500));
    expect(beats(half, 1.5).at(-1)).to.equal(6667);
    expect([beats(full, 2), beats(easy, null)]).to.deep.equal([[], []]);
    expect([easy, half, full].map((i) => hasBeat(ladder[i] as Interval))).to.deep.equal([true, true, false]);
    expect(hasBeat({ ...(ladder[easy] as Interval), kind: 'rest' })).to.equal(false);
    expect(hasBeat({ ...(ladder[easy] as Interval), ends: 'player' })).to.equal(false);
  });

  it('says what counts once before a go: at the start of its off time, and then no more', () => {
    const two = compile(aSession([aBlock('challenge', [anItem('sole-taps', timed(30)), anItem('inside-taps', timed(30))])]));
    const rest = two.findIndex((interval) => interval.kind === 'rest');
    expect(two.slice(rest, rest + 2).map((interval) => [interval.kind, interval.seconds])).to.deep.equal([
      ['rest', 5],
      ['lead-in', 5],
    ]);
    expect(cuesOf(two, rest, about)[0]).to.include({ say: 'Next: Hop taps. Counts: every tap.' });
    expect(cuesOf(two, rest + 1, about).every((cue) => 'tone' in cue)).to.equal(true);
  });

  it('has time for every counting rule that ships, in the off time before its go', () => {
    for (const drill of drills.values()) {
      expect(spokenSeconds(`Counts: ${drill.counting.counts}`), drill.name).to.be.at.most(TIMES.ruleSaid);
    }
  });

  it('tells side and pace in words', () => {
    expect(sideInWords({ ...(list[2] as Interval), pace: 'half' })).to.equal('right foot, half pace');
    expect(sideInWords({ ...(list[2] as Interval), foot: 'both' })).to.equal('');
  });

  it('has something to hear for every interval of a whole session', () => {
    const long = compile(
      aSession([
        aBlock('leg burner', [anItem('cross-course')]),
        aBlock('challenge', [anItem('twenty-fives'), anItem('sole-taps')], { restSeconds: 20 }),
      ]),
    );
    long.forEach((interval, i) => {
      expect(cuesOf(long, i, silent).length, interval.kind).to.be.above(0);
    });
  });
});
