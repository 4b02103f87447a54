const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'];
/** More than this is no count of a go. */
const MOST = 9999;

type Word = { kind: 'ones' | 'tens' | 'hundred' | 'thousand' | 'digits'; n: number };

function wordOf(token: string): Word | null {
  if (/^\d+$/.test(token)) return { kind: 'digits', n: Number(token) };
  const ones = ONES.indexOf(token);
  if (ones >= 0) return { kind: 'ones', n: ones };
  const tens = TENS.indexOf(token);
  if (tens >= 2) return { kind: 'tens', n: tens * 10 };
  if (token === 'hundred') return { kind: 'hundred', n: 100 };
  if (token === 'thousand') return { kind: 'thousand', n: 1000 };
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
 * The one number in what somebody said: “twenty-three”, “23 taps”, “a hundred and two”. Null where there is none, more than one, one that
 * is not put together as numbers are, or one above 9999: nothing is guessed.
 * @param text as it was heard, in English
 */
export function numberSaid(text: string): number | null {
  const tokens = text
    .toLowerCase()
    .replaceAll(/(\d),(\d{3})\b/g, '$1$2')
    .split(/[^a-z0-9.]+/)
    .filter(Boolean);
  const runs: Word[][] = [];
  let open = false;
  tokens.forEach((token, i) => {
    const word = wordOf(token.replace(/\.$/, ''));
    // “and” joins a hundred with what follows it.
    if (token === 'and' && open && wordOf(tokens[i + 1] ?? '') !== null) return;
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
