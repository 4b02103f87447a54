import { expect } from 'chai';
import fc from 'fast-check';
import { type Following, followSquad, joinedSeq } from '../../../src/core/together/follow.ts';
import { goAt, goesTogether, onlyItems, secondsTogether, sheetTogether } from '../../../src/core/together/sheet.ts';
import { type Command, squadClock } from '../../../src/core/together/squad-clock.ts';
import { type ClockEvent, provenWork, replay } from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

const T0 = 1_000_000;
const first = anItem('hop-out-in-taps', { ...timed(15), scored: true });
const second = anItem('sole-taps', { ...timed(20, 2), scored: true });
const left = anItem('line-laces', { ...timed(20), scored: true });
const session = aSession([aBlock('warm-up', [left], { drinkSeconds: 60 }), aBlock('challenge', [first, second])]);
const chosen = onlyItems(session, [first.id, second.id]);
const sheet = sheetTogether(chosen, drills, { strongerFoot: 'right' });
const goes = goesTogether(sheet);
// wait · lead-in · right 15 · switch 3 · left 15 · score | wait · lead-in · 20 · score | wait · lead-in · 20 · score
const go = (seq: number, seconds: number, which: number): Command => ({ seq, at: T0 + seconds * 1000, type: 'go', go: which });
const say = (seq: number, seconds: number, type: 'pause' | 'resume' | 'ask' | 'end'): Command => ({
  seq,
  at: T0 + seconds * 1000,
  type,
  go: null,
});
const leadIn = sheet[1]?.seconds ?? 0;

/** A device that follows; the line brings it what `known` says. */
function device(startedAt = 0) {
  let log: ClockEvent[] = [{ type: 'start', at: T0 + startedAt * 1000 }];
  const state = (seconds: number) => replay(sheet, log, T0 + seconds * 1000);
  return {
    log: () => log,
    state,
    do(seconds: number, type: 'done' | 'ready' | 'pause' | 'resume') {
      log = [...log, { type, at: T0 + seconds * 1000 }];
    },
    gap(from: number, until: number) {
      log = [...log, { type: 'gap', at: T0 + from * 1000, until: T0 + until * 1000 }];
    },
    hear(seconds: number, known: readonly Command[]): Following['kind'] {
      const found = followSquad(sheet, state(seconds), log, squadClock(sheet, known, T0 + seconds * 1000));
      if (found.kind === 'event') log = [...log, found.event];
      return found.kind;
    },
    kind: (seconds: number) => {
      const now = state(seconds);
      return `${sheet[now.index]?.kind ?? 'over'} ${Math.round(now.ranMs / 1000)}${now.phase === 'paused' ? ' paused' : ''}`;
    },
  };
}

describe('the sheet of a live evening', () => {
  it('waits for the coach before each go, and has neither rests nor drinks', () => {
    expect(sheet.map((one) => one.kind)).to.deep.equal([
      ...['set-up', 'lead-in', 'work', 'switch', 'work', 'score'],
      ...['set-up', 'lead-in', 'work', 'score'],
      ...['set-up', 'lead-in', 'work', 'score'],
      'set-up',
    ]);
    expect(goes.map((one) => [one.itemId, one.round, one.first, one.last])).to.deep.equal([
      [first.id, 0, 1, 5],
      [second.id, 0, 7, 9],
      [second.id, 1, 11, 13],
    ]);
    expect([goAt(goes, 0), goAt(goes, 5), goAt(goes, 6), goAt(goes, 14)]).to.deep.equal([0, 0, 1, -1]);
  });

  it('has only the chosen items, and begins the same for everybody but with which foot', () => {
    expect(onlyItems(session, [left.id]).blocks).to.have.length(1);
    const other = sheetTogether(chosen, drills, { strongerFoot: 'left' });
    expect(other.map((one) => [one.kind, one.seconds])).to.deep.equal(sheet.map((one) => [one.kind, one.seconds]));
  });

  it('gets everybody ready anew for a round that follows without a number', () => {
    const plain = { ...second, scored: false, restSeconds: 0 };
    const of = sheetTogether(aSession([aBlock('warm-up', [plain])]), drills, { strongerFoot: 'right' });
    expect(of.map((one) => one.kind)).to.deep.equal(['set-up', 'lead-in', 'work', 'set-up', 'lead-in', 'work', 'set-up']);
  });

  it('is told to take its goes and the time between them', () => {
    expect(secondsTogether(sheet)).to.equal(sheet.reduce((sum, one) => sum + one.seconds, 0) + 3 * 20);
  });
});

