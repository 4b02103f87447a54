import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq, isNull } from 'drizzle-orm';
import type { MentionView } from '../../contract/operations.ts';
import { WHO_LEFT } from '../../core/mail/index.ts';
import { t, term } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { mailboxOf } from '../mail/mail.ts';
import type { Db } from '../platform/db/connection.ts';
import { deletions, players } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { forgetContent } from '../weeks/contents.ts';
import { fillOutlines } from '../weeks/outlines.ts';

/* Texts of a squad that name a child whose family asked for everything to be deleted: no query finds whom a sentence is about, so a head coach looks. */

/** Where people write what they like: the table, its texts, how a row belongs to a squad, and rows that go with the child anyway. */
interface Place {
  table: string;
  columns: readonly string[];
  what: string;
  squad: string;
  /** What of it is the child's own, and deleted with it. */
  own?: string;
}

const OF_SCORE = 'score_id in (select id from scores where squad_id = :squad)';
const OWN_SCORE = 'score_id in (select id from scores where player_id = :player)';
const PLACES: readonly Place[] = [
  {
    table: 'coach_notes',
    columns: ['text'],
    get what() {
      return t('a note on a player');
    },
    squad: 'squad_id = :squad',
    own: 'player_id = :player',
  },
  {
    table: 'decisions',
    columns: ['line', 'also', 'reason', 'cues'],
    get what() {
      return t('a line to another player');
    },
    squad: OF_SCORE,
    own: OWN_SCORE,
  },
  {
    table: 'review_facts',
    columns: ['said'],
    get what() {
      return t('a remark on another player’s clip');
    },
    squad: OF_SCORE,
    own: OWN_SCORE,
  },
  { table: 'own_cues', columns: ['text'], what: 'an own cue', squad: 'squad_id = :squad' },
  { table: 'weeks', columns: ['plan'], what: 'a week', squad: 'squad_id = :squad' },
  {
    table: 'week_revisions',
    columns: ['content'],
    what: 'a released week',
    squad: 'week_id in (select id from weeks where squad_id = :squad)',
  },
  {
    table: 'check_asides',
    columns: ['reason'],
    get what() {
      return t('a reason for a check');
    },
    squad: 'squad_id = :squad',
  },
  { table: 'templates', columns: ['name', 'sessions'], what: 'a template', squad: 'squad_id = :squad' },
  {
    table: 'squad_drill_versions',
    columns: ['drill'],
    get what() {
      return t('a drill of the squad');
    },
    squad: 'squad_id = :squad',
  },
  { table: 'squad_breaks', columns: ['title'], what: 'a break', squad: 'squad_id = :squad' },
  {
    table: 'rule_changes',
    columns: ['before', 'after'],
    get what() {
      return t('the history of a rule');
    },
    squad: 'squad_id = :squad',
  },
  { table: 'paper_lists', columns: ['name'], what: 'an imported list', squad: 'squad_id = :squad' },
  {
    table: 'letters',
    columns: ['subject', 'plain', 'html'],
    get what() {
      return t('a letter to another family');
    },
    squad: 'squad_id = :squad',
    own: 'player_id = :player',
  },
  {
    table: 'join_requests',
    columns: ['nickname'],
    get what() {
      return t('a request to join');
    },
    squad: 'squad_id = :squad',
    own: 'player_id = :player',
  },
];

const AROUND = 40;

