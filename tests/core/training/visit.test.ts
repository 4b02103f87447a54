import { expect } from 'chai';
import fc from 'fast-check';
import { runTwoClocks } from '../../../bench/two-clocks.ts';
import { byHandInstant, creditedDay, doneOnServerClock, trainingDay } from '../../../src/core/calendar/days.ts';
import { chance } from '../../../src/core/chance.ts';
import { tallyOf } from '../../../src/core/review/index.ts';
import {
  AudioAnchor,
  advance,
  applyEvent,
  type ClockEvent,
  type ClockState,
  closing,
  compileRunSheet,
  cuesOf,
  filmedNow,
  filmWindows,
  type Interval,
  laidCues,
  NOT_STARTED,
  RESUME_HOURS,
  replay,
  resume,
  shareOfWork,
  TYPICAL_RUNNER,
  workOfGo,
} from '../../../src/core/training/index.ts';
import { ALL_OF_IT, often } from '../../often.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

const compile = (...items: Parameters<typeof aBlock>[1]) => compileRunSheet(aSession([aBlock('challenge', items)]), drills, TYPICAL_RUNNER);

/* The device: keeps a log and a state, may go dark, comes back by its log alone. */

interface Device {
  sheet: readonly Interval[];
  now: number;
  state: ClockState;
  log: ClockEvent[];
  aliveAt: number;
}

/** What anybody with a stopwatch would write down: milliseconds heard running, by interval, for the attempt that is on. */
interface Model {
  heard: Map<number, number>;
}

const press = (device: Device, type: 'pause' | 'resume' | 'skip' | 'again' | 'ready' | 'done' | 'hide' | 'show' | 'start') => {
  const event: ClockEvent = { type, at: device.now };
  device.log.push(event);
  device.state = applyEvent(device.sheet, device.state, event);
  device.aliveAt = device.now;
};

/** What holds at every moment, whatever was pressed. */
function checkLaws(model: Model, device: Device): void {
  const { sheet, state, log, now } = device;
  expect(replay(sheet, log, now)).to.deep.equal(state);
  for (const stretch of state.stretches) {
    const interval = sheet[stretch.index] as Interval;
    // Work never holds paused or unheard time: what ran and what stood still make the whole time, and no clocked stretch runs over.
    expect(stretch.ranMs + stretch.pausedMs).to.be.closeTo(stretch.endedAt - stretch.startedAt, 0.001);
    if (interval.ends === 'clock') expect(stretch.ranMs).to.be.at.most(interval.seconds * 1000);
    if (stretch.ended === 'clock') expect(stretch.ranMs).to.equal(interval.seconds * 1000);
  }
  const ran = [...state.stretches.map((s) => s.ranMs), state.ranMs].reduce((sum, ms) => sum + ms, 0);
  const heard = [...model.heard.values()].reduce((sum, ms) => sum + ms, 0);
  expect(ran).to.be.closeTo(heard, 0.001);
  for (const { itemId, round } of sheet.filter((interval) => interval.kind === 'score')) {
    const work = workOfGo(sheet, state, itemId ?? '', round).filter((one) => one.clocked);
    const [left, right] = [work.find((one) => one.foot === 'left'), work.find((one) => one.foot === 'right')];
    if (left && right) expect(left.seconds).to.equal(right.seconds);
  }
}

class Wait implements fc.Command<Model, Device> {
  readonly ms: number;
  constructor(ms: number) {
    this.ms = ms;
  }
  check = () => true;
  run(model: Model, device: Device): void {
    const running = device.state.phase === 'running';
    device.now += this.ms;
    const before = device.state;
    device.state = advance(device.sheet, before, device.now);
    device.aliveAt = device.now;
    if (running) {
      // A session that ends while one waits is not heard running any longer.
      const end = device.state.phase === 'finished' ? (device.state.stretches.at(-1)?.endedAt ?? 0) : device.now;
      model.heard.set(model.heard.size, Math.max(0, end - before.at));
    }
    checkLaws(model, device);
  }
  toString = () => `wait ${this.ms}`;
}