describe('the squad’s clock', () => {
  it('stands before the first go, and runs from the coach’s word on', () => {
    expect(squadClock(sheet, [], T0)).to.deep.include({ seq: null, go: null, isOver: false });
    const { clock } = squadClock(sheet, [go(1, 0, 0)], T0 + (leadIn + 5) * 1000);
    expect([sheet[clock.index]?.kind, clock.ranMs]).to.deep.equal(['work', 5000]);
  });

  it('hears nothing of what lies ahead, at its instant it does', () => {
    expect(squadClock(sheet, [go(1, 10, 0)], T0 + 9999).go).to.equal(null);
    expect(squadClock(sheet, [go(1, 10, 0)], T0 + 10_000).go).to.equal(0);
  });

  it('stands while the coach stops it, and waits for numbers at the end of a go', () => {
    const commands = [go(1, 0, 1), say(2, 4, 'pause'), say(3, 64, 'resume')];
    expect(squadClock(sheet, commands, T0 + 30_000).clock.ranMs).to.equal(4000);
    expect(squadClock(sheet, commands, T0 + 600_000).clock.index).to.equal(9);
  });

  it('begins the same go again, or any other, and is over when that is said', () => {
    const commands = [go(1, 0, 1), go(2, 15, 1), go(3, 20, 0)];
    expect(squadClock(sheet, commands.slice(0, 2), T0 + 16_000)).to.deep.include({ seq: 2, go: 1 });
    expect(squadClock(sheet, commands, T0 + 21_000).clock.index).to.equal(1);
    expect(squadClock(sheet, [...commands, say(4, 22, 'end')], T0 + 22_000).isOver).to.equal(true);
    expect(squadClock(sheet, [go(1, 0, 9)], T0 + 1000).go).to.equal(null);
  });

  it('law: the order in which words arrive does not matter', () => {
    const commands = [go(1, 0, 0), say(2, 12, 'pause'), say(3, 40, 'resume'), go(4, 70, 1), say(5, 90, 'ask'), go(6, 120, 2)];
    fc.assert(
      fc.property(fc.shuffledSubarray(commands, { minLength: commands.length }), fc.integer({ min: 0, max: 200 }), (mixed, seconds) => {
        expect(squadClock(sheet, mixed, T0 + seconds * 1000)).to.deep.equal(squadClock(sheet, commands, T0 + seconds * 1000));
      }),
    );
  });
});

