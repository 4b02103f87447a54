import { expect } from 'chai';
import { defaultsForAge, ruleInWords } from '../../../src/core/rules/index.ts';

describe('usual rules on each birthday', () => {
  it('change at nine, eleven, twelve and fifteen', () => {
    const of = (age: number) => {
      const { rule, headersMax, sessionMinutes, tableSchool } = defaultsForAge(age);
      return [
        rule.kind === 'N sessions a week' || rule.kind === 'N days a week' ? `${rule.n} ${rule.kind[2]}` : '',
        headersMax,
        sessionMinutes,
        tableSchool,
      ];
    };
    expect([5, 8, 9, 10, 11, 12, 14, 15, 18].map(of)).to.deep.equal([
      ['2 s', 0, 20, 'off'],
      ['2 s', 0, 20, 'off'],
      ['3 s', 0, 30, 'off'],
      ['3 s', 0, 30, 'off'],
      ['3 s', 0, 30, 'improvement'],
      ['3 s', 10, 30, 'improvement'],
      ['3 s', 10, 30, 'improvement'],
      ['4 d', 20, 40, 'improvement'],
      ['4 d', 20, 40, 'improvement'],
    ]);
    expect(defaultsForAge(7)).to.deep.include({ clipDays: 60, headingAge: 12, rule: { kind: 'N sessions a week', n: 2 } });
    expect(defaultsForAge(15).rule).to.deep.equal({ kind: 'N days a week', n: 4 });
  });
});

describe('a rule in words', () => {
  it('has a word for nothing, for switches, for lists, and its own names for parts', () => {
    expect([undefined, '', true, ['a', false], 'x', 0].map(ruleInWords)).to.deep.equal(['none', 'none', 'on', 'a, off', 'x', '0']);
    expect(ruleInWords({ weekdays: [7, 9], unheard: null })).to.equal('weekdays Sun, unheard none');
    expect(ruleInWords({ weekdays: 'none at all' })).to.equal('weekdays none at all');
    expect(ruleInWords({ footOrder: 'alternate', clipSound: true, leadIn: 5 })).to.equal(
      'order of the feet in turn, sound of clips on, lead-in 5',
    );
  });
});