class Press implements fc.Command<Model, Device> {
  readonly type: Parameters<typeof press>[1];
  constructor(type: Parameters<typeof press>[1]) {
    this.type = type;
  }
  check = () => true;
  run(model: Model, device: Device): void {
    press(device, this.type);
    checkLaws(model, device);
  }
  toString = () => this.type;
}

/** The page is gone for a while, and is made anew from the log and the last sign of life. */
class Reload implements fc.Command<Model, Device> {
  readonly ms: number;
  constructor(ms: number) {
    this.ms = ms;
  }
  check = () => true;
  run(model: Model, device: Device): void {
    const before = device.state;
    device.now += this.ms;
    const back = resume(device.sheet, device.log, device.aliveAt, device.now);
    if (back.event) device.log.push(back.event);
    device.state = replay(device.sheet, device.log, device.now);
    device.aliveAt = device.now;
    if (before.phase === 'running') {
      expect([back.state.phase, back.state.index, back.state.ranMs]).to.deep.equal(['paused', before.index, before.ranMs]);
    }
    checkLaws(model, device);
  }
  toString = () => `reload ${this.ms}`;
}

const commands = fc.commands(
  [
    fc.integer({ min: 1, max: 40_000 }).map((ms) => new Wait(ms)),
    fc.integer({ min: 1, max: 600_000 }).map((ms) => new Reload(ms)),
    ...(['start', 'pause', 'resume', 'ready', 'done', 'skip', 'again', 'hide', 'show'] as const).map((type) =>
      fc.constant(new Press(type)),
    ),
  ],
  { maxCommands: 60 },
);

describe('any visit', () => {
  const sheets = {
    'each foot': compile(anItem('hop-out-in-taps', timed(15)), anItem('sole-taps', timed(10))),
    'two rounds, turn about': compile(anItem('hop-out-in-taps', { ...timed(10, 2), starts: 'turn about' })),
    'a pace ladder': compile(
      anItem('inside-taps', { ...timed(30), paces: (['easy', 'half', 'full'] as const).map((pace) => ({ pace, seconds: 10 })) }),
    ),
    'sets of a course': compile(anItem('cross-course', { dose: { measure: 'sets', sets: 3 } })),
    surfaces: compile(anItem('twenty-fives')),
  };
  for (const [name, sheet] of Object.entries(sheets)) {
    it(`law (${name}): after any start, pause, hide, reload, skip and again, work holds no paused time, sides are equal, the log replays`, () => {
      fc.assert(
        fc.property(commands, (list) => {
          fc.modelRun(
            () => ({
              model: { heard: new Map<number, number>() },
              real: { sheet, now: 1_000, state: NOT_STARTED, log: [], aliveAt: 1_000 },
            }),
            list,
          );
        }),
        { numRuns: often(120) },
      );
    });
  }
});

describe('a visit that is come back to', () => {
  const sheet = compile(anItem('hop-out-in-taps', timed(15)));
  const log: ClockEvent[] = [
    { type: 'start', at: 0 },
    { type: 'ready', at: 4000 },
  ];

  it('goes on in a pause where it was last heard', () => {
    const back = resume(sheet, log, 16_000, 90_000);
    expect([back.event, back.awayMs, back.state.phase, back.state.ranMs, sheet[back.state.index]?.foot]).to.deep.equal([
      { type: 'gap', at: 16_000, until: 90_000 },
      74_000,
      'paused',
      2000,
      'right',
    ]);
  });

  it('is closed with what was done after three hours, or when the week was released anew', () => {
    const away = RESUME_HOURS * 3_600_000;
    const stop = closing(log, 34_000, 34_000 + away + 1, true);
    expect(stop).to.deep.equal({ type: 'stop', at: 34_000, why: 'left' });
    const late = replay(sheet, [...log, stop as ClockEvent]);
    expect(late.phase).to.equal('stopped');
    expect(late.stretches.filter((s) => sheet[s.index]?.kind === 'work').map((s) => s.ranMs)).to.deep.equal([15_000, 2000]);
    expect(closing(log, 34_000, 34_000 + away, true)).to.equal(null);
    expect(closing(log, 16_000, 17_000, false)).to.deep.equal({ type: 'stop', at: 16_000, why: 'left' });
    // The last event counts as a sign of life as well.
    expect(closing(log, 0, 4000 + away, true)).to.equal(null);
  });

  it('counts a device clock that ran back as no time away', () => {
    expect(resume(sheet, log, 16_000, 5000).awayMs).to.equal(0);
  });

  it('is over when it was finished, and takes no further event', () => {
    const done = resume(sheet, [...log, { type: 'stop', at: 9000, why: 'hurt' }], 9000, 10_000);
    expect([done.state.phase, done.event]).to.deep.equal(['stopped', null]);
  });

  it('ends a wait out of a pause: "done" at the score, "ready" at the set-up; clocked work has to be gone on with', () => {
    const scored = replay(sheet, [...log, { type: 'gap', at: 60_000, until: 70_000 }, { type: 'done', at: 71_000 }]);
    expect(scored.phase).to.equal('finished');
    const working = replay(sheet, [...log, { type: 'pause', at: 16_000 }, { type: 'done', at: 17_000 }]);
    expect([working.phase, sheet[working.index]?.kind]).to.deep.equal(['paused', 'work']);
  });
});

