import type { ShelfDrill } from '../../contract/drills.ts';
import { cautionsFor, filledIn, movesOrWay } from '../../core/drills/filled-in.ts';
import { textsOf, withoutEmpty } from '../../core/drills/other-language.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Family, Kit, Load, Measure, Sides } from '../../core/drills/terms.ts';
import type { LanguageCode } from '../../core/text/languages.ts';
import { language, t } from '../../core/text/translate.ts';

/**
 * What stands in the editor's fields, as typed. Lists are one entry a line; a fault is "what goes wrong: correction". What is empty (or null)
 * is taken from the moves, or is what is sensible.
 */
export interface DrillForm {
  name: string;
  aliases: string;
  family: Family;
  purpose: string;
  steps: string;
  cues: string;
  faults: string;
  kit: Kit[] | null;
  length: string;
  width: string;
  sides: Sides | '';
  measure: Measure | '';
  unit: string;
  counts: string;
  doesNotCount: string;
  easy: string;
  usual: string;
  fast: string;
  ceiling: string;
  estimated: boolean;
  touchesPerRep: string;
  courseSeconds: string;
  easier: string[];
  bands: { per: string; starting: string; steady: string; strong: string; estimated: boolean }[];
  cautions: string;
  loads: Load[] | null;
  minAge: string;
  maxAge: string;
  /** What feet and ball do; empty where nobody says it. */
  movement: string;
  hasLayout: boolean;
  moves: string;
  route: string;
  variants: { name: string; moves: string; route: string }[];
  /** What its texts are in the other language, by how they are written here. */
  other: Record<string, string>;
}

const EMPTY: DrillForm = {
  name: '',
  aliases: '',
  family: 'ball mastery',
  purpose: '',
  steps: '',
  cues: '',
  faults: '',
  kit: null,
  length: '',
  width: '',
  sides: '',
  measure: '',
  unit: '',
  counts: '',
  doesNotCount: '',
  easy: '',
  usual: '',
  fast: '',
  ceiling: '',
  estimated: true,
  touchesPerRep: '',
  courseSeconds: '',
  easier: [],
  bands: [],
  cautions: '',
  loads: null,
  minAge: '',
  maxAge: '',
  movement: '',
  hasLayout: false,
  get moves() {
    return t('put a cone; 5 forward; put a cone');
  },
  route: '',
  variants: [],
  other: {},
};

const optional = (n: number | null) => (n === null ? '' : String(n));

/** The fields filled in from a drill; without one, a plain start. */
export function formOf(drill: ShelfDrill | null): DrillForm {
  if (!drill) return EMPTY;
  return {
    name: drill.name,
    aliases: drill.aliases.join('\n'),
    family: drill.family,
    purpose: drill.purpose,
    steps: drill.steps.join('\n'),
    cues: drill.cues.join('\n'),
    faults: drill.faults.map((fault) => `${fault.wrong}: ${fault.mend}`).join('\n'),
    kit: drill.kit,
    length: String(drill.space.length),
    width: String(drill.space.width),
    sides: drill.sides,
    measure: drill.measure,
    unit: drill.counting.unit,
    counts: drill.counting.counts,
    doesNotCount: drill.counting.doesNotCount,
    easy: String(drill.pace.easy),
    usual: String(drill.pace.usual),
    fast: String(drill.pace.fast),
    ceiling: String(drill.pace.ceiling),
    estimated: drill.pace.estimated,
    touchesPerRep: String(drill.touchesPerRep),
    courseSeconds: optional(drill.courseSeconds),
    easier: drill.easier,
    bands: drill.bands.map((band) => ({
      per: optional(band.per),
      starting: String(band.starting),
      steady: String(band.steady),
      strong: String(band.strong),
      estimated: band.estimated,
    })),
    cautions: drill.cautions.join('\n'),
    loads: drill.loads,
    minAge: optional(drill.minAge),
    maxAge: optional(drill.maxAge),
    movement: drill.moves?.texts[0] ?? '',
    hasLayout: drill.layout !== null,
    moves: drill.layout?.moves ?? EMPTY.moves,
    route: drill.layout?.route ?? '',
    variants: drill.layout?.variants ?? [],
    other: withoutEmpty(drill).also?.texts ?? {},
  };
}

/** The language that a drill can be given in besides the one it is written in here. */
export const otherLanguage = (): LanguageCode => (language() === 'es' ? 'en' : 'es');

