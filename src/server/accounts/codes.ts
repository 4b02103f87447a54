import { createHash, createHmac } from 'node:crypto';
import { and, eq, gt, isNull } from 'drizzle-orm';
import QRCode from 'qrcode';
import type { InvitationKindName } from '../../contract/invitations.ts';
import { codeFrom, codeInGroups, normalCode } from '../../core/accounts/index.ts';
import type { Config } from '../platform/config.ts';
import type { Db } from '../platform/db/connection.ts';
import { invitations, playerGuardians, squadCoaches } from '../platform/db/schema.ts';

export type Invitation = typeof invitations.$inferSelect;

/** Letters of a code: the shorter ones are typed, are asked for again and again only within the limits, and are used up or run out. */
const LETTERS: Record<InvitationKindName, number> = { players: 8, guardian: 10, coach: 26, 'family link': 26 };

/** Where a code is taken to. The code stands behind the #, which no server or proxy ever sees. */
const PATHS: Record<InvitationKindName, string> = {
  players: '/invited',
  guardian: '/invited',
  coach: '/invited',
  'family link': '/family-link',
};

/** Long codes cannot be guessed, so nothing that others do may keep them from working; short ones are only tried within the limits. */
export const isLong = (typed: string): boolean => normalCode(typed).length >= LETTERS.coach;

export const hashOfCode = (typed: string): string => createHash('sha256').update(normalCode(typed)).digest('hex');

/** The code of an invitation: made from the house's secret and the id, so that it need not be kept. */
export const codeOf = (config: Config, { id, kind }: Pick<Invitation, 'id' | 'kind'>): string =>
  codeFrom(createHmac('sha256', config.secret).update(`invitation|${kind}|${id}`).digest(), LETTERS[kind]);

/** What a kind of invitation gives, and whose it is to give: a head coach's for coaches and guardians, any coach's of the squad for the rest. */
const GIVEN_BY_HEADS: ReadonlySet<InvitationKindName> = new Set(['coach', 'guardian']);

/**
 * Whether who made an invitation may still give what it gives: it ends when its coach is taken out of the squad or may no longer make such
 * ones, a guardian's link when that guardian is none any more. The invitation of the house's first coach is the house's own.
 */
export function senderStillMay(
  db: Db,
  { kind, squadId, playerId, madeBy }: Pick<Invitation, 'kind' | 'squadId' | 'playerId' | 'madeBy'>,
): boolean {
  if (squadId === null && playerId === null) return kind === 'coach';
  if (madeBy === null) return false;
  if (squadId === null)
    return (
      playerId !== null &&
      db
        .select({ id: playerGuardians.userId })
        .from(playerGuardians)
        .where(and(eq(playerGuardians.playerId, playerId), eq(playerGuardians.userId, madeBy)))
        .get() !== undefined
    );
  const sender = db
    .select({ role: squadCoaches.role })
    .from(squadCoaches)
    .where(and(eq(squadCoaches.squadId, squadId), eq(squadCoaches.userId, madeBy)))
    .get();
  return sender !== undefined && (sender.role === 'head coach' || !GIVEN_BY_HEADS.has(kind));
}

/** An invitation that works now, by its code as it was typed. */
export const invitationBy = (db: Db, typed: string, now: number): Invitation | undefined => {
  const row = db
    .select()
    .from(invitations)
    .where(and(eq(invitations.codeHash, hashOfCode(typed)), isNull(invitations.revokedAt), gt(invitations.endsAt, now)))
    .get();
  return row && (row.usesLeft === null || row.usesLeft > 0) && senderStillMay(db, row) ? row : undefined;
};

/** An address as a QR code: one path of dark squares. */
export function qrOf(text: string): { path: string; size: number } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const dark = [...modules.data].flatMap((on, i) => (on ? [`M${i % modules.size} ${Math.floor(i / modules.size)}h1v1h-1z`] : []));
  return { path: dark.join(''), size: modules.size };
}

/** What is shown of an invitation: its code, address and QR code. */
export function showCode(config: Config, one: Pick<Invitation, 'id' | 'kind'>) {
  const code = codeOf(config, one);
  const address = `${config.baseAddress}${PATHS[one.kind]}#${code}`;
  return { code: codeInGroups(code), address, qr: qrOf(address) };
}
