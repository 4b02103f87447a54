import { expect } from 'chai';
import fc from 'fast-check';
import { type NumberTogether, shownToSquad } from '../../../src/core/together/shown.ts';

const one = (nickname: string, result: number | null, change: Partial<NumberTogether> = {}): NumberTogether => ({
  ...{ playerId: nickname, nickname, foot: 'both', result, measure: 'count in time', recordBefore: 20 },
  ...{ isClear: true, isShown: true, ...change },
});
const names = (school: 'off' | 'improvement' | 'scores', numbers: NumberTogether[]) =>
  shownToSquad(school, numbers, []).lines.map((line) => `${line.nickname}${line.result === null ? '' : ` ${line.result}`}`);

describe('what players see of each other', () => {
  const five = [one('Ada', 30), one('Bee', 28), one('Cog', 25), one('Dot', 21), one('Elk', 19)];

  it('is how many have sent, and nobody’s number, where tables are off', () => {
    expect(shownToSquad('off', [...five, one('Ada', 31)], ['Ada', 'Fox', 'Gem'])).to.deep.equal({ sent: 5, of: 7, lines: [] });
  });

  it('is who beat the own number, by name and without the numbers', () => {
    expect(names('improvement', five)).to.deep.equal(['Ada', 'Bee', 'Cog', 'Dot']);
    expect(names('improvement', [one('Ada', 20), one('Bee', 21), one('Cog', 40, { recordBefore: null })])).to.deep.equal(['Bee']);
  });

  it('is the three top lines, and never the last place', () => {
    expect(names('scores', five)).to.deep.equal(['Ada 30', 'Bee 28', 'Cog 25']);
    expect(names('scores', five.slice(0, 2))).to.deep.equal(['Ada 30']);
    expect(names('scores', five.slice(0, 1))).to.deep.equal([]);
    expect(names('scores', [one('Ada', 30), one('Bee', 30)])).to.deep.equal([]);
  });

  it('never has a number that waits for the coach, a lost count, or a child that is taken out of tables', () => {
    const all = [one('Ada', 301, { isClear: false }), one('Bee', 50, { isShown: false }), one('Cog', null), one('Dot', 21), one('Elk', 19)];
    expect(names('scores', all)).to.deep.equal(['Dot 21']);
    expect(names('improvement', all)).to.deep.equal(['Dot']);
    expect(shownToSquad('scores', all, []).sent).to.equal(5);
  });

  it('takes less for better where it is', () => {
    const course = (nickname: string, result: number) => one(nickname, result, { measure: 'course time' });
    expect(names('scores', [course('Ada', 12), course('Bee', 9), course('Cog', 15)])).to.deep.equal(['Bee 9', 'Ada 12']);
    expect(names('improvement', [course('Ada', 12), course('Bee', 21)])).to.deep.equal(['Ada']);
  });

  it('law: the worst of those who are ranked is never shown, whatever the numbers', () => {
    const numbers = fc.array(fc.tuple(fc.integer({ min: 0, max: 6 }), fc.integer({ min: 0, max: 40 })), { maxLength: 12 });
    fc.assert(
      fc.property(numbers, (list) => {
        const all = list.map(([who, result]) => one(`p${who}`, result));
        const best = new Map<string, number>();
        for (const each of all) best.set(each.nickname, Math.max(best.get(each.nickname) ?? -1, each.result ?? -1));
        const worst = Math.min(...best.values());
        const { lines } = shownToSquad('scores', all, []);
        expect(lines.some((line) => line.result === worst)).to.equal(false);
        expect(new Set(lines.map((line) => line.playerId)).size).to.equal(lines.length);
      }),
    );
  });
});
