import { language } from '../text/translate.ts';

/** More than this is no count of a go. */
const MOST = 9999;

type Word = { kind: 'ones' | 'tens' | 'hundred' | 'hundreds' | 'thousand' | 'digits'; n: number };

/** How numbers are said in a language: small ones, tens, hundreds of their own, the words for 100 and 1000, and what joins them. */
interface Numerals {
  /** By the number: from 0 on. */
  ones: readonly string[];
  /** By the tens of the number; empty where it is among the small ones. */
  tens: readonly string[];
  /** By the hundreds of the number, where each has a word of its own: 100 may have two. */
  hundreds: readonly (readonly string[])[];
  hundred: string;
  thousand: string;
  and: string;
}

const list = (words: string) => words.split(' ');

const NUMERALS: Record<'en' | 'es', Numerals> = {
  en: {
    ones: list(
      'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen',
    ),
    tens: ['', '', ...list('twenty thirty forty fifty sixty seventy eighty ninety')],
    hundreds: [],
    hundred: 'hundred',
    thousand: 'thousand',
    and: 'and',
  },
  es: {
    ones: list(
      'cero uno dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciseis diecisiete dieciocho diecinueve veinte veintiuno veintidos veintitres veinticuatro veinticinco veintiseis veintisiete veintiocho veintinueve',
    ),
    tens: ['', '', '', ...list('treinta cuarenta cincuenta sesenta setenta ochenta noventa')],
    hundreds: [
      [],
      ['cien', 'ciento'],
      ...list('doscientos trescientos cuatrocientos quinientos seiscientos setecientos ochocientos novecientos').map((word) => [word]),
    ],
    hundred: 'cientos',
    thousand: 'mil',
    and: 'y',
  },
};

function wordOf(token: string, { ones, tens, hundreds, hundred, thousand }: Numerals): Word | null {
  if (/^\d+$/.test(token)) return { kind: 'digits', n: Number(token) };
  const one = ones.indexOf(token);
  if (one >= 0) return { kind: 'ones', n: one };
  const ten = token === '' ? -1 : tens.indexOf(token);
  if (ten >= 0) return { kind: 'tens', n: ten * 10 };
  const many = hundreds.findIndex((words) => words.includes(token));
  if (many >= 0) return { kind: 'hundreds', n: many * 100 };
  if (token === hundred) return { kind: 'hundred', n: 100 };
  if (token === thousand) return { kind: 'thousand', n: 1000 };
  return null;
}

/** Words that belong together as one number; null where they do not make one. */
function numberOf(words: readonly Word[]): number | null {
  let [thousands, part, last] = [0, 0, null as Word | null];
  for (const word of words) {
    const after = last?.kind ?? null;
    switch (word.kind) {
      case 'digits':
        return words.length === 1 ? word.n : null;
      case 'ones':
        // After a ten only one to nine; nothing after another of its kind.
        if (after === 'ones' || (after === 'tens' && (word.n === 0 || word.n > 9))) return null;
        part += word.n;
        break;
      case 'tens':
        if (after === 'ones' || after === 'tens') return null;
        part += word.n;
        break;
      case 'hundreds':
        if (part > 0 || (after !== null && after !== 'thousand')) return null;
        part = word.n;
        break;
      case 'hundred':
        if (part > 99 || after === 'hundred') return null;
        part = (part || 1) * 100;
        break;
      case 'thousand':
        if (thousands > 0 || part > 9) return null;
        thousands = (part || 1) * 1000;
        part = 0;
    }
    last = word;
  }
  return thousands + part;
}

/**
 * The one number in what somebody said: “twenty-three”, “23 taps”, “a hundred and two”, «treinta y un toques». Null where there is none,
 * more than one, one that is not put together as numbers are, or one above 9999: nothing is guessed.
 * @param text as it was heard, in the language of whoever reads
 */
export function numberSaid(text: string): number | null {
  const numerals = NUMERALS[language() === 'es' ? 'es' : 'en'];
  const read = (token: string) => wordOf(token.replace(/\.$/, ''), numerals);
  const tokens = text
    .toLowerCase()
    .normalize('NFD')
    .replaceAll(/\p{M}/gu, '')
    // “treinta y un toques”, “veintiún toques”: before what is counted.
    .replaceAll(/\b(y |veinti)un(?=\s)/g, '$1uno')
    .replaceAll(/(\d),(\d{3})\b/g, '$1$2')
    .split(/[^a-z0-9.]+/)
    .filter(Boolean);
  const runs: Word[][] = [];
  let open = false;
  tokens.forEach((token, i) => {
    const word = read(token);
    // “and” joins a hundred, or in Spanish a ten, with what follows it.
    if (token === numerals.and && open && read(tokens[i + 1] ?? '') !== null) return;
    if (word === null) {
      open = false;
      return;
    }
    if (open) runs.at(-1)?.push(word);
    else runs.push([word]);
    open = true;
  });
  // A decimal is no count, and no two numbers either.
  if (tokens.some((token) => /\d\.\d/.test(token)) || runs.length !== 1) return null;
  const found = numberOf(runs[0] ?? []);
  return found !== null && found <= MOST ? found : null;
}
