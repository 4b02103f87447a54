import { expect } from 'chai';
import { boxOf, courseMetresOf, fitsInto } from '../../../src/core/layouts/fit.ts';
import {
  CheckedLayout,
  fitLayout,
  groundInWords,
  groundOf,
  Layout,
  layOut,
  placeText,
  placingGuide,
  readMoves,
  scaleMoves,
} from '../../../src/core/layouts/index.ts';

/* A layout in a yard, to the tenth of a metre. */

const layout = (moves: string, route = '', variants: Layout['variants'] = []): Layout => ({ moves, route, variants });
const LINE = layout('put; 10 forward; put', 'from 1; run to 2; back');
const scaled = (text: string, m: number, n: number) => {
  const moves = scaleMoves(
    readMoves(text).map((one) => one.move),
    m,
    n,
  );
  return moves?.flatMap((move) => (move.kind === 'step' ? [[move.forward, move.right]] : [])) ?? null;
};

describe('the ground of a layout', () => {
  it('is its box with a metre on every side, rounded up to a tenth', () => {
    expect(groundOf(placeText('put'), 0.6)).to.deep.equal({ length: 2, width: 2 });
    expect(groundOf(placeText('put; 10 forward; put'), 0.6)).to.deep.equal({ length: 8, width: 2 });
    expect(groundOf(placeText('put; 3 back and 2 left; put'), 0.55)).to.deep.equal({ length: 3.7, width: 3.1 });
    expect(boxOf(placeText('put; 3 back and 2 left; put'))).to.deep.equal({ left: -2, right: 0, near: -3, far: 0 });
  });

  it('asks for no margin behind a wall, as wide as that is', () => {
    const wall = placeText('put; 4 forward; wall 6 wide');
    expect(boxOf(wall)).to.deep.equal({ left: -3, right: 3, near: 0, far: 4 });
    expect(groundOf(wall, 0.5)).to.deep.equal({ length: 3, width: 5 });
    expect(groundOf(placeText('put; 4 forward; wall 2 wide; 1 forward; put'), 0.5)).to.deep.equal({ length: 4.5, width: 3 });
  });

  it('is empty where nothing lies', () => {
    expect(boxOf({ cones: [], gates: [], walls: [], lines: [], stands: [] })).to.deep.equal({ left: 0, right: 0, near: 0, far: 0 });
  });

  it('fits straight or turned a quarter, to equality', () => {
    const need = { length: 8, width: 2 };
    expect([fitsInto(need, { length: 8, width: 2 }), fitsInto(need, { length: 2, width: 8 })]).to.deep.equal(['straight', 'turned']);
    expect([
      fitsInto(need, { length: 8, width: 1.9 }),
      fitsInto(need, { length: 7.9, width: 2 }),
      fitsInto(need, { length: 1.9, width: 8 }),
      fitsInto(need, { length: 2, width: 7.9 }),
    ]).to.deep.equal([null, null, null, null]);
    expect(groundInWords({ length: 3.04, width: 10 })).to.equal('3 × 10 m');
  });
});

describe('a layout made smaller', () => {
  it('has fewer whole steps on every leg along its own direction; legs under two steps stay', () => {
    expect(scaled('put; 10 forward; put; 1 left; put; 6 forward and 4 left; put', 1, 2)).to.deep.equal([
      [5, 0],
      [0, -1],
      [3, -2],
    ]);
    expect(scaled('put; 5 forward; put', 1, 2)).to.deep.equal([[2, 0]]);
    expect(scaled('put; 5 forward; put', 2, 5)).to.deep.equal([[2, 0]]);
    expect(scaled('put; 2 left; put; 4 back; put', 1, 1)).to.deep.equal([
      [0, -2],
      [-4, 0],
    ]);
  });

  it('has no leg under two steps, no bent line and no two cones on one spot', () => {
    expect(scaled('put; 3 forward; put', 1, 2)).to.equal(null);
    expect(scaled('put; 1 forward and 1 left; put', 1, 2)).to.deep.equal([[1, -1]]);
    expect(scaled('put; 2 forward and 2 left; put', 1, 2)).to.equal(null);
    expect(scaled('put; 4 forward; put; 6 forward; put; 3 left; put; back to 1; 1 2 3 in line', 1, 2)).to.equal(null);
    expect(scaled('put; 5 forward; put; back to 1; 4 forward; put', 1, 2)).to.equal(null);
  });
});