/** The nickname as a whole word, whatever its capitals, and as it stands in HTML and JSON. */
function wordOf(nickname: string): RegExp {
  const forms = [nickname, nickname.replaceAll("'", '&#39;').replaceAll('"', '&quot;'), JSON.stringify(nickname).slice(1, -1)];
  const quoted = [...new Set(forms)].map((form) => form.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  return new RegExp(`(?<![\\p{L}\\p{N}])(?:${quoted.join('|')})(?![\\p{L}\\p{N}])`, 'giu');
}

interface Found {
  id: string;
  place: Place;
  column: string;
  text: string;
}

/** The rows of a squad that name somebody. The row's own number stands for it: tables have keys of many kinds. */
function find(db: Db, squadId: string, playerId: string, nickname: string): Found[] {
  const word = wordOf(nickname);
  return PLACES.flatMap((place) =>
    place.columns.flatMap((column) => {
      const own = place.own ? `and not coalesce(${place.own}, 0)` : '';
      const rows = db.$client
        .prepare(`select rowid as id, "${column}" as text from "${place.table}" where ${place.squad} ${own} and "${column}" is not null`)
        .all({ squad: squadId, ...(place.own ? { player: playerId } : {}) }) as { id: number; text: string }[];
      return rows.flatMap(({ id, text }) =>
        text.search(word) >= 0 ? [{ id: `${place.table}/${column}/${id}`, place, column, text }] : [],
      );
    }),
  );
}

/** Mails in the local mailbox that name somebody and are not about that child: files of whoever runs the house. */
function mailsNaming({ config }: Context, nickname: string): number {
  const folder = mailboxOf(config);
  const word = wordOf(nickname);
  return (existsSync(folder) ? readdirSync(folder) : []).filter((name) => readFileSync(join(folder, name), 'utf8').search(word) >= 0)
    .length;
}

const squadsOf = (db: Db, playerId: string): string[] =>
  (db.$client.prepare('select squad_id as id from squad_players where player_id = ?').all(playerId) as { id: string }[]).map(
    (row) => row.id,
  );

/** How many texts of others name a child, in all of its squads. */
export function countMentions(context: Context, playerId: string): number {
  const { db } = context;
  const player = db.select({ nickname: players.nickname }).from(players).where(eq(players.id, playerId)).get();
  if (!player) return 0;
  return squadsOf(db, playerId).reduce((sum, squad) => sum + find(db, squad, playerId, player.nickname).length, 0);
}

/** Children of a squad that are being deleted, with their nicknames: known here only to say what has to be changed. */
const leavingIn = (db: Db, squadId: string) =>
  db
    .select({ playerId: players.id, nickname: players.nickname, dueAt: deletions.dueAt })
    .from(deletions)
    .innerJoin(players, eq(players.id, deletions.playerId))
    .where(and(isNull(deletions.undoneAt), isNull(deletions.doneAt)))
    .all()
    .filter((one) => squadsOf(db, one.playerId).includes(squadId));

/** What stands around the name, for eyes that look whether it is meant. */
function around(text: string, nickname: string): string {
  const at = Math.max(0, text.search(wordOf(nickname)));
  const from = Math.max(0, at - AROUND);
  const to = at + nickname.length + AROUND;
  return `${from > 0 ? '…' : ''}${text.slice(from, to).replaceAll(/\s+/g, ' ')}${to < text.length ? '…' : ''}`;
}

/** Texts of a squad that name a child who is being deleted, for a head coach, until the last day. */
export function readMentions(context: Context, actor: Actor, input: { squad: string }): { mentions: MentionView[]; mails: number } {
  const { db } = context;
  allow(db, actor, 'change what names a child', input);
  const leaving = leavingIn(db, input.squad);
  return {
    mentions: leaving.flatMap(({ playerId, nickname, dueAt }) =>
      find(db, input.squad, playerId, nickname).map(({ id, place, text }) => ({
        id,
        playerId,
        what: place.what,
        around: around(text, nickname),
        until: dueAt,
      })),
    ),
    mails: leaving.reduce((sum, { nickname }) => sum + mailsNaming(context, nickname), 0),
  };
}

/**
 * Puts “a player who has left” in the place of the name, in one of the texts. Lines, released weeks and histories are never changed
 * otherwise; here a family's wish goes before.
 */
export function changeMention(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; mention: string },
): { mentions: MentionView[]; mails: number } {
  const { db } = context;
  allow(db, actor, 'change what names a child', { squad: input.squad });
  const child = leavingIn(db, input.squad).find((one) => one.playerId === input.player);
  const found = child && find(db, input.squad, child.playerId, child.nickname).find((one) => one.id === input.mention);
  if (!found) throw notFound();
  const rowid = Number(input.mention.split('/').at(-1));
  const text = found.text.replaceAll(wordOf(child.nickname), term(WHO_LEFT));
  db.transaction(() => {
    db.$client.prepare(`update "${found.place.table}" set "${found.column}" = ? where rowid = ?`).run(text, rowid);
    // Outlines are made from released weeks.
    if (found.place.table === 'week_revisions') {
      db.$client.prepare('delete from week_outlines where revision_id = (select id from week_revisions where rowid = ?)').run(rowid);
      fillOutlines(db);
      const row = db.$client.prepare('select id from week_revisions where rowid = ?').get(rowid) as { id: string };
      forgetContent(db, row.id);
    }
  });
  return readMentions(context, actor, { squad: input.squad });
}