/** A drill with those of its texts in the other language that somebody said. */
function inBoth(drill: Drill, other: DrillForm['other']): unknown {
  const said = textsOf(drill).flatMap((text) => (other[text]?.trim() ? [[text, other[text].trim()] as const] : []));
  const language = otherLanguage();
  return said.length === 0
    ? drill
    : { ...drill, also: { written: language === 'en' ? 'es' : 'en', language, texts: Object.fromEntries(said) } };
}

const lines = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text));
const numberOr = (text: string, otherwise: number) => (text.trim() === '' ? otherwise : Number(text));
const someOr = <T>(list: readonly T[], otherwise: readonly T[]) => (list.length > 0 ? [...list] : [...otherwise]);
const numberOrNull = (text: string) => (text.trim() === '' ? null : Number(text));

/** Cuts "what goes wrong: correction" at its first colon; a line without one has no correction yet. */
function faultOf(line: string): { wrong: string; mend: string } {
  const at = line.indexOf(':');
  return at < 0 ? { wrong: line, mend: '' } : { wrong: line.slice(0, at).trim(), mend: line.slice(at + 1).trim() };
}

/** An id for a new drill out of its name and a few letters of chance, so that squads' drills never meet by accident. */
export function idFor(name: string, chance: string): string {
  const plain = name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `own-${plain || 'drill'}-${chance}`.replace(/-+/g, '-').replace(/-$/, '');
}

/** The moves as they were typed; a free drill that was left as it was keeps its second example. */
function movesOf(form: DrillForm, from: Drill | null): Drill['moves'] {
  const text = movesOrWay(form.movement, form.hasLayout ? { moves: form.moves, route: form.route } : null);
  if (text.trim() === '') return null;
  return from?.moves?.texts[0] === form.movement ? from.moves : { texts: [text], free: false };
}

/**
 * The drill that the fields describe, unchecked: the schema says what is wrong with it. What the schools of contact say comes from the
 * drill it was made of, as long as its cues and faults were left as they were: else the coach's own words hold for both.
 */
export function drillOf(form: DrillForm, id: string, from: Drill | null): unknown {
  const layout = form.hasLayout ? { moves: form.moves, route: form.route, variants: form.variants } : null;
  const filled = filledIn(form.movement, layout);
  const [kit, loads] = [form.kit ?? filled.kit, form.loads ?? filled.loads];
  const measure = form.measure || filled.measure;
  const timed = measure === 'sets' || measure === 'course time';
  const [cues, faults] = [someOr(lines(form.cues), filled.cues), someOr(lines(form.faults).map(faultOf), filled.faults)];
  const asItWas = from !== null && JSON.stringify([cues, faults]) === JSON.stringify([from.cues, from.faults]);
  const drill = {
    id,
    version: 1,
    group: 1,
    name: form.name,
    aliases: lines(form.aliases),
    family: form.family,
    purpose: form.purpose.trim() || filled.purpose,
    steps: someOr(lines(form.steps), filled.steps),
    cues,
    faults,
    contact: asItWas ? from.contact : null,
    school: null,
    twin: null,
    layout,
    moves: movesOf(form, from),
    kit,
    space: { length: numberOr(form.length, filled.space.length), width: numberOr(form.width, filled.space.width) },
    sides: form.sides || filled.sides,
    measure,
    counting: {
      unit: form.unit.trim() || filled.counting.unit,
      counts: form.counts.trim() || filled.counting.counts,
      doesNotCount: form.doesNotCount.trim() || filled.counting.doesNotCount,
    },
    pace: {
      easy: numberOr(form.easy, filled.pace.easy),
      usual: numberOr(form.usual, filled.pace.usual),
      fast: numberOr(form.fast, filled.pace.fast),
      ceiling: numberOr(form.ceiling, filled.pace.ceiling),
      estimated: form.estimated,
    },
    touchesPerRep: numberOr(form.touchesPerRep, filled.touchesPerRep),
    courseSeconds: numberOrNull(form.courseSeconds) ?? (timed ? filled.courseSeconds : null),
    easier: form.easier,
    bands: form.bands.map((band) => ({
      per: numberOrNull(band.per),
      starting: number(band.starting),
      steady: number(band.steady),
      strong: number(band.strong),
      estimated: band.estimated,
    })),
    cautions: someOr(lines(form.cautions), cautionsFor({ kit, loads })),
    loads,
    minAge: numberOrNull(form.minAge),
    maxAge: numberOrNull(form.maxAge),
  };
  // What is not right yet is told by the schema; its texts can be read all the same.
  return inBoth(drill as unknown as Drill, form.other);
}
