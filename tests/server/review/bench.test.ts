import { existsSync, readdirSync } from 'node:fs';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { Say } from '../../../src/contract/bench.ts';
import type { DecideSent } from '../../../src/contract/review.ts';
import { readMarksVtt } from '../../../src/core/files/index.ts';
import { PRAISES } from '../../../src/core/review/index.ts';
import { deleteClip, recordLoading, recordWatching } from '../../../src/server/clips/clips.ts';
import { scoreReadings, scores } from '../../../src/server/platform/db/schema.ts';
import { openBench } from '../../../src/server/review/bench.ts';
import { dropCue, keepCue } from '../../../src/server/review/cues.ts';
import { decideScore, undoDecision, undoWave, waveThrough } from '../../../src/server/review/decide.ts';
import { marksFile, recountsCsv, remarksFile, scoresCsv } from '../../../src/server/review/files.ts';
import { reviewQueue, setUpBench } from '../../../src/server/review/queue.ts';
import { saveRecount } from '../../../src/server/review/recounts.ts';
import { setDoubtRules } from '../../../src/server/review/rules.ts';
import { say, takeBack } from '../../../src/server/review/said.ts';
import { deleteSpoken, hearSpoken, speak } from '../../../src/server/review/spoken.ts';
import { refreshOldReadings, refreshReading } from '../../../src/server/scores/reading.ts';
import { family } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { addCoach } from '../../../src/server/squads/people.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { anItem, drillOf, timed } from '../../core/make.ts';
import { aGo, aPlan, aScore, MONDAY_TEN, openTown, outcome, releaseNow, sayYes, type Town, uuid } from '../make.ts';
import { aKeptClip, aRecount, aSpokenLine, marksAt } from './bench-make.ts';

