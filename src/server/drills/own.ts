import { and, eq } from 'drizzle-orm';
import type { ImportReport, SaveDrill, ShelfDrill } from '../../contract/drills.ts';
import { type Drill, findCircle } from '../../core/drills/index.ts';
import { inSecondLanguage, withoutEmpty } from '../../core/drills/other-language.ts';
import { compareDrills, type DrillFile, drillFile } from '../../core/files/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { squadDrills, squadDrillVersions } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { ownDrills, shelfDrills, shelfOf } from './shelf.ts';

/** What a schema cannot know: the id belongs to the squad, the links lead somewhere, and never in a circle. */
function checkDrill(drill: Drill, shelf: readonly Drill[]): void {
  const others = shelf.filter((one) => one.id !== drill.id);
  const ids = new Set(others.map((one) => one.id));
  for (const easier of drill.easier) {
    if (!ids.has(easier)) throw badInput('content.easier', t('The easier drill “{easier}” is not on the shelf.', { easier }));
  }
  const circle = findCircle([...others, drill]);
  if (circle) throw badInput('content.easier', t('This makes a circle of easier drills: {circle}.', { circle: circle.join(' → ') }));
  if (drill.minAge !== null && drill.maxAge !== null && drill.minAge > drill.maxAge) {
    throw badInput('content.maxAge', t('The oldest age is below the youngest.'));
  }
  if ((drill.kit.includes('wall') || drill.loads.includes('overhead')) && drill.cautions.length === 0) {
    throw badInput('content.cautions', t('A wall or overhead drill needs its caution.'));
  }
}

/** What a go means is another thing when one of these changes. */
const countsOtherwise = (was: Drill, is: Drill) =>
  was.measure !== is.measure ||
  was.counting.unit !== is.counting.unit ||
  was.counting.counts !== is.counting.counts ||
  was.touchesPerRep !== is.touchesPerRep;

/** As a drill is kept: in English first where it has English, whichever language its coach writes in, with what is translated alone. */
const asKept = (drill: Drill): Drill => withoutEmpty(drill.also?.language === 'en' ? inSecondLanguage(drill) : drill);

function insertVersion(context: Context, actor: Actor, squadId: string, drill: Drill): void {
  const { db } = context;
  db.insert(squadDrills).values({ squadId, drillId: drill.id, archivedAt: null }).onConflictDoNothing().run();
  db.insert(squadDrillVersions)
    .values({ squadId, drillId: drill.id, version: drill.version, drill, savedAt: context.now(), savedBy: asPerson(actor).userId })
    .run();
}

/**
 * Saves a drill of the squad's own as its next version; weeks that were released keep the one they have.
 * A change of what is counted starts new records, and so does the coach's word that the movement is another one.
 */
export function saveDrill(context: Context, actor: Actor, input: { squad: string; drill: string } & SaveDrill): ShelfDrill {
  const { db } = context;
  allow(db, actor, 'save a drill', { squad: input.squad });
  const given = asKept(input.content);
  if (given.id !== input.drill) throw badInput('content.id', t('The id in the address is not that of the drill.'));
  return db.transaction(() => {
    const shelf = shelfDrills(db, input.squad);
    const had = shelf.find((one) => one.id === given.id);
    if (had && !had.own) throw badInput('content.id', t('This drill ships with the house. Copy it and change the copy.'));
    if ((had?.version ?? null) !== input.basedOn) {
      throw new Problem(
        'changed elsewhere',
        t('This drill was changed in another tab or by another coach. What you typed is still on this screen.'),
      );
    }
    checkDrill(given, shelf);
    const newGroup = had !== undefined && (input.newRecords || [given, inSecondLanguage(given)].every((one) => countsOtherwise(had, one)));
    const drill: Drill = { ...given, version: (had?.version ?? 0) + 1, group: had ? had.group + (newGroup ? 1 : 0) : 1 };
    insertVersion(context, actor, input.squad, drill);
    return { ...drill, own: true, archived: had?.archived ?? false };
  });
}

export function archiveDrill(context: Context, actor: Actor, input: { squad: string; drill: string; archived: boolean }): ShelfDrill {
  const { db } = context;
  allow(db, actor, 'archive a drill', { squad: input.squad });
  const had = ownDrills(db, input.squad).find((one) => one.id === input.drill);
  if (!had) throw notFound();
  db.update(squadDrills)
    .set({ archivedAt: input.archived ? context.now() : null })
    .where(and(eq(squadDrills.squadId, input.squad), eq(squadDrills.drillId, input.drill)))
    .run();
  return { ...had, archived: input.archived };
}

/** One drill as a file, or all of the squad's own. */
export function exportDrills(context: Context, actor: Actor, input: { squad: string; only?: string | undefined }): DrillFile {
  const { db } = context;
  allow(db, actor, 'export drills', { squad: input.squad });
  const shelf = shelfOf(db, input.squad);
  if (input.only === undefined) return drillFile(ownDrills(db, input.squad).flatMap((one) => shelf.get(one.id) ?? []));
  const drill = shelf.get(input.only);
  if (!drill) throw notFound();
  return drillFile([drill]);
}

/** Puts drills that a shelf lacks on it, keeping their ids. Links to drills that nobody has are left out. */
export function bringAlong(context: Context, actor: Actor, squadId: string, drills: readonly Drill[]): void {
  const known = new Set([...shelfOf(context.db, squadId).keys(), ...drills.map((drill) => drill.id)]);
  for (const drill of drills) {
    insertVersion(context, actor, squadId, { ...asKept(drill), version: 1, easier: drill.easier.filter((id) => known.has(id)) });
  }
}

/** Takes a file of drills on to the shelf: new ones are added, changed own ones become a next version, shipped ones stay as they are. */
export function importDrills(context: Context, actor: Actor, input: { squad: string; file: DrillFile; dryRun: boolean }): ImportReport {
  const { db } = context;
  allow(db, actor, 'import drills', { squad: input.squad });
  const shelf = shelfOf(db, input.squad);
  const own = new Map(ownDrills(db, input.squad).map((drill) => [drill.id, drill]));
  const twice = input.file.drills.find((drill, i) => input.file.drills.findIndex((one) => one.id === drill.id) !== i);
  if (twice) throw badInput('file.drills', t('The file holds “{name}” twice.', { name: twice.name }));
  const found = compareDrills({ ...input.file, drills: input.file.drills.map(asKept) }, shelf);
  const changed = found.changed.filter((drill) => own.has(drill.id));
  const after = [...[...shelf.values()].filter((one) => !changed.some((drill) => drill.id === one.id)), ...found.added, ...changed];
  const circle = findCircle(after);
  if (circle) throw badInput('file.drills', t('These drills make a circle of easier drills: {circle}.', { circle: circle.join(' → ') }));
  if (!input.dryRun) {
    db.transaction(() => {
      bringAlong(context, actor, input.squad, found.added);
      for (const drill of changed) {
        const had = own.get(drill.id);
        if (!had) continue;
        const group = had.group + (countsOtherwise(had, drill) ? 1 : 0);
        insertVersion(context, actor, input.squad, { ...drill, version: had.version + 1, group });
      }
    });
  }
  const names = (list: readonly Drill[]) => list.map((drill) => drill.name);
  const kept = found.changed.filter((drill) => !own.has(drill.id));
  return { added: names(found.added), changed: names(changed), same: names([...found.same, ...kept]) };
}
