import { expect } from 'chai';
import fc from 'fast-check';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import {
  CheckedLayout,
  crookedLines,
  fitLayout,
  groundOf,
  type Layout,
  LayoutProblem,
  layOut,
  legInWords,
  type Move,
  metresOf,
  mirrorMoves,
  movesInWords,
  placeMoves,
  placeText,
  placingGuide,
  readMoves,
  readRoute,
  scaleMoves,
  stepFromHeight,
  stepFromTen,
} from '../../../src/core/layouts/index.ts';
import { drillOf } from '../make.ts';

/** The layout of the job's own example. */
const CROSS =
  'put a cone; 5 steps forward; put; 5 left; put; back to cone 2; 5 right; put; back to 2; 5 forward; gate 1 wide; 3 2 4 in line';
const CROSS_ROUTE = 'from 1; run to 2; shuffle to 3; shuffle to 2; shuffle to 4; shuffle to 2; run through gate; back mirrored';
const cross: Layout = { moves: CROSS, route: CROSS_ROUTE, variants: [] };

const problemOf = (work: () => unknown): LayoutProblem => {
  try {
    work();
  } catch (error) {
    if (error instanceof LayoutProblem) return error;
    throw error;
  }
  throw new Error('no problem at all');
};

const bare = (moves: readonly Move[]) => placeMoves(moves.map((move) => ({ move, span: { from: 0, to: 0 } })));

describe('a layout as it is said aloud', () => {
  it('puts the cross of the example where it belongs, numbered in the order of placing', () => {
    const placed = placeText(CROSS);
    expect(placed.cones).to.deep.equal([
      { x: 0, y: 0 },
      { x: 0, y: 5 },
      { x: -5, y: 5 },
      { x: 5, y: 5 },
      { x: -0.5, y: 10 },
      { x: 0.5, y: 10 },
    ]);
    expect(placed.gates).to.deep.equal([{ cones: [5, 6], middle: { x: 0, y: 10 }, wide: 1, as: 'gate' }]);
    expect(placed.lines).to.deep.equal([{ cones: [3, 2, 4], gate: null, straight: true }]);
  });

  it('says moves again: n cones one step apart are n − 1 steps long', () => {
    const placed = placeText('put; 5 times: 1 forward, put');
    expect(placed.cones).to.have.length(6);
    expect(placed.cones.at(-1)).to.deep.equal({ x: 0, y: 5 });
    expect(readRoute('from 1; weave to 6', placed).stepsOut).to.equal(5);
  });

  it('takes commas, new lines, capitals and slanted steps', () => {
    expect(placeText('Put a cone, 2 forward and 1 left\nPUT').cones[1]).to.deep.equal({ x: -1, y: 2 });
  });

  it('points at the move that is wrong', () => {
    const missing = problemOf(() => placeText('put; 3 forward; back to cone 7'));
    expect(missing.message).to.equal('Cone 7 does not exist yet.');
    expect([missing.move, missing.span]).to.deep.equal([2, { from: 16, to: 30 }]);
    const unknown = problemOf(() => placeText('put; hop twice'));
    expect(unknown.message).to.match(/^“hop twice” is not a move/);
    expect(unknown.span).to.deep.equal({ from: 5, to: 14 });
    expect(problemOf(() => placeText('put; left')).message).to.equal('How many steps left? Say for example “5 left”.');
    expect(problemOf(() => placeText('put; put')).message).to.equal('Cone 1 already lies here. Take some steps first.');
    expect(problemOf(() => placeText('put; 90 forward')).message).to.equal('Take 1 to 60 steps, not 90.');
    expect(problemOf(() => placeText('')).message).to.match(/first move/);
    expect(problemOf(() => placeText('gate 40 wide')).message).to.equal('A gate is 1 to 20 steps wide, not 40.');
    expect(problemOf(() => placeText('put; 1 2 in line')).message).to.equal(
      'A line is checked over at least three cones, or two and the gate.',
    );
    expect(problemOf(() => placeText('put; 4 forward; put; 1 2 and the gate in line')).message).to.equal('There is no gate yet.');
  });

  it('tells a crooked line', () => {
    expect(crookedLines(placeText('put; 2 forward; put; 2 forward and 1 left; put; 1 2 3 in line'))).to.deep.equal([
      'Cones 1, 2, 3 are not in line.',
    ]);
    expect(crookedLines(placeText('put; 2 forward and 1 left; put; 4 forward and 2 left; put; 1 2 3 in line'))).to.deep.equal([]);
  });

  it('is refused by the schema with the number of the move', () => {
    const wrong = CheckedLayout.safeParse({ moves: 'put; back to 4', route: '', variants: [] });
    expect(wrong.error?.issues[0]).to.include({ message: 'Move 2: Cone 4 does not exist yet.' });
    const route = CheckedLayout.safeParse({ moves: 'put; 2 forward; put', route: 'from 1; run to 5', variants: [] });
    expect(route.error?.issues[0]?.message).to.equal('Part 2: Cone 5 does not exist. The last one is cone 2.');
  });
});

