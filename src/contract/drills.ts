import { z } from 'zod';
import { CheckedDrill } from '../core/drills/checked.ts';
import { Drill } from '../core/drills/schema.ts';
import { CONTACT_SCHOOLS } from '../core/drills/terms.ts';
import { DrillFile } from '../core/files/index.ts';
import { endpoint } from './endpoint.ts';
import { Id, Nothing } from './parts.ts';

export const ShelfDrill = Drill.extend({
  /** A drill of the squad's own; the others ship with the house. */
  own: z.boolean(),
  archived: z.boolean(),
});
export type ShelfDrill = z.infer<typeof ShelfDrill>;

export const Shelf = z.object({
  squad: z.object({ id: Id, name: z.string(), contactSchool: z.enum(CONTACT_SCHOOLS) }),
  drills: z.array(ShelfDrill),
  players: z.array(z.object({ id: Id, nickname: z.string() })),
  /** Drills that were in a released week of this squad. */
  met: z.array(z.string()),
  /** Numbers of the weeks a drill is in, drafts included, by drill id. */
  usedIn: z.record(z.string(), z.array(z.object({ id: Id, number: z.number().int() }))),
});
export type Shelf = z.infer<typeof Shelf>;

const DrillId = z.string().min(1).max(80);

export const SaveDrill = z.object({
  /** The version it was made from; null for a new drill. */
  basedOn: z.number().int().min(1).nullable(),
  content: CheckedDrill,
  /** The movement changed so much that old scores say nothing any more. */
  newRecords: z.boolean(),
});
export type SaveDrill = z.infer<typeof SaveDrill>;

export const ImportReport = z.object({
  added: z.array(z.string()),
  changed: z.array(z.string()),
  same: z.array(z.string()),
});
export type ImportReport = z.infer<typeof ImportReport>;

export const drillsApi = {
  shelf: endpoint({
    method: 'GET',
    path: '/squads/{squad}/drills',
    act: 'see the shelf',
    summary: 'All drills a squad can plan with, whole: the shipped ones and its own.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: Shelf,
  }),
  save: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/drills/{drill}',
    act: 'save a drill',
    summary: 'Saves a drill of the squad’s own as its next version. Published weeks keep the version they have.',
    params: z.object({ squad: Id, drill: DrillId }),
    body: SaveDrill,
    response: ShelfDrill,
  }),
  archive: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/drills/{drill}/archive',
    act: 'archive a drill',
    summary: 'Takes a drill of the squad’s own from the shelf, or puts it back.',
    params: z.object({ squad: Id, drill: DrillId }),
    body: z.object({ archived: z.boolean() }),
    response: ShelfDrill,
  }),
  exportDrills: endpoint({
    method: 'GET',
    path: '/squads/{squad}/drills/export',
    act: 'export drills',
    summary: 'Drills as a file of the published format: one by its id, or all of the squad’s own.',
    params: z.object({ squad: Id, only: DrillId.optional() }),
    body: Nothing,
    response: DrillFile,
    file: { mediaType: 'application/json', name: 'drills.json' },
  }),
  importDrills: endpoint({
    method: 'POST',
    path: '/squads/{squad}/drills/import',
    act: 'import drills',
    summary: 'Takes the drills of a file on to the shelf; with dryRun it only says what it would do.',
    params: z.object({ squad: Id }),
    body: z.object({ file: DrillFile, dryRun: z.boolean() }),
    response: ImportReport,
  }),
};
