import Database from 'better-sqlite3';
import { RateLimiterSQLite } from 'rate-limiter-flexible';
import { t } from '../../core/text/translate.ts';
import { networkOf } from '../platform/http/address.ts';
import { Problem } from '../platform/problems.ts';

const MINUTE = 60;
const DAY = 24 * 3600;

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

const NETS = {
  here: { points: 5, duration: 5 * MINUTE },
  address: { points: 60, duration: 10 * MINUTE },
  account: { points: 20, duration: 10 * MINUTE },
  squad: { points: 200, duration: 10 * MINUTE },
  /** What an account may ask for by mail: 3 in an hour, so that nobody's mailbox is filled. */
  asked: { points: 3, duration: 60 * MINUTE },
  /** What one network may ask for by mail, for whatever accounts. */
  'asked from': { points: 20, duration: 60 * MINUTE },
  /** Nicknames that were asked for and are taken: which ones there are is not told for nothing. */
  joining: { points: 20, duration: 60 * MINUTE },
} as const;
type Net = keyof typeof NETS;

/** How long an address is remembered at which an account has signed in. */
const KNOWN_SECONDS = 90 * DAY;

const TABLE = 'counts';

/** A count under a key. */
interface Count {
  net: Net;
  key: string;
}

function openCounts(file: string): Database.Database {
  const counts = new Database(file);
  counts.pragma('journal_mode = WAL');
  // A count that a power cut takes along costs nothing; one for every try must not wait for the disk.
  counts.pragma('synchronous = NORMAL');
  counts.exec(`create table if not exists ${TABLE} (key text primary key, points integer not null default 0, expire integer)`);
  return counts;
}

const tooMany = (seconds: number) => {
  const minutes = Math.max(1, Math.ceil(seconds / MINUTE));
  return new Problem(
    'too many tries',
    t('Too many wrong tries. Wait {minutes} min, then try again, or ask your coach.', { minutes }),
    [],
    Math.max(1, seconds),
  );
};

/**
 * Limits on guessing a PIN, a password or a code. Four nets: wrong tries on one account from one address (5 in 5 min), from one address on
 * anything (60 in 10 min: a school on one network still gets in), on one account from anywhere (20 in 10 min), and on a squad's players
 * from anywhere (200 in 10 min). An IPv6 /64 counts as one address.
 *
 * A try is counted before the slow hash is looked at and given back when it was right, so that of many sent at the same moment no more
 * are tested than of as many sent one after the other. The counts lie in a file of their own and outlive a restart.
 *
 * None of them can be used to lock a child out: a device on which the account signed in before has a count of its own (5 in 5 min), whatever
 * strangers do; the nets over account and squad do not hold at addresses where the account signed in before; and a family link asks for no PIN.
 * @param file where the counts are kept; “:memory:” for tests
 */
export function createSignInLimits(file: string) {
  const counts = openCounts(file);
  const netOf = (name: string, { points, duration }: { points: number; duration: number }) =>
    new RateLimiterSQLite({
      ...{ storeClient: counts, storeType: 'better-sqlite3', tableName: TABLE, tableCreated: true, clearExpiredByTimeout: false },
      ...{ keyPrefix: name, points, duration },
    });
  const nets = Object.fromEntries(Object.entries(NETS).map(([name, net]) => [name, netOf(name, net)])) as Record<Net, RateLimiterSQLite>;
  const known = netOf('known', { points: 1, duration: KNOWN_SECONDS });
  const knownKey = ({ who, from }: Try) => `${who}|${networkOf(from)}`;

  async function countsOf(one: Try): Promise<Count[]> {
    const network = networkOf(one.from);
    if (one.device) return [{ net: 'here', key: `${one.who}|device ${one.device}` }];
    const near: Count[] = [
      { net: 'here', key: `${one.who}|${network}` },
      { net: 'address', key: network },
    ];
    if (await known.get(knownKey(one))) return near;
    return [...near, { net: 'account', key: one.who }, ...(one.squad ? [{ net: 'squad' as const, key: one.squad }] : [])];
  }

  const giveBackAll = async (all: readonly Count[]) => {
    for (const { net, key } of all) await nets[net].reward(key);
  };

  /** Counts all at once; when one of them is over its limit, none is counted. */
  async function take(all: readonly Count[]): Promise<void> {
    let wait = 0;
    for (const { net, key } of all) {
      const { consumedPoints, msBeforeNext } = await nets[net].penalty(key);
      if (consumedPoints > NETS[net].points) wait = Math.max(wait, Math.ceil(msBeforeNext / 1000));
    }
    if (wait === 0) return;
    await giveBackAll(all);
    throw tooMany(wait);
  }

  return {
    /**
     * Counts a try, before it is looked at.
     * @returns what gives it back: to be called when the try was right
     * @throws Problem "too many tries" when this account may not be tried from there now; that try is not counted
     */
    async begin(one: Try): Promise<() => Promise<void>> {
      const all = await countsOf(one);
      await take(all);
      return async () => {
        const [mine, ...others] = all;
        // Whoever got in starts anew here; elsewhere the one try is given back.
        if (mine) await nets[mine.net].delete(mine.key);
        await giveBackAll(others);
        await known.set(knownKey(one), 1, KNOWN_SECONDS);
      };
    },
    /** Counts something that was asked for by mail; says whether it may be sent. */
    async mayAsk(who: string, from: string): Promise<boolean> {
      const byAccount = await nets.asked.penalty(who);
      const byNetwork = await nets['asked from'].penalty(networkOf(from));
      return byAccount.consumedPoints <= NETS.asked.points && byNetwork.consumedPoints <= NETS['asked from'].points;
    },
    /**
     * Counts a question whether a nickname is free, before it is answered.
     * @returns what gives it back: to be called when it was free
     * @throws Problem "too many tries"
     */
    async joining(from: string): Promise<() => Promise<void>> {
      const all: Count[] = [{ net: 'joining', key: networkOf(from) }];
      await take(all);
      return () => giveBackAll(all);
    },
    /** Forgets counts that are over. */
    tidy: (now: number): void => {
      counts.prepare(`delete from ${TABLE} where expire < ?`).run(now);
    },
    close: (): void => {
      counts.close();
    },
  };
}
export type SignInLimits = ReturnType<typeof createSignInLimits>;
