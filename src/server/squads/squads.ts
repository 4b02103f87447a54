import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { trainingDay } from '../../core/calendar/days.ts';
import type { ContactSchool, Home } from '../../core/drills/index.ts';
import type { DatedRule, DayRange } from '../../core/streaks/index.ts';
import { type Runner, TYPICAL_RUNNER } from '../../core/training/index.ts';
import { type PublishedWeek, weekForPlayer } from '../../core/weeks/index.ts';
import { staying } from '../accounts/leaving.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { playerPauses, players, squadBreaks, squadPlayers, squadRules, squads } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';

export type Squad = typeof squads.$inferSelect;

const squadQuery = prepared((db) =>
  db
    .select()
    .from(squads)
    .where(eq(squads.id, sql.placeholder('id')))
    .prepare(),
);

export function squadById(db: Db, id: string): Squad {
  const squad = squadQuery(db).get({ id });
  if (!squad) throw notFound();
  return squad;
}

/** A typical player of a squad, with the squad's own lengths of the run sheet. */
export const typicalRunnerOf = (squad: Pick<Squad, 'times'>): Runner => ({ ...TYPICAL_RUNNER, times: squad.times ?? undefined });

/** The training day that runs in a squad at an instant. */
export const squadDay = (squad: Pick<Squad, 'timeZone' | 'dayEndsAt'>, at: number) => trainingDay(at, squad.timeZone, squad.dayEndsAt);

/** About how old a player is: no more than the year of birth is known. */
export const ageOf = (member: Pick<Member, 'birthYear'>, squad: Pick<Squad, 'timeZone' | 'dayEndsAt'>, at: number) =>
  Number(squadDay(squad, at).slice(0, 4)) - member.birthYear;

export function rulesOf(db: Db, squadId: string): DatedRule[] {
  const rows = db.select().from(squadRules).where(eq(squadRules.squadId, squadId)).orderBy(asc(squadRules.from)).all();
  return rows.map(({ from, rule }) => ({ from, rule }));
}

/** Squad breaks and players' own pauses, read at once; gives the ranges of one player. */
export function breaksOf(db: Db, squadId: string, playerIds: readonly string[]): (playerId: string) => DayRange[] {
  const squad = db.select({ from: squadBreaks.from, to: squadBreaks.to }).from(squadBreaks).where(eq(squadBreaks.squadId, squadId)).all();
  const own = db
    .select()
    .from(playerPauses)
    .where(inArray(playerPauses.playerId, [...playerIds]))
    .all();
  return (playerId) => [...squad, ...own.filter((pause) => pause.playerId === playerId).map(({ from, to }) => ({ from, to }))];
}

export interface Member {
  id: string;
  nickname: string;
  birthYear: number;
  strongerFoot: 'left' | 'right' | 'both';
  level: 'starting' | 'steady' | 'strong';
  joinedOn: string;
  /** The own school of juggling contact; null follows the squad. */
  contactSchool: ContactSchool | null;
  /** Times in a hundred that a stretch number is meant to be reached; null follows the squad. */
  stretchAim: number | null;
  /** Does not read yet. */
  pictures: boolean;
  home: Home | null;
}

const memberColumns = {
  id: players.id,
  nickname: players.nickname,
  birthYear: players.birthYear,
  strongerFoot: players.strongerFoot,
  level: squadPlayers.level,
  joinedOn: squadPlayers.joinedOn,
  contactSchool: players.contactSchool,
  stretchAim: squadPlayers.stretchAim,
  pictures: players.pictures,
  home: players.home,
};

/** The school of contact that a member is taught in: the own choice, or the squad's. */
export const schoolOf = (squad: Pick<Squad, 'contactSchool'>, member: Pick<Member, 'contactSchool'>): ContactSchool =>
  member.contactSchool ?? squad.contactSchool;

/** A released week as a player of the squad gets it: in the own school, and for the own feet. */
export const weekFor = (squad: Pick<Squad, 'contactSchool'>, member: Pick<Member, 'contactSchool' | 'strongerFoot'>, week: PublishedWeek) =>
  weekForPlayer(week, schoolOf(squad, member), member.strongerFoot);

/** The players of a squad by nickname; those who left are not among them. */
export function membersOf(db: Db, squadId: string): Member[] {
  return db
    .select(memberColumns)
    .from(squadPlayers)
    .innerJoin(players, eq(players.id, squadPlayers.playerId))
    .where(and(eq(squadPlayers.squadId, squadId), isNull(squadPlayers.leftOn), staying()))
    .orderBy(asc(players.nickname))
    .all();
}

const memberQuery = prepared((db) =>
  db
    .select(memberColumns)
    .from(squadPlayers)
    .innerJoin(players, eq(players.id, squadPlayers.playerId))
    .where(
      and(
        eq(squadPlayers.squadId, sql.placeholder('squad')),
        eq(squadPlayers.playerId, sql.placeholder('player')),
        isNull(squadPlayers.leftOn),
        staying(),
      ),
    )
    .prepare(),
);

export function memberOf(db: Db, squadId: string, playerId: string): Member {
  const member = memberQuery(db).get({ squad: squadId, player: playerId });
  if (!member) throw notFound();
  return member;
}

/** Somebody who is or was in a squad, for what stays theirs: the family's page, and files. */
export function memberEver(db: Db, squadId: string, playerId: string): Member {
  const member = db
    .select(memberColumns)
    .from(squadPlayers)
    .innerJoin(players, eq(players.id, squadPlayers.playerId))
    .where(and(eq(squadPlayers.squadId, squadId), eq(squadPlayers.playerId, playerId)))
    .get();
  if (!member) throw notFound();
  return member;
}
