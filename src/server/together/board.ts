import { and, eq, gte, sql } from 'drizzle-orm';
import type { Board, NumberView, PersonTogether, TogetherScene } from '../../contract/together.ts';
import { doubtSentence } from '../../core/scores/index.ts';
import { type GoTogether, goesTogether, sheetTogether } from '../../core/together/sheet.ts';
import { type NumberTogether, shownToSquad } from '../../core/together/shown.ts';
import { type Command, lastGo } from '../../core/together/squad-clock.ts';
import { TYPICAL_RUNNER } from '../../core/training/index.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { runs, scores } from '../platform/db/schema.ts';
import { type JudgedScore, judgedScores } from '../scores/facts.ts';
import { type Member, membersOf, squadById } from '../squads/squads.ts';
import { outOfTables } from '../tables/tables.ts';
import { contentOf } from '../weeks/contents.ts';
import { type Evening, endOf, eveningOnly } from '../weeks/evenings.ts';

/** The goes of an evening, in order: as many, and in the same order, for everybody. */
export function goesOfEvening(db: Db, evening: Evening): GoTogether[] {
  const content = eveningOnly(contentOf(db, evening.revisionId), evening);
  const session = content.sessions[0];
  return session ? goesTogether(sheetTogether(session, new Map(Object.entries(content.drills)), TYPICAL_RUNNER)) : [];
}

/** The numbers of an evening that came in from an instant on, judged, each with its go. */
function numbersOf(db: Db, evening: Evening, since: number): { go: number; judged: JudgedScore }[] {
  const goes = goesOfEvening(db, evening);
  const ofEvening = sql`${scores.runId} in (select ${runs.id} from ${runs} where ${eq(runs.eveningId, evening.id)})`;
  // Nothing of it came in before it was opened; the squad's index leads to what did.
  const here = and(eq(scores.squadId, evening.squadId), gte(scores.receivedAt, Math.max(since, evening.madeAt)), ofEvening);
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

/** What the coach of an evening sees: who is there, what each does, and the numbers of the go as they come; all of them once it is over. */
export function boardOf({ db, rooms }: Context, evening: Evening, commands: readonly Command[]): Board {
  const here = rooms.present(evening.id);
  const numbers = numbersOf(db, evening, endOf(commands) === null ? (lastGo(commands)?.at ?? 0) : 0);
  const people = membersOf(db, evening.squadId).map((member): PersonTogether => {
    const said = (here.get(member.id) ?? 'here') as Exclude<PersonTogether['doing'], 'away'>;
    return {
      playerId: member.id,
      nickname: member.nickname,
      doing: here.has(member.id) ? said : 'away',
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
export function sceneOf({ db, rooms }: Context, evening: Evening, commands: readonly Command[]): TogetherScene {
  const last = lastGo(commands);
  const go = last?.go ?? null;
  const { tableSchool } = squadById(db, evening.squadId);
  const members = new Map(membersOf(db, evening.squadId).map((member) => [member.id, member]));
  const on = [...rooms.present(evening.id).keys()].filter((id) => members.has(id));
  const all = numbersOf(db, evening, last?.at ?? 0);
  const out = outOfTables(db, [...members.keys()]);
  const ofGo = all.filter((one) => one.go === go);
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
