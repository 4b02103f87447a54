import { announceClip } from '../../src/server/clips/clips.ts';
import { saveDrill } from '../../src/server/drills/own.ts';
import { keepCue } from '../../src/server/review/cues.ts';
import { decideScore, waveThrough } from '../../src/server/review/decide.ts';
import { say } from '../../src/server/review/said.ts';
import { speak } from '../../src/server/review/spoken.ts';
import { sendGo } from '../../src/server/training/send-go.ts';
import { makeFeed } from '../../src/server/weeks/feeds.ts';
import { keepTemplate } from '../../src/server/weeks/templates.ts';
import { aGo, aHurtRun, anEvening, anOwnDrill, aPlan, aScore, releaseNow, sayYes, type Town, uuid } from './make.ts';
import { aKeptClip, aSpokenLine } from './review/bench-make.ts';

/** Things of the first squad and of its player, for whoever tries who may do what. */
export interface Things {
  week: string;
  score: string;
  decision: string;
  clip: string;
  template: string;
  feed: string;
  drill: string;
  hurt: string;
  /** A score that waits, and one with a kept clip, a remark and a spoken line. */
  waiting: string;
  filmed: string;
  keptClip: string;
  fact: string;
  spoken: string;
  wave: string;
  cue: string;
  /** A live evening that is open, and the code that is read aloud. */
  evening: string;
  eveningCode: string;
}

/** Makes one of each in a town with an assistant. */
export async function thingsOf(town: Town): Promise<Things> {
  const week = releaseNow(town);
  sayYes(town);
  const score = uuid();
  sendGo(town.context, town.player, aGo(town, 0, [aScore({ id: score })]));
  const decision = uuid();
  decideScore(town.context, town.coach, { score, id: decision, verdict: 'counted', value: null, reason: null, line: null, cues: [] });
  const clip = uuid();
  announceClip(town.context, town.player, { id: clip, scoreId: score, squadId: town.squad, workAt: 0 });
  const drill = anOwnDrill();
  saveDrill(town.context, town.coach, { squad: town.squad, drill: drill.id, basedOn: null, content: drill, newRecords: false });
  const template = keepTemplate(town.context, town.coach, {
    squad: town.squad,
    id: uuid(),
    name: 'Wall night',
    sessions: aPlan().sessions,
  }).id;
  const { feed } = makeFeed(town.context, town.guardian, { squad: town.squad, id: uuid(), player: town.player.playerId });
  const hurt = aHurtRun(town);
  const [waiting, filmed, waved, fact, spoken, wave, cue] = [uuid(), uuid(), uuid(), uuid(), uuid(), uuid(), uuid()];
  for (const id of [waiting, filmed, waved]) sendGo(town.context, town.player, aGo(town, 0, [aScore({ id, value: 50 })]));
  const keptClip = aKeptClip(town, filmed);
  say(town.context, town.coach, { score: filmed, id: fact, say: { kind: 'remark', at: 1, text: 'Heels up' } });
  await speak(town.context, town.coach, { score: filmed, id: spoken, data: await aSpokenLine(1) });
  waveThrough(town.context, town.coach, { squad: town.squad, id: wave, scores: [{ score: waved, decision: uuid() }] });
  const { id: evening, code: eveningCode } = anEvening(town);
  keepCue(town.context, town.coach, { squad: town.squad, id: cue, drillId: 'sole-taps', text: 'Quiet as rain' });
  return {
    ...{ evening, eveningCode },
    waiting,
    filmed,
    keptClip,
    fact,
    spoken,
    wave,
    cue,
    hurt,
    week,
    score,
    decision,
    clip,
    template,
    feed: feed.id,
    drill: drill.id,
  };
}