describe('a layout in a yard', () => {
  it('is as it is where it fits or where nobody measured, with its size', () => {
    expect(fitLayout(LINE, null, 0.6)).to.include({ kind: 'as it is', variant: null, turned: false, sentence: 'It needs 8 × 2 m.' });
    expect(fitLayout(LINE, { length: 8, width: 2 }, 0.6)).to.include({
      kind: 'as it is',
      turned: false,
      sentence: 'Fits your yard. It needs 8 × 2 m.',
    });
    expect(fitLayout(LINE, { length: 2, width: 8 }, 0.6)).to.include({
      kind: 'as it is',
      turned: true,
      sentence: 'Fits your yard. It needs 8 × 2 m, turned a quarter.',
    });
  });

  it('is made smaller by as little as helps', () => {
    const fitted = (length: number) => fitLayout(LINE, { length, width: 2 }, 0.6);
    expect(fitted(7.9)).to.deep.include({ kind: 'smaller', need: { length: 7.4, width: 2 } });
    expect(fitted(7.9)?.sentence).to.equal('Made smaller to fit your yard: fewer steps on every leg. It needs 7.4 × 2 m.');
    expect(fitted(5)?.route?.stepsPerSet).to.equal(10);
    expect(fitted(3.2)?.placed.cones[1]).to.deep.equal({ x: 0, y: 2 });
    expect(fitted(3.1)).to.equal(null);
    const two = layout('put; 6 forward; put; 4 left; put');
    expect(fitLayout(two, { length: 5, width: 5 }, 0.6)?.placed.cones.slice(1)).to.deep.equal([
      { x: 0, y: 5 },
      { x: -3, y: 5 },
    ]);
  });

  it('is the first variant that fits, as it is or smaller', () => {
    const both = layout('put; 3 forward and 3 right; put', '', [
      { name: 'Wide', moves: 'put; 9 left; put', route: '' },
      { name: 'Short', moves: 'put; 2 forward; put', route: '' },
    ]);
    const at = (length: number, width: number) => fitLayout(both, { length, width }, 1);
    expect(at(2, 11)).to.include({ kind: 'variant', variant: 'Wide' });
    expect(at(2, 11)?.sentence).to.equal('Your yard is too small for the whole of it, so you lay “Wide”. It needs 2 × 11 m.');
    expect(at(2, 4)?.sentence).to.equal('Your yard is too small for the whole of it, so you lay “Wide”, made smaller. It needs 2 × 4 m.');
    expect(at(2, 3.9)).to.equal(null);
  });

  it('is seen the other way round from the left, and a weave passes on the other side', () => {
    const row = layout('put; 2 right; put; 2 right; put', 'from 1; weave to 3; back');
    const passes = (mirror: boolean) => {
      const route = layOut(row, mirror).route;
      return [...(route?.out ?? []), ...(route?.back ?? [])].map((leg) => leg.pass);
    };
    expect(passes(false)).to.deep.equal(['left', 'right', 'left', 'right']);
    expect(passes(true)).to.deep.equal(['right', 'left', 'right', 'left']);
    expect(layOut(row, true).placed.cones[1]).to.deep.equal({ x: -2, y: 0 });
    expect(layOut(layout('put; 2 right; put', 'from 1; run to 2'), true).route?.out[0]?.pass).to.equal(null);
    expect(layOut(layout('put')).route).to.equal(null);
    expect(fitLayout(row, null, 1)?.route?.out[0]?.pass).to.equal('left');
  });

  it('tells the metres of a set with the own step, and none without a way or a place', () => {
    expect(courseMetresOf(LINE, null, 0.5)).to.equal(10);
    expect(courseMetresOf(LINE, null, null)).to.equal(12);
    expect(courseMetresOf(LINE, { length: 5, width: 2 }, 0.6)).to.equal(6);
    expect(courseMetresOf(LINE, { length: 2, width: 2 }, 0.6)).to.equal(null);
    expect(courseMetresOf(layout('put'), null, 0.6)).to.equal(null);
    // As it is laid with the cones there are: three in a row are 10 steps out and back, two are 4.
    const short = { name: 'Two', moves: 'put a cone; 2 forward; put', route: 'from 1; run to 2; back the same way' };
    const row = { moves: 'put a cone; 2 forward; put; 3 forward; put', route: 'from 1; run to 3; back the same way', variants: [short] };
    expect([3, 2, 1, null].map((cones) => courseMetresOf(row, null, 0.5, cones))).to.deep.equal([5, 2, 5, 5]);
  });
});