describe('a device that follows the squad', () => {
  it('stands where the squad stands from the first go on, to the millisecond, however late it heard of it', () => {
    const one = device();
    const known = [go(1, 10, 0)];
    expect(one.hear(12.345, known)).to.equal('event');
    const at = T0 + (10 + leadIn + 7) * 1000;
    expect(one.state(10 + leadIn + 7)).to.deep.include({ index: 2, ranMs: 7000 });
    expect(squadClock(sheet, known, at).clock).to.deep.include({ index: 2, ranMs: 7000 });
  });

  it('law: in a lead-in it is where the squad is after one step, and a second step changes nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 }), fc.double({ min: 0, max: 0.99, noNaN: true }), (which, share) => {
        const late = share * (sheet[goes[which]?.first ?? 0]?.seconds ?? 0);
        const one = device();
        const known = [go(1, 10, which)];
        one.hear(10 + late, known);
        const squad = squadClock(sheet, known, T0 + (10 + late) * 1000).clock;
        expect(one.state(10 + late)).to.deep.include({ index: squad.index, phase: 'running' });
        expect(one.state(10 + late).ranMs).to.be.closeTo(squad.ranMs, 0.001);
        expect(one.hear(10 + late, known)).to.equal('stay');
      }),
    );
  });

  it('that comes late waits for the next go, and joins that', () => {
    const one = device(10 + leadIn + 3);
    const known = [go(1, 10, 0)];
    expect(one.hear(10 + leadIn + 4, known)).to.equal('wait');
    expect(one.hear(120, [...known, go(2, 119, 1)])).to.equal('event');
    expect(one.kind(120)).to.equal('lead-in 1');
  });

  it('goes on alone by the same sheet without a line, and gives its number; the next go it joins with the squad', () => {
    const one = device();
    const known = [go(1, 0, 0)];
    one.hear(0.2, known);
    expect(one.kind(leadIn + 20)).to.equal('work 2');
    one.do(leadIn + 45, 'done');
    expect(one.kind(leadIn + 46)).to.match(/^set-up/);
    // Alone it may even begin the next one.
    one.do(leadIn + 50, 'ready');
    expect(one.kind(leadIn + 52)).to.equal('lead-in 2');
    // The line is back: the squad is in the middle of that go, and work that was begun is finished.
    const later = [...known, go(2, leadIn + 35, 1)];
    expect(one.hear(leadIn + 51 + leadIn, later)).to.equal('stay');
    one.do(2 * leadIn + 80, 'done');
    expect(one.hear(200, [...later, go(3, 199, 2)])).to.equal('event');
    expect(
      provenWork(sheet, one.state(260))
        .filter((work) => work.foot === null)
        .map((work) => [work.round, work.clocked]),
    ).to.deep.equal([
      [0, true],
      [0, true],
      [1, true],
    ]);
  });

  it('keeps the number that is being typed, whatever the squad does; the same go once more takes its place', () => {
    const one = device();
    const known = [go(1, 0, 0)];
    one.hear(0, known);
    expect(one.kind(60)).to.match(/^score/);
    expect(one.hear(61, [...known, go(2, 60, 1)])).to.equal('stay');
    expect(one.hear(62, [...known, go(2, 60, 1), go(3, 61, 0)])).to.equal('event');
    expect(one.kind(62)).to.equal('lead-in 1');
    expect(one.state(62).stretches.at(-1)?.ended).to.equal('again');
  });

  it('stops and goes on with the coach, and is put right where it heard of it late', () => {
    const one = device();
    const known = [go(1, 0, 0)];
    one.hear(0, known);
    const stopped = [...known, say(2, leadIn + 2, 'pause')];
    expect(one.hear(leadIn + 4, stopped)).to.equal('event');
    expect(one.kind(leadIn + 30)).to.equal('work 4 paused');
    expect(one.hear(leadIn + 30, stopped)).to.equal('stay');
    expect(one.hear(leadIn + 40, [...stopped, say(3, leadIn + 40, 'resume')])).to.equal('event');
    // It had run on for two seconds before it heard: the squad stands at the second.
    expect(one.kind(leadIn + 40)).to.equal('work 2');
  });

  it('leaves the player’s own pause alone, and is where the squad is when the player goes on', () => {
    const one = device();
    const known = [go(1, 0, 0)];
    one.hear(0, known);
    one.do(leadIn + 2, 'pause');
    expect(one.hear(leadIn + 6, known)).to.equal('stay');
    one.do(leadIn + 7, 'resume');
    expect(one.hear(leadIn + 7, known)).to.equal('event');
    expect(one.kind(leadIn + 7)).to.equal('work 7');
  });

  it('is back in its go after a reload in the middle, with the work that ran on the squad’s clock', () => {
    const one = device();
    const known = [go(1, 0, 0)];
    one.hear(0, known);
    one.gap(leadIn + 5, leadIn + 9);
    expect(one.hear(leadIn + 9, known)).to.equal('event');
    expect(one.kind(leadIn + 9)).to.equal('work 9');
    one.gap(leadIn + 12, leadIn + 21);
    one.hear(leadIn + 21, known);
    expect(one.kind(leadIn + 21)).to.equal('work 3');
    expect(
      one
        .state(60)
        .stretches.filter((stretch) => sheet[stretch.index]?.kind === 'work')
        .map((stretch) => stretch.ranMs),
    ).to.deep.equal([15_000, 15_000]);
  });

  it('does not mind a quarter of a second, and is put right beyond it', () => {
    const off = (ms: number) => {
      const log: ClockEvent[] = [
        { type: 'start', at: T0 },
        { type: 'join', at: T0, index: 1, ranMs: ms, seq: 1, anew: true },
      ];
      return followSquad(sheet, replay(sheet, log, T0 + 3000), log, squadClock(sheet, [go(1, 0, 0)], T0 + 3000)).kind;
    };
    expect([off(250), off(251), off(-250 + 500)]).to.deep.equal(['stay', 'event', 'stay']);
  });

  it('is over once the coach ended the evening and its number is given, and never before', () => {
    const one = device();
    const known = [go(1, 0, 0)];
    one.hear(0, known);
    const ended = [...known, say(2, 60, 'end')];
    expect(one.hear(61, ended)).to.equal('stay');
    one.do(65, 'done');
    expect(one.hear(66, ended)).to.equal('event');
    expect(one.state(66).phase).to.equal('finished');
    expect(one.hear(67, ended)).to.equal('stay');
  });

  it('waits after the last go too, for any go once more, and ends by itself only when that is said', () => {
    const one = device();
    const known = [go(1, 0, 2)];
    one.hear(0, known);
    one.do(60, 'done');
    expect(one.kind(600)).to.match(/^set-up/);
    expect(one.hear(601, [...known, go(2, 600, 0)])).to.equal('event');
    expect(one.kind(601)).to.equal('lead-in 1');
  });

  it('does nothing before the player has come in, nor after a stop', () => {
    expect(followSquad(sheet, replay(sheet, [], T0), [], squadClock(sheet, [go(1, 0, 0)], T0 + 1))).to.deep.equal({ kind: 'stay' });
    const log: ClockEvent[] = [
      { type: 'start', at: T0 },
      { type: 'stop', at: T0 + 1, why: 'hurt' },
    ];
    expect(followSquad(sheet, replay(sheet, log, T0 + 2), log, squadClock(sheet, [go(1, 0, 0)], T0 + 2))).to.deep.equal({ kind: 'stay' });
    expect(joinedSeq(log)).to.equal(null);
  });

  it('law: whatever was lost on the way, it is with the squad in the next lead-in that it hears of', () => {
    const commands = [
      go(1, 0, 0),
      say(2, 14, 'pause'),
      say(3, 30, 'resume'),
      go(4, 80, 1),
      say(5, 85, 'pause'),
      say(6, 90, 'resume'),
      go(7, 150, 2),
    ];
    fc.assert(
      fc.property(fc.subarray(commands), fc.array(fc.integer({ min: 0, max: 149 }), { maxLength: 12 }), (heard, moments) => {
        const one = device();
        for (const seconds of [...moments].sort((a, b) => a - b)) {
          one.hear(
            seconds,
            heard.filter((command) => command.at <= T0 + seconds * 1000),
          );
          if (sheet[one.state(seconds).index]?.kind === 'score') one.do(seconds, 'done');
        }
        if (sheet[one.state(149).index]?.kind === 'score') one.do(149, 'done');
        one.hear(152, commands);
        const squad = squadClock(sheet, commands, T0 + 152_000).clock;
        expect(one.state(152)).to.deep.include({ index: squad.index, ranMs: squad.ranMs, phase: 'running' });
      }),
    );
  });
});
