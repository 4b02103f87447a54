import { expect } from 'chai';
import { t } from '../../src/core/text/translate.ts';
import { inReadersWords } from '../../src/server/platform/answers.ts';
import { inLanguage, languageOf } from '../../src/server/platform/languages.ts';

describe('what a device reads', () => {
  it('is what was chosen on it, else the first of ours that the browser asks for, else English', () => {
    expect(languageOf('a=b; language=es; c=d', 'en')).to.equal('es');
    expect(languageOf(undefined, 'es-MX,es;q=0.9,en;q=0.8')).to.equal('es');
    expect(languageOf(undefined, 'fr;q=0.9,en;q=0.4,es;q=0.5')).to.equal('es');
    expect(languageOf(undefined, 'es;q=0,en')).to.equal('en');
    expect([languageOf(undefined, undefined), languageOf(undefined, 'fr'), languageOf('language=zz', 'fr')]).to.deep.equal([
      'en',
      'en',
      'en',
    ]);
    expect(languageOf('mylanguage=es', 'en')).to.equal('en');
  });

  it('holds for all that is done in it, also later, and for nothing beside it', async () => {
    const later = inLanguage('es', async () => {
      await new Promise((done) => setTimeout(done, 5));
      return t('Nothing yet.');
    });
    expect(t('Nothing yet.')).to.equal('Nothing yet.');
    expect(await later).to.equal('Todavía nada.');
    expect(inLanguage('zz', () => t('Nothing yet.'))).to.equal('Nothing yet.');
  });
});

describe('an answer', () => {
  const answer = {
    drillName: 'Sole taps',
    nickname: 'Sole taps',
    rows: [{ name: 'Inside taps', at: 3, gone: null }],
    title: 'Inside taps',
  };

  it('is itself in English', () => expect(inReadersWords(answer)).to.equal(answer));

  it('names the drills that ship in the reader’s words, and leaves what people wrote', () => {
    expect(inLanguage('es', () => inReadersWords(answer))).to.deep.equal({
      drillName: 'Toques de planta',
      nickname: 'Sole taps',
      rows: [{ name: 'Toques de interior', at: 3, gone: null }],
      title: 'Inside taps',
    });
  });
});
