import { newItem } from '../../src/core/weeks/index.ts';
import type { Actor } from '../../src/server/accounts/actor.ts';
import { playerHistory, recordsCsv, streaksCsv } from '../../src/server/files/exports.ts';
import { lookAtPaper, paperListsOf, readInPaper, undoPaper } from '../../src/server/files/paper.ts';
import { addNote, dropNote, dropPause, setPause } from '../../src/server/progress/notes.ts';
import { dropStep, takeStep } from '../../src/server/progress/steps.ts';
import { dropBreak, putBreak, readRules, setStreakRule, setTables, setZone } from '../../src/server/rules/rules.ts';
import { previewPost, readPost, sendSummaries, writeToFamilies } from '../../src/server/screens/letters.ts';
import { playerCurve, playerScores } from '../../src/server/screens/player.ts';
import { calibration, compareWeeks, ground } from '../../src/server/screens/season.ts';
import { squadTables } from '../../src/server/tables/tables.ts';
import { setOwnNumber, squadNumbers } from '../../src/server/targets/numbers.ts';
import { openWeek, saveWeek } from '../../src/server/weeks/weeks.ts';
import { drillOf, only } from '../core/make.ts';
import { DAY, type Town, uuid } from './make.ts';

/* Rows of the policy matrix for progress, tables, rules, post and paper. */

const COACH = ['coach', 'assistant'] as const;
const HEAD = ['coach'] as const;
const KEY = 'sole-taps | 1 | count in time | 30 s';
const LIST = 'player,drill,value,date\nComet,Sole taps,20,2026-10-20\n';
const MAPPING = { player: 0, drill: 1, value: 2, date: 3, foot: null, amount: null, faults: null };

const ofComet = (t: Town) => ({ squad: t.squad, player: t.player.playerId });
let lines = 20;
const aList = (t: Town, a: Actor, id: string) =>
  readInPaper(t.context, a, {
    squad: t.squad,
    id,
    name: 'Autumn',
    text: `${LIST}Comet,Sole taps,${lines++},2026-10-19\n`,
    mapping: MAPPING,
    order: 'year-month-day',
    dry: false,
  });

/** A scored item in the week's plan, put there by the coach. */
function aScoredItem(t: Town, week: string): string {
  const item = newItem(uuid(), drillOf('sole-taps'));
  const { draft } = openWeek(t.context, t.coach, { week });
  saveWeek(t.context, t.coach, { week, draft, plan: { title: 'Numbers', focus: '', sessions: [only(item)] } });
  return item.id;
}

export const PROGRESS_ROWS: Record<
  string,
  { open: readonly ('coach' | 'assistant' | 'guardian')[]; call(t: Town, a: Actor, things: { week: string }): unknown }
