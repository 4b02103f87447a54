import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { asWritten, shelfText } from '../../src/core/drills/in-words.ts';
import { CATALOGUE, mirrorWords } from '../../src/core/drills/index.ts';
import { placeMoves, readMoves, readRoute, routeInWords } from '../../src/core/layouts/index.ts';
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
    expect([languageOf('language=constructor', 'fr'), languageOf(undefined, 'toString, es')]).to.deep.equal(['en', 'es']);
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
  const inSpanish = <T>(answer: T): T => inLanguage('es', () => inReadersWords(answer));

  it('is itself in English', () => {
    const answer = { drillName: 'Sole taps' };
    expect(inReadersWords(answer)).to.equal(answer);
  });

  it('names the drills that ship in the reader’s words', () => {
    const about = { name: 'Inside taps', unit: 'tap' };
    expect(
      inSpanish({
        drillName: 'Sole taps',
        rows: [
          { id: 'sole-taps', ...about, gone: null },
          { drillId: 'sole-taps', ...about },
        ],
        cues: ['Light as a cat', 'As yesterday'],
      }),
    ).to.deep.equal({
      drillName: 'Toques de planta',
      rows: [
        { id: 'sole-taps', name: 'Toques de interior', unit: 'toque', gone: null },
        { drillId: 'sole-taps', name: 'Toques de interior', unit: 'toque' },
      ],
      cues: [inLanguage('es', () => t('Light as a cat')), 'As yesterday'],
    });
  });

  it('leaves what people wrote, and the words that programs read, where they are like ours', () => {
    const answer = {
      nickname: 'Sole taps',
      title: 'Inside taps',
      sessions: [{ id: uuid(), name: 'Sole taps', blocks: [{ items: [{ drillId: 'sole-taps', note: 'Rest' }] }] }],
      squad: { id: uuid(), name: 'Squad' },
      streak: { current: 3, unit: 'week' },
      drillName: 'Rest',
      cues: ['constructor'],
    };
    expect(inSpanish(answer)).to.deep.equal(answer);
  });

  it('says a drill to a left-footed player with the sides changed over', () => {
    const steps = CATALOGUE.flatMap((drill) => drill.steps).filter((step) => /\bright\b/.test(step) && mirrorWords(step) !== step);
    expect(steps.length).to.be.above(5);
    for (const step of steps) {
      const said = inLanguage('es', () => shelfText(step));
      expect(said, step).not.to.equal(step);
      expect(inLanguage('es', () => shelfText(mirrorWords(step)))).to.equal(mirrorWords(said));
    }
  });

  it('is traced back to what stands in the drill', () => {
    const [drill] = CATALOGUE;
    const cue = drill?.cues[0] ?? '';
    if (!drill) throw new Error('no drill');
    expect(inLanguage('es', () => asWritten(drill, shelfText(cue)))).to.equal(cue);
    expect(inLanguage('es', () => asWritten(drill, 'Mira arriba, Nico'))).to.equal('Mira arriba, Nico');
  });
});

describe('a way over cones', () => {
  const placed = placeMoves(readMoves('put a cone; 4 forward; gate 1 wide; 4 forward; put a cone'));
  const route = readRoute('from 1; run through gate; sole taps to 4; back the same way', placed);

  it('is said in one language, whatever leads it', () => {
    expect(routeInWords(route)).to.deep.equal(['Run through the gate', 'Sole taps to cone 4']);
    expect(inLanguage('es', () => routeInWords(route))).to.deep.equal(['Corre por la puerta', 'Toques de planta hasta el cono 4']);
  });
});
