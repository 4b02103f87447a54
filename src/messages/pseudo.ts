const ACCENTED: Record<string, string> = {
  a: 'á',
  b: 'ƀ',
  c: 'ç',
  d: 'ð',
  e: 'é',
  f: 'ƒ',
  g: 'ĝ',
  h: 'ĥ',
  i: 'í',
  j: 'ĵ',
  k: 'ķ',
  l: 'ļ',
  m: 'ɱ',
  n: 'ñ',
  o: 'ó',
  p: 'þ',
  r: 'ŕ',
  s: 'š',
  t: 'ţ',
  u: 'ú',
  v: 'ṽ',
  w: 'ŵ',
  x: 'ẋ',
  y: 'ý',
  z: 'ž',
  A: 'Á',
  B: 'Ɓ',
  C: 'Ç',
  D: 'Ð',
  E: 'É',
  F: 'Ƒ',
  G: 'Ĝ',
  H: 'Ĥ',
  I: 'Í',
  J: 'Ĵ',
  K: 'Ķ',
  L: 'Ļ',
  M: 'Ṁ',
  N: 'Ñ',
  O: 'Ó',
  P: 'Þ',
  R: 'Ŕ',
  S: 'Š',
  T: 'Ţ',
  U: 'Ú',
  V: 'Ṽ',
  W: 'Ŵ',
  X: 'Ẋ',
  Y: 'Ý',
  Z: 'Ž',
};

/** By how much other languages are longer than English. */
const LONGER = 0.35;

/**
 * A message as a language of long words would have it: accents on each letter, a third longer, in brackets. What stands in braces stays.
 * @param message an ICU message
 */
export function pseudo(message: string): string {
  let depth = 0;
  let plain = 0;
  const words = [...message].map((letter) => {
    if (letter === '{') depth++;
    if (letter === '}') depth--;
    if (depth > 0 || letter === '}') return letter;
    plain++;
    return ACCENTED[letter] ?? letter;
  });
  const more = 'ö'.repeat(Math.ceil(plain * LONGER));
  const edge = /^(\s*)(.*?)(\s*)$/su.exec(words.join(''));
  return `${edge?.[1] ?? ''}⟦${edge?.[2] ?? ''}${more.length > 2 ? ` ${more}` : more}⟧${edge?.[3] ?? ''}`;
}

/** A number with its word as a message: “# rep|reps” is “{n, plural, one {# rep} other {# reps}}”; any other text stays what it is. */
export function pluralOf(text: string): string {
  const [, one, more] = /^# ([^|]*)\|(.*)$/su.exec(text) ?? [];
  return one === undefined ? text : `{n, plural, one {# ${one}} other {# ${more}}}`;
}