> = {
  'numbers.squad': { open: COACH, call: (t, a, { week }) => squadNumbers(t.context, a, { week }) },
  'numbers.setOwn': {
    open: COACH,
    call: (t, a, { week }) => {
      const item = aScoredItem(t, week);
      return setOwnNumber(t.context, a, { week, id: uuid(), item, player: t.player.playerId, foot: 'both', kind: 'number', number: 12 });
    },
  },
  'progress.curve': { open: COACH, call: (t, a) => playerCurve(t.context, a, { ...ofComet(t), key: KEY }) },
  'progress.scores': { open: COACH, call: (t, a) => playerScores(t.context, a, ofComet(t)) },
  'progress.history': { open: ['coach', 'assistant', 'guardian'], call: (t, a) => playerHistory(t.context, a, ofComet(t)) },
  'progress.recordsCsv': { open: COACH, call: (t, a) => [...recordsCsv(t.context, a, { squad: t.squad })] },
  'progress.streaksCsv': { open: COACH, call: (t, a) => [...streaksCsv(t.context, a, { squad: t.squad })] },
  'progress.takeStep': {
    open: COACH,
    call: (t, a) => takeStep(t.context, a, { ...ofComet(t), id: uuid(), drillId: 'sole-taps', kind: 'rest', toDrillId: null }),
  },
  'progress.dropStep': {
    open: COACH,
    call: (t, a) => {
      const { id } = takeStep(t.context, t.coach, { ...ofComet(t), id: uuid(), drillId: 'sole-taps', kind: 'rest', toDrillId: null });
      return dropStep(t.context, a, { ...ofComet(t), step: id });
    },
  },
  'progress.note': { open: COACH, call: (t, a) => addNote(t.context, a, { ...ofComet(t), id: uuid(), text: 'Shy on a call.' }) },
  'progress.dropNote': {
    open: COACH,
    call: (t, a) => {
      // A note is its writer's to drop.
      const by = a === t.assistant ? a : t.coach;
      const note = addNote(t.context, by, { ...ofComet(t), id: uuid(), text: 'Shy on a call.' });
      return dropNote(t.context, a, { ...ofComet(t), note: note.id });
    },
  },
  'progress.pause': { open: COACH, call: (t, a) => setPause(t.context, a, { ...ofComet(t), pause: uuid(), from: '2026-11-02', to: null }) },
  'progress.dropPause': {
    open: COACH,
    call: (t, a) => {
      const { id } = setPause(t.context, t.coach, { ...ofComet(t), pause: uuid(), from: '2026-11-02', to: null });
      return dropPause(t.context, a, { ...ofComet(t), pause: id });
    },
  },
  'paper.lists': { open: COACH, call: (t, a) => paperListsOf(t.context, a, { squad: t.squad }) },
  'paper.look': { open: COACH, call: (t, a) => lookAtPaper(t.context, a, { squad: t.squad, text: LIST }) },
  'paper.read': { open: COACH, call: (t, a) => aList(t, a, uuid()) },
  'paper.undo': {
    open: COACH,
    call: (t, a) => {
      const list = uuid();
      const text = `${LIST}Comet,Sole taps,${20 + Math.random()},2026-10-21\n`;
      readInPaper(t.context, t.coach, { squad: t.squad, id: list, name: 'A', text, mapping: MAPPING, order: 'year-month-day', dry: false });
      return undoPaper(t.context, a, { squad: t.squad, list });
    },
  },
  'tables.ground': { open: COACH, call: (t, a) => ground(t.context, a, { squad: t.squad }) },
  'tables.tables': { open: COACH, call: (t, a) => squadTables(t.context, a, { squad: t.squad }) },
  'tables.compare': { open: COACH, call: (t, a) => compareWeeks(t.context, a, { squad: t.squad }) },
  'tables.calibration': { open: COACH, call: (t, a) => calibration(t.context, a, { squad: t.squad }) },
  'rules.read': { open: COACH, call: (t, a) => readRules(t.context, a, { squad: t.squad }) },
  'rules.setStreakRule': {
    open: HEAD,
    call: (t, a) => setStreakRule(t.context, a, { squad: t.squad, rule: { kind: 'N days a week', n: 3 } }),
  },
  'rules.setTables': { open: HEAD, call: (t, a) => setTables(t.context, a, { squad: t.squad, tableSchool: 'improvement' }) },
  'rules.setZone': { open: HEAD, call: (t, a) => setZone(t.context, a, { squad: t.squad, timeZone: 'Europe/Lisbon' }) },
  'rules.putBreak': {
    open: HEAD,
    call: (t, a) => putBreak(t.context, a, { squad: t.squad, break: uuid(), from: '2026-12-21', to: '2027-01-03', title: 'Winter' }),
  },
  'rules.dropBreak': {
    open: HEAD,
    call: (t, a) => {
      const id = uuid();
      putBreak(t.context, t.coach, { squad: t.squad, break: id, from: '2026-12-21', to: '2027-01-03', title: 'Winter' });
      return dropBreak(t.context, a, { squad: t.squad, break: id });
    },
  },
  'post.list': { open: COACH, call: (t, a) => readPost(t.context, a, { squad: t.squad }) },
  'post.preview': { open: COACH, call: (t, a) => previewPost(t.context, a, { squad: t.squad }) },
  'post.write': {
    open: COACH,
    call: (t, a) => writeToFamilies(t.context, a, { squad: t.squad, id: uuid(), players: null, subject: 'Snow', text: 'No training.' }),
  },
  'post.send': {
    open: COACH,
    call: (t, a) => {
      t.setNow(t.context.now() + 7 * DAY);
      try {
        return sendSummaries(t.context, a, { squad: t.squad });
      } finally {
        t.setNow(t.context.now() - 7 * DAY);
      }
    },
  },
};
