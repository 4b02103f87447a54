import { createHash, createHmac } from 'node:crypto';
import { and, eq, gt, isNull } from 'drizzle-orm';
import QRCode from 'qrcode';
import { codeFrom, codeInGroups, normalCode } from '../../core/people/index.ts';
import type { Config } from '../config.ts';
import type { Db } from '../db/connection.ts';
import { type InvitationKind, invitations } from '../db/schema.ts';

export type Invitation = typeof invitations.$inferSelect;

/** Letters of a code: the shorter ones are typed, are asked for again and again only within the limits, and are used up or run out. */
const LETTERS: Record<InvitationKind, number> = { players: 8, guardian: 10, coach: 26, 'family link': 26 };

/** Where a code is taken to. The code stands behind the #, which no server or proxy ever sees. */
const PATHS: Record<InvitationKind, string> = {
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

/** An invitation that works now, by its code as it was typed. */
export const invitationBy = (db: Db, typed: string, now: number): Invitation | undefined => {
  const row = db
    .select()
    .from(invitations)
    .where(and(eq(invitations.codeHash, hashOfCode(typed)), isNull(invitations.revokedAt), gt(invitations.endsAt, now)))
    .get();
  return row && (row.usesLeft === null || row.usesLeft > 0) ? row : undefined;
};

/** An address as a QR code: one path of dark squares. */
function qrOf(text: string): { path: string; size: number } {
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
