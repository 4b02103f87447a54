import { expect } from 'chai';
import { itemsOf, SHAPE_NAMES, SHAPES, type ShapeName, shapeSession } from '../../../src/core/planning/index.ts';
import { anId, drills } from '../make.ts';

/* Each starting shape as a coach reads it from the board: block by block, drill by drill. */

const BOARD: Record<ShapeName, readonly string[]> = {
  'recap day': [
    'warm-up, rest 5, drink 30',
    '- inside-taps-side-to-side, 30 × 1, alternating, right first, easy 30',
    'recap, rest 10, drink 30',
    '- inside-shift, 45 × 3, alternating, right first, easy 15, half 15, full 15, rest 10',
    '- taps-and-roll, 45 × 3, alternating, right first, easy 15, half 15, full 15, rest 10',
    '- taps-step-over, 45 × 3, alternating, right first, easy 15, half 15, full 15, rest 10',
    'leg burner, rest 5, drink 45',
    '- hop-out-in-taps, 15 × 2, each foot, turn about first, rest 10',
    'leg burner, rest 5, drink 45',
    '- sole-circle, 15 × 2, each foot, turn about first, rest 10',
    'combination, rest 5, drink 30',
    '- taps-and-roll, 45 × 3, alternating, right first, easy 15, half 15, full 15, rest 10',
    'challenge, rest 5, drink 30',
    '- sole-taps, 60 × 1, alternating, right first, scored',
  ],
  circuit: [
    'combination, rest 5, drink 30',
    '- inside-taps, 25 × 1, alternating, right first',
    '- inside-taps, 25 × 1, alternating, right first',
    '- sole-taps, 25 × 1, alternating, right first',
    '- inside-shift, 25 × 1, alternating, right first',
    '- inside-taps-side-to-side, 25 × 1, alternating, right first',
    '- out-out-in-in, 25 × 1, right, right first',
    '- out-out-in-in, 25 × 1, left, right first',
    '- counted-step-overs, 25 × 1, alternating, right first',
    '- any-surface-touches, 25 × 1, untracked, right first',
    '- inside-taps-up-and-back, 25 × 1, alternating, right first',
    '- sole-taps-round-the-ball, 25 × 1, alternating, right first',
    '- two-inside-two-sole, 25 × 1, alternating, right first',
    '- sole-rolls, 25 × 1, right, right first',
    '- sole-rolls, 25 × 1, left, right first',
    '- sole-taps-pulling-back, 25 × 1, alternating, right first',
    '- taps-and-roll, 25 × 1, alternating, right first',
    '- taps-step-over, 25 × 1, alternating, right first',
    '- four-step-overs, 25 × 1, alternating, right first',
    '- other-foot-mix, 25 × 1, other foot only, right first',
    '- free-combination, 25 × 1, untracked, right first',
  ],
  'rep ladder': [
    'warm-up, rest 10, drink 30',
    '- pull-push-laces, 22 × 1, each foot, right first',
    '- pull-out-tap-in, 44 × 1, alternating, right first',
    'combination, rest 10, drink 30',
    '- double-roll-stop, 44 × 1, alternating, right first',
    '- v-inside, 22 × 1, each foot, right first',
    '- tap-push-diagonal-pull, 44 × 1, alternating, right first',
    '- v-outside, 22 × 1, each foot, right first',
    'combination, rest 10, drink 30',
    '- slide-drag-stop, 44 × 1, alternating, right first',
    '- roll-stop-step-over, 44 × 1, alternating, right first',
    '- l-behind, 22 × 1, each foot, right first',
    '- v-diagonal, 44 × 1, alternating, right first',
  ],
  'course day': [
    'warm-up, rest 5, drink 30',
    '- cross-course, 10, untracked, right first',
    'challenge, rest 5, drink 30',
    '- cross-course-ball, 10, untracked, right first, scored',
    'recap, rest 5, drink 30',
    '- staircase-course, 10, untracked, right first',
    'challenge, rest 5, drink 30',
    '- staircase-course-ball, 10, untracked, right first, scored',
  ],
  'wall day': [
    'warm-up, rest 10, drink 30',
    '- wall-two-touch, 60 × 1, each foot, right first',
    'recap, rest 10, drink 30',
    '- wall-sole-stop, 60 × 1, each foot, right first, scored',
    '- wall-one-touch, 60 × 1, each foot, right first, scored',
    '- wall-open-up, 60 × 1, each foot, right first, scored',
    '- wall-across-body, 60 × 1, each foot, right first, scored',
    '- wall-outside-touch, 60 × 1, each foot, right first, scored',
    'new skill, rest 10, drink 30',
    '- wall-inside-turn, 11 × 1, each foot, right first',
    '- wall-outside-turn, 11 × 1, each foot, right first',
    'challenge, rest 10, drink 30',
    '- wall-juggle-free, 60 × 1 × false, untracked, right first, scored',
    '- wall-juggle-two, 60 × 1 × false, untracked, right first, scored',
  ],
  'twenty-fives': [
    'warm-up, rest 5, drink 30',
    '- drop-kick-catch, 10 × 1, each foot, right first',
    'challenge, rest 5, drink 30',
    '- twenty-fives, 25 × right foot × left foot × right thigh × left thigh, untracked, right first, scored',
    'combination, rest 5, drink 30',
    '- juggle-alternating, 450 × 1 × false, alternating, right first, scored',
  ],
  'five a day': [
    'recap, rest 5, drink 30',
    '- inside-shift, 165 × 1, alternating, right first, easy 55, half 55, full 55',
    'new skill, rest 5, drink 30',
    '- scissor-away, 10 × 1, each foot, right first',
  ],
};