describe('the review bench on the server', () => {
  let town: Town;
  let minute: number;
  beforeEach(async () => {
    town = await openTown();
    minute = 0;
    releaseNow(town);
  });
  afterEach(() => town.close());

  /** A score of sole taps in 30 s, a minute after the one before. */
  const send = (value: number | null, change: Parameters<typeof aScore>[0] = {}, runId: string | undefined = undefined) => {
    town.setNow(MONDAY_TEN + ++minute * 60_000);
    const score = aScore({ value, ...change });
    sendGo(town.context, town.player, aGo(town, 0, [score], { runId }));
    return score.id;
  };
  const at = (score: string) => openBench(town.context, town.coach, { score });
  const queue = () => reviewQueue(town.context, town.coach, { squad: town.squad });
  const decide = (score: string, change: Partial<DecideSent>) => {
    town.setNow(MONDAY_TEN + ++minute * 60_000);
    const bare = { id: uuid(), verdict: 'counted' as const, value: null, reason: null, line: null, cues: [] };
    return decideScore(town.context, town.coach, { score, ...bare, ...change });
  };
  const tell = (score: string, what: Say['say'], id = uuid()) => say(town.context, town.coach, { score, id, say: what });
  const recount = (score: string, times: readonly number[], whole = true, edit = times.length) =>
    saveRecount(town.context, town.coach, { score, ...aRecount(marksAt(times), { whole, edit }) });
  const scoreRow = (id: string) => {
    const row = town.context.db.select().from(scores).where(eq(scores.id, id)).get();
    if (!row) throw new Error('no such score');
    return row;
  };
  const every = (from: number, n: number, step: number) => Array.from({ length: n }, (_, i) => Math.round((from + i * step) * 1000) / 1000);

  describe('a recount', () => {
    it('is kept as it is tapped, per coach, and an older save that comes late changes nothing', () => {
      const score = send(60);
      aKeptClip(town, score);
      recount(score, [2.5, 3], false);
      recount(score, [2.5, 3, 3.5], false);
      recount(score, [2.5], false);
      expect(at(score).recount).to.include({ edit: 3, whole: false });
      expect(at(score).recount?.log.done).to.have.length(3);
      addCoach(town.context, town.squad, (town.otherCoach as { userId: string }).userId, 'assistant');
      const other = { ...town.otherCoach, squads: [town.squad] } as typeof town.coach;
      expect(openBench(town.context, other, { score }).recount).to.equal(null);
      expect(openBench(town.context, other, { score }).recounts[0]).to.include({ value: 3 });
    });

    it('raises “recount differs” only once the whole work was counted: claimed 60, the clip shows 50', () => {
      const score = send(60);
      aKeptClip(town, score);
      recount(score, every(2.5, 50, 0.5), false);
      expect(queue().waiting[0]?.doubts).to.deep.equal([]);
      recount(score, every(2.5, 50, 0.5), true, 51);
      expect(queue().waiting[0]?.doubts.map((doubt) => doubt.sentence)).to.deep.equal(['Claimed 60, the clip shows 50.']);
      recount(score, every(2.5, 50, 0.5), false, 52);
      expect(queue().waiting[0]?.doubts, 'taken as unfinished again').to.deep.equal([]);
    });

    it('speaks against a claim also when the family deletes the clip afterwards, and what waits later is read anew by it', () => {
      const score = send(60);
      const clip = aKeptClip(town, score);
      const later = send(73, { clocked: false });
      expect(at(later).item.doubts.map((doubt) => doubt.reason)).to.deep.equal(['record by hand']);
      recount(score, every(2.5, 50, 0.5));
      expect(at(later).item.doubts, 'no record without the one before it').to.deep.equal([]);
      deleteClip(town.context, town.guardian, { clip });
      refreshReading(town.context.db, scoreRow(score));
      expect(
        queue()
          .waiting.find((item) => item.scoreId === score)
          ?.doubts.map((doubt) => doubt.reason),
      ).to.deep.equal(['recount differs']);
    });

    it('counts a correction by its marks itself, with the drops, and believes no other number', async () => {
      const score = send(60);
      aKeptClip(town, score);
      const marks = [
        ...marksAt(every(2.5, 20, 1)),
        { id: 'd', at: 5.2, what: 'drop' as const },
        { id: 'late', at: 33.5, what: 'left' as const },
      ];
      expect(await outcome(() => decide(score, { verdict: 'corrected', value: 21, marks }))).to.equal('bad input');
      expect(decide(score, { verdict: 'corrected', value: 20, marks }).standing).to.equal('corrected');
      const line = myFeet(town.context, town.player).lines[0];
      expect(line).to.include({ claimed: 60, value: 20 });
      expect(line?.recount).to.deep.equal({ left: 10, right: 10 });
    });

    it('draws the work from the run log: a pause of 4 s lies in the clip and is no work', () => {
      const { revisionId, sessionId } = aGo(town, 0, [aScore()]);
      const start = MONDAY_TEN;
      // Set-up is confirmed at once; the lead-in of the first drill lasts 10 s, its work 30 s.
      const runId = uuid();
      town.setNow(start + 90_000);
      sendRun(town.context, town.player, {
        id: runId,
        revisionId,
        sessionId,
        startedAt: start,
        sentAt: start + 90_000,
        events: [
          { type: 'start', at: start },
          { type: 'ready', at: start + 1000 },
          { type: 'pause', at: start + 21_000 },
          { type: 'resume', at: start + 25_000 },
          { type: 'done', at: start + 60_000 },
        ],
      });
      minute = 2;
      const score = send(60, {}, runId);
      aKeptClip(town, score, 38);
      const { work, workFrom } = at(score);
      expect(workFrom).to.equal('run log');
      expect(work).to.deep.equal([
        { from: 2, to: 12 },
        { from: 16, to: 36 },
      ]);
    });

    it('takes the claimed seconds where no log says more', () => {
      const score = send(60);
      aKeptClip(town, score);
      expect(at(score)).to.deep.include({ work: [{ from: 2, to: 32 }], workFrom: 'claim' });
    });
  });

  describe('doubts', () => {
    it('are cleared with a reason, which is remembered: not raised again without cause, raised when it is faster still', () => {
      const fast = send(100);
      expect(queue().waiting[0]?.doubts[0]?.reason).to.equal('very fast');
      const cleared = tell(fast, { kind: 'doubt cleared', reason: 'very fast', why: 'I watched it live.' });
      expect(cleared.item).to.include({ result: 'clear', standing: 'clear' });
      expect(cleared.answered[0]).to.include({ reason: 'very fast', why: 'I watched it live.' });
      const again = send(102);
      expect(at(again).item.result, '102 is within 5 % of 100').to.equal('clear');
      const faster = send(110);
      expect(at(faster).item.doubts.map((doubt) => doubt.reason)).to.deep.equal(['very fast']);
    });

    it('come back when the clearing is taken back, also for what waits after it', () => {
      const id = uuid();
      const fast = send(100);
      tell(fast, { kind: 'doubt cleared', reason: 'very fast', why: 'I watched it live.' }, id);
      const later = send(101);
      expect(at(later).item.result).to.equal('clear');
      takeBack(town.context, town.coach, { score: fast, fact: id, id: uuid() });
      expect([at(fast).item.result, at(later).item.result]).to.deep.equal(['look', 'look']);
    });

    it('cannot be cleared when they are not there', async () => {
      const score = send(60);
      expect(await outcome(() => tell(score, { kind: 'doubt cleared', reason: 'same again', why: 'x' }))).to.equal('bad input');
    });

    it('follow the squad’s own figures, read anew for what waits', () => {
      for (const value of [61, 61, 61]) send(value);
      const third = queue().waiting[0]?.scoreId ?? '';
      expect(at(third).item.result).to.equal('clear');
      setDoubtRules(town.context, town.coach, { squad: town.squad, ...queue().rules, sameRun: 3 });
      expect(at(third).item.doubts[0]?.sentence).to.equal('The same number, 61, 3 times running.');
      expect(queue().rules.sameRun).to.equal(3);
    });

    it('of what waits are read anew when an earlier score is set aside: by hand 75 is a record only while 80 does not count', () => {
      send(60);
      const best = send(80);
      const later = send(75, { clocked: false });
      expect(at(later).item.result).to.equal('clear');
      const { history } = decide(best, { verdict: 'set aside', reason: 'Two players in the clip' });
      expect(at(later).item.doubts.map((doubt) => doubt.reason)).to.deep.equal(['record by hand']);
      undoDecision(town.context, town.coach, { decision: history[0]?.id ?? '', id: uuid() });
      expect(at(later).item.result).to.equal('clear');
    });

    it('of readings that an older program wrote are read anew at the start', () => {
      const score = send(100);
      town.context.db.update(scoreReadings).set({ version: 1, doubts: [] }).run();
      refreshOldReadings(town.context.db);
      expect(at(score).item.result).to.equal('look');
    });
  });

  describe('the wave', () => {
    const wave = (scores: readonly string[], id = uuid()) =>
      waveThrough(town.context, town.coach, { squad: town.squad, id, scores: scores.map((score) => ({ score, decision: uuid() })) });

    it('counts the clear ones as one act and leaves doubted, decided and lost counts, with the reason', () => {
      const [clear, other, fast, lost, decided] = [send(60), send(61), send(110), send(null), send(59)];
      decide(decided, { verdict: 'counted' });
      const done = wave([clear, other, fast, lost, decided]);
      expect(done.counted).to.deep.equal([clear, other]);
      expect(done.left.map((one) => one.why)).to.deep.equal([
        'Something speaks against it by now.',
        'The player lost count, so there is no number.',
        'It was decided meanwhile.',
      ]);
      expect(queue().waiting.map((item) => item.scoreId)).to.deep.equal([fast, lost]);
    });

    it('gives each child one line at most, never the same twice running, and none to whoever had it in an earlier part', () => {
      const praise = (scores: readonly string[], line: string, except: string[] = []) =>
        waveThrough(town.context, town.coach, {
          ...{ squad: town.squad, id: uuid(), praise: { line, except } },
          scores: scores.map((score) => ({ score, decision: uuid() })),
        });
      const line = (score: string) => at(score).item.history.at(-1)?.line ?? null;
      const [a, b, c, d, e] = [send(60), send(61), send(60), send(61), send(60)];
      praise([a, b], PRAISES[0]);
      expect([line(a), line(b)]).to.deep.equal([PRAISES[0], null]);
      praise([c], PRAISES[0]);
      expect(line(c)).to.equal(PRAISES[1]);
      praise([d], PRAISES[0]);
      expect(line(d)).to.equal(PRAISES[0]);
      praise([e], PRAISES[2], [town.player.playerId]);
      expect(line(e)).to.equal(null);
      expect(myFeet(town.context, town.player).lines.map((one) => one.line)).to.deep.equal([PRAISES[0], PRAISES[1], PRAISES[0]]);
    });

    it('is undone as one act; sent twice it stays one, and a later single decision stands', () => {
      const [a, b] = [send(60), send(61)];
      const id = uuid();
      wave([a, b], id);
      expect(wave([a, b], id).counted).to.have.members([a, b]);
      decide(a, { verdict: 'set aside', reason: 'Wrong drill' });
      expect(undoWave(town.context, town.coach, { squad: town.squad, wave: id }).undone).to.have.members([a, b]);
      expect([at(a).item.standing, at(b).item.standing]).to.deep.equal(['set aside', 'clear']);
      expect(undoWave(town.context, town.coach, { squad: town.squad, wave: id }).undone).to.deep.equal([]);
      expect(at(b).facts.map((fact) => fact.words))
        .to.include('counted in a wave')
        .and.to.include('took the decision back');
    });
  });

  describe('what is said', () => {
    it('a remark stands on the clip for coach, player and guardian, and can be taken back', () => {
      const score = send(60);
      const clip = aKeptClip(town, score);
      tell(score, { kind: 'remark', at: 12, text: 'Your standing foot is far away.' });
      decide(score, { verdict: 'counted' });
      const seen = [myFeet(town.context, town.player).lines[0], family(town.context, town.guardian).children[0]?.lines[0]];
      for (const line of seen) expect(line?.remarks[0]).to.include({ at: 12, text: 'Your standing foot is far away.' });
      expect(seen[0]?.clip?.id).to.equal(clip);
      expect(remarksFile(town.context, town.player, { clip })).to.include('00:00:12.000 --> 00:00:16.000\nYour standing foot is far away.');
      takeBack(town.context, town.coach, { score, fact: at(score).remarks[0]?.id ?? '', id: uuid() });
      expect(myFeet(town.context, town.player).lines).to.deep.equal([]);
    });

    it('a remark after the end of the clip, or without a clip, is not taken', async () => {
      const score = send(60);
      expect(await outcome(() => tell(score, { kind: 'remark', at: 1, text: 'Hm' }))).to.equal('not found');
      aKeptClip(town, score, 20);
      expect(await outcome(() => tell(score, { kind: 'remark', at: 21, text: 'Hm' }))).to.equal('bad input');
    });

    it('a clip that is asked for shows on This week until one of that drill comes, which then goes ahead in the queue', async () => {
      const score = send(60);
      expect(await outcome(() => tell(score, { kind: 'clip asked for' }))).to.equal('no consent');
      sayYes(town);
      tell(score, { kind: 'clip asked for' });
      expect(thisWeek(town.context, town.player).clipAsks.map((ask) => ask.drillName)).to.deep.equal(['Sole taps']);
      expect(at(score).clipAsked).not.to.equal(null);
      const older = send(61);
      const filmed = send(62);
      aKeptClip(town, filmed);
      aKeptClip(town, older);
      expect(thisWeek(town.context, town.player).clipAsks).to.deep.equal([]);
      expect(queue().waiting.map((item) => [item.value, item.clipWanted])).to.deep.equal([
        [62, true],
        [61, false],
        [60, false],
      ]);
    });

    it('a clip that the week asks for shows on This week until one of that item has come, and never after a no', async () => {
      town.close();
      town = await openTown();
      releaseNow(
        town,
        aPlan([
          { ...anItem('sole-taps', timed(30)), clip: true },
          { ...anItem('inside-taps'), clip: true },
        ]),
      );
      const asked = () => thisWeek(town.context, town.player).clipAsks.map((ask) => ask.drillName);
      expect(asked(), 'nobody said yes yet').to.deep.equal([]);
      sayYes(town);
      expect(asked()).to.deep.equal(['Sole taps', drillOf('inside-taps').name]);
      aKeptClip(town, send(60));
      expect(asked()).to.deep.equal([drillOf('inside-taps').name]);
      sayYes(town, false);
      expect(asked()).to.deep.equal([]);
    });

    it('the own cue joins the chips, and the most used comes first', () => {
      const score = send(60);
      const first = at(score).chips.map((chip) => chip.text);
      const used = first[2] ?? '';
      decide(score, { verdict: 'again please', cues: [used] });
      const { own } = keepCue(town.context, town.coach, { squad: town.squad, id: uuid(), drillId: 'sole-taps', text: 'Quiet as rain' });
      expect(at(score).chips[0]?.text).to.equal(used);
      expect(at(score).chips.at(-1)).to.deep.equal({ text: 'Quiet as rain', own });
      dropCue(town.context, town.coach, { squad: town.squad, cue: own });
      expect(at(score).chips.map((chip) => chip.text)).to.have.members(first);
    });
  });

  describe('a spoken line', () => {
    it('needs the family’s yes, reaches player and guardian, is hidden from the coach with a no, and is deleted for good', async () => {
      const score = send(60);
      const data = await aSpokenLine(3);
      const talk = (id: string) => speak(town.context, town.coach, { score, id, data });
      expect(await outcome(() => talk(uuid()))).to.equal('no consent');
      sayYes(town);
      const id = uuid();
      await talk(id);
      await talk(id);
      decide(score, { verdict: 'counted' });
      expect(myFeet(town.context, town.player).lines[0]?.spoken).to.deep.equal([{ id, seconds: 3 }]);
      const { path, mediaType } = hearSpoken(town.context, town.player, { spoken: id });
      expect([mediaType, existsSync(path)]).to.deep.equal(['audio/webm', true]);
      town.setNow(MONDAY_TEN + 3_600_000);
      sayYes(town, false);
      expect(await outcome(() => hearSpoken(town.context, town.coach, { spoken: id }))).to.equal('not found');
      expect(at(score).spoken).to.deep.equal([]);
      expect(await outcome(() => hearSpoken(town.context, town.guardian, { spoken: id }))).to.equal('done');
      deleteSpoken(town.context, town.guardian, { spoken: id });
      expect(existsSync(path)).to.equal(false);
      expect(await outcome(() => hearSpoken(town.context, town.player, { spoken: id }))).to.equal('not found');
    });

    it('is refused when it is too long, no sound, or pictures', async () => {
      const score = send(60);
      sayYes(town);
      const talk = (data: string) => outcome(() => speak(town.context, town.coach, { score, id: uuid(), data }));
      expect(await talk(await aSpokenLine(22))).to.equal('bad input');
      expect(await talk(Buffer.from('not a sound').toString('base64'))).to.equal('bad input');
      expect(readdirSync(town.context.config.clipDir)).to.deep.equal([]);
    });
  });

  it('writes down who loaded and who watched a clip, for coach and guardian', () => {
    const score = send(60);
    const clip = aKeptClip(town, score);
    recordLoading(town.context, town.coach, clip);
    recordLoading(town.context, town.coach, clip);
    const id = uuid();
    recordWatching(town.context, town.coach, { clip, id, seconds: 5 });
    recordWatching(town.context, town.coach, { clip, id, seconds: 12 });
    recordWatching(town.context, town.coach, { clip, id, seconds: 3 });
    const expected = [
      { who: 'fennel', kind: 'loaded', seconds: null },
      { who: 'fennel', kind: 'watched', seconds: 12 },
    ];
    const without = (views: readonly { at: number }[] | undefined) => (views ?? []).map(({ at: _, ...view }) => view);
    expect(without(at(score).views)).to.have.deep.members(expected);
    expect(without(family(town.context, town.guardian).children[0]?.clips[0]?.views)).to.have.deep.members(expected);
  });

  it('lays other clips of the drill beside, with the record marked', () => {
    const [first, best, now] = [send(60), send(70), send(65)];
    for (const score of [first, best, now]) aKeptClip(town, score);
    expect(at(now).others.map(({ counts, isRecord }) => [counts, isRecord])).to.deep.equal([
      [70, true],
      [60, false],
    ]);
  });

  it('learns how long this coach takes, and keeps keys and delay', () => {
    const before = queue().habits.clear;
    for (const value of [60, 61, 62, 63, 64]) decide(send(value), { tookSeconds: 13 });
    expect(before).to.equal(3);
    expect(queue().habits.clear, '(5 · 13 + 5 · 3) / 10').to.equal(8);
    const delay = { seconds: 0.12, spread: 0.04, at: MONDAY_TEN };
    setUpBench(town.context, town.coach, { keys: { left: 'g' }, delay });
    expect(queue().bench).to.deep.equal({ keys: { left: 'g' }, delay });
    expect(reviewQueue(town.context, town.otherCoach, { squad: town.otherSquad }).bench.keys).to.deep.equal({});
  });

  it('tells the history as facts in order', () => {
    const score = send(100);
    aKeptClip(town, score);
    town.setNow(MONDAY_TEN + 30 * 60_000);
    minute = 31;
    recount(score, every(2.5, 40, 0.5));
    const { history } = decide(score, { verdict: 'corrected', value: 40, line: 'Slow and clean.' });
    town.setNow(MONDAY_TEN + 50 * 60_000);
    undoDecision(town.context, town.coach, { decision: history[0]?.id ?? '', id: uuid() });
    expect(at(score).facts.map((fact) => `${fact.who} ${fact.words}`)).to.deep.equal([
      'Comet sent 100 reps, on the clock',
      'Comet sent a clip of 34 s',
      'fennel recounted 40',
      'fennel corrected to 40, “Slow and clean.”',
      'fennel took the decision back',
    ]);
  });

  describe('files', () => {
    it('give marks and remarks as WebVTT that reads back the same', async () => {
      const score = send(60);
      aKeptClip(town, score);
      recount(score, [2.418, 3.445]);
      tell(score, { kind: 'remark', at: 3, text: 'Heels < up & light' });
      const { marks, remarks } = await readMarksVtt(marksFile(town.context, town.coach, { score }), uuid);
      expect(marks).to.deep.equal(marksAt([2.418, 3.445]));
      expect(remarks).to.deep.equal([{ id: at(score).remarks[0]?.id, at: 3, text: 'Heels < up & light' }]);
    });

    it('give scores and recounts as CSV, with formulas made harmless', () => {
      const score = send(60);
      aKeptClip(town, score);
      recount(score, every(3, 10, 1));
      decide(score, { verdict: 'counted', line: '=HYPERLINK("x")' });
      const [head, row] = [...scoresCsv(town.context, town.coach, { squad: town.squad })].join('').split('\r\n');
      expect(head).to.include('score,player,week,session,drill,measure,dose,foot,claimed');
      expect(row).to.include('Comet,1,Quick feet,Sole taps,count in time,30 s,both,60').and.to.include(`"'=HYPERLINK(""x"")"`);
      const counted = [...recountsCsv(town.context, town.coach, { squad: town.squad })].join('');
      expect(counted).to.include('Comet,Sole taps,both,60,fennel').and.to.include(',5,5,0,10,0,1,0,');
      sayYes(town, false);
      expect([...recountsCsv(town.context, town.coach, { squad: town.squad })].join('')).not.to.include('Comet');
    });
  });
});