describe('a route over a layout', () => {
  const route = layOut(cross).route;

  it('is 30 steps one way, 60 out and back, 300 for five sets, 180 m at 0.6 m a step', () => {
    expect([route?.stepsOut, route?.stepsPerSet, (route?.stepsPerSet ?? 0) * 5]).to.deep.equal([30, 60, 300]);
    expect(metresOf(60, 5, 0.6)).to.equal(180);
  });

  it('mirrors itself on the way back: the first left becomes the first right', () => {
    expect(route?.backInWords).to.equal('Turn round and come back. Your first left becomes your first right.');
    expect(route?.back.map(legInWords)).to.deep.equal([
      'Run to cone 2',
      'Shuffle right to cone 3',
      'Shuffle left to cone 2',
      'Shuffle left to cone 4',
      'Shuffle right to cone 2',
      'Run to cone 1',
    ]);
  });

  it('walks home the same way when it is told so, and says which side that is', () => {
    const stairs = layOut({ moves: 'put; 3 forward; put; 3 right; put', route: 'from 1; run to 2; shuffle to 3; back the same way' }).route;
    expect(stairs?.back.map(legInWords)).to.deep.equal(['Shuffle right to cone 2', 'Run to cone 1']);
    expect(stairs?.backInWords).to.equal('Turn round and come back. Your first way to the side is right both times.');
  });

  it('refuses to mirror what would not lead over the cones', () => {
    const placed = placeText('put; 3 forward; put; 3 right; put');
    expect(problemOf(() => readRoute('from 1; run to 2; shuffle to 3; back mirrored', placed)).message).to.match(
      /does not lead over the cones/,
    );
  });

  it('names the part that is wrong', () => {
    const placed = placeText(CROSS);
    expect(problemOf(() => readRoute('from 1; fly to 2', placed)).message).to.match(/^“fly to 2” is not part of a route/);
    expect(problemOf(() => readRoute('run to 2', placed)).message).to.match(/where the route starts/);
    expect(problemOf(() => readRoute('from 1; run to 1', placed)).message).to.equal('You stand at cone 1 already.');
    expect(problemOf(() => readRoute('from 1; run to goal', placed)).message).to.equal('There is no goal. Put it down in the moves first.');
    expect(problemOf(() => readRoute('from 1; back', placed)).message).to.match(/no way out/);
    const late = problemOf(() => readRoute('from 1; run to 2; back; run to 3', placed));
    expect([late.message, late.move]).to.deep.equal(['Nothing comes after the way back.', 3]);
  });

  it('passes the cones of a weave in turn on the left and the right', () => {
    const weave = readRoute('from 1; weave to 4; back the same way', placeText('put; 3 times: 1 forward, put'));
    expect(weave.out.map((leg) => leg.pass)).to.deep.equal(['left', 'right', 'left']);
    expect(weave.stepsPerSet).to.equal(6);
  });
});

