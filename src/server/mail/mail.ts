import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import nodemailer from 'nodemailer';
import { v7 as uuid } from 'uuid';
import { type Letter, letterOf } from '../../core/mail/index.ts';
import { stampInName } from '../../core/operations/index.ts';
import { ENGLISH, t } from '../../core/text/translate.ts';
import type { Seal } from '../accounts/hashes.ts';
import type { AccountMail } from '../accounts/parts.ts';
import type { Config } from '../platform/config.ts';
import type { Db } from '../platform/db/connection.ts';
import { outbox } from '../platform/db/schema.ts';
import { inLanguage } from '../platform/languages.ts';
import { languageChosen } from '../platform/readers.ts';

export interface Mail extends Letter {
  userId: string;
  letterId: string | null;
  playerId: string | null;
}

/** Writes a mail into the outbox. */
export function putMail(db: Db, mail: Mail, madeAt: number, notBefore: number): void {
  const { userId, letterId, playerId, subject, plain, html } = mail;
  db.insert(outbox).values({ id: uuid(), userId, letterId, playerId, subject, plain, html, madeAt, notBefore }).run();
}

/** Mail about an account itself goes at once: somebody waits for it. It may carry a link that opens the account, so it lies sealed until it goes. */
export function putSealedMail(db: Db, { seal }: Seal, userId: string, letter: Letter, at: number): void {
  const { subject, plain, html } = letter;
  putMail(db, { userId, letterId: null, playerId: null, subject, plain: seal(plain), html: seal(html) }, at, at);
}

/** Mail that an account asked for itself. */
export function putAccountMail(db: Db, seal: Seal, { userId, address }: AccountMail, at: number): void {
  const make = () =>
    letterOf(
      t('A new password for Eager Feet'),
      t('Somebody, we hope you, asked for a new password.'),
      [{ heading: t('Choose it here, within the hour'), lines: [address] }],
      t('If it was not you, do nothing: the old password goes on working.'),
    );
  const letter = inLanguage(languageChosen(db, userId) ?? ENGLISH.language, make);
  putSealedMail(db, seal, userId, letter, at);
}

/** How mail leaves the house: a server's own mail service where one is set, else files in the local mailbox. */
export interface Transport {
  send(mail: { id: string; to: string; subject: string; plain: string; html: string; at: number }): Promise<void>;
}

/** Where whoever keeps the house reads mail: the bare address of what letters come from. */
export const keepersAddress = ({ mailFrom }: Config): string => /[^<\s]+@[^>\s]+/.exec(mailFrom)?.[0] ?? mailFrom;

export const mailboxOf = (config: Config): string => join(config.dataDir, 'mailbox');

/** The mail as it goes over the wire. */
const messageOf = (config: Config, mail: Parameters<Transport['send']>[0]) => ({
  from: config.mailFrom,
  to: mail.to,
  subject: mail.subject,
  text: mail.plain,
  html: mail.html,
  date: new Date(mail.at),
  messageId: `<${mail.id}@eager-feet>`,
  headers: { 'auto-submitted': 'auto-generated' },
});

/** The stand-in that ships with the house: each mail is a file that any mail program opens. */
function localMailbox(config: Config): Transport {
  const maker = nodemailer.createTransport({ streamTransport: true, buffer: true });
  return {
    async send(mail) {
      const { message } = await maker.sendMail(messageOf(config, mail));
      mkdirSync(mailboxOf(config), { recursive: true, mode: 0o700 });
      writeFileSync(join(mailboxOf(config), `${stampInName(mail.at)}-${mail.id}.eml`), message as Buffer, { mode: 0o600 });
    },
  };
}

function bySmtp(config: Config, url: string): Transport {
  const sender = nodemailer.createTransport({ url, connectionTimeout: 10_000, socketTimeout: 20_000 });
  return { send: async (mail) => void (await sender.sendMail(messageOf(config, mail))) };
}

export const transportFor = (config: Config): Transport => (config.smtpUrl ? bySmtp(config, config.smtpUrl) : localMailbox(config));