describe('a session that the clock itself ends', () => {
  it('tells by its last event how far it ran, so that whoever reads the log knows that all of it was done', () => {
    const unscored = compile(anItem('inside-taps', { ...timed(30), scored: false }));
    const log: ClockEvent[] = [
      { type: 'start', at: 0 },
      { type: 'ready', at: 1000 },
    ];
    const read = (events: ClockEvent[]) => shareOfWork(unscored, replay(unscored, events, events.at(-1)?.at));
    expect(read(log)).to.equal(0);
    expect(read([...log, { type: 'over', at: 41_000 }])).to.equal(1);
    expect(replay(unscored, [...log, { type: 'over', at: 20_000 }]).phase).to.equal('running');
  });
});

describe('what is filmed', () => {
  const sheet = compile(anItem('hop-out-in-taps', timed(15)));
  const windows = filmWindows(sheet);
  const begin: ClockEvent[] = [
    { type: 'start', at: 0 },
    { type: 'ready', at: 0 },
  ];
  // Lead-in 0–10 s, right 10–25 s, switch 25–28 s, left 28–43 s, then the score.
  const feetAt = (seconds: number) => filmedNow(sheet, windows, replay(sheet, begin, seconds * 1000)).map((one) => one.foot);

  it('is each foot’s work with two seconds on both sides, also where the two overlap', () => {
    expect([7.9, 8.1, 24.9, 25.5, 26.5, 27.1, 44.9, 45.1].map(feetAt)).to.deep.equal([
      [],
      ['right'],
      ['right'],
      ['right'],
      ['right', 'left'],
      ['left'],
      ['left'],
      [],
    ]);
  });

  it('holds a pace ladder and the sets of a course together, and leaves out what gives no score', () => {
    const paces = (['easy', 'half', 'full'] as const).map((pace) => ({ pace, seconds: 10 }));
    expect(filmWindows(compile(anItem('inside-taps', { ...timed(30), paces })))).to.have.length(1);
    const course = compile(anItem('cross-course', { dose: { measure: 'sets', sets: 3 } }));
    expect(filmWindows(course).map(({ first, last }) => [course[first]?.set, course[last]?.set])).to.deep.equal([[1, 3]]);
    expect(filmWindows(compile(anItem('inside-taps', { ...timed(30), scored: false })))).to.deep.equal([]);
    expect(filmWindows(compile(anItem('twenty-fives')))).to.deep.equal([]);
  });

  it('ends with the session', () => {
    const done = replay(sheet, [...begin, { type: 'done', at: 43_500 }]);
    expect(filmedNow(sheet, windows, done)).to.deep.equal([]);
  });
});