describe('a layout in a yard', () => {
  it('needs its box and a meter all round', () => {
    expect(groundOf(placeText(CROSS), 0.6)).to.deep.equal({ length: 8, width: 8 });
    expect(fitLayout(cross, { length: 8, width: 8 }, 0.6)?.kind).to.equal('as it is');
    // A child of 1.20 m has steps of 0.48 m: 4.8 m and the margin.
    expect(groundOf(placeText(CROSS), stepFromHeight(1.2))).to.deep.equal({ length: 6.8, width: 6.8 });
    expect(stepFromTen(5.5)).to.equal(0.55);
  });

  it('may be turned a quarter', () => {
    const line: Layout = { moves: 'put; 6 forward; put', route: '', variants: [] };
    expect(fitLayout(line, { length: 2, width: 6 }, 0.6)).to.include({ kind: 'as it is', turned: true });
  });

  it('gets smaller by one factor for every leg, in whole steps', () => {
    const fitted = fitLayout(cross, { length: 7, width: 7 }, 0.6);
    expect(fitted?.kind).to.equal('smaller');
    expect(fitted?.moves.flatMap((move) => (move.kind === 'step' ? [Math.abs(move.forward) + Math.abs(move.right)] : []))).to.deep.equal([
      4, 4, 4, 4,
    ]);
    expect(fitted?.route?.stepsOut).to.equal(24);
    expect(fitted?.placed.lines[0]?.straight).to.equal(true);
  });

  it('has no leg under two steps, then offers the nearest variant, then says no', () => {
    expect(
      scaleMoves(
        readMoves(CROSS).map((one) => one.move),
        1,
        5,
      ),
    ).to.equal(null);
    const shipped = drillOf('cross-course').layout;
    if (!shipped) throw new Error('no layout');
    expect(fitLayout(shipped, { length: 3.5, width: 4.5 }, 0.6)).to.include({ kind: 'variant', variant: 'the short cross without a gate' });
    expect(fitLayout(shipped, { length: 2, width: 3 }, 0.6)).to.equal(null);
  });

  it('takes any layout where nobody measured the yard', () => {
    expect(fitLayout(cross, null, 0.6)?.kind).to.equal('as it is');
  });

  it('fits every shipped layout into the space its drill says', () => {
    for (const drill of CATALOGUE) {
      if (!drill.layout) continue;
      expect(fitLayout(drill.layout, drill.space, 0.6)?.kind, drill.id).to.equal('as it is');
      expect(crookedLines(layOut(drill.layout).placed), drill.id).to.deep.equal([]);
    }
  });
});

describe('the placing guide', () => {
  it('says one move at a time while the drawing grows', () => {
    const guide = placingGuide(
      readMoves(CROSS).map((one) => one.move),
      0.6,
    );
    expect(guide.map((step) => step.say)).to.include.members([
      'Put cone 1 here.',
      'Take 5 steps forward.',
      'Go back to cone 2.',
      'Make a gate 1 step wide round you: cone 5 on the left, cone 6 on the right.',
      'Look along cones 3, 2 and 4. They must be in one straight line.',
    ]);
    expect(guide.map((step) => step.placed.cones.length)).to.deep.equal([1, 1, 2, 2, 3, 3, 3, 4, 4, 4, 6, 6]);
    expect(guide[1]?.metres).to.equal(3);
  });
});

/** Sound layouts: legs of 2 to 12 steps, a cone after each, and a line over the last three when they are in line. */
const someMoves = fc
  .array(fc.record({ steps: fc.integer({ min: 2, max: 12 }), way: fc.constantFrom('forward', 'left', 'right') }), {
    minLength: 1,
    maxLength: 8,
  })
  .map((legs) => ['put', ...legs.map((leg) => `${leg.steps} ${leg.way}; put`)].join('; '))
  .filter((text) => {
    try {
      placeText(text);
      return true;
    } catch {
      return false;
    }
  })
  .map((text) => {
    const { cones } = placeText(text);
    const last = cones.length;
    const inLine = last >= 3 && crookedLines(placeText(`${text}; ${last - 2} ${last - 1} ${last} in line`)).length === 0;
    return readMoves(inLine ? `${text}; ${last - 2} ${last - 1} ${last} in line` : text).map((one) => one.move);
  });