const board = (name: ShapeName): string[] =>
  shapeSession(name, { minutes: SHAPES[name].minutes, drills, id: anId }).blocks.flatMap((block) => [
    `${block.kind}, rest ${block.restSeconds}, drink ${block.drinkSeconds}`,
    ...block.items.map(({ drillId, dose, side, starts, paces, restSeconds, scored }) => {
      const { measure: _, ...amounts } = dose;
      return [
        `- ${drillId}`,
        Object.values(amounts).flat().join(' × '),
        side,
        `${starts} first`,
        ...paces.map((one) => `${one.pace} ${one.seconds}`),
        ...(restSeconds > 0 ? [`rest ${restSeconds}`] : []),
        ...(scored ? ['scored'] : []),
      ].join(', ');
    }),
  ]);

describe('a starting shape on the board', () => {
  for (const name of SHAPE_NAMES)
    it(`${name} is its blocks, doses, paces, rests and numbers`, () => {
      expect(board(name)).to.deep.equal(BOARD[name]);
    });

  it('has a number for what is scored, and none for the rest', () => {
    for (const name of SHAPE_NAMES)
      for (const item of itemsOf(shapeSession(name, { minutes: SHAPES[name].minutes, drills, id: anId })))
        expect(item.target.rule === 'no number', `${name}, ${item.drillId}`).to.equal(!item.scored);
  });
});

describe('the recaps of a recap day', () => {
  const recaps = (recent: readonly string[], of = drills) =>
    shapeSession('recap day', { minutes: 25, drills: of, id: anId, recent })
      .blocks.find((block) => block.kind === 'recap')
      ?.items.map((item) => item.drillId);
  const USUAL = ['inside-shift', 'taps-and-roll', 'taps-step-over'];
  const some = (change: object) => new Map([...drills].map(([id, drill]) => [id, id === 'sole-taps' ? { ...drill, ...change } : drill]));

  it('are the newest drills of the last weeks, each once, then the usual ones', () => {
    expect(recaps(['sole-taps', 'sole-taps', 'taps-and-roll'])).to.deep.equal(['sole-taps', 'taps-and-roll', 'inside-shift']);
    expect(recaps([])).to.deep.equal(USUAL);
  });

  it('are of ball mastery, by time, for both feet in turn or untold, and without loads', () => {
    expect(recaps(['sole-taps'], some({ sides: 'untracked' }))?.[0]).to.equal('sole-taps');
    expect(recaps(['sole-taps'], some({ measure: 'time on' }))?.[0]).to.equal('sole-taps');
    for (const change of [{ sides: 'each foot' }, { family: 'turns' }, { measure: 'fixed reps' }, { loads: ['hops'] }])
      expect(recaps(['sole-taps'], some(change)), JSON.stringify(change)).to.deep.equal(USUAL);
    expect(recaps(['no such drill'])).to.deep.equal(USUAL);
  });
});

describe('the stations of a circuit', () => {
  const stations = (of: typeof drills, minutes: number) =>
    shapeSession('circuit', { minutes, drills: of, id: anId }).blocks[0]?.items.map((item) => [item.drillId, item.side].join()) ?? [];
  const only = (...ids: string[]) =>
    new Map([...drills].filter(([id]) => [...ids, 'other-foot-mix', 'free-combination', 'inside-taps'].includes(id)));

  it('are done with a ball alone, by time; a drill of each foot is two of them, and never one', () => {
    const of = only('sole-rolls', 'sole-taps');
    for (let minutes = 2; minutes <= 8; minutes++) {
      const list = stations(of, minutes);
      expect(list.filter((one) => one === 'sole-rolls,right')).to.have.length(list.filter((one) => one === 'sole-rolls,left').length);
    }
    for (const change of [
      { kit: ['ball', 'cones'] },
      { measure: 'fixed reps' },
      { sides: 'other foot only' },
      { family: 'turns' },
      { loads: ['hops'] },
    ]) {
      const changed = new Map([...of].map(([id, drill]) => [id, id === 'sole-taps' ? ({ ...drill, ...change } as typeof drill) : drill]));
      expect(stations(changed, 6).join(' '), JSON.stringify(change)).not.to.contain('sole-taps');
    }
  });

  it('go round again where the shelf is short', () => {
    expect(stations(only('sole-taps'), 5).filter((one) => one.startsWith('sole-taps')).length).to.be.above(1);
  });
});
