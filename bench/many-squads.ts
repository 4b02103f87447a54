import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { actorOf } from '../src/server/accounts/actor.ts';
import { CLIP_CONSENT } from '../src/server/consent/consent.ts';
import { createContext } from '../src/server/context.ts';
import { readConfig } from '../src/server/platform/config.ts';
import { user } from '../src/server/platform/db/schema.ts';
import { giveConsent } from '../src/server/screens/family.ts';
import { addAccount, addCoach, addGuardian, addPlayer, addSquad } from '../src/server/squads/people.ts';
import { makeWeek, releaseWeek, saveWeek } from '../src/server/weeks/weeks.ts';
import { anItem, timed } from '../tests/core/make.ts';
import { aPlan } from '../tests/server/make.ts';

/** A squad of a house that is full, and how its people sign in. */
export interface FullSquad {
  code: string;
  id: string;
  mail: string;
  /** Nicknames; the first one's family said yes to clips. */
  players: string[];
}

export const PASSWORD = 'a long enough password';
export const PIN = '2468';

/**
 * Fills a folder of data with squads whose week is open.
 * @param goes how many counts of half a minute the week's one session has
 */
export async function manySquads(
  dataDir: string,
  of: { squads: number; players: number; goes: number; prefix: string },
): Promise<FullSquad[]> {
  const context = createContext(readConfig({ DATA_DIR: dataDir }), Date.now, 'silent');
  const actor = (id: string) => {
    const row = context.db.select().from(user).where(eq(user.id, id)).get();
    if (!row) throw new Error('nobody there');
    return actorOf(context.db, row);
  };
  const squads: FullSquad[] = [];
  for (let s = 0; s < of.squads; s++) {
    const code = `${of.prefix}${String.fromCharCode(65 + Math.floor(s / 26), 65 + (s % 26))}`;
    const id = addSquad(context, {
      ...{ name: `Squad ${s}`, town: 'Quillhaven', code, timeZone: 'America/Chicago' },
      ...{ rule: { kind: 'every day', freeDays: 1 }, from: new Date().toISOString().slice(0, 10) },
    });
    const mail = `coach${s}@full.example`;
    const coach = await addAccount(context, { name: `Coach ${s}`, email: mail, password: PASSWORD, kind: 'coach' });
    const family = { name: `Family ${s}`, email: `family${s}@full.example`, password: PASSWORD, kind: 'guardian' } as const;
    const guardian = await addAccount(context, family);
    addCoach(context, id, coach, 'head coach');
    const players: string[] = [];
    for (let p = 0; p < of.players; p++) {
      const nickname = `Otter${p}`;
      const joinedOn = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
      const made = await addPlayer(context, id, { nickname, birthYear: 2016, strongerFoot: 'right', level: 'steady', pin: PIN, joinedOn });
      players.push(nickname);
      if (p > 0) continue;
      addGuardian(context, made.playerId, guardian);
      const consent = { player: made.playerId, id: uuid(), kind: 'clips', yes: true, textVersion: CLIP_CONSENT.version } as const;
      giveConsent(context, actor(guardian), consent);
    }
    const week = uuid();
    makeWeek(context, actor(coach), { squad: id, id: week });
    const plan = aPlan(Array.from({ length: of.goes }, () => anItem('sole-taps', timed(30))));
    saveWeek(context, actor(coach), { week, draft: 1, plan });
    releaseWeek(context, actor(coach), { week, when: { kind: 'now' } });
    squads.push({ code, id, mail, players });
  }
  context.db.$client.close();
  return squads;
}
