import { t } from '../text/translate.ts';
/** What an invitation is for, and what is handed on with it. */
export interface ToHandOn {
  kind: 'players' | 'coach' | 'guardian' | 'family link';
  squad: string;
  /** The child, for a guardian's code and a family link. */
  nickname: string | null;
  code: string;
  address: string;
  /** Until when it works, in words. */
  until: string;
}

/** An invitation as a message that is ready to paste. */
export function invitationWords({ kind, squad, nickname, code, address, until }: ToHandOn): string {
  const child = nickname ?? t('your child');
  switch (kind) {
    case 'players':
      return [
        t('Hello! {squad} trains at home with Eager Feet: short drills by a clock, with a ball and a little room.', { squad }),
        t('To join, open this on the phone or tablet that will be used, choose a nickname (no real name, please) and a PIN:'),
        address,
        t('Or type the code {code} there. It works until {until}. The coach lets each one in.', { code, until }),
      ].join('\n');
    case 'coach':
      return [
        t('Hello! You are invited to coach {squad} on Eager Feet. Open this once and set a password:', { squad }),
        address,
        t('It works until {until}.', { until }),
      ].join('\n');
    case 'guardian':
      return [
        t(
          'Hello! This connects you with {child} of {squad} on Eager Feet. You see what is kept, say yes or no to clips, and get the week in a short letter:',
          { child, squad },
        ),
        address,
        `Or type the code ${code} there. It works once, until ${until}. Please do not pass it on.`,
      ].join('\n');
    default:
      return [
        t(
          'Hello! This signs {child} in to the home training of {squad}. Open it on your own phone or tablet; then choose a PIN together:',
          { child, squad },
        ),
        address,
        `It works until ${until}. Who has it can sign in as ${child}, so please do not pass it on.`,
      ].join('\n');
  }
}
