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
  const child = nickname ?? 'your child';
  switch (kind) {
    case 'players':
      return [
        `Hello! ${squad} trains at home with Eager Feet: short drills by a clock, with a ball and a little room.`,
        `To join, open this on the phone or tablet that will be used, choose a nickname (no real name, please) and a PIN:`,
        address,
        `Or type the code ${code} there. It works until ${until}. The coach lets each one in.`,
      ].join('\n');
    case 'coach':
      return [
        `Hello! You are invited to coach ${squad} on Eager Feet. Open this once and set a password:`,
        address,
        `It works until ${until}.`,
      ].join('\n');
    case 'guardian':
      return [
        `Hello! This connects you with ${child} of ${squad} on Eager Feet. You see what is kept, say yes or no to clips, and get the week in a short letter:`,
        address,
        `Or type the code ${code} there. It works once, until ${until}. Please do not pass it on.`,
      ].join('\n');
    default:
      return [
        `Hello! This signs ${child} in to the home training of ${squad}. Open it on your own phone or tablet; then choose a PIN together:`,
        address,
        `It works until ${until}. Who has it can sign in as ${child}, so please do not pass it on.`,
      ].join('\n');
  }
}
