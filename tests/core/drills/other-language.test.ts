import { expect } from 'chai';
import fc from 'fast-check';
import { asWritten, drillInWords } from '../../../src/core/drills/in-words.ts';
import { type Drill, drillForPlayer, searchDrills } from '../../../src/core/drills/index.ts';
import { inSecondLanguage, otherLanguageOf, textsOf, withoutEmpty } from '../../../src/core/drills/other-language.ts';
import { AlsoIn } from '../../../src/core/drills/schema.ts';
import { drillOf } from '../make.ts';
import { reading } from '../reading.ts';

const own = (texts: Record<string, string>): Drill => ({
  ...drillOf('sole-taps'),
  id: 'own-hall-taps-1',
  name: 'Hall taps',
  aliases: [],
  steps: ['Tap the ball.', 'Look up.'],
  cues: ['Light feet'],
  also: { written: 'en', language: 'es', texts },
});

describe('a drill of a coach in two languages', () => {
  const drill = own({ 'Hall taps': 'Toques de salón', 'Tap the ball.': 'Toca el balón.', 'Light feet': 'Pies ligeros' });

  it('is read in the reader’s language, and where a text is missing in the other one, marked', () => {
    expect(drillInWords(drill)).to.equal(drill);
    reading('es', () => {
      const shown = drillInWords(drill);
      expect([shown.name, shown.steps, shown.cues, shown.aliases]).to.deep.equal([
        'Toques de salón',
        ['Toca el balón.', 'Look up.'],
        ['Pies ligeros'],
        [],
      ]);
      expect(shown.steps.map((step) => otherLanguageOf(shown, step))).to.deep.equal([null, 'en']);
    });
    expect(
      drill.steps.map((step) => otherLanguageOf(drill, step)),
      'to who reads the first language',
    ).to.deep.equal([null, null]);
  });

  it('is the same object each time, and a cue chosen from what is shown is kept as it is written', () => {
    reading('es', () => {
      expect(drillInWords(drill)).to.equal(drillInWords(drill));
      expect(asWritten(drill, 'Pies ligeros')).to.equal('Light feet');
      expect(asWritten(drill, 'Vamos')).to.equal('Vamos');
    });
  });

  it('is said for a left-footed player in either, with left and right changed over', () => {
    const sided = own({ 'Right foot first.': 'Primero el pie derecho.', 'Hall taps': 'Toques de salón' });
    const left = drillForPlayer({ ...sided, steps: ['Right foot first.', 'Look up.'] }, 'laces', 'left');
    expect(left.steps).to.deep.equal(['Left foot first.', 'Look up.']);
    reading('es', () => {
      expect(drillInWords(left).steps).to.deep.equal(['Primero el pie izquierdo.', 'Look up.']);
      expect(drillInWords(left).name).to.equal('Toques de salón');
    });
  });

  it('is found by its name in either', () => {
    for (const query of ['salon', 'hall'])
      expect(
        searchDrills([drill], query).map((one) => one.id),
        query,
      ).to.deep.equal([drill.id]);
  });

  it('law: turned round twice it is itself, whatever of it is translated', () => {
    fc.assert(
      fc.property(fc.subarray([...new Set(textsOf(drill))]), (some) => {
        const one = own(Object.fromEntries(some.map((text, i) => [text, `es ${i} ${text}`])));
        expect(withoutEmpty(inSecondLanguage(inSecondLanguage(one)))).to.deep.equal(withoutEmpty(one));
      }),
    );
  });

  it('has another second language than its first, and at most 80 texts in it', () => {
    const texts = { a: 'b' };
    expect(AlsoIn.safeParse({ written: 'en', language: 'es', texts }).success).to.equal(true);
    expect(AlsoIn.safeParse({ written: 'es', language: 'es', texts }).success).to.equal(false);
    const many = (n: number) => Object.fromEntries(Array.from({ length: n }, (_, i) => [`a${i}`, 'b']));
    expect([80, 81].map((n) => AlsoIn.safeParse({ written: 'en', language: 'es', texts: many(n) }).success)).to.deep.equal([true, false]);
  });

  it('that ships is not touched by it, nor is one in one language', () => {
    const { also: _, ...plain } = drill;
    reading('es', () => expect(drillInWords(plain)).to.deep.equal(plain));
    expect(inSecondLanguage(plain)).to.equal(plain);
  });
});
