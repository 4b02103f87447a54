import { z } from 'zod';
import { CheckedDrill } from '../drills/checked.ts';
import { Drill } from '../drills/schema.ts';
import { SeasonPlan } from '../planning/season/plan.ts';
import { says, t } from '../text/translate.ts';
import { copyPlan } from '../weeks/copy.ts';
import { withItems } from '../weeks/edit.ts';
import { withoutGroups } from '../weeks/groups.ts';
import { WeekPlan } from '../weeks/schema.ts';
import { HistoryFile } from './history.ts';

/** A file of drills, to hand on to another squad or house. */
export const DrillFile = z.object({
  format: z.literal('eager-feet/drills', says('This is not a file of drills.')),
  version: z.literal(1, says('This file was written by a newer version.')),
  drills: z.array(CheckedDrill).max(1000, says('A file holds at most 1,000 drills.')),
});
export type DrillFile = z.infer<typeof DrillFile>;

/** A file of one week with all the drills it asks for. */
export const WeekFile = z.object({
  format: z.literal('eager-feet/week', says('This is not a file of a week.')),
  version: z.literal(1, says('This file was written by a newer version.')),
  week: WeekPlan,
  drills: z.array(CheckedDrill).max(300, says('A week holds at most 300 drills.')),
});
export type WeekFile = z.infer<typeof WeekFile>;

/** A file of a season's plan, to hand on to another squad or house. */
export const SeasonFile = z.object({
  format: z.literal('eager-feet/season', says('This is not a file of a season.')),
  version: z.literal(1, says('This file was written by a newer version.')),
  season: SeasonPlan,
});
export type SeasonFile = z.infer<typeof SeasonFile>;

export const seasonFile = (season: SeasonPlan): SeasonFile => ({ format: 'eager-feet/season', version: 1, season });

export const drillFile = (drills: readonly Drill[]): DrillFile => ({ format: 'eager-feet/drills', version: 1, drills: [...drills] });

/**
 * A week as a file. Drills are written once each, in the order in which they are first used.
 * @throws RangeError when the plan asks for a drill that is not among `drills`.
 */
export function weekFile(plan: WeekPlan, drills: ReadonlyMap<string, Drill>): WeekFile {
  // Who is on which step, and which groups there are, is nobody else's business.
  const sessions = withoutGroups(plan).sessions.map((session) =>
    withItems(session, (item) => (item.ownStep ? { ...item, ownStep: { players: {} } } : item)),
  );
  const ids = new Set(sessions.flatMap((session) => session.blocks.flatMap((block) => block.items.map((item) => item.drillId))));
  const used = [...ids].map((id) => {
    const drill = drills.get(id);
    if (!drill) throw new RangeError(`The drill "${id}" is not among the drills given.`);
    return drill;
  });
  return { format: 'eager-feet/week', version: 1, week: { ...plan, sessions }, drills: used };
}

export interface ImportedWeek {
  plan: WeekPlan;
  /** Drills that the shelf lacks and that come along. */
  missing: Drill[];
}

/**
 * A week out of a file, with new ids throughout. A drill whose id the shelf knows is taken from the shelf; the others come along.
 * @throws RangeError when the week asks for a drill that neither the shelf nor the file has.
 */
export function importWeek(file: WeekFile, shelf: ReadonlyMap<string, Drill>, newId: () => string): ImportedWeek {
  const brought = new Map(file.drills.map((drill) => [drill.id, drill]));
  const missing = new Map<string, Drill>();
  for (const session of file.week.sessions) {
    for (const item of session.blocks.flatMap((block) => block.items)) {
      if (shelf.has(item.drillId)) continue;
      const drill = brought.get(item.drillId);
      if (!drill) throw new RangeError(`The file asks for the drill "${item.drillId}" but does not hold it.`);
      missing.set(drill.id, drill);
    }
  }
  return { plan: copyPlan(withoutGroups(file.week), newId), missing: [...missing.values()] };
}

/** What taking a file of drills on to a shelf would do. */
export interface DrillImport {
  added: Drill[];
  /** Known drills that are other in the file. */
  changed: Drill[];
  same: Drill[];
}

/** What a drill says, whatever its version; parsing puts the fields into one order. */
function content(drill: Drill): string {
  const { version: _version, group: _group, ...said } = Drill.parse(drill);
  return JSON.stringify(said);
}

/** Compares a file of drills with a shelf. Version numbers do not matter, only what the drills say. */
export function compareDrills(file: DrillFile, shelf: ReadonlyMap<string, Drill>): DrillImport {
  const found: DrillImport = { added: [], changed: [], same: [] };
  for (const drill of file.drills) {
    const known = shelf.get(drill.id);
    if (!known) found.added.push(drill);
    else if (content(known) === content(drill)) found.same.push(drill);
    else found.changed.push(drill);
  }
  return found;
}

/**
 * The formats as JSON Schema (draft 2020-12), made from the schemas that read them.
 * @param home where they are published, such as “https://feet.example/api/schemas/”
 */
export function publishedSchemas(home: string): Record<'drills' | 'week' | 'season' | 'history', object> {
  const made = (name: string, schema: z.ZodType, title: string, description: string) => ({
    $id: new URL(`${name}.json`, home).href,
    title,
    description,
    ...z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }),
  });
  return {
    drills: made(
      'drills',
      DrillFile,
      t('A file of drills'),
      t('Drills of a squad as a coach takes them out and another squad takes them in.'),
    ),
    week: made('week', WeekFile, t('A file of one week with its drills'), t('One week of sessions, and all drills that it asks for.')),
    season: made(
      'season',
      SeasonFile,
      t('A file of a season as a plan'),
      t('Themes and how much each week asks for, without dates of anybody.'),
    ),
    history: made(
      'history',
      HistoryFile,
      t('Everything of one player in one squad'),
      t('Scores with what counts, free practice, records, sessions, days and pauses.'),
    ),
  };
}
