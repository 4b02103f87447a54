import { expect } from 'chai';
import { Decide, type DecideSent } from '../../../src/contract/review.ts';
import { PRAISES } from '../../../src/core/review/index.ts';
import { term } from '../../../src/core/text/translate.ts';
import { chooseLanguage } from '../../../src/server/accounts/language.ts';
import { inLanguage } from '../../../src/server/platform/languages.ts';
import { openBench } from '../../../src/server/review/bench.ts';
import { decideScore, undoDecision, waveThrough } from '../../../src/server/review/decide.ts';
import { reviewQueue, waitingAfter } from '../../../src/server/review/queue.ts';
import { family } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { today } from '../../../src/server/screens/today.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, DAY, MONDAY_TEN, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('review on the server', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  const send = (value: number | null, item = 0) => {
    const score = aScore({ value });
    sendGo(town.context, town.player, aGo(town, item, [score]));
    return score.id;
  };
  const queue = () => reviewQueue(town.context, town.coach, { squad: town.squad });
  const decide = (score: string, change: Partial<DecideSent>) =>
    decideScore(town.context, town.coach, {
      score,
      id: uuid(),
      verdict: 'counted',
      value: null,
      reason: null,
      line: null,
      cues: [],
      ...change,
    });
  const best = () => myFeet(town.context, town.player).drills[0]?.feet[0]?.record?.result;

  it('shows doubted ones first, with the doubts in words and the record before', () => {
    send(60);
    town.setNow(MONDAY_TEN + 1000);
    send(130);
    town.setNow(MONDAY_TEN + 2000);
    send(58);
    const { waiting } = queue();
    expect(waiting.map((item) => [item.value, item.result])).to.deep.equal([
      [130, 'cannot be'],
      [58, 'clear'],
      [60, 'clear'],
    ]);
    expect(waiting[0]?.doubts[0]?.sentence).to.include('4.3 a second');
    expect(waiting[0]).to.include({ recordBefore: 60 });
    expect(today(town.context, town.coach, { squad: town.squad }).toReview).to.deep.equal({ doubted: 1, clips: 0, clear: 2, minutes: 1 });
  });

  it('gives a long queue in parts that together are all of it, in order, also when one is decided between two of them', () => {
    for (let i = 0; i < 64; i++) {
      town.setNow(MONDAY_TEN + i * 1000);
      send(50 + (i % 3));
    }
    const first = queue();
    expect([first.waiting.length, first.waitingInAll]).to.deep.equal([60, 64]);
    const last = first.waiting.at(-1)?.scoreId ?? '';
    decide(last, {});
    const rest = waitingAfter(town.context, town.coach, { squad: town.squad, after: first.more ?? '' });
    expect([rest.waiting.length, rest.more]).to.deep.equal([4, null]);
    const times = [...first.waiting, ...rest.waiting].map((item) => item.doneAt);
    expect(times).to.deep.equal([...new Set(times)].sort((a, b) => b - a));
    expect(() => waitingAfter(town.context, town.player, { squad: town.squad, after: '0.0.a' })).to.throw();
  });

  it('lets a doubted score into the record only when counted, and takes it out again on undo', () => {
    send(60);
    const doubted = send(100);
    expect(best()).to.equal(60);
    const after = decide(doubted, { verdict: 'counted', line: 'I saw it. Great.' });
    expect([after.standing, best()]).to.deep.equal(['counted', 100]);
    const undone = undoDecision(town.context, town.coach, { decision: after.history[0]?.id ?? '', id: uuid() });
    expect([undone.standing, best()]).to.deep.equal(['waiting for the coach', 60]);
    expect(undone.history.map((fact) => fact.verdict)).to.deep.equal(['counted', 'undo']);
  });

  it('counts a corrected score with the recount, and nothing when set aside or asked again', () => {
    const score = send(100);
    decide(score, { verdict: 'corrected', value: 48 });
    expect(best()).to.equal(48);
    town.setNow(MONDAY_TEN + 1000);
    decide(score, { verdict: 'set aside', reason: 'Two players in the clip' });
    expect(best()).to.equal(undefined);
    expect(queue().decided[0]).to.include({ standing: 'set aside' });
  });

  it('writes the same decision once', () => {
    const score = send(60);
    const id = uuid();
    decide(score, { id, line: 'Good' });
    expect(decide(score, { id, line: 'Changed' }).history.map((fact) => fact.line)).to.deep.equal(['Good']);
  });

  it('brings the line to the player and the guardian', () => {
    const score = send(60);
    decide(score, { verdict: 'corrected', value: 55, line: 'Count only the top of the ball.', cues: ['Light as a cat'] });
    const line = myFeet(town.context, town.player).lines[0];
    expect(line).to.include({ verdict: 'corrected', claimed: 60, value: 55, line: 'Count only the top of the ball.' });
    expect(family(town.context, town.guardian).children[0]?.lines[0]).to.deep.equal(line);
  });

  it('brings the line in the language of who reads, and marks it where it was not said in that', () => {
    const [both, one, praised] = [send(60), send(61), send(62)];
    const inSpanish = <T>(work: () => T) => inLanguage('es', work);
    const lineOf = (score: string) =>
      myFeet(town.context, town.player)
        .lines.filter((line) => line.claimed === { [both]: 60, [one]: 61, [praised]: 62 }[score])
        .map((line) => [line.line, line.lineLanguage])[0];
    decide(both, { line: 'Toe down.', also: { language: 'es', text: 'La punta abajo.' } });
    inSpanish(() => decide(one, { line: 'Más suave.' }));
    waveThrough(town.context, town.coach, {
      ...{ squad: town.squad, id: uuid(), praise: { line: PRAISES[2], except: [] } },
      scores: [{ score: praised, decision: uuid() }],
    });
    expect(lineOf(both)).to.deep.equal(['Toe down.', null]);
    expect(lineOf(one)).to.deep.equal(['Más suave.', 'es']);
    expect(inSpanish(() => lineOf(both))).to.deep.equal(['La punta abajo.', null]);
    expect(inSpanish(() => lineOf(one))).to.deep.equal(['Más suave.', null]);
    expect(inSpanish(() => lineOf(praised))).to.deep.equal([inSpanish(() => term(PRAISES[2])), null]);
    // A line in the other language alone is not sent: who reads the first would get nothing.
    expect(
      Decide.safeParse({
        ...{ id: uuid(), verdict: 'counted', value: null, reason: null, line: null, cues: [] },
        also: { language: 'es', text: 'Bien.' },
      }).success,
    ).to.equal(false);
  });

  it('says to the coach what the family reads, the guardian’s own choice too, where it is another language', () => {
    const score = send(60);
    const reads = () => openBench(town.context, town.coach, { score }).familyReads;
    expect(reads()).to.equal(null);
    chooseLanguage(town.context, town.guardian, { language: 'es' });
    expect(reads()).to.equal('es');
    expect(inLanguage('es', reads)).to.equal(null);
    chooseLanguage(town.context, town.guardian, { language: 'en' });
    expect(reads()).to.equal(null);
  });

  it('cannot count a lost count, but can correct it', async () => {
    const score = send(null);
    expect(await outcome(() => decide(score, { verdict: 'counted' }))).to.equal('bad input');
    expect(decide(score, { verdict: 'corrected', value: 50 }).standing).to.equal('corrected');
  });

  it('asks for what a verdict needs', () => {
    const base = { id: uuid(), verdict: 'corrected', value: null, reason: null, line: null, cues: [] };
    const first = (change: object) => Decide.safeParse({ ...base, ...change }).error?.issues[0]?.path[0];
    expect(first({})).to.equal('value');
    expect(first({ verdict: 'set aside' })).to.equal('reason');
    expect(first({ verdict: 'again please' })).to.equal('cues');
    expect(first({ value: -1 })).to.equal('value');
    expect(first({ verdict: 'counted', cues: ['a', 'b', 'c', 'd'] })).to.equal('cues');
  });

  it('shows a player with both feet, every score and where it stands', () => {
    sendGo(
      town.context,
      town.player,
      aGo(town, 1, [aScore({ foot: 'left', value: 18, seconds: 15 }), aScore({ foot: 'right', value: 24, seconds: 15 })]),
    );
    const page = playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId });
    expect(page.drills[0]?.balance).to.deep.equal({ balance: 0.75, behind: 'left' });
    expect(page.ledger).to.deep.equal({ left: 18, right: 24, deficit: 6, behind: 'left' });
    expect(page.scores.map((score) => score.standing)).to.deep.equal(['clear', 'clear']);
    expect(page.drills[0]?.weeks).to.deep.equal([{ number: 1, left: 18, right: 24, both: null }]);
  });

  it('knows who has gone quiet and who is due', () => {
    town.setNow(MONDAY_TEN + 4 * DAY);
    send(60);
    const now = today(town.context, town.coach, { squad: town.squad });
    expect(now.quiet.map((one) => [one.nickname, one.days])).to.deep.equal([['Pebble', 5]]);
    expect(now.due.map((one) => one.nickname)).to.deep.equal(['Comet', 'Pebble']);
    const rows = register(town.context, town.coach, { squad: town.squad }).players;
    expect(rows.map((row) => [row.nickname, row.cells[0], row.waiting])).to.deep.equal([
      ['Comet', 'scores only', 1],
      ['Pebble', 'to do', 0],
    ]);
  });
});
