import { expect } from 'chai';
import fc from 'fast-check';
import { LayoutProblem, layOut, metresOf, type Route, routeInWords, ZONE_FEET, zonesInWords } from '../../../src/core/layouts/index.ts';
import { zoneFeetOf, zonesOf } from '../../../src/core/layouts/zones.ts';
import { courseOver } from '../../../src/core/moves/course-over.ts';
import { brokenLaws, LAWS, loopTicks, momentsOf, type Plan, planMovement, readMovement } from '../../../src/core/moves/index.ts';
import { often } from '../../often.ts';

const ROW = 'put a cone; 4 times: 2 forward, put a cone; 1 2 3 4 5 in line';
const routeOf = (route: string, moves = ROW): Route => layOut({ moves, route }).route as Route;
const problemOf = (route: string): LayoutProblem => {
  try {
    routeOf(route);
  } catch (error) {
    if (error instanceof LayoutProblem) return error;
    throw error;
  }
  throw new Error(`“${route}” was read.`);
};
const planOf = (route: string, moves = ROW, text = 'on the route'): Plan => planMovement(readMovement(text), courseOver({ moves, route }));

describe('a route that says what the feet do', () => {
  const BUSY = 'taps from 1 to 3; sole taps from 3 to 5; back the same way backwards';

  it('leads over the cones between, out with each zone’s feet and back with the same in the other order', () => {
    const { out, back, stepsOut, stepsPerSet } = routeOf(BUSY);
    expect(out.map((leg) => `${leg.feet} ${leg.target}`)).to.deep.equal([
      'taps cone 2',
      'taps cone 3',
      'sole taps cone 4',
      'sole taps cone 5',
    ]);
    expect(back.map((leg) => `${leg.feet} ${leg.target}`)).to.deep.equal([
      'sole taps cone 4',
      'sole taps cone 3',
      'taps cone 2',
      'taps cone 1',
    ]);
    expect([out.some((leg) => leg.backwards), back.every((leg) => leg.backwards)]).to.deep.equal([false, true]);
    // Four gaps of two steps: 8 out, 16 a set, at 0.6 m 9.6 m.
    expect([stepsOut, stepsPerSet, metresOf(stepsPerSet, 1, 0.6)]).to.deep.equal([8, 16, 9.6]);
  });

  it('may go on from where it stands, through gates, down the numbers, and be mixed with plain legs', () => {
    expect(
      routeOf('from 5; sole rolls to 3; run to 2; taps to 1').out.map((leg) => `${leg.action} ${leg.feet} ${leg.target}`),
    ).to.deep.equal(['dribble sole rolls cone 4', 'dribble sole rolls cone 3', 'run null cone 2', 'dribble taps cone 1']);
    const gate = routeOf('taps from 1 through gate; back', 'put a cone; 3 forward; gate 1 wide');
    expect(gate.out.map((leg) => [leg.feet, leg.target])).to.deep.equal([['taps', 'the gate']]);
    expect(gate.back.map((leg) => [leg.feet, leg.backwards])).to.deep.equal([['taps', false]]);
    expect(routeOf('then taps from 1 to 2').out).to.have.length(1);
  });

  it('knows each footwork by its usual names, and no other', () => {
    for (const feet of ZONE_FEET) expect(zoneFeetOf(feet)).to.equal(feet);
    expect(['inside', 'outside', 'laces', 'inside taps'].map(zoneFeetOf)).to.deep.equal([
      'inside pushes',
      'outside pushes',
      'laces pushes',
      'taps',
    ]);
    expect([zoneFeetOf('run'), zoneFeetOf('toString'), zoneFeetOf('')]).to.deep.equal([null, null, null]);
  });

  it('is said in whole zones, and what is called says the way back only where it is backwards', () => {
    expect(routeInWords(routeOf(BUSY))).to.deep.equal(['Taps to cone 3', 'Sole taps to cone 5']);
    expect(routeOf(BUSY).backInWords).to.equal('Do not turn round: come back the same way, backwards.');
    expect(zonesInWords(routeOf(BUSY))).to.equal('taps to cone 3, sole taps to cone 5, then backwards home');
    expect(zonesInWords(routeOf('taps from 1 to 3; sole taps to 5; back'))).to.equal('taps to cone 3, sole taps to cone 5');
    expect(zonesInWords(routeOf('from 1; dribble to 5; back'))).to.equal('');
    expect(routeInWords(routeOf('from 1; run to 2; taps to 3; taps to 4; sole taps to 5'))).to.deep.equal([
      'Run to cone 2',
      'Taps to cone 4',
      'Sole taps to cone 5',
    ]);
  });

  it('makes zones of stretches that touch and are the same', () => {
    const of = (...feet: (string | null)[]) =>
      zonesOf(feet.map((one) => ({ feet: one as never }))).map((zone) => [zone.feet, zone.from, zone.to]);
    expect(of('taps', 'taps', 'sole taps')).to.deep.equal([
      ['taps', 0, 1],
      ['sole taps', 2, 2],
    ]);
    expect(of('taps', null, 'taps')).to.deep.equal([
      ['taps', 0, 0],
      ['taps', 2, 2],
    ]);
    expect(of(null, null)).to.deep.equal([]);
  });

  it('says what is wrong, and where', () => {
    expect(problemOf('taps to 3').message).to.equal('Say first where the route starts, such as “from 1”.');
    expect(problemOf('from 1; taps from 2 to 3').message).to.equal('You stand at cone 1, and this begins at cone 2.');
    expect(problemOf('taps from 1 to 1').message).to.equal('You stand at cone 1 already.');
    expect(problemOf('taps from 1 to 9').message).to.equal('Cone 9 does not exist. The last one is cone 5.');
    expect(problemOf('from 1; weave to 5; back the same way backwards').message).to.equal(
      'What is woven or shuffled is not done backwards. Say “back the same way”.',
    );
    expect(problemOf('from 1; shuffle to 5; back backwards').message).to.include('not done backwards');
    expect(problemOf('taps from 1 to 3; back backwards; taps to 4').message).to.equal('Nothing comes after the way back.');
    const wrong = problemOf('taps from 1 to 3; hops from 3 to 5');
    expect(wrong.message).to.include('“hops from 3 to 5” is not part of a route').and.to.include('“taps from 1 to 3”');
    expect([wrong.move, wrong.span]).to.deep.equal([1, { from: 18, to: 34 }]);
  });
});

