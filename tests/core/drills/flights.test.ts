import { expect } from 'chai';
import fc from 'fast-check';
import { fitFlights, flightsOf, standFlights } from '../../../src/core/drills/flights.ts';
import { CATALOGUE, type Drill, FAMILIES, harderThan, stepsOf } from '../../../src/core/drills/index.ts';
import { drillOf } from '../make.ts';

const BASE: Drill = { ...drillOf('sole-taps'), aliases: [], easier: [], layout: null, moves: null };
const a = (id: string, ...easier: string[]): Drill => ({ ...BASE, id, name: id, easier });
const shelfOf = (...drills: Drill[]) => ({ drills, ids: new Set(drills.map(({ id }) => id)) });
const words = (drills: readonly Drill[], ids: ReadonlySet<string>) =>
  flightsOf(drills, ids).map((flight) => flight.map(({ drill, also }) => [drill.id, ...also].join('+')).join(' < '));
const SIZES = { step: { width: 100, height: 50 }, shift: 10, landing: 20, gap: 10 };

describe('flights of stairs', () => {
  it('take the longest way up first, then what is left, and say what each stands on besides', () => {
    const { drills, ids } = shelfOf(a('taps'), a('rolls', 'taps'), a('turn', 'rolls', 'hop'), a('hop', 'taps'), a('spin', 'turn'));
    expect(words(drills, ids)).to.deep.equal(['taps < rolls < turn+hop < spin', 'hop+taps']);
  });

  it('keep drills of other families as what is stood on, and no drill that is not there', () => {
    const { drills } = shelfOf(a('wall'), a('first', 'wall', 'gone'), a('second', 'first'));
    expect(words(drills, new Set(['first', 'second']))).to.deep.equal(['first+wall < second']);
  });

  it('stand the longest at the bottom, and the next where least stands', () => {
    const { drills, ids } = shelfOf(a('1'), a('2', '1'), a('3', '2'), a('x'), a('y', 'x'), a('z'));
    const { flights, width, height } = standFlights(flightsOf(drills, ids), 2, SIZES);
    // First column: landing 20 + 3 · 50 + gap 10 = 180. Second: 20 + 100 + 10 = 130, then z: its landing from 130 to 150.
    expect(flights.map(({ flight, x, y }) => [flight[0]?.drill.id, x, y])).to.deep.equal([
      ['1', 0, 20],
      ['x', 130, 20],
      ['z', 130, 150],
    ]);
    // First column 100 + 2 · 10, gap 10, second 100 + 10.
    expect([width, height]).to.deep.equal([240, 210]);
  });

  it('are drawn as large as they fit, and no smaller than can be read', () => {
    const { drills, ids } = shelfOf(a('1'), a('2', '1'), a('x'), a('y', 'x'));
    const flights = flightsOf(drills, ids);
    // One over another they are 110 × 260, side by side 230 × 130.
    expect(fitFlights(flights, { width: 230, height: 130 }, SIZES)).to.include({ scale: 1, width: 230 });
    expect(fitFlights(flights, { width: 207, height: 200 }, SIZES)).to.include({ scale: 0.9, width: 230 });
    expect(fitFlights(flights, { width: 110, height: 260 }, SIZES)).to.include({ scale: 1, width: 110 });
    expect(fitFlights(flights, { width: 105, height: 50 }, SIZES))
      .to.include({ width: 110 })
      .and.have.property('scale')
      .that.is.closeTo(105 / 110, 1e-9);
    expect(fitFlights([], { width: 105, height: 50 }, SIZES).flights).to.deep.equal([]);
  });

  it('law: of any shelf each drill is one step, each link up is a step or told, and nothing covers anything', () => {
    const shelf = fc
      .array(fc.array(fc.nat(30), { maxLength: 2 }), { minLength: 1, maxLength: 30 })
      .map((links) => links.map((below, i) => a(`d${i}`, ...new Set(below.filter((n) => n < i).map((n) => `d${n}`)))));
    fc.assert(
      fc.property(shelf, fc.integer({ min: 1, max: 9 }), (drills, columns) => {
        const flights = flightsOf(drills, new Set(drills.map(({ id }) => id)));
        expect(flights.flat().map(({ drill }) => drill.id)).to.have.members(drills.map(({ id }) => id));
        const told = flights.flatMap((flight) =>
          flight.flatMap(({ drill, also }, i) => [...also, ...(i > 0 ? [flight[i - 1]?.drill.id] : [])].map((id) => `${id}<${drill.id}`)),
        );
        expect(told).to.have.members(drills.flatMap(({ id, easier }) => easier.map((below) => `${below}<${id}`)));
        expect(flights.map((flight) => flight.length)).to.deep.equal(flights.map((flight) => flight.length).toSorted((x, y) => y - x));
        // Of all that stood there, none is left that could have gone on above the first flight.
        const heights = stepsOf(drills);
        expect(flights[0]).to.have.length(1 + Math.max(...heights.values()));
        expect(harderThan(drills, flights[0]?.at(-1)?.drill.id ?? '')).to.deep.equal([]);
        const { flights: laid, width, height } = standFlights(flights, columns, SIZES);
        const boxes = laid.flatMap(({ flight, x, y }) => flight.map((_, i) => ({ x: x + i * SIZES.shift, y: y + i * SIZES.step.height })));
        for (const [i, one] of boxes.entries()) {
          expect(one.x + SIZES.step.width).to.be.at.most(width);
          expect(one.y + SIZES.step.height).to.be.at.most(height);
          for (const other of boxes.slice(i + 1))
            expect(Math.abs(one.x - other.x) >= SIZES.step.width || Math.abs(one.y - other.y) >= SIZES.step.height).to.equal(true);
        }
      }),
    );
  });

  it('of the largest family that ships are seen at once on a desk, and read on a phone', () => {
    const sizes = { step: { width: 156, height: 60 }, shift: 8, landing: 26, gap: 12 };
    for (const family of FAMILIES) {
      const flights = flightsOf(CATALOGUE, new Set(CATALOGUE.filter((drill) => drill.family === family).map(({ id }) => id)));
      const desk = fitFlights(flights, { width: 1060, height: 560 }, sizes);
      expect(desk.scale * desk.width, family).to.be.at.most(1060);
      expect(desk.scale * desk.height, family).to.be.at.most(560);
      const phone = fitFlights(flights, { width: 350, height: 600 }, sizes);
      expect(phone.scale, family).to.be.at.least(0.8);
      expect(phone.scale * phone.width, family).to.be.at.most(350);
    }
  });
});
