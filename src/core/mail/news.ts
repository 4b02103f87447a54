import { t } from '../text/translate.ts';
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
      mine: t('Signed in on a device that was not used before: {detail}.', { detail }),
      'my child': t('Your child’s account was opened on a device that was not used before: {detail}.', { detail }),
      squad: t('Signed in on a new device: {detail}.', { detail }),
    })[whose],
  'password changed': () => t('The password was changed. Sign-ins with the old one have ended.'),
  'new PIN': (whose) =>
    whose === 'my child'
      ? t('Your child has a new PIN. Sign-ins and links with the old one have ended.')
      : t('A new PIN. Sign-ins and links with the old one have ended.'),
  'two-factor on': () => t('Signing in now asks for a code of an authenticator app too.'),
  'two-factor off': () => t('Signing in asks for no code of an authenticator app any more.'),
  'coach joined': (_whose, detail) => t('A coach joined the squad as {detail}.', { detail }),
  'coach removed': () => t('A coach was removed from the squad. Invitations, cards and links of that coach have ended.'),
  'role changed': (whose, detail) =>
    whose === 'mine' ? t('You are now {detail} of a squad.', { detail }) : t('A coach of the squad is now {detail}.', { detail }),
  'guardian asked': () => t('Somebody with a code asks to be a guardian of your child too. Say yes or no on the family page.'),
  'guardian joined': (whose) =>
    whose === 'mine' ? t('You are now a guardian of a child.') : t('A guardian was connected with the child.'),
  'guardian refused': () => t('Somebody who asked to be a guardian was refused.'),
  'guardian removed': (whose) => (whose === 'mine' ? t('You are no guardian of a child any more.') : t('A guardian was removed.')),
  'link made': (_whose, detail) => t('Made: {detail}.', { detail }),
  'link ended': (_whose, detail) => t('Ended: {detail}.', { detail }),
};

/**
 * What happened, in a sentence that names nobody.
 * @param detail a device, a role, a kind of link, as it was written down; null where there is none
 */
export const newsInWords = (kind: AccountEventKind, whose: Whose, detail: string | null): string =>
  SENTENCES[kind](whose, detail ?? t('not known'));

/** The same as a letter to whom it concerns. */
export function newsLetter(kind: AccountEventKind, whose: Whose, detail: string | null): Letter {
  return letterOf(
    t('News of your Eager Feet account'),
    newsInWords(kind, whose, detail),
    [
      {
        heading: t('Not you, and not expected?'),
        lines: [t('Look at your account page, end what should not be there, and tell your head coach.')],
      },
    ],
    t('This mail is sent whenever something changes about who can get in.'),
  );
}
