import { expect } from 'chai';
import fc from 'fast-check';
import { stepsOf } from '../../../src/core/drills/index.ts';
import {
  footSeconds,
  itemsOf,
  measureSession,
  SHAPE_NAMES,
  SHAPES,
  type ShapeName,
  shapeSession,
} from '../../../src/core/planning/index.ts';
import { addDoses, doseOf, NO_DOSE } from '../../../src/core/training/dose.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { Session } from '../../../src/core/weeks/index.ts';
import { often } from '../../often.ts';
import { anId, drills } from '../make.ts';

const shape = (name: ShapeName, minutes = SHAPES[name].minutes, more = {}) => shapeSession(name, { minutes, drills, id: anId, ...more });
const dose = (session: Session) => measureSession(session, drills, TYPICAL_RUNNER).dose;
const ids = (session: Session) => itemsOf(session).map((item) => item.drillId);

describe('the starting shapes', () => {
  for (const name of SHAPE_NAMES) {
    it(`${name} is a sound session near its usual length`, () => {
      const made = shape(name);
      expect(Session.safeParse(made).error).to.equal(undefined);
      expect(dose(made).seconds / 60).to.be.closeTo(SHAPES[name].minutes, SHAPES[name].minutes * 0.12);
    });
  }

  it('give both feet the same seconds; only the circuit adds a station for the other foot', () => {
    for (const name of SHAPE_NAMES) {
      const { left, right } = footSeconds(dose(shape(name)));
      // A typical runner is right-footed, so the other foot is the left.
      expect([name, left - right]).to.deep.equal([name, name === 'circuit' ? 25 : 0]);
    }
  });

  it('work the feet for these seconds at their usual length', () => {
    const seconds = (name: ShapeName) => footSeconds(dose(shape(name)));
    // 18 stations of 25 s shared by both feet, or in left-right pairs, one shared free play, one of the other foot alone.
    expect(seconds('circuit')).to.deep.equal({ left: 19 * 12.5 + 25, right: 19 * 12.5 });
    // Two courses, each without and with the ball: 25 + 35 + 20 + 28 s a set, half of it each foot's.
    const sets = itemsOf(shape('course day')).map((item) => ('sets' in item.dose ? item.dose.sets : 0));
    expect(new Set(sets).size).to.equal(1);
    expect(seconds('course day').left).to.equal(((25 + 35 + 20 + 28) * (sets[0] ?? 0)) / 2);
  });

  it('makes a circuit of 20 stations, 25 s on and 5 s off, of 10 minutes', () => {
    const made = shape('circuit', 10);
    expect(ids(made)).to.have.length(20);
    expect(ids(made).slice(-2)).to.deep.equal(['other-foot-mix', 'free-combination']);
    // The first lead-in of a block is 5 s longer.
    expect(dose(made).seconds).to.equal(20 * 30 + 5);
    const steps = stepsOf([...drills.values()]);
    const heights = ids(made)
      .slice(0, -2)
      .map((id) => steps.get(id) ?? 0);
    expect(heights).to.deep.equal([...heights].sort((a, b) => a - b));
  });

  it('makes a ladder of ten variations of about 50 reps, the easiest first', () => {
    const made = shape('rep ladder');
    expect(ids(made)).to.have.length(10);
    for (const item of itemsOf(made)) {
      const reps = 'reps' in item.dose ? item.dose.reps * (item.side === 'each foot' ? 2 : 1) : 0;
      expect(reps, item.drillId).to.be.within(36, 56);
    }
  });

  it('has each course first without the ball, then with it', () => {
    expect(ids(shape('course day'))).to.deep.equal(['cross-course', 'cross-course-ball', 'staircase-course', 'staircase-course-ball']);
  });

  it('recaps what the last weeks had, and the usual ones when nothing was', () => {
    expect(ids(shape('recap day', 18, { recent: ['sole-taps', 'wall-two-touch', 'two-inside-two-sole'] })).slice(1, 4)).to.include.members([
      'sole-taps',
      'two-inside-two-sole',
    ]);
    const recaps = shape('recap day').blocks.find((block) => block.kind === 'recap');
    for (const item of recaps?.items ?? []) expect(item.paces.map((one) => one.pace)).to.deep.equal(['easy', 'half', 'full']);
    expect(recaps?.items).to.have.length(3);
  });

  it('gets longer when a longer one is wished', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHAPE_NAMES), fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 }), (name, a, b) => {
        const { least, most } = SHAPES[name];
        const [short, long] = [Math.min(a, b), Math.max(a, b)].map((share) => least + ((most - least) * share) / 100);
        expect(dose(shape(name, short)).seconds).to.be.at.most(dose(shape(name, long)).seconds);
      }),
      { numRuns: often(40) },
    );
  });
});

describe('the dose of a session', () => {
  const someSession = fc.constantFrom(...SHAPE_NAMES).map((name) => shape(name));
  it('is the sum of its items and of what lies between them', () => {
    fc.assert(
      fc.property(someSession, (session) => {
        const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
        const parts = [...new Set(sheet.map((interval) => interval.itemId))].map((id) =>
          doseOf(
            sheet.filter((interval) => interval.itemId === id),
            drills,
            TYPICAL_RUNNER,
          ),
        );
        const sum = parts.reduce(addDoses, NO_DOSE);
        const whole = doseOf(sheet, drills, TYPICAL_RUNNER);
        expect(sum.seconds).to.equal(whole.seconds);
        expect(sum.touches.left).to.be.closeTo(whole.touches.left, 1e-6);
      }),
      { numRuns: often(20) },
    );
  });
  it('stays the same when the items of a block change places', () => {
    fc.assert(
      fc.property(someSession, fc.nat(), (session, turn) => {
        const turned = {
          ...session,
          blocks: session.blocks.map((block) => {
            const at = turn % Math.max(1, block.items.length);
            return { ...block, items: [...block.items.slice(at), ...block.items.slice(0, at)] };
          }),
        };
        const [was, is] = [dose(session), dose(turned)];
        expect(is.seconds).to.equal(was.seconds);
        expect(is.workSeconds).to.equal(was.workSeconds);
        expect(is.touches.left).to.be.closeTo(was.touches.left, 1e-6);
        expect(is.hopSeconds).to.deep.equal(was.hopSeconds);
      }),
      { numRuns: often(30) },
    );
  });
});
