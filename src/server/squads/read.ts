import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { People } from '../../contract/squads.ts';
import type { Actor } from '../accounts/actor.ts';
import { staying } from '../accounts/leaving.ts';
import type { Context } from '../context.ts';
import { joinRequests, playerGuardians, players, squadCoaches, squadPlayers, user } from '../platform/db/schema.ts';
import { allow, asPerson } from '../policy.ts';
import { groupsOf, groupsSaid } from './groups.ts';
import { kindsFor, workingInvitations } from './invitations.ts';
import { squadById } from './squads.ts';

/** Everybody of a squad, who asked to join, and the invitations that work. */
export function readPeople(context: Context, actor: Actor, input: { squad: string }): People {
  const { db } = context;
  allow(db, actor, 'see people', input);
  const squad = squadById(db, input.squad);
  const coaches = db
    .select({ userId: user.id, name: user.name, role: squadCoaches.role })
    .from(squadCoaches)
    .innerJoin(user, eq(user.id, squadCoaches.userId))
    .where(eq(squadCoaches.squadId, squad.id))
    .orderBy(asc(user.name))
    .all();
  const members = db
    .select({
      playerId: players.id,
      nickname: players.nickname,
      birthYear: players.birthYear,
      yearUnsaid: players.yearUnsaid,
      strongerFoot: players.strongerFoot,
      home: players.home,
      level: squadPlayers.level,
      joinedOn: squadPlayers.joinedOn,
    })
    .from(squadPlayers)
    .innerJoin(players, eq(players.id, squadPlayers.playerId))
    .where(and(eq(squadPlayers.squadId, squad.id), isNull(squadPlayers.leftOn), staying()))
    .orderBy(asc(players.nickname))
    .all();
  const ids = members.map((one) => one.playerId);
  const guardians = db
    .select({ playerId: playerGuardians.playerId, userId: user.id, name: user.name })
    .from(playerGuardians)
    .innerJoin(user, eq(user.id, playerGuardians.userId))
    .where(inArray(playerGuardians.playerId, ids))
    .orderBy(asc(playerGuardians.since), sql`${playerGuardians}.rowid`)
    .all();
  const said = groupsSaid(context, squad);
  const { userId } = asPerson(actor);
  return {
    squad: { id: squad.id, name: squad.name, town: squad.town, code: squad.code, timeZone: squad.timeZone },
    me: { userId, role: coaches.find((one) => one.userId === userId)?.role ?? 'assistant' },
    coaches,
    groups: groupsOf(db, squad.id),
    players: members.map(({ home, ...one }) => ({
      ...one,
      ...(home ? { step: home.step } : {}),
      group: said.get(one.playerId)?.group ?? null,
      groupFrom: said.get(one.playerId)?.from ?? null,
      guardians: guardians.filter(({ playerId }) => playerId === one.playerId).map(({ userId: id, name }) => ({ userId: id, name })),
    })),
    requests: db
      .select({
        id: joinRequests.id,
        nickname: joinRequests.nickname,
        birthYear: joinRequests.birthYear,
        strongerFoot: joinRequests.strongerFoot,
        at: joinRequests.at,
      })
      .from(joinRequests)
      .where(and(eq(joinRequests.squadId, squad.id), eq(joinRequests.state, 'waiting')))
      .orderBy(asc(joinRequests.at))
      .all(),
    invitations: workingInvitations(context, input, kindsFor(actor, squad.id)),
  };
}
