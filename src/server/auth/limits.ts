import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Problem } from '../problems.ts';

const MINUTE = 60;

/**
 * Limits on guessing a PIN or password. Three nets: wrong tries on one account from one address (5 in 5 min),
 * from one address on anything (60 in 10 min: a school on one network still gets in), and on one account from
 * anywhere (20 in 10 min). The last does not hold at addresses where this account signed in before, so a stranger
 * cannot lock a child out at home.
 */
export function createSignInLimits() {
  const pair = new RateLimiterMemory({ points: 5, duration: 5 * MINUTE });
  const address = new RateLimiterMemory({ points: 60, duration: 10 * MINUTE });
  const account = new RateLimiterMemory({ points: 20, duration: 10 * MINUTE });
  const known = new Set<string>();
  const pairKey = (who: string, from: string) => `${who}|${from}`;

  async function waitSeconds(limiter: RateLimiterMemory, key: string, points: number): Promise<number> {
    const seen = await limiter.get(key);
    return seen && seen.consumedPoints >= points ? Math.ceil(seen.msBeforeNext / 1000) : 0;
  }

  return {
    /** Throws when this account may not be tried from this address now. */
    async check(who: string, from: string): Promise<void> {
      const wait = Math.max(
        await waitSeconds(pair, pairKey(who, from), 5),
        await waitSeconds(address, from, 60),
        known.has(pairKey(who, from)) ? 0 : await waitSeconds(account, who, 20),
      );
      if (wait > 0) {
        const minutes = Math.max(1, Math.ceil(wait / MINUTE));
        throw new Problem('too many tries', `Too many wrong tries. Wait ${minutes} min, then try again, or ask your coach.`);
      }
    },
    async failed(who: string, from: string): Promise<void> {
      await pair.penalty(pairKey(who, from));
      await address.penalty(from);
      await account.penalty(who);
    },
    async succeeded(who: string, from: string): Promise<void> {
      known.add(pairKey(who, from));
      await pair.delete(pairKey(who, from));
    },
  };
}
export type SignInLimits = ReturnType<typeof createSignInLimits>;