describe('cues that are laid down ahead', () => {
  const sheet = compile(anItem('hop-out-in-taps', timed(15)), anItem('sole-taps', timed(10)));
  const about = () => ({ name: 'Hops', rule: null, cues: [], beat: null });
  const log: ClockEvent[] = [
    { type: 'start', at: 0 },
    { type: 'ready', at: 4000 },
  ];
  const tones = (at: number, more: ClockEvent[] = []) =>
    laidCues(sheet, replay(sheet, [...log, ...more], at), about, 0).flatMap((cue) => ('tone' in cue ? [`${cue.tone} ${cue.at}`] : []));

  it('reach up to the next wait for the player, at their exact moments', () => {
    const laid = tones(4000);
    expect(laid[0]).to.equal('count 9000');
    expect(laid).to.include('go 14000').and.to.include('stop 29000').and.to.include('go 32000').and.to.include('stop 47000');
    expect(laid.at(-1)).to.equal('stop 47000');
  });

  it('keep their moments from interval to interval, and are moved by a pause', () => {
    expect(tones(30_000).every((one) => tones(4000).includes(one))).to.equal(true);
    const paused: ClockEvent[] = [
      { type: 'pause', at: 20_000 },
      { type: 'resume', at: 25_000 },
    ];
    expect(tones(25_000, paused)).to.include('stop 34000').and.to.include('go 37000');
    expect(tones(22_000, paused.slice(0, 1))).to.deep.equal([]);
  });

  it('law: no cue is laid twice, and all lie in order of time within an interval', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4000, max: 60_000 }), (at) => {
        const ids = laidCues(sheet, replay(sheet, log, at), about, 0).map((cue) => cue.id);
        expect(new Set(ids).size).to.equal(ids.length);
      }),
    );
  });
});

describe('the two clocks', () => {
  it('stay together although one runs fast and single readings jump', () => {
    const anchor = new AudioAnchor();
    const random = fc.sample(fc.double({ min: -0.012, max: 0.012, noNaN: true }), { numRuns: 3000, seed: 7 });
    let worst = 0;
    for (let i = 0; i < 3000; i++) {
      const pageMs = i * 400;
      const truth = 3 + (pageMs / 1000) * (1 + 80e-6);
      anchor.read({ pageMs, audioSeconds: truth + (random[i] ?? 0) });
      if (i > 15) worst = Math.max(worst, Math.abs(anchor.audioAt(pageMs) - truth));
    }
    expect(worst).to.be.below(0.015);
    expect(() => new AudioAnchor().audioAt(0)).to.throw(RangeError);
  });
});

/** Minutes of the session: what drifts shows in the long tests. */
const MINUTES = ALL_OF_IT ? 20 : 5;

describe(`a session of ${MINUTES} minutes in virtual time`, () => {
  const session = compileRunSheet(
    aSession(
      [1, 2].map(() =>
        aBlock(
          'recap',
          Array.from({ length: Math.round((24 * MINUTES) / 20) }, () => anItem('inside-taps', { ...timed(20), scored: false })),
          { restSeconds: 5, drinkSeconds: 0 },
        ),
      ),
    ),
    drills,
    TYPICAL_RUNNER,
  );
  const ways = {
    'with a screen': { turnMs: 16, blockedMs: 0, losesEverySeconds: 0 },
    'with a page that does nothing for half a second now and then': { turnMs: 16, blockedMs: 500, losesEverySeconds: 0 },
    'in a hidden tab': { turnMs: 1000, blockedMs: 0, losesEverySeconds: 0 },
    'with a sound card that loses 10 ms every minute': { turnMs: 16, blockedMs: 0, losesEverySeconds: 60 },
  };
  for (const [name, way] of Object.entries(ways)) {
    it(`sounds every tone within 15 ms and does not drift, ${name}`, () => {
      const sounded = runTwoClocks(session, { skewPpm: 80, readingMs: 10, ...way }, chance(3));
      const tones = laidTones(session);
      expect(sounded.length).to.be.at.least(tones - 8);
      const median = (list: number[]) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
      const part = (from: number, to: number) =>
        sounded.filter((one) => one.dueMs >= from * 60_000 && one.dueMs < to * 60_000).map((one) => one.errorMs);
      expect(Math.max(...sounded.map((one) => Math.abs(one.errorMs)))).to.be.at.most(15);
      expect(Math.abs(median(part(0.9 * MINUTES, MINUTES)) - median(part(0, 0.1 * MINUTES)))).to.be.below(20);
    });
  }
});

