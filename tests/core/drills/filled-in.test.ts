import { expect } from 'chai';
import { CheckedDrill } from '../../../src/core/drills/checked.ts';
import { cautionsFor, filledIn } from '../../../src/core/drills/filled-in.ts';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { planMovement, readMovement } from '../../../src/core/moves/index.ts';
import { someOf } from '../../often.ts';

const PULLS = 'ball in front of the right\nright sole pulls back 2\nright laces pushes forward 2 *\nagain';

/** A drill of which only the name, the moves and perhaps some steps are said. */
const drillOf = (moves: string | null, layout: { moves: string; route: string } | null, steps: string[] = []) => {
  const filled = filledIn(moves ?? '', layout);
  return {
    ...{
      id: 'own-one',
      version: 1,
      group: 1,
      name: 'One of ours',
      family: 'ball mastery',
      aliases: [],
      easier: [],
      bands: [],
      cautions: [],
    },
    ...{ minAge: null, maxAge: null, ...filled },
    steps: steps.length > 0 ? steps : filled.steps,
    moves: moves === null ? null : { texts: [moves], free: false },
    layout: layout && { ...layout, variants: [] },
    courseSeconds: ['sets', 'course time'].includes(filled.measure) ? filled.courseSeconds : null,
  };
};

describe('a drill of which little is said', () => {
  it('is whole with a name and the moves of any shipped drill', () => {
    for (const drill of someOf(CATALOGUE))
      for (const text of drill.moves?.texts ?? []) {
        const { layout } = drill;
        const whole = CheckedDrill.safeParse(drillOf(text, layout && { moves: layout.moves, route: layout.route }));
        expect(whole.error?.issues.map((issue) => `${drill.id} ${issue.path.join('.')}: ${issue.message}`) ?? []).to.deep.equal([]);
      }
  });

  it('is whole with a name and one step, and is not without either', () => {
    expect(CheckedDrill.safeParse(drillOf(null, null, ['Tap the ball.'])).success).to.equal(true);
    const none = CheckedDrill.safeParse(drillOf(null, null));
    expect(none.error?.issues.map((issue) => issue.message)).to.deep.equal(['Write at least one step, or say the moves.']);
  });

  it('has its steps, its feet, its kit and its numbers from the moves', () => {
    const filled = filledIn(PULLS, null);
    expect(filled.steps).to.deep.equal(['Right sole pulls back.', 'Right laces pushes forward.', 'Begin again without a stop.']);
    expect(filled).to.deep.include({ sides: 'each foot', measure: 'count in time', kit: ['ball'], loads: [], touchesPerRep: 2 });
    expect(filled.counting.counts).to.equal('Each of these is one: Right laces pushes forward.');
    const { easy, usual, fast, ceiling } = filled.pace;
    expect([easy < usual, usual < fast, fast < ceiling, filled.space.length >= 2]).to.deep.equal([true, true, true, true]);
    expect(fast).to.be.closeTo(1 / planMovement(readMovement(PULLS)).period, 0.01);
    expect(filledIn(PULLS.replace('again', 'again mirrored'), null).sides).to.equal('alternating');
    expect(filledIn(PULLS.replace(' *', ''), null).measure).to.equal('time on');
    const wall = filledIn('wall 3 steps ahead\nball in front of the right\nright inside passes to the wall *\nagain', null);
    expect(wall.kit).to.deep.equal(['ball', 'wall']);
    expect(cautionsFor(wall)).to.have.length(1);
    expect(cautionsFor(filled)).to.deep.equal([]);
    expect(cautionsFor({ kit: ['wall'], loads: ['overhead', 'single-leg hop'] })).to.have.length(3);
    const hops = filledIn(
      'stand on the left; ball beside the right\nright outside taps out and left hops *\nright inside taps in and left hops *\nagain',
      null,
    );
    expect(hops.loads).to.deep.equal(['single-leg hop']);
  });

  it('has what is sensible where the moves cannot be read', () => {
    expect(filledIn('right insid taps', null)).to.deep.equal(filledIn('', null));
    expect(filledIn('', { moves: 'put a cone', route: '' }).kit).to.deep.equal(['ball', 'cones']);
  });
});
