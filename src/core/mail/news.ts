import { type Letter, letterOf } from './text.ts';

/** What can happen to who may get into an account or see a child. */
export const ACCOUNT_EVENTS = [
  'new device',
  'password changed',
  'new PIN',
  'two-factor on',
  'two-factor off',
  'coach joined',
  'coach removed',
  'role changed',
  'guardian asked',
  'guardian joined',
  'guardian refused',
  'guardian removed',
  'link made',
  'link ended',
] as const;
export type AccountEventKind = (typeof ACCOUNT_EVENTS)[number];

/** Whom the account belongs to, seen from who reads of it. */
export type Whose = 'mine' | 'my child' | 'squad';

const SENTENCES: Record<AccountEventKind, (whose: Whose, detail: string) => string> = {
  'new device': (whose, detail) =>
    ({
      mine: `Signed in on a device that was not used before: ${detail}.`,
      'my child': `Your child’s account was opened on a device that was not used before: ${detail}.`,
      squad: `Signed in on a new device: ${detail}.`,
    })[whose],
  'password changed': () => 'The password was changed. Sign-ins with the old one have ended.',
  'new PIN': (whose) =>
    whose === 'my child'
      ? 'Your child has a new PIN. Sign-ins and links with the old one have ended.'
      : 'A new PIN. Sign-ins and links with the old one have ended.',
  'two-factor on': () => 'Signing in now asks for a code of an authenticator app too.',
  'two-factor off': () => 'Signing in asks for no code of an authenticator app any more.',
  'coach joined': (_whose, detail) => `A coach joined the squad as ${detail}.`,
  'coach removed': () => 'A coach was taken out of the squad. Invitations, cards and links of that coach have ended.',
  'role changed': (whose, detail) => (whose === 'mine' ? `You are now ${detail} of a squad.` : `A coach of the squad is now ${detail}.`),
  'guardian asked': () => 'Somebody with a code asks to be a guardian of your child too. Say yes or no on the family page.',
  'guardian joined': (whose) => (whose === 'mine' ? 'You are now a guardian of a child.' : 'A guardian was connected with the child.'),
  'guardian refused': () => 'Somebody who asked to be a guardian was refused.',
  'guardian removed': (whose) => (whose === 'mine' ? 'You are no guardian of a child any more.' : 'A guardian was taken out.'),
  'link made': (_whose, detail) => `Made: ${detail}.`,
  'link ended': (_whose, detail) => `Ended: ${detail}.`,
};

/**
 * What happened, in a sentence that names nobody.
 * @param detail a device, a role, a kind of link, as it was written down; null where there is none
 */
export const newsInWords = (kind: AccountEventKind, whose: Whose, detail: string | null): string =>
  SENTENCES[kind](whose, detail ?? 'not known');

/** The same as a letter to whom it concerns. */
export function newsLetter(kind: AccountEventKind, whose: Whose, detail: string | null): Letter {
  return letterOf(
    'News of your Eager Feet account',
    newsInWords(kind, whose, detail),
    [
      {
        heading: 'Not you, and not expected?',
        lines: ['Look at your account page, end what should not be there, and tell your head coach.'],
      },
    ],
    'This mail is sent whenever something changes about who can get in.',
  );
}
