import type { Drill } from '../drills/schema.ts';
import { FEET, type Foot } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import { usualDose } from '../weeks/defaults.ts';
import type { Dose } from '../weeks/schema.ts';

/* Lists that a coach kept on paper or in a table, read in as results by hand. */

export const DATE_ORDERS = ['year-month-day', 'month/day/year', 'day.month.year'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

export const PAPER_FIELDS = ['player', 'drill', 'value', 'date', 'foot', 'amount', 'faults'] as const;
export type PaperField = (typeof PAPER_FIELDS)[number];
/** Fields that every line needs. */
export const NEEDED_FIELDS: readonly PaperField[] = ['player', 'drill', 'value', 'date'];

/** Which column (from 0) holds what; null for a field that the list does not have. */
export type PaperMapping = Record<PaperField, number | null>;

const GUESSES: Record<PaperField, readonly string[]> = {
  player: ['player', 'nickname', 'name', 'child', 'kid'],
  drill: ['drill', 'exercise', 'what', 'movement'],
  value: ['value', 'count', 'score', 'number', 'result', 'reps', 'hits', 'counts', 'claimed'],
  date: ['date', 'day', 'when', 'done at', 'done on'],
  foot: ['foot', 'side', 'leg'],
  amount: ['seconds', 'work s', 'time', 'amount', 'sets', 'dose'],
  faults: ['faults', 'losses', 'losses of control', 'misses'],
};

const fold = (text: string) => text.trim().toLowerCase().replaceAll(/\s+/g, ' ');

/** Guesses which column holds what from the headings; each column is taken once. */
export function guessMapping(headings: readonly string[]): PaperMapping {
  const taken = new Set<number>();
  const find = (field: PaperField): number | null => {
    for (const word of GUESSES[field]) {
      const at = headings.findIndex((heading, i) => !taken.has(i) && fold(heading) === word);
      if (at >= 0) {
        taken.add(at);
        return at;
      }
    }
    return null;
  };
  return Object.fromEntries(PAPER_FIELDS.map((field) => [field, find(field)])) as PaperMapping;
}

/** An ISO date out of a cell in the given order; null where it is no date. */
export function readDate(cell: string, order: DateOrder): string | null {
  const parts = cell.trim().slice(0, 10).split(/[-/.]/).map(Number);
  if (parts.length !== 3 || parts.some((part) => !Number.isInteger(part))) return null;
  const [a, b, c] = parts as [number, number, number];
  const [year, month, day] = order === 'year-month-day' ? [a, b, c] : order === 'month/day/year' ? [c, a, b] : [c, b, a];
  const iso = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const at = new Date(`${iso}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === iso ? iso : null;
}

function readFoot(cell: string, drill: Drill): Foot | null {
  const word = fold(cell);
  const short: Record<string, Foot> = {
    l: 'left',
    r: 'right',
    b: 'both',
    '': 'both',
    'left foot': 'left',
    'right foot': 'right',
    'both feet': 'both',
  };
  const foot = (FEET as readonly string[]).includes(word) ? (word as Foot) : (short[word] ?? null);
  // Where each foot has its own record, a number without a foot belongs to neither.
  return foot === 'both' && drill.sides === 'each foot' && drill.measure !== 'surfaces' ? null : foot;
}

/** The drill's usual dose with the amount of the list in it. */
function doseWith(drill: Drill, amount: number | null): Dose | null {
  const dose = usualDose(drill);
  if (amount === null) return dose;
  const inside = (least: number, most: number) => Number.isInteger(amount) && amount >= least && amount <= most;
  switch (dose.measure) {
    case 'count in time':
    case 'hits in time':
      return inside(5, 300) ? { ...dose, seconds: amount } : null;
    case 'unbroken run':
      return inside(5, 600) ? { ...dose, seconds: amount } : null;
    case 'time on':
      return inside(5, 3600) ? { ...dose, seconds: amount } : null;
    case 'fixed reps':
      return inside(1, 500) ? { ...dose, reps: amount } : null;
    case 'surfaces':
      return inside(1, 100) ? { ...dose, reps: amount } : null;
    case 'sets':
      return inside(1, 20) ? { ...dose, sets: amount } : null;
    default:
      return dose;
  }
}

const MOST_VALUE = 10_000;

/** A number as people write it: a comma for a point, nothing around it. */
function readNumber(cell: string): number | null {
  const text = cell.trim().replace(',', '.');
  return /^\d+(\.\d+)?$/.test(text) ? Number(text) : null;
}

/** One result of a list, with what of it was understood. */
export interface PaperResult {
  playerId: string;
  drill: Drill;
  dose: Dose;
  foot: Foot;
  value: number;
  faults: number;
  day: string;
}

export interface PaperLine {
  /** Line of the file, the heading being 1. */
  line: number;
  /** What was read; null where something is wrong. */
  result: PaperResult | null;
  /** A sentence for each thing that is wrong, with the field it is about. */
  problems: { field: PaperField; sentence: string }[];
}

export interface PaperAround {
  /** Ids of players by folded nickname. */
  players: ReadonlyMap<string, string>;
  drills: readonly Drill[];
  /** The training day that runs. */
  today: string;
  order: DateOrder;
}

const OLDEST = '2000-01-01';

/**
 * Reads the lines of a list by a mapping of its columns. What is wrong is said line by line, and nothing is guessed: an unknown player, a
 * drill that no name or alias fits, a number without its foot, a day that has not come.
 * @param rows the lines under the heading
 */
export function readPaper(rows: readonly (readonly string[])[], mapping: PaperMapping, around: PaperAround): PaperLine[] {
  const byName = new Map<string, Drill>();
  for (const drill of around.drills) for (const alias of drill.aliases) byName.set(fold(alias), byName.get(fold(alias)) ?? drill);
  // A drill's own name goes before another's alias.
  for (const drill of around.drills) byName.set(fold(drill.name), drill);
  return rows.map((row, i): PaperLine => {
    const cell = (field: PaperField) => (mapping[field] === null ? '' : (row[mapping[field]] ?? '')).trim();
    const problems: PaperLine['problems'] = [];
    const wrong = (field: PaperField, sentence: string) => {
      problems.push({ field, sentence });
    };
    const playerId = around.players.get(fold(cell('player')));
    if (!playerId)
      wrong(
        'player',
        cell('player') === '' ? t('The player is missing.') : t('Nobody in the squad is called “{cell}”.', { cell: cell('player') }),
      );
    const drill = byName.get(fold(cell('drill')));
    if (!drill)
      wrong('drill', cell('drill') === '' ? t('The drill is missing.') : t('No drill has the name “{cell}”.', { cell: cell('drill') }));
    const value = readNumber(cell('value'));
    if (value === null || value > MOST_VALUE) wrong('value', t('“{cell}” is no number from 0 to 10,000.', { cell: cell('value') }));
    const day = readDate(cell('date'), around.order);
    if (day === null) wrong('date', t('“{cell}” is no date in the order {order}.', { cell: cell('date'), order: around.order }));
    else if (day > around.today || day < OLDEST) wrong('date', t('{day} is not in the past.', { day }));
    const foot = drill ? readFoot(cell('foot'), drill) : null;
    if (drill && foot === null)
      wrong(
        'foot',
        cell('foot') === ''
          ? t('“{name}” needs a foot: left or right.', { name: drill.name })
          : t('“{cell}” is no foot here: left or right.', { cell: cell('foot') }),
      );
    const amount = cell('amount') === '' ? null : readNumber(cell('amount'));
    const dose = drill ? doseWith(drill, amount) : null;
    if (drill && (dose === null || (cell('amount') !== '' && amount === null)))
      wrong('amount', t('“{cell}” does not fit “{name}”.', { cell: cell('amount'), name: drill.name }));
    const faults = cell('faults') === '' ? 0 : readNumber(cell('faults'));
    if (faults === null || !Number.isInteger(faults)) wrong('faults', t('“{cell}” is no whole number.', { cell: cell('faults') }));
    const whole = problems.length === 0 && playerId && drill && dose && foot && value !== null && day !== null && faults !== null;
    return { line: i + 2, problems, result: whole ? { playerId, drill, dose, foot, value, faults, day } : null };
  });
}
