import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Problem } from '../problems.ts';

const MINUTE = 60;

/** Who is tried, from where. */
export interface Try {
  /** The account: a player's id, an e-mail address, or what was typed in place of one. */
  who: string;
  /** The socket's address. */
  from: string;
  /** The squad whose code was typed; null for accounts with e-mail and for codes of invitations. */
  squad: string | null;
  /** The device, where this account signed in on it before. */
  device: string | null;
}

const WRONG_HERE = { points: 5, duration: 5 * MINUTE };
const WRONG_FROM = { points: 60, duration: 10 * MINUTE };
const WRONG_ACCOUNT = { points: 20, duration: 10 * MINUTE };
const WRONG_SQUAD = { points: 200, duration: 10 * MINUTE };
/** What an account may ask for by mail: 3 in an hour, so that nobody's mailbox is filled. */
const ASKED = { points: 3, duration: 60 * MINUTE };

/**
 * Limits on guessing a PIN, a password or a code. Four nets: wrong tries on one account from one address (5 in 5 min), from one address on
 * anything (60 in 10 min: a school on one network still gets in), on one account from anywhere (20 in 10 min), and on a squad's players
 * from anywhere (200 in 10 min).
 *
 * None of them can be used to lock a child out: a device on which the account signed in before has a count of its own (5 in 5 min), whatever
 * strangers do; the nets over account and squad do not hold at addresses where the account signed in before; and a family link asks for no PIN.
 */
export function createSignInLimits() {
  const here = new RateLimiterMemory(WRONG_HERE);
  const address = new RateLimiterMemory(WRONG_FROM);
  const account = new RateLimiterMemory(WRONG_ACCOUNT);
  const squad = new RateLimiterMemory(WRONG_SQUAD);
  const asked = new RateLimiterMemory(ASKED);
  const known = new Set<string>();
  const placeKey = ({ who, from, device }: Try) => (device ? `${who}|device ${device}` : `${who}|${from}`);

  async function wait(limiter: RateLimiterMemory, key: string, points: number): Promise<number> {
    const seen = await limiter.get(key);
    return seen && seen.consumedPoints >= points ? Math.ceil(seen.msBeforeNext / 1000) : 0;
  }

  async function secondsToWait(one: Try): Promise<number> {
    const mine = await wait(here, placeKey(one), WRONG_HERE.points);
    if (one.device) return mine;
    const anywhere = await wait(address, one.from, WRONG_FROM.points);
    if (known.has(`${one.who}|${one.from}`)) return Math.max(mine, anywhere);
    const ofSquad = one.squad ? await wait(squad, one.squad, WRONG_SQUAD.points) : 0;
    return Math.max(mine, anywhere, await wait(account, one.who, WRONG_ACCOUNT.points), ofSquad);
  }

  return {
    /** @throws Problem "too many tries" when this account may not be tried from there now */
    async check(one: Try): Promise<void> {
      const seconds = await secondsToWait(one);
      if (seconds === 0) return;
      const minutes = Math.max(1, Math.ceil(seconds / MINUTE));
      throw new Problem('too many tries', `Too many wrong tries. Wait ${minutes} min, then try again, or ask your coach.`);
    },
    async failed(one: Try): Promise<void> {
      await here.penalty(placeKey(one));
      if (one.device) return;
      await address.penalty(one.from);
      await account.penalty(one.who);
      if (one.squad) await squad.penalty(one.squad);
    },
    async succeeded(one: Try): Promise<void> {
      known.add(`${one.who}|${one.from}`);
      await here.delete(placeKey(one));
    },
    /** Counts something that was asked for by mail; says whether it may be sent. */
    async mayAsk(who: string): Promise<boolean> {
      return (await asked.penalty(who)).consumedPoints <= ASKED.points;
    },
  };
}
export type SignInLimits = ReturnType<typeof createSignInLimits>;
