import { expect } from 'chai';
import {
  LayoutProblem,
  legInWords,
  type Move,
  moveInWords,
  movesInWords,
  placeText,
  readMoves,
  readRoute,
  routeInWords,
  stepInWords,
} from '../../../src/core/layouts/index.ts';

/* What may be said of cones and ways, word for word; and what may not. */

const movesOf = (text: string): Move[] => readMoves(text).map((one) => one.move);
const step = (forward: number, right = 0): Move => ({ kind: 'step', forward, right });
function problem(work: () => unknown): { message: string; move: number; span: { from: number; to: number }; text: string } {
  try {
    work();
  } catch (error) {
    if (error instanceof LayoutProblem) return { message: error.message, move: error.move, span: error.span, text: error.text };
    throw error;
  }
  throw new Error('no problem');
}

describe('moves, as they may be said', () => {
  it('a cone is put', () => {
    for (const words of ['put', 'cone', 'put a cone', 'put one cone', 'put the cone', 'put it', 'put cone', 'Put a cone.'])
      expect(movesOf(words), words).to.deep.equal([{ kind: 'put' }]);
    for (const words of ['input', 'put a cone down', 'two cones', 'put them'])
      expect(problem(() => readMoves(words)).message, words).to.include('is not a move');
  });

  it('steps are taken ahead, back, left and right, and slanting', () => {
    for (const [words, move] of [
      ['5 forward', step(5)],
      ['5 forwards', step(5)],
      ['12 steps ahead', step(12)],
      ['3 big steps back', step(-3)],
      ['3 backward', step(-3)],
      ['1 step backwards', step(-1)],
      ['4 to the left', step(0, -4)],
      ['4 steps to the right', step(0, 4)],
      ['2 forward and 3 left', step(2, -3)],
      ['2 back + 3 right', step(-2, 3)],
      ['2 forward and 3 forward', step(5)],
      ['60 forward', step(60)],
    ] as const)
      expect(movesOf(words), words).to.deep.equal([move]);
    for (const words of ['about 5 forward', '5 forward now', '5 up', 'five forward', '5 forward and then'])
      expect(problem(() => readMoves(words)).message, words).to.include('is not a move');
    expect(problem(() => readMoves('0 forward')).message).to.equal('Take 1 to 60 steps, not 0.');
    expect(problem(() => readMoves('61 left')).message).to.equal('Take 1 to 60 steps, not 61.');
    expect(problem(() => readMoves('2 left and 2 right')).message).to.equal('This leads back to where you stand.');
    for (const words of ['forward', 'forwards', 'left', 'right', 'back'])
      expect(problem(() => readMoves(words)).message).to.equal(`How many steps ${words}? Say for example “5 ${words}”.`);
    for (const words of ['go left', 'left side']) expect(problem(() => readMoves(words)).message).to.include('is not a move');
  });

  it('one goes back to a cone or to the start', () => {
    for (const words of ['back to 12', 'back to cone 12']) expect(movesOf(words)).to.deep.equal([{ kind: 'back to', cone: 12 }]);
    for (const words of ['back to start', 'back to the start']) expect(movesOf(words)).to.deep.equal([{ kind: 'back to', cone: 1 }]);
    for (const words of ['go back to 2', 'back to 2 now', 'back to the cone'])
      expect(problem(() => readMoves(words)).message).to.include('is not a move');
  });

  it('gates, goals and walls have a width of 1 to 20 steps', () => {
    expect(movesOf('gate 1; a gate 2 wide; gate 20 steps wide; gate 1 step wide')).to.deep.equal(
      [1, 2, 20, 1].map((wide) => ({ kind: 'gate', wide, as: 'gate' })),
    );
    for (const words of ['goal 3', 'mini-goal 3 wide']) expect(movesOf(words)).to.deep.equal([{ kind: 'gate', wide: 3, as: 'goal' }]);
    expect(movesOf('wall 4 wide')).to.deep.equal([{ kind: 'wall', wide: 4 }]);
    expect(problem(() => readMoves('gate 0 wide')).message).to.equal('A gate is 1 to 20 steps wide, not 0.');
    expect(problem(() => readMoves('wall 21')).message).to.equal('A wall is 1 to 20 steps wide, not 21.');
    for (const words of ['my gate 2', 'gate 2 wide here', 'gate wide'])
      expect(problem(() => readMoves(words)).message).to.include('is not a move');
  });

  it('cones are said to lie in line, three at least', () => {
    for (const words of ['3 2 4 in line', 'cones 3, 2 and 4 are in a straight line', 'cone 3 2 4 in one line', '3,  2,4 in straight line'])
      expect(movesOf(words), words).to.deep.equal([{ kind: 'in line', cones: [3, 2, 4] }]);
    expect(movesOf('10 11 12 in line')).to.deep.equal([{ kind: 'in line', cones: [10, 11, 12] }]);
    expect(problem(() => readMoves('1 2 in line')).message).to.include('at least three');
    for (const words of ['the 1 2 3 in line', '1 2 3 in line up'])
      expect(problem(() => readMoves(words)).message).to.include('is not a move');
    // A comma is part of the line, and ends any other move.
    expect(movesOf('put, 2 forward, put; 1, 2, 3 in line')).to.have.length(4);
  });

  it('moves are said again, 1 to 30 times', () => {
    expect(movesOf('2 times: 1 forward, put')).to.deep.equal([step(1), { kind: 'put' }, step(1), { kind: 'put' }]);
    expect(movesOf('12 TIMES 1 left')).to.have.length(12);
    expect([movesOf('1 times: put'), movesOf('30 times: put')].map((list) => list.length)).to.deep.equal([1, 30]);
    for (const n of [0, 31])
      expect(problem(() => readMoves(`put; ${n} times: put`))).to.include({ message: 'Say moves again 1 to 30 times.', move: 1 });
    expect(problem(() => readMoves('put; 3 times:')))
      .to.include({ move: 1 })
      .and.to.have.property('message')
      .that.includes('Say what is done again');
    expect(problem(() => readMoves('put; 3 times: 1 forward, jump')).span).to.deep.equal({ from: 25, to: 29 });
    expect(problem(() => readMoves('do 3 times: put')).message).to.include('is not a move');
  });

  it('are 120 at most, and one at least', () => {
    expect(movesOf('30 times: put, put, put, put')).to.have.length(120);
    expect(problem(() => readMoves('30 times: put, put, put, put; put'))).to.deep.include({
      message: 'A layout has at most 120 moves.',
      move: 120,
      span: { from: 30, to: 33 },
    });
    expect(problem(() => readMoves('  '))).to.deep.equal({
      message: 'Say the first move: “put a cone”.',
      move: 0,
      span: { from: 0, to: 2 },
      text: 'moves',
    });
  });

  it('are written as they are read', () => {
    const said =
      'put a cone; 1 step forward; 2 steps back; 1 step left; 3 steps right; 2 steps forward and 1 step left; back to cone 3; gate 2 wide; goal 4 wide; wall 5 wide; 1 2 3 in line';
    expect(movesInWords(movesOf(said))).to.equal(said);
    expect(stepInWords({ kind: 'step', forward: -1, right: 0 })).to.equal('1 step back');
    expect(moveInWords({ kind: 'put' })).to.equal('put a cone');
  });
});