describe('the picture of a route with zones', () => {
  it('has each zone’s feet on it, and keeps every law where it comes back backwards', () => {
    const plan = planOf('taps from 1 to 3; sole taps from 3 to 5; back the same way backwards');
    expect(momentsOf(plan).map((moment) => moment.words)).to.deep.equal(['Taps', 'Sole taps', 'Backwards: sole taps', 'Backwards: taps']);
    expect(brokenLaws(plan)).to.deep.equal([]);
    expect(plan.closes).to.equal('same place');
    const there = new Set(loopTicks(plan).map((tick) => tick.k));
    const surfaces = new Set(plan.contacts.filter((contact) => there.has(contact.k)).map((contact) => contact.surface));
    expect([...surfaces].sort()).to.deep.equal(['inside', 'sole']);
    // Half of the way is sole taps.
    const soles = plan.contacts.filter((contact) => there.has(contact.k) && contact.surface === 'sole').length;
    expect(soles / there.size).to.be.within(0.4, 0.6);
  });

  it('faces the way out all the time where it comes back backwards, and turns round where not', () => {
    const faces = (route: string) =>
      new Set(loopTicks(planOf(route)).map((tick) => Math.round((((tick.face % 360) + 360) % 360) / 90) % 4));
    expect([...faces('taps from 1 to 5; back the same way backwards')]).to.deep.equal([0]);
    expect([...faces('taps from 1 to 5; back the same way')]).to.include.members([0, 2]);
  });

  it('does what the drill’s own moves say where the route says nothing', () => {
    const plan = planOf('from 1; dribble to 3; sole taps to 5; back', ROW, 'on the route\nright laces pushes along\nleft steps\nagain');
    const surfaces = new Set(plan.contacts.map((contact) => contact.surface));
    expect([...surfaces].sort()).to.deep.equal(['laces', 'sole']);
    expect(momentsOf(plan).map((moment) => moment.words)[1]).to.equal('Sole taps');
  });

  it('is a plain dribble, or a plain run, where nobody says anything', () => {
    expect(new Set(planOf('from 1; dribble to 5; back').contacts.map((contact) => contact.surface))).to.deep.equal(new Set(['inside']));
    const run = planOf('from 1; run to 5; back', ROW, 'no ball; on the route');
    expect([run.hasBall, run.contacts]).to.deep.equal([false, []]);
  });

  it('law: whatever zones lie one behind the other, straight on or round corners, the hard laws hold and the loop closes', () => {
    const feet = fc.constantFrom(...ZONE_FEET);
    const MOVES = [ROW, 'put a cone; 3 forward; put a cone; 3 right; put a cone; 3 forward; put a cone; 2 forward; put a cone'];
    fc.assert(
      fc.property(
        fc.tuple(feet, feet, feet),
        fc.tuple(fc.integer({ min: 2, max: 3 }), fc.constantFrom(4, 5)),
        fc.constantFrom('back the same way', 'back the same way backwards'),
        fc.constantFrom(...MOVES),
        ([a, b, c], [m, n], back, moves) => {
          const plan = planOf(`${a} from 1 to ${m}; ${b} to ${n}; ${c} to ${n === 5 ? 4 : 5}; ${back}`, moves);
          const hard = brokenLaws(plan, 1 / 60).filter((one) => LAWS[one.law] === 'hard');
          expect(hard.map((one) => `${one.law} ${one.by}`)).to.deep.equal([]);
          expect(plan.closes).to.equal('same place');
        },
      ),
      { numRuns: often(25) },
    );
  });
});