describe('a line through a gate', () => {
  const over = (right: number) =>
    `put a cone; 5 steps forward; put; 5 forward${right === 0 ? '' : ` and ${right} right`}; gate 2 wide; 1, 2 and the gate in line`;
  it('goes through its middle: straight ahead it is straight, a step aside it is not', () => {
    expect(crookedLines(placeText(over(0)))).to.deep.equal([]);
    expect(crookedLines(placeText(over(1)))).to.deep.equal(['Cones 1, 2 and the gate are not in line.']);
    const spoken = readMoves(over(0)).map((one) => one.move);
    expect(readMoves(movesInWords(spoken)).map((one) => one.move)).to.deep.equal(spoken);
  });
  it('its cones change places in the mirror, so that what stood left stands right under the same number', () => {
    const moves = readMoves('put a cone; 4 steps forward and 3 right; gate 2 wide; 2 left; goal 1 wide').map((one) => one.move);
    const xs = (list: typeof moves) => bare(list).cones.map((cone) => cone.x);
    expect(xs(moves)).to.deep.equal([0, 2, 4, 0.5, 1.5]);
    expect(xs(mirrorMoves(moves))).to.deep.equal([0, -2, -4, -0.5, -1.5]);
    // Whoever puts it down is told which number goes where.
    expect(placingGuide(mirrorMoves(moves), 0.6)[2]?.say).to.include('cone 3 on the left, cone 2 on the right');
    const line = readMoves('put; 2 forward; put; 2 forward; gate 1 wide; 1 and 2 and the gate in line').map((one) => one.move);
    expect(placingGuide(line, 0.6).at(-1)?.say).to.equal(
      'Look along cone 1, cone 2 and the middle of the gate. They must be in one straight line.',
    );
  });
});

describe('laws of layouts', () => {
  it('mirrored twice is itself, and once is the mirror image', () => {
    fc.assert(
      fc.property(someMoves, (moves) => {
        expect(mirrorMoves(mirrorMoves(moves))).to.deep.equal(moves);
        const [was, is] = [bare(moves), bare(mirrorMoves(moves))];
        expect(is.cones.map((cone) => cone.x)).to.deep.equal(was.cones.map((cone) => (cone.x === 0 ? 0 : -cone.x)));
        expect(is.gates.map((gate) => [gate.cones, gate.middle.y])).to.deep.equal(was.gates.map((gate) => [gate.cones, gate.middle.y]));
        // What is in line is in line in the mirror.
        expect(is.lines).to.deep.equal(was.lines);
      }),
    );
  });
  it('scaling keeps the checks, the number of cones and the least leg, and never makes a layout larger', () => {
    fc.assert(
      fc.property(someMoves, fc.integer({ min: 1, max: 11 }), (moves, m) => {
        const scaled = scaleMoves(moves, m, 12);
        if (!scaled) return;
        const [was, is] = [bare(moves), bare(scaled)];
        expect(is.lines).to.deep.equal(was.lines);
        expect(is.cones).to.have.length(was.cones.length);
        for (const move of scaled) if (move.kind === 'step') expect(Math.hypot(move.forward, move.right)).to.be.at.least(2);
        expect(groundOf(is, 0.6).length).to.be.at.most(groundOf(was, 0.6).length);
      }),
    );
  });
  it('what is said is read back to the same moves', () => {
    fc.assert(
      fc.property(someMoves, (moves) => {
        expect(readMoves(movesInWords(moves)).map((one) => one.move)).to.deep.equal(moves);
      }),
    );
    for (const drill of CATALOGUE) {
      if (!drill.layout) continue;
      const moves = readMoves(drill.layout.moves).map((one) => one.move);
      expect(readMoves(movesInWords(moves)).map((one) => one.move)).to.deep.equal(moves);
    }
  });
});
