import { expect } from 'chai';
import fc from 'fast-check';
import { numberSaid } from '../../../src/core/training/number-said.ts';
import { reading } from '../reading.ts';

const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = 'zero ten twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');

/** A number in words, as it is said. */
function inWords(n: number): string {
  if (n < 20) return ONES[n] ?? '';
  if (n < 100) return [TENS[Math.floor(n / 10)], n % 10 > 0 ? ONES[n % 10] : ''].filter(Boolean).join(' ');
  if (n < 1000) return [`${ONES[Math.floor(n / 100)]} hundred`, n % 100 > 0 ? inWords(n % 100) : ''].filter(Boolean).join(' and ');
  return [`${ONES[Math.floor(n / 1000)]} thousand`, n % 1000 > 0 ? inWords(n % 1000) : ''].filter(Boolean).join(' ');
}

const ES_ONES =
  'cero uno dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciseis diecisiete dieciocho diecinueve veinte veintiuno veintidos veintitres veinticuatro veinticinco veintiseis veintisiete veintiocho veintinueve'.split(
    ' ',
  );
const ES_TENS = ',,,treinta,cuarenta,cincuenta,sesenta,setenta,ochenta,noventa'.split(',');
const ES_HUNDREDS = ',ciento,doscientos,trescientos,cuatrocientos,quinientos,seiscientos,setecientos,ochocientos,novecientos'.split(',');

function inSpanish(n: number): string {
  if (n < 30) return ES_ONES[n] ?? '';
  if (n === 100) return 'cien';
  const rest = (by: number, join: string) => (n % by > 0 ? `${join}${inSpanish(n % by)}` : '');
  if (n < 100) return `${ES_TENS[Math.floor(n / 10)]}${rest(10, ' y ')}`;
  if (n < 1000) return `${ES_HUNDREDS[Math.floor(n / 100)]}${rest(100, ' ')}`;
  const thousands = Math.floor(n / 1000);
  return `${thousands === 1 ? '' : `${inSpanish(thousands)} `}mil${rest(1000, ' ')}`;
}

describe('a number that is said', () => {
  it('law: is understood in digits and in words, from 0 to 9999, with words around it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9999 }), (n) => {
        expect(numberSaid(String(n))).to.equal(n);
        expect(numberSaid(inWords(n)), inWords(n)).to.equal(n);
        expect(numberSaid(`I did ${inWords(n).replaceAll(' ', '-')} taps.`)).to.equal(n);
      }),
    );
  });

  it('is understood as people say it', () => {
    expect(numberSaid('a hundred and two')).to.equal(102);
    expect(numberSaid('Hundred')).to.equal(100);
    expect(numberSaid('a thousand')).to.equal(1000);
    expect(numberSaid('1,204 touches')).to.equal(1204);
    expect(numberSaid('23.')).to.equal(23);
    expect(numberSaid('twenty-three and then I fell')).to.equal(23);
  });

  it('is none where nothing, two, or no whole number is said', () => {
    for (const text of ['', 'many', 'and', 'twenty, no, thirty', '20 no 30', '2.5', 'left 12 right 14'])
      expect(numberSaid(text), text).to.equal(null);
  });

  it('is none where words do not make one, and nothing is guessed', () => {
    for (const text of [
      'five six',
      'twenty thirty',
      'twenty twelve',
      'twenty zero',
      'five twenty',
      '5 twenty',
      'hundred hundred',
      'two thousand three thousand',
      'twelve thousand',
    ])
      expect(numberSaid(text), text).to.equal(null);
  });

  it('is at most 9999', () => {
    expect(numberSaid('9999')).to.equal(9999);
    expect(numberSaid('10000')).to.equal(null);
    expect(numberSaid('nine thousand nine hundred and ninety nine')).to.equal(9999);
  });

  it('law: in Spanish too, from 0 to 9999', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9999 }), (n) => {
        const words = inSpanish(n);
        expect(
          reading('es', () => [numberSaid(words), numberSaid(`hice ${words} toques`)]),
          words,
        ).to.deep.equal([n, n]);
      }),
    );
  });

  it('in Spanish is said with its accents, short before what is counted, and is none where words do not make one', () => {
    const said = (text: string) => reading('es', () => numberSaid(text));
    expect(said('veintidós')).to.equal(22);
    expect(said('Treinta y un toques')).to.equal(31);
    expect(said('veintiún toques')).to.equal(21);
    expect(said('ciento uno')).to.equal(101);
    expect(said('dos cientos')).to.equal(200);
    for (const text of ['dos tres', 'treinta y veinte', 'ciento doscientos', 'twenty', 'una vez']) expect(said(text), text).to.equal(null);
    expect(numberSaid('veinte'), 'an English reader').to.equal(null);
  });
});