describe('a route, as it may be said', () => {
  // 1 at the start, 2 five ahead, 3 five left of 2, 4 five right of it; a gate five further, and a goal.
  const placed = placeText(
    'put; 5 forward; put; 5 left; put; back to 2; 5 right; put; back to 2; 5 forward; gate 2 wide; 5 forward; goal 2 wide',
  );
  const legs = (text: string) => readRoute(text, placed).out.map((leg) => `${leg.action} ${leg.target} ${leg.steps} ${leg.seen}`);

  it('begins once, at a cone, the start, a gate or a goal', () => {
    expect(legs('from 1; run to 2')).to.deep.equal(['run cone 2 5 forward']);
    for (const words of ['start at 1', 'from cone 1', 'from start', 'from the start'])
      expect(legs(`${words}; run to 2`)).to.deep.equal(['run cone 2 5 forward']);
    expect(legs('from the gate; run to goal')).to.deep.equal(['run the goal 5 forward']);
    expect(problem(() => readRoute('run to 2', placed)).message).to.include('Say first where the route starts');
    expect(problem(() => readRoute('from 1; from 2', placed))).to.include({ message: 'A route starts once.', move: 1, text: 'route' });
    expect(problem(() => readRoute('from 12; run to 2', placed)).message).to.equal('Cone 12 does not exist. The last one is cone 8.');
    expect(problem(() => readRoute('from nowhere', placed)).message).to.equal('“nowhere” is not a cone, a gate or a goal.');
    expect(problem(() => readRoute('from gate 2', placed)).message).to.equal('There is no gate 2. Put it down in the moves first.');
  });

  it('leads on in words, with or without the ball', () => {
    expect(legs('from 1; run with the ball to 2; shuffle 3; dribble round 2; touch 4; run through gate; run at goal')).to.deep.equal([
      'run cone 2 5 forward',
      'shuffle cone 3 5 left',
      'dribble cone 2 5 right',
      'touch cone 4 5 right',
      `run the gate ${Math.hypot(5, 5)} forward`,
      'run the goal 5 forward',
    ]);
    for (const words of ['please run to 2', 'fly to 2', 'run'])
      expect(problem(() => readRoute(`from 1; ${words}`, placed)).message, words).to.include('is not part of a route');
    expect(problem(() => readRoute('from 1; run to 1', placed)).message).to.equal('You stand at cone 1 already.');
  });

  it('numbers gates where there are several', () => {
    const two = placeText('put; 5 forward; gate 1 wide; 5 forward; gate 2 wide; 5 forward; goal 1 wide');
    const targets = readRoute('from 1; run through gate 1; run through the gate 2; run to the goal', two).out.map((leg) => leg.target);
    expect(targets).to.deep.equal(['gate 1', 'gate 2', 'the goal']);
  });

  it('comes home the same way or mirrored, and nothing comes after', () => {
    const back = (text: string) => readRoute(text, placed).back.map((leg) => `${leg.action} ${leg.target} ${leg.seen} ${leg.way}`);
    for (const words of ['back', 'and back', 'back the same way', 'and back the same way'])
      expect(back(`from 1; run to 2; shuffle to 3; ${words}`)).to.deep.equal(['shuffle cone 2 left back', 'run cone 1 forward back']);
    expect(readRoute('from 1; run to 2; shuffle to 3; back', placed).backInWords).to.equal(
      'Turn round and come back. Your first way to the side is left both times.',
    );
    expect(readRoute('from 1; run to 2; back', placed).backInWords).to.equal('Turn round and come back the same way.');
    expect(readRoute('from 1; run to 2', placed)).to.include({ backInWords: null, stepsOut: 5, stepsPerSet: 5 });
    const cross = 'from 1; run to 2; shuffle to 3; shuffle to 2; shuffle to 4; shuffle to 2; run through gate';
    // Turned round, the first left is the first right.
    expect(back(`${cross}; and back mirrored`)).to.deep.equal([
      'run cone 2 forward back',
      'shuffle cone 3 right back',
      'shuffle cone 2 left back',
      'shuffle cone 4 left back',
      'shuffle cone 2 right back',
      'run cone 1 forward back',
    ]);
    expect(problem(() => readRoute('from 1; run to 2; back; run to 3', placed)).message).to.equal('Nothing comes after the way back.');
    expect(problem(() => readRoute('from 1; back', placed)).message).to.equal('There is no way out yet that could lead back.');
    expect(problem(() => readRoute('from 1; run to 2; shuffle to 3; back mirrored', placed)).message).to.include(
      'Mirrored, this way back does not lead over the cones',
    );
  });

  it('weaves from cone to cone, passing on the left first, either way along the row', () => {
    const row = placeText('put; 4 times: 2 forward, put; 2 forward; gate 2 wide');
    const weave = (text: string) => readRoute(text, row).out.map((leg) => `${leg.target} ${leg.pass} ${leg.steps}`);
    expect(weave('from 1; weave to 4')).to.deep.equal(['cone 2 left 2', 'cone 3 right 2', 'cone 4 left 2']);
    expect(weave('from 4; weave to 2')).to.deep.equal(['cone 3 left 2', 'cone 2 right 2']);
    expect(readRoute('from 1; weave to 3; back', row).back.map((leg) => [leg.target, leg.pass])).to.deep.equal([
      ['cone 2', 'left'],
      ['cone 1', 'right'],
    ]);
    for (const words of ['weave to gate', 'run to 2; run to gate; weave to 3'])
      expect(problem(() => readRoute(`from 1; ${words}`, row)).message).to.equal('A weave leads from one cone to another.');
  });

  it('is called out leg by leg, the cones of a weave together', () => {
    const row = placeText('put; 4 times: 2 forward, put; 2 forward; gate 2 wide');
    expect(routeInWords(readRoute('from 1; weave to 3; run to 4; weave to 5; run through gate', row))).to.deep.equal([
      'Weave to cone 3, the first cone on your left',
      'Run to cone 4',
      'Weave to cone 5, the first cone on your left',
      'Run through the gate',
    ]);
    expect(routeInWords(readRoute('from 1; weave to 5', row))).to.deep.equal(['Weave to cone 5, the first cone on your left']);
    const said = readRoute(
      'from 1; run to 2; shuffle to 3; shuffle to 2; touch 4; run to 2; shuffle to 1; dribble to goal',
      placed,
    ).out.map(legInWords);
    expect(said).to.deep.equal([
      'Run to cone 2',
      'Shuffle left to cone 3',
      'Shuffle right to cone 2',
      'Go and touch cone 4',
      'Run to cone 2',
      'Shuffle to cone 1',
      'Dribble to the goal',
    ]);
    expect(legInWords({ ...readRoute('from 1; weave to 2', row).out[0], pass: 'right' } as never)).to.equal(
      'Weave past cone 2 on your right',
    );
    expect(readRoute('from 1; weave to 2', row).out.map(legInWords)).to.deep.equal(['Weave past cone 2 on your left']);
  });
});