describe('how a layout is put down', () => {
  it('says each move with its cone and its metres', () => {
    const guide = placingGuide(
      readMoves('put; 3 forward and 4 right; put; gate 1 wide; 5 forward; wall 2 wide').map((one) => one.move),
      0.6,
    );
    expect(guide.map((one) => one.metres)).to.deep.equal([null, 3, null, null, 3, null]);
    const said = guide.map((one) => one.say);
    expect(said[3]).to.include('1 step wide');
  });
});

describe('the texts of a layout', () => {
  const issues = (given: unknown, schema: typeof Layout | typeof CheckedLayout = Layout) =>
    schema.safeParse(given).error?.issues.map((one) => `${one.path.join('.')}: ${one.message}`) ?? [];
  it('are trimmed, and have their lengths', () => {
    expect(Layout.parse(layout('  put  ', '  from 1  '))).to.deep.equal(layout('put', 'from 1'));
    expect(issues(layout('   '))).to.deep.equal(['moves: Say the first move: “put a cone”.']);
    expect(issues(layout('p'.repeat(1201), 'r'.repeat(1201)))).to.deep.equal([
      'moves: The moves have at most 1,200 letters.',
      'route: The route has at most 1,200 letters.',
    ]);
    expect(issues(layout('p'.repeat(1200), 'r'.repeat(1200)))).to.deep.equal([]);
    const variant = (name: string) => ({ name, moves: 'put', route: '' });
    expect(
      issues(
        layout(
          'put',
          '',
          Array.from({ length: 5 }, () => variant('v')),
        ),
      ),
    ).to.deep.equal(['variants: At most 4 variants.']);
    expect(
      issues(
        layout(
          'put',
          '',
          Array.from({ length: 4 }, () => variant('v')),
        ),
      ),
    ).to.deep.equal([]);
    expect(issues(layout('put', '', [variant('  ')]))).to.deep.equal(['variants.0.name: Give the variant a name.']);
    expect(issues(layout('put', '', [variant('v'.repeat(61))]))).to.deep.equal(['variants.0.name: The name has at most 60 letters.']);
  });

  it('are read, and what is wrong names its text and its part', () => {
    expect(issues(layout('put; 2 forward; put; 2 forward and 1 left; put; 1 2 3 in line'), CheckedLayout)).to.deep.equal([
      'moves: Cones 1, 2, 3 are not in line.',
    ]);
    expect(issues(layout('put; hop'), CheckedLayout)[0]).to.match(/^moves: Move 2: “hop” is not a move/);
    expect(issues(layout('put', 'from 1; run to 4'), CheckedLayout)).to.deep.equal([
      'route: Part 2: Cone 4 does not exist. The last one is cone 1.',
    ]);
    expect(issues(layout('put'), CheckedLayout)).to.deep.equal([]);
  });
});
