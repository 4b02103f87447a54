import { eq, sql } from 'drizzle-orm';
import type { Board, NumberView, PersonTogether, Scene } from '../../contract/together.ts';
import type { Drill } from '../../core/drills/index.ts';
import { doubtSentence } from '../../core/scores/index.ts';
import { type GoTogether, goesTogether, sheetTogether } from '../../core/together/sheet.ts';
import { type NumberTogether, shownToSquad } from '../../core/together/shown.ts';
import type { Command } from '../../core/together/squad-clock.ts';
import { TYPICAL_RUNNER } from '../../core/training/index.ts';
import type { Session } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { runs, scores } from '../platform/db/schema.ts';
import { type JudgedScore, judgedScores } from '../scores/facts.ts';
import { type Member, membersOf, squadById } from '../squads/squads.ts';
import { outOfTables } from '../tables/tables.ts';
import { contentOf } from '../weeks/contents.ts';
import { type Evening, eveningOnly } from '../weeks/evenings.ts';

/** The goes of an evening, in order: as many, and in the same order, for everybody. */
export function goesOfEvening(db: Db, evening: Evening): GoTogether[] {
  const content = eveningOnly(contentOf(db, evening.revisionId), evening);
  const session = content.sessions[0];
  return session ? goesTogether(sheetTogether(session, new Map(Object.entries(content.drills)), TYPICAL_RUNNER)) : [];
}

/** All numbers of an evening, judged, each with its go. */
function numbersOf(db: Db, evening: Evening): { go: number; judged: JudgedScore }[] {
  const goes = goesOfEvening(db, evening);
  const here = sql`${scores.runId} in (select ${runs.id} from ${runs} where ${eq(runs.eveningId, evening.id)})`;
  return judgedScores(db, here).map((judged) => ({
    go: goes.findIndex((go) => go.itemId === judged.score.itemId && go.round === judged.score.round),
    judged,
  }));
}

const viewOf = ({ go, judged: { score, result, standing, doubts } }: { go: number; judged: JudgedScore }): NumberView => ({
  ...{ scoreId: score.id, go, foot: score.foot, value: score.value, result, standing },
  doubts: doubts.map(doubtSentence),
  at: score.receivedAt,
});

/** What the coach of an evening sees: who is there, what each does, and the numbers as they come. */
export function boardOf({ db, rooms }: Context, evening: Evening): Board {
  const here = new Set(rooms.present(evening.id).map((one) => one.who));
  const numbers = numbersOf(db, evening);
  const people = membersOf(db, evening.squadId).map((member): PersonTogether => {
    const said = rooms.said(evening.id, member.id) as Exclude<PersonTogether['doing'], 'away'> | null;
    return {
      playerId: member.id,
      nickname: member.nickname,
      doing: here.has(member.id) ? (said ?? 'here') : 'away',
      numbers: numbers.filter((one) => one.judged.score.playerId === member.id).map(viewOf),
    };
  });
  return { people };
}

/** A number that waits for nobody: clear, or decided for. */
const isClear = ({ standing }: JudgedScore) => standing === 'clear' || standing === 'counted' || standing === 'corrected';

function togetherOf(members: ReadonlyMap<string, Member>, out: ReadonlySet<string>, judged: JudgedScore): NumberTogether[] {
  const { playerId, foot, measure } = judged.score;
  const member = members.get(playerId);
  if (!member) return [];
  const { result, recordBefore } = judged;
  return [
    { playerId, nickname: member.nickname, foot, result, measure, recordBefore, isClear: isClear(judged), isShown: !out.has(playerId) },
  ];
}

/** What the players of an evening see of each other: of the go that began last, by the squad's school of tables. */
export function sceneOf({ db, rooms }: Context, evening: Evening, commands: readonly Command[]): Scene {
  const last = commands.findLast((one) => one.type === 'go');
  const go = last?.type === 'go' ? last.go : null;
  const { tableSchool } = squadById(db, evening.squadId);
  const members = new Map(membersOf(db, evening.squadId).map((member) => [member.id, member]));
  const on = [...new Set(rooms.present(evening.id).map((one) => one.who))].filter((id) => members.has(id));
  const all = numbersOf(db, evening);
  const out = outOfTables(db, [...members.keys()]);
  const ofGo = all.filter((one) => one.go === go && one.judged.score.receivedAt >= (last?.at ?? 0));
  const shown = shownToSquad(
    tableSchool,
    ofGo.flatMap((one) => togetherOf(members, out, one.judged)),
    on,
  );
  const again = all.flatMap(({ go: asked, judged }) =>
    judged.standing === 'again please' &&
    !all.some(
      (later) =>
        later.go === asked &&
        later.judged.score.playerId === judged.score.playerId &&
        later.judged.score.receivedAt > (judged.decision?.at ?? 0),
    )
      ? [{ playerId: judged.score.playerId, go: asked }]
      : [],
  );
  return { go, on: on.length, school: tableSchool, again, ...shown };
}

/** The names of an evening's goes, in order, as a player has the drills. */
export const goNamesOf = (session: Session, drills: Readonly<Record<string, Drill>>): string[] =>
  goesTogether(sheetTogether(session, new Map(Object.entries(drills)), TYPICAL_RUNNER)).map((go) => drills[go.drillId]?.name ?? go.drillId);
