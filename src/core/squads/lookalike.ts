/** Letters and digits that look like another on a phone, by the one that stands for all of them. Cyrillic and Greek ones among them. */
const SAME_SHAPE: Readonly<Record<string, string>> = Object.fromEntries(
  [
    ['a', 'аαɑ4@'],
    ['b', 'ьв8'],
    ['c', 'сϲ'],
    ['d', 'ԁ'],
    ['e', 'еεё3'],
    ['g', 'ɡ9'],
    ['h', 'һн'],
    ['i', 'іιıl1|!јj'],
    ['k', 'кκ'],
    ['m', 'мμ'],
    ['n', 'пηո'],
    ['o', 'оοσ0'],
    ['p', 'рρ'],
    ['s', 'ѕ5$'],
    ['t', 'тτ7'],
    ['u', 'υս'],
    ['v', 'ѵν'],
    ['w', 'ѡω'],
    ['x', 'хχ'],
    ['y', 'уγ'],
    ['z', '2'],
  ].flatMap(([letter = '', others = '']) => [...others].map((other) => [other, letter])),
);

/** The shape of a name: without accents, capitals, spaces and signs, each letter by the one it looks like, “rn” as “m” and “vv” as “w”. */
export const shapeOfName = (name: string): string =>
  [
    ...name
      .normalize('NFKD')
      .toLowerCase()
      .replaceAll(/[\p{M}\s._'’-]/gu, ''),
  ]
    .map((letter) => SAME_SHAPE[letter] ?? letter)
    .join('')
    .replaceAll('rn', 'm')
    .replaceAll('vv', 'w');

/** Whether two names would be taken for one another when read quickly. */
export const looksLike = (a: string, b: string): boolean => shapeOfName(a) === shapeOfName(b);
