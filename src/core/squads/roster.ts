import { t } from '../text/translate.ts';
import { shapeOfName } from './lookalike.ts';
import { LEVELS, type Level, STRONGER_FEET, type StrongerFoot } from './terms.ts';

/* A list of players that a coach kept in a table, read in as players of a squad. */

/** Ages of players, in whole years. */
export const YOUNGEST = 4;
export const OLDEST = 20;
export const isPlayersAge = (age: number): boolean => age >= YOUNGEST && age <= OLDEST;

export interface RosterLine {
  /** Line of the list, from 1, the heading included. */
  line: number;
  nickname: string;
  /** Null where it was not said: it is asked for later. */
  birthYear: number | null;
  strongerFoot: StrongerFoot;
  level: Level;
}

export interface RosterRead {
  good: RosterLine[];
  wrong: { line: number; sentence: string }[];
}

/** A table is read in whichever language it was kept, whatever its reader reads. */
const NAMES = {
  nickname: ['nickname', 'name', 'player', 'child', 'apodo', 'nombre', 'jugador', 'jugadora', 'nino', 'nina'],
  birthYear: ['birth year', 'birthyear', 'year', 'born', 'year of birth', 'ano', 'ano de nacimiento', 'nacimiento'],
  strongerFoot: ['stronger foot', 'foot', 'strong foot', 'footed', 'pie', 'pie fuerte', 'pie mas fuerte', 'pierna'],
  level: ['level', 'group', 'nivel', 'grupo'],
} as const;

const FEET: Record<string, StrongerFoot> = {
  ...{ r: 'right', l: 'left', b: 'both', '': 'right' },
  ...{ d: 'right', derecho: 'right', derecha: 'right', diestro: 'right', diestra: 'right' },
  ...{ i: 'left', izquierdo: 'left', izquierda: 'left', zurdo: 'left', zurda: 'left' },
  ...{ ambos: 'both', 'los dos': 'both', 'las dos': 'both' },
};
const LEVEL_WORDS: Record<string, Level> = { '': 'steady', inicial: 'starting', firme: 'steady', fuerte: 'strong' };

/** A word as it is compared: small letters, no accents, one space. */
const fold = (text: string | undefined) =>
  (text ?? '').normalize('NFD').replaceAll(/\p{M}/gu, '').trim().toLowerCase().replaceAll(/\s+/g, ' ');

/** One line as a player, or the sentence that says what is wrong with it. */
function readLine(
  cells: readonly string[],
  at: Record<keyof typeof NAMES, number>,
  seen: ReadonlySet<string>,
  year: number,
): Omit<RosterLine, 'line'> | string {
  const nickname = (cells[at.nickname] ?? '').trim();
  const yearWord = (cells[at.birthYear] ?? '').trim();
  const birthYear = yearWord === '' ? null : Number(yearWord);
  const footWord = fold(cells[at.strongerFoot]);
  const strongerFoot = FEET[footWord] ?? STRONGER_FEET.find((one) => one === footWord);
  const levelWord = fold(cells[at.level]);
  const level = LEVEL_WORDS[levelWord] ?? LEVELS.find((one) => one === levelWord);
  if (nickname === '') return t('There is no nickname.');
  if (nickname.length > 30) return t('“{nickname}…” is longer than 30 letters.', { nickname: nickname.slice(0, 30) });
  if (seen.has(shapeOfName(nickname)))
    return t('“{nickname}” is there already, or looks like one that is. Two players need two nicknames.', { nickname });
  if (birthYear !== null && (!Number.isInteger(birthYear) || !isPlayersAge(year - birthYear)))
    return t('“{yearWord}” is no birth year of a player of {youngest} to {oldest} years.', {
      yearWord,
      youngest: YOUNGEST,
      oldest: OLDEST,
    });
  if (!strongerFoot) return t('“{footWord}” is no stronger foot. Write left, right or both.', { footWord });
  if (!level) return t('“{levelWord}” is no level. Write starting, steady or strong.', { levelWord });
  return { nickname, birthYear, strongerFoot, level };
}

/** The columns of a list without headings. */
const BARE = { nickname: 0, birthYear: 1, strongerFoot: 2, level: 3 };

/** About how old a player is taken to be until the year is said: young enough for every rule that spares children. */
const UNSAID_AGE = 8;

/** The year of birth to go by where none was said. @param ages of the others of the squad, in years; the youngest is not undercut */
export const unsaidYear = (year: number, ages: readonly number[]): number => year - Math.min(UNSAID_AGE, ...ages);

/**
 * Reads rows of cells. Where the first line has headings, it says the columns; else they are nickname, birth year, stronger foot, level, and a
 * list of bare names is one too. A foot left out is right, a level left out is steady, a year left out is asked for later.
 * @param taken nicknames of the squad; one that looks like another of them is taken too
 * @param year this year; players are 4 to 20 years old
 */
export function readRoster(rows: readonly (readonly string[])[], taken: readonly string[], year: number): RosterRead {
  const headings = (rows[0] ?? []).map(fold);
  const column = (field: keyof typeof NAMES) => headings.findIndex((heading) => (NAMES[field] as readonly string[]).includes(heading));
  const at = { nickname: column('nickname'), birthYear: column('birthYear'), strongerFoot: column('strongerFoot'), level: column('level') };
  const bare = Object.values(at).every((column) => column < 0);
  if (rows.length === 0) return { good: [], wrong: [{ line: 1, sentence: t('The list is empty.') }] };
  if (!bare && at.nickname < 0)
    return { good: [], wrong: [{ line: 1, sentence: t('The first line names the columns, and none of them is “nickname”.') }] };
  const seen = new Set(taken.map(shapeOfName));
  const read: RosterRead = { good: [], wrong: [] };
  for (const [i, cells] of rows.entries()) {
    const line = i + 1;
    if (i === 0 && !bare) continue;
    if (cells.every((cell) => cell.trim() === '')) continue;
    const found = readLine(cells, bare ? BARE : at, seen, year);
    if (typeof found === 'string') read.wrong.push({ line, sentence: found });
    else {
      seen.add(shapeOfName(found.nickname));
      read.good.push({ line, ...found });
    }
  }
  return read;
}
