import { expect } from 'chai';
import { defaultsForAge, ruleInWords } from '../../../src/core/rules/index.ts';

describe('usual rules by age', () => {
  it('are the safer the younger the players are', () => {
    for (let age = 5; age < 18; age++) {
      const [younger, older] = [defaultsForAge(age), defaultsForAge(age + 1)];
      expect(younger.headersMax).to.be.at.most(older.headersMax);
      expect(younger.sessionMinutes).to.be.at.most(older.sessionMinutes);
      expect(younger.headingAge).to.equal(12);
    }
    expect(defaultsForAge(10).tableSchool).to.equal('off');
    expect(defaultsForAge(11).tableSchool).to.equal('improvement');
  });
});

describe('a change of a rule in words', () => {
  it('names figures, switches and the parts of a rule', () => {
    expect(ruleInWords(12)).to.equal('12');
    expect(ruleInWords(false)).to.equal('off');
    expect(ruleInWords(null)).to.equal('none');
    expect(ruleInWords({})).to.equal('as usual');
    expect(ruleInWords({ kind: 'chosen weekdays', weekdays: [1, 3], freeDays: 1 })).to.equal(
      'chosen weekdays, weekdays Mon Wed, free days 1',
    );
  });
});
