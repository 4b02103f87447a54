import { expect } from 'chai';
import fc from 'fast-check';
import {
  compileRunSheet,
  drillsToMeet,
  lineSeconds,
  meetingLines,
  meetingSeconds,
  meetsAt,
  newInSessions,
  TRY_SECONDS,
  TYPICAL_RUNNER,
} from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drillOf, drills, timed } from '../make.ts';

const ids = ['sole-taps', 'inside-taps', 'slalom-right'];
const session = aSession([
  aBlock('recap', [anItem('sole-taps', timed(20)), anItem('inside-taps', timed(20))]),
  aBlock('challenge', [anItem('sole-taps', timed(30, 2)), anItem('slalom-right')]),
]);
const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);

describe('meeting a drill', () => {
  it('is for those that are not known, each once, in the order of the session', () => {
    expect(drillsToMeet(session, new Set())).to.deep.equal(ids);
    expect(drillsToMeet(session, new Set(['sole-taps']))).to.deep.equal(['inside-taps', 'slalom-right']);
    expect(drillsToMeet(session, new Set(ids))).to.deep.equal([]);
  });

  it('leaves out what is not done at this home, unless another item has it', () => {
    const [first, second] = session.blocks.map((block) => block.items);
    expect(drillsToMeet(session, new Set(), new Set([second?.[1]?.id ?? '']))).to.deep.equal(['sole-taps', 'inside-taps']);
    expect(drillsToMeet(session, new Set(), new Set([first?.[0]?.id ?? '']))).to.include('sole-taps');
  });

  it('is told session by session, each drill with the first session that has it', () => {
    const week = [session, aSession([aBlock('challenge', [anItem('sole-taps'), anItem('hop-out-in-taps')])]), aSession([])];
    const seconds = (...list: string[]) => list.reduce((sum, id) => sum + meetingSeconds(drillOf(id)), 0);
    expect(newInSessions(week, drills, new Set(['inside-taps']))).to.deep.equal([
      { drills: 2, seconds: seconds('sole-taps', 'slalom-right') },
      { drills: 1, seconds: seconds('hop-out-in-taps') },
      { drills: 0, seconds: 0 },
    ]);
    expect(newInSessions(week, new Map(), new Set()).map((one) => one.seconds)).to.deep.equal([0, 0, 0]);
  });

  it('happens before the first work on it and never later, whatever the session and whatever is known', () => {
    fc.assert(
      fc.property(fc.subarray(ids), (unknown) => {
        for (const id of ids) {
          const places = sheet.flatMap((_, i) => (meetsAt(sheet, i, new Set(unknown)) === id ? [i] : []));
          const first = sheet.findIndex((one) => one.kind === 'work' && one.drillId === id);
          if (!unknown.includes(id)) expect(places).to.deep.equal([]);
          else {
            expect(places.length).to.be.greaterThan(0);
            expect(places.every((i) => i < first && sheet[i]?.drillId === id && sheet[i]?.kind !== 'rest')).to.equal(true);
          }
        }
      }),
    );
  });

  it('reads every step, two cues at most, and one fault with its cure, as sentences', () => {
    const lines = meetingLines({
      steps: ['Put the ball under you', 'Tap it!'],
      cues: ['On your toes', 'Arms out.', 'Look up'],
      faults: [
        { wrong: 'The ball runs away', mend: 'Tap softer' },
        { wrong: 'Never read', mend: 'Never' },
      ],
    });
    expect(lines).to.deep.equal([
      { kind: 'step', words: 'Put the ball under you.' },
      { kind: 'step', words: 'Tap it!' },
      { kind: 'cue', words: 'On your toes.' },
      { kind: 'cue', words: 'Arms out.' },
      { kind: 'fault', words: 'The ball runs away? Tap softer.' },
    ]);
    expect(meetingLines({ steps: ['Tap'], cues: [], faults: [] })).to.have.length(1);
  });

  it('takes as long as its picture, its lines and one try', () => {
    const nothing = { steps: [], cues: [], faults: [] };
    expect(meetingSeconds(nothing)).to.equal(12 + TRY_SECONDS);
    // 13 words at 2.6 a second are 5 s, and a breath.
    const steps = ['one two three four five six seven eight nine ten eleven twelve thirteen'];
    expect(lineSeconds({ kind: 'step', words: steps[0] ?? '' })).to.be.closeTo(6, 1e-9);
    expect(meetingSeconds({ ...nothing, steps })).to.equal(12 + 6 + TRY_SECONDS);
    for (const drill of drills.values()) expect(meetingSeconds(drill), drill.id).to.be.within(30, 120);
    expect(drillOf('sole-taps').steps.length).to.be.greaterThan(0);
  });
});
