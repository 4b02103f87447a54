import { z } from 'zod';
import { DATE_ORDERS, PAPER_FIELDS } from '../core/files/paper.ts';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { FootName, Id, Instant, Nothing } from './parts.ts';

const MOST_LETTERS = 900_000;
const Text = z
  .string()
  .min(1, says('The file is empty.'))
  .max(MOST_LETTERS, says('The file has more than 900,000 letters. Cut it into two.'));
const Column = z.number().int().min(0).max(200).nullable();
export const MappingSent = z.object(
  Object.fromEntries(PAPER_FIELDS.map((field) => [field, Column])) as Record<(typeof PAPER_FIELDS)[number], typeof Column>,
);

/** What the heading of a list says, and which column was taken for what. */
export const PaperLook = z.object({
  headings: z.array(z.string()),
  rows: z.number().int(),
  sample: z.array(z.array(z.string())),
  mapping: MappingSent,
});
export type PaperLook = z.infer<typeof PaperLook>;

export const PaperLineView = z.object({
  line: z.number().int(),
  player: z.string(),
  drill: z.string(),
  doseWords: z.string(),
  foot: FootName.nullable(),
  value: z.number().nullable(),
  day: z.string(),
  /** The very same result is kept already, here or from the player's phone. */
  there: z.boolean(),
  problems: z.array(z.object({ field: z.enum(PAPER_FIELDS), sentence: z.string() })),
});
export type PaperLineView = z.infer<typeof PaperLineView>;

export const PaperRead = z.object({
  /** Null for a dry run. */
  listId: Id.nullable(),
  good: z.number().int(),
  there: z.number().int(),
  wrong: z.number().int(),
  lines: z.array(PaperLineView),
});
export type PaperRead = z.infer<typeof PaperRead>;

export const PaperListView = z.object({
  id: Id,
  name: z.string(),
  by: z.string(),
  at: Instant,
  results: z.number().int(),
  undoneAt: Instant.nullable(),
});
export type PaperListView = z.infer<typeof PaperListView>;

const ofSquad = z.object({ squad: Id });

export const paperApi = {
  lists: endpoint({
    method: 'GET',
    path: '/squads/{squad}/paper',
    act: 'read in a paper list',
    summary: 'Lists from paper that were read in, newest first.',
    params: ofSquad,
    body: Nothing,
    response: z.object({ lists: z.array(PaperListView) }),
  }),
  look: endpoint({
    method: 'POST',
    path: '/squads/{squad}/paper/look',
    act: 'read in a paper list',
    summary: 'Looks at the heading of a list and guesses which column holds what.',
    params: ofSquad,
    body: z.object({ text: Text }),
    response: PaperLook,
  }),
  read: endpoint({
    method: 'POST',
    path: '/squads/{squad}/paper',
    act: 'read in a paper list',
    summary: 'Reads a list in: as a dry run, or for good. Lines with something wrong are left out.',
    params: ofSquad,
    body: z.object({
      id: Id,
      name: z.string().trim().min(1, says('Give the list a name.')).max(80, says('The name has at most 80 letters.')),
      text: Text,
      mapping: MappingSent,
      order: z.enum(DATE_ORDERS, says('Choose how the dates are written.')),
      dry: z.boolean(),
    }),
    response: PaperRead,
  }),
  undo: endpoint({
    method: 'POST',
    path: '/squads/{squad}/paper/{list}/undo',
    act: 'read in a paper list',
    summary: 'Takes everything of a list back.',
    params: ofSquad.extend({ list: Id }),
    body: z.object({}),
    response: z.object({ lists: z.array(PaperListView) }),
  }),
};
