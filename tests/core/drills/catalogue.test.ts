import { expect } from 'chai';
import { CheckedDrill } from '../../../src/core/drills/checked.ts';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { crookedLines, layOut, metresOf, placingGuide, UNKNOWN_STEP } from '../../../src/core/layouts/index.ts';
import { usualDose } from '../../../src/core/weeks/index.ts';
import { drillOf } from '../make.ts';

const laid = (id: string) => {
  const { layout } = drillOf(id);
  if (!layout) throw new Error(`${id} has no layout`);
  return layOut(layout);
};

/** Steps one way and of a whole set, worked out by hand from the moves. */
const DISTANCES: Record<string, [cones: number, out: number, set: number]> = {
  // 5 forward, 5 and 5 to the left, 5 and 5 to the right, 5 forward.
  'cross-course': [6, 30, 60],
  'cross-course-ball': [6, 30, 60],
  // 3 up, 3 across, 3 up, 3 across, 3 up.
  'staircase-course': [7, 15, 30],
  'staircase-course-ball': [7, 15, 30],
  // Six cones one step apart are five steps.
  'slalom-right': [6, 5, 10],
  'slalom-both': [6, 5, 10],
  'line-laces': [2, 6, 12],
  'speed-change-half-way': [3, 8, 16],
  // Once round a square of three.
  'square-shuffle': [4, 12, 12],
  // Four gates two steps apart are six steps.
  'dribble-stop-go': [8, 6, 12],
  // From the wall's cone back to the other one.
  'wall-inside-turn': [2, 2, 4],
};

describe('the shipped layouts', () => {
  for (const [id, [cones, out, set]] of Object.entries(DISTANCES)) {
    it(`${id}: ${cones} cones, ${out} steps one way, ${set} a set`, () => {
      const { placed, route } = laid(id);
      expect([placed.cones.length, route?.stepsOut, route?.stepsPerSet]).to.deep.equal([cones, out, set]);
    });
  }

  it('three gates: straight lines between the middles of the gates', () => {
    const { route } = laid('three-gates');
    // 3 forward; 2 left and 3 forward; 4 right and 3 forward.
    const out = 3 + Math.hypot(2, 3) + Math.hypot(4, 3);
    expect(route?.stepsOut).to.be.closeTo(out, 1e-9);
    expect(metresOf(route?.stepsPerSet ?? 0, 5, UNKNOWN_STEP)).to.equal(Math.round(out * 2 * 5 * 6) / 10);
  });

  it('have a goal in the wall and a goal of bags where the drill shoots', () => {
    expect(laid('goal-and-sole-stop').placed.gates.map((gate) => [gate.as, gate.wide, gate.middle.y])).to.deep.equal([['goal', 1, 3]]);
    expect(laid('goal-and-sole-stop').placed.walls).to.deep.equal([{ middle: { x: 0, y: 3 }, wide: 3 }]);
    expect(laid('bag-goal-laces').placed.gates[0]?.middle).to.deep.equal({ x: 0, y: 5 });
  });

  it('can be put down with the guide, variants and mirror images too, and their lines are straight', () => {
    for (const drill of CATALOGUE) {
      if (!drill.layout) continue;
      for (const texts of [drill.layout, ...drill.layout.variants]) {
        for (const mirror of [false, true]) {
          const { moves, placed } = layOut(texts, mirror);
          expect(crookedLines(placed), drill.id).to.deep.equal([]);
          const guide = placingGuide(moves, UNKNOWN_STEP);
          expect(guide.at(-1)?.placed.cones, drill.id).to.deep.equal(placed.cones);
          for (const step of guide) expect(step.say, drill.id).to.match(/^[A-Z].*[.]$/);
        }
      }
    }
  });
});

describe('a shipped drill', () => {
  it('is what the schema wants of one that is read, field by field and in its order; its moves and its layout can be read', () => {
    for (const drill of CATALOGUE) expect(JSON.stringify(CheckedDrill.parse(drill)), drill.id).to.equal(JSON.stringify(drill));
  });
});

describe('what a shipped drill says', () => {
  it('begins like a sentence and ends like one, in every step and rule', () => {
    for (const drill of CATALOGUE) {
      for (const sentence of [...drill.steps, drill.purpose, drill.counting.counts, drill.counting.doesNotCount, ...drill.cautions]) {
        expect(sentence, drill.id).to.match(/^[A-Z0-9].*[.]$/);
      }
      for (const cue of drill.cues) expect(cue, drill.id).not.to.match(/[.]$/);
    }
  });
  it('never calls a foot weak, and never asks for the face', () => {
    expect(JSON.stringify(CATALOGUE)).not.to.match(/weak (foot|side)|weaker|into the face/i);
  });
  it('has a usual dose of its own measure, with a band or a time', () => {
    for (const drill of CATALOGUE) expect(usualDose(drill).measure, drill.id).to.equal(drill.measure);
  });
  it('keeps the honest ceiling above what strong players reach', () => {
    for (const drill of CATALOGUE) {
      if (drill.measure !== 'count in time' && drill.measure !== 'hits in time') continue;
      for (const band of drill.bands) expect(band.strong / (band.per ?? 1), `${drill.id} in ${band.per} s`).to.be.below(drill.pace.ceiling);
    }
  });
});
