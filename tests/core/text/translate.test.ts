import { expect } from 'chai';
import { compiled, ENGLISH, locale, plural, readBy, says, t, term } from '../../../src/core/text/translate.ts';

const MESSAGES: Record<string, string> = {
  'Nothing yet.': 'Todavía nada.',
  '{n} of {pace}': '{pace}: {n}',
  easy: 'suave',
  '# rep|reps': '{n, plural, one {# repetición} other {# repeticiones}}',
  'Sole taps': 'Toques de planta',
};
const messageOf = (text: string) => (MESSAGES[text] === undefined ? undefined : compiled(MESSAGES[text]));

describe('what is read', () => {
  // Whoever decides elsewhere in this process goes on deciding after it.
  const place = globalThis as { eagerFeetReading?: unknown };
  let decided: unknown;
  before(() => {
    decided = place.eagerFeetReading;
  });
  beforeEach(() => readBy(() => ENGLISH));
  after(() => {
    place.eagerFeetReading = decided;
  });
  const inSpanish = () =>
    readBy(() => ({ language: 'es', locale: 'es-US', messageOf, wordOf: (text) => (text === 'easy' ? messageOf(text) : undefined) }));

  it('is English as it is written, with its values, where nobody said anything else', () => {
    expect(t('Nothing yet.')).to.equal('Nothing yet.');
    expect(t('{n} of {pace}', { n: 3, pace: 'easy' })).to.equal('3 of easy');
    expect([plural(1, 'rep'), plural(2, 'rep'), plural(0, 'try', 'tries')]).to.deep.equal(['1 rep', '2 reps', '0 tries']);
    expect([term('easy'), locale()]).to.deep.equal(['easy', 'en-US']);
    expect(t('What {a} braces', { a: '{b}' })).to.equal('What {b} braces');
  });

  it('is the translation, with words of ours among the values translated too and names left alone', () => {
    inSpanish();
    expect(t('Nothing yet.')).to.equal('Todavía nada.');
    expect(t('{n} of {pace}', { n: 3, pace: 'easy' })).to.equal('suave: 3');
    expect(t('{n} of {pace}', { n: 3, pace: 'Easy' })).to.equal('Easy: 3');
    expect([plural(1, 'rep'), plural(2, 'rep')]).to.deep.equal(['1 repetición', '2 repeticiones']);
    expect(locale()).to.equal('es-US');
  });

  it('is English where a language has no word for it', () => {
    inSpanish();
    expect(t('Not in any file.')).to.equal('Not in any file.');
    expect(plural(2, 'go')).to.equal('2 gos');
  });

  it('takes a word alone only from the words', () => {
    inSpanish();
    expect([term('easy'), term('Sole taps'), term('constructor')]).to.deep.equal(['suave', 'Sole taps', 'constructor']);
  });

  it('is decided when a check fails, not when it is written', () => {
    const check = says('Nothing yet.');
    expect(check.error()).to.equal('Nothing yet.');
    inSpanish();
    expect(check.error()).to.equal('Todavía nada.');
  });
});