/** How many tones a sheet has. */
function laidTones(sheet: readonly Interval[]): number {
  return sheet.flatMap((_, i) => cuesOf(sheet, i, () => ({ name: 'x', rule: null, cues: [], beat: null }))).filter((cue) => 'tone' in cue)
    .length;
}

describe('taps of a helper', () => {
  const tap = (at: number, what: 'left' | 'right' | 'drop') => ({ at, what });
  it('come to counts by foot and to tries that a drop ends', () => {
    const taps = [
      tap(1, 'left'),
      tap(2, 'right'),
      tap(3, 'drop'),
      tap(4, 'right'),
      tap(5, 'right'),
      tap(6, 'right'),
      tap(7, 'drop'),
      tap(8, 'drop'),
    ];
    expect(tallyOf(taps)).to.deep.equal({ left: 1, right: 4, both: 5, tries: [2, 3], drops: 3 });
  });
  it('law: the order in which they are given does not matter, and tries add up to the touches', () => {
    const taps = fc.uniqueArray(fc.record({ at: fc.integer({ min: 0, max: 9999 }), what: fc.constantFrom('left', 'right', 'drop') }), {
      selector: (one) => one.at,
      maxLength: 60,
    });
    fc.assert(
      fc.property(taps, (list) => {
        const given = list as Parameters<typeof tallyOf>[0];
        const tally = tallyOf(given);
        expect(tallyOf([...given].reverse())).to.deep.equal(tally);
        expect(tally.tries.reduce((sum, n) => sum + n, 0)).to.equal(tally.both);
      }),
    );
  });
});

describe('the time that something was done', () => {
  const zone = 'America/Chicago';
  const ARRIVED = Date.UTC(2026, 10, 3, 18);
  const HOUR = 3_600_000;

  it('is the arrival minus what the device measured, however wrong its clock is', () => {
    for (const wrong of [-72 * HOUR, -5 * HOUR, 0, 9 * HOUR, 400 * 24 * HOUR]) {
      const doneAt = ARRIVED - 2 * HOUR + wrong;
      expect(doneOnServerClock(doneAt, ARRIVED + wrong, ARRIVED)).to.equal(ARRIVED - 2 * HOUR);
    }
    expect(doneOnServerClock(5000, 4000, ARRIVED)).to.equal(ARRIVED);
  });

  it('gives an evening before midnight its own training day, also with the clock set to tomorrow', () => {
    const evening = Date.UTC(2026, 10, 3, 4); // 22:00 on the 2nd in Chicago
    const done = doneOnServerClock(evening + 26 * HOUR, ARRIVED + 26 * HOUR, ARRIVED);
    expect(creditedDay(done, ARRIVED, zone)).to.equal('2026-11-02');
  });

  it('of a session on paper is the told hour of the told training day, never later than now', () => {
    const hour = (daysAgo: number, hours: number) => new Date(byHandInstant(daysAgo, hours, ARRIVED, zone)).toISOString();
    expect(hour(1, 16)).to.equal('2026-11-02T22:00:00.000Z');
    expect(hour(0, 19)).to.equal('2026-11-03T18:00:00.000Z');
    // 01:00 belongs to the evening before.
    expect(hour(1, 1)).to.equal('2026-11-03T07:00:00.000Z');
  });

  it('law: a session on paper lies on the training day that was told, or on today', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 23 }),
        fc.integer({ min: 0, max: 400 * 24 }),
        (daysAgo, hour, later) => {
          const now = ARRIVED + later * HOUR;
          const at = byHandInstant(daysAgo, hour, now, zone);
          expect(at).to.be.at.most(now);
          const wanted = Date.parse(trainingDay(now, zone)) - daysAgo * 24 * HOUR;
          expect(Date.parse(trainingDay(at, zone))).to.equal(wanted);
        },
      ),
    );
  });
});
