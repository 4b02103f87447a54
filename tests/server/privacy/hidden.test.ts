import { copyFileSync, existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { RunSent } from '../../../src/contract/training.ts';
import { withNames } from '../../../src/core/mail/index.ts';
import { announceClip, deleteClip } from '../../../src/server/clips/clips.ts';
import { acceptUpload } from '../../../src/server/clips/uploads/settle.ts';
import { nameOldLettersById } from '../../../src/server/mail/names.ts';
import { cleanHouse } from '../../../src/server/operations/clean.ts';
import { clips, letters, players, squadPlayers } from '../../../src/server/platform/db/schema.ts';
import { tidy } from '../../../src/server/platform/http/texts.ts';
import { Problem, problemOf } from '../../../src/server/platform/problems.ts';
import { askToDelete, finishDeletions, readDeletion } from '../../../src/server/privacy/deletion.ts';
import { changeMention, readMentions } from '../../../src/server/privacy/mentions.ts';
import { addNote } from '../../../src/server/progress/notes.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { clipAsks } from '../../../src/server/review/items.ts';
import { correctPlayer, removePlayer } from '../../../src/server/rules/members.ts';
import { putBreak, setFigures } from '../../../src/server/rules/rules.ts';
import { giveConsent } from '../../../src/server/screens/family.ts';
import { postWhatIsDue, readPost } from '../../../src/server/screens/letters.ts';
import { calibration } from '../../../src/server/screens/season.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { hurtsOf } from '../../../src/server/squads/hurts.ts';
import { invitePlayers } from '../../../src/server/squads/invitations.ts';
import { admit, askToJoin, readInRoster } from '../../../src/server/squads/joining.ts';
import { readPeople } from '../../../src/server/squads/read.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem } from '../../core/make.ts';
import { aGo, aPlan, aScore, askingAs, DAY, MONDAY_TEN, openTown, outcome, releaseNow, sayYes, type Town, uuid } from '../make.ts';

/* What is hidden stays hidden, and what is gone stays gone. */

const CLIP = join('src', 'demo', 'clips', 'step-overs-a.webm');

describe('what is hidden', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const aRun = (_town: Town, events: RunSent['events']): RunSent => {
    const { revisionId, sessionId } = aGo(town, 0, [aScore()]);
    const now = town.context.now();
    return { id: uuid(), revisionId, sessionId, startedAt: now, sentAt: now, events };
  };
  const squad = () => ({ squad: town.squad });
  const comet = () => ({ player: town.player.playerId });
  const askDeletion = () => askToDelete(town.context, town.guardian, { ...comet(), id: uuid(), nickname: 'Comet' });

  describe('heading', () => {
    const header = () => aPlan([anItem('soft-header-catch'), anItem('sole-taps')]);
    const drills = () =>
      thisWeek(town.context, town.player).week?.content.sessions.flatMap((one) =>
        one.blocks.flatMap((block) => block.items.map((item) => item.drillId)),
      );
    beforeEach(() => {
      setFigures(town.context, town.coach, { ...squad(), headingAge: 10 });
      releaseNow(town, header());
    });

    it('leaves the open week at once when a birth year is corrected downwards, and comes back with the right one', () => {
      expect(drills()).to.deep.equal(['soft-header-catch', 'sole-taps']);
      correctPlayer(town.context, town.coach, { ...squad(), ...comet(), nickname: 'Comet', birthYear: 2017 });
      expect(drills()).to.deep.equal(['sole-taps']);
      correctPlayer(town.context, town.coach, { ...squad(), ...comet(), nickname: 'Comet', birthYear: 2016 });
      expect(drills()).to.deep.equal(['soft-header-catch', 'sole-taps']);
    });

    it('is judged by what holds when the week is read, not by what was given', () => {
      expect(drills()).to.include('soft-header-catch');
      // As a house that was put back, or an older program, would leave it.
      town.context.db.update(players).set({ birthYear: 2017 }).where(eq(players.id, town.player.playerId)).run();
      expect(drills()).to.deep.equal(['sole-taps']);
      expect(Object.keys(thisWeek(town.context, town.player).week?.content.drills ?? {})).to.not.include('soft-header-catch');
    });

    it('is not sent as a stand-in either', async () => {
      const go = { ...aGo(town, 1, [aScore()]), drillId: 'soft-header-catch' };
      expect(await outcome(() => sendGo(town.context, town.player, go))).to.equal('not found');
    });
  });

  describe('a child that is leaving', () => {
    it('is in no list of anybody: people, fair numbers, post, hurts, today', () => {
      releaseNow(town);
      sendGo(town.context, town.player, aGo(town, 0, [aScore()]));
      sendRun(
        town.context,
        town.player,
        aRun(town, [
          { type: 'start', at: MONDAY_TEN },
          { type: 'stop', at: MONDAY_TEN + 5000, why: 'hurt' },
        ]),
      );
      town.setNow(MONDAY_TEN + 7 * DAY);
      postWhatIsDue(town.context);
      expect(today(town.context, town.coach, squad()).hurts).to.have.length(1);
      expect(readPost(town.context, town.coach, squad()).letters.some((one) => one.about === 'Comet')).to.equal(true);
      askDeletion();
      const seen = [
        readPeople(town.context, town.coach, squad()).players,
        today(town.context, town.coach, squad()),
        calibration(town.context, town.coach, squad()),
        readPost(town.context, town.coach, squad()),
      ];
      for (const list of seen) expect(JSON.stringify(list)).to.not.include('Comet').and.to.not.include(town.player.playerId);
    });

    it('or was taken out is in fair numbers no more, and two of one name stay two', () => {
      releaseNow(town);
      const rows = () => calibration(town.context, town.coach, squad()).byPlayer;
      for (const player of [town.player, town.otherPlayer])
        for (let i = 0; i < 4; i++)
          sendGo(town.context, player, aGo(town, 0, [aScore({ value: 20 + i })], { doneAt: MONDAY_TEN + i }, player));
      expect(rows().map((one) => one.name)).to.deep.equal(['Comet', 'Pebble']);
      town.context.db.update(players).set({ nickname: 'Comet' }).where(eq(players.id, town.otherPlayer.playerId)).run();
      expect(rows().map((one) => one.name)).to.deep.equal(['Comet', 'Comet']);
      removePlayer(town.context, town.coach, { ...squad(), player: town.otherPlayer.playerId });
      expect(rows().map((one) => one.playerId)).to.deep.equal([town.player.playerId]);
    });

    it('keeps its clips as long as the deletion can be undone, also past the squad’s days', () => {
      sayYes(town);
      const id = uuid();
      writeFileSync(join(town.context.config.clipDir, `${id}.webm`), 'x');
      town.context.db
        .insert(clips)
        .values({
          id,
          playerId: town.player.playerId,
          squadId: town.squad,
          scoreId: uuid(),
          state: 'kept',
          fileName: `${id}.webm`,
          mediaType: 'video/webm',
          bytes: 1,
          seconds: 1,
          workAt: 0,
          announcedAt: MONDAY_TEN,
          keptAt: MONDAY_TEN,
        })
        .run();
      town.setNow(MONDAY_TEN + 58 * DAY);
      askDeletion();
      town.setNow(MONDAY_TEN + 64 * DAY);
      cleanHouse(town.context, { dry: false });
      expect(existsSync(join(town.context.config.clipDir, `${id}.webm`))).to.equal(true);
      town.setNow(MONDAY_TEN + 65 * DAY);
      cleanHouse(town.context, { dry: false });
      expect(existsSync(join(town.context.config.clipDir, `${id}.webm`))).to.equal(false);
    });
  });

  describe('texts that name a child', () => {
    it('are found in notes, lines, weeks and breaks, shown to the head coach, counted for the guardian, and changed', () => {
      const { context, coach } = town;
      const week = uuid();
      makeWeek(context, coach, { ...squad(), id: week });
      saveWeek(context, coach, { week, draft: 1, plan: { ...aPlan(), title: 'Beat COMET’s record' } });
      releaseWeek(context, coach, { week, when: { kind: 'now' } });
      const score = aScore();
      sendGo(context, town.otherPlayer, aGo(town, 0, [score], {}, town.otherPlayer));
      decideScore(context, coach, {
        score: score.id,
        id: uuid(),
        verdict: 'counted',
        value: null,
        reason: null,
        line: 'Ask Comet how it goes.',
        cues: [],
      });
      addNote(context, coach, { ...squad(), player: town.otherPlayer.playerId, id: uuid(), text: 'Trains with Comet and Cometta.' });
      addNote(context, coach, { ...squad(), ...comet(), id: uuid(), text: 'Comet is quick.' });
      putBreak(context, coach, { ...squad(), break: uuid(), from: '2026-12-20', to: '2026-12-24', title: 'Comets fly' });
      expect(readMentions(context, coach, squad()).mentions).to.have.length(0);
      const asked = askDeletion();
      const { mentions } = readMentions(context, coach, squad());
      expect(mentions.map((one) => one.what).sort()).to.deep.equal([
        'a line to another player',
        'a note on a player',
        'a released week',
        'a week',
      ]);
      expect(asked.mentions).to.equal(4);
      expect(mentions.find((one) => one.what.includes('line'))?.around).to.equal('Ask Comet how it goes.');
      for (const one of mentions) changeMention(context, coach, { ...squad(), player: one.playerId, mention: one.id });
      expect(readDeletion(context, town.guardian, comet()).deletion?.mentions).to.equal(0);
      expect(thisWeek(context, town.otherPlayer).week?.content.title).to.equal('Beat a player who has left’s record');
      expect(JSON.stringify(context.db.$client.prepare('select text from coach_notes').all()))
        .to.include('Cometta')
        .and.to.include('Comet is quick');
    });

    it('are no business of an assistant, nor of another squad’s head coach', async () => {
      askDeletion();
      expect(await outcome(() => readMentions(town.context, town.otherCoach, squad()))).to.equal('not found');
      expect(await outcome(() => readMentions(town.context, town.assistant, squad()))).to.equal('not found');
    });
  });

  describe('letters', () => {
    const ofCoach = () => readPost(town.context, town.coach, squad()).letters.filter((one) => one.about === null);
    it('name players by id: a corrected nickname is the one that is read, and none outlives a deletion, however it was escaped', () => {
      const { context, coach } = town;
      correctPlayer(context, coach, { ...squad(), ...comet(), nickname: "D'Arcy", birthYear: 2016 });
      releaseNow(town);
      town.setNow(MONDAY_TEN + 7 * DAY);
      postWhatIsDue(context);
      expect(ofCoach()[0]?.plain).to.include("D'Arcy: no go");
      expect(ofCoach()[0]?.html).to.include('D&#39;Arcy: no go');
      correctPlayer(context, coach, { ...squad(), ...comet(), nickname: 'Newt', birthYear: 2016 });
      expect(ofCoach()[0]?.plain).to.include('Newt: no go').and.to.not.include('Arcy');
      const stored = () => JSON.stringify(context.db.select().from(letters).all());
      askToDelete(context, town.guardian, { ...comet(), id: uuid(), nickname: 'Newt' });
      expect(ofCoach()[0]?.plain).to.include('a player who has left: no go');
      town.setNow(MONDAY_TEN + 15 * DAY);
      finishDeletions(context);
      expect(stored()).to.not.include('Arcy').and.to.not.include('Newt').and.to.not.include(town.player.playerId);
    });

    it('of an older program get ids for names once', () => {
      const { db } = town.context;
      const row = {
        id: uuid(),
        squadId: town.squad,
        kind: 'monday summary' as const,
        userId: (town.coach as { userId: string }).userId,
        playerId: null,
      };
      db.insert(letters)
        .values({
          ...row,
          weekOf: '2026-10-26',
          about: '',
          subject: 'Week 1',
          plain: '- Comet: no go',
          html: '<li>Comet: no go</li>',
          madeAt: 1,
        })
        .run();
      nameOldLettersById(db);
      const kept = db.select().from(letters).get();
      expect(`${kept?.plain}${kept?.html}`).to.include(town.player.playerId).and.to.not.include('Comet');
      expect(ofCoach()[0]?.html).to.equal('<li>Comet: no go</li>');
    });

    it('draw a name in HTML so that it is text', () => {
      const id = uuid();
      const drawn = withNames({ subject: `⟦${id}⟧`, plain: `⟦${id}⟧`, html: `<b>⟦${id}⟧</b>` }, () => '<i>x</i>');
      expect(drawn).to.deep.equal({ subject: '<i>x</i>', plain: '<i>x</i>', html: '<b>&lt;i&gt;x&lt;/i&gt;</b>' });
    });
  });

  describe('clips', () => {
    const announced = () => {
      sayYes(town);
      releaseNow(town);
      const id = uuid();
      announceClip(town.context, town.player, { id, scoreId: uuid(), squadId: town.squad, workAt: 0 });
      return id;
    };
    const upload = (from: string) => {
      const path = join(town.context.config.uploadDir, uuid());
      copyFileSync(from, path);
      return path;
    };
    const truth = (id: string) => [
      town.context.db.select({ state: clips.state }).from(clips).where(eq(clips.id, id)).get()?.state,
      readdirSync(town.context.config.clipDir).length,
      readdirSync(town.context.config.uploadDir).length,
    ];

    it('that are deleted, or refused by a no, while they are inspected leave no file', async () => {
      const id = announced();
      const settling = acceptUpload(town.context, 'clip', id, upload(CLIP));
      deleteClip(town.context, town.guardian, { clip: id });
      await settling;
      expect(truth(id)).to.deep.equal(['deleted', 0, 0]);
      const second = announced();
      const also = acceptUpload(town.context, 'clip', second, upload(CLIP));
      giveConsent(town.context, town.guardian, { ...comet(), id: uuid(), kind: 'clips', yes: false, textVersion: 2 });
      expect(await outcome(() => also)).to.equal('no consent');
      expect(truth(second)).to.deep.equal(['refused', 0, 0]);
    });

    it('two films for one, or a film and rubbish, leave one outcome', async () => {
      for (const other of [CLIP, 'package.json']) {
        const id = announced();
        const before = readdirSync(town.context.config.clipDir).length;
        await Promise.allSettled([
          acceptUpload(town.context, 'clip', id, upload(CLIP)),
          acceptUpload(town.context, 'clip', id, upload(other)),
        ]);
        const [state, files, uploads] = truth(id);
        expect([state === 'kept' ? 1 : 0, uploads]).to.deep.equal([Number(files) - before, 0]);
        expect(['kept', 'refused']).to.include(state);
      }
    });

    it('are not announced without end', async () => {
      sayYes(town);
      releaseNow(town);
      const announce = () => announceClip(town.context, town.player, { id: uuid(), scoreId: uuid(), squadId: town.squad, workAt: 0 });
      for (let i = 0; i < 60; i++) announce();
      expect(await outcome(announce)).to.equal('clip refused');
    });

    it('after a no, none is asked for any more', () => {
      sayYes(town);
      releaseNow(town);
      const score = aScore();
      sendGo(town.context, town.player, aGo(town, 0, [score]));
      town.context.db.$client
        .prepare('insert into review_facts (id, score_id, coach_id, at, said) values (?, ?, ?, 1, \'{"kind":"clip asked for"}\')')
        .run(uuid(), score.id, (town.coach as { userId: string }).userId);
      expect(clipAsks(town.context.db, town.squad)).to.have.length(1);
      giveConsent(town.context, town.guardian, { ...comet(), id: uuid(), kind: 'clips', yes: false, textVersion: 2 });
      expect(clipAsks(town.context.db, town.squad)).to.have.length(0);
    });
  });

  describe('that something hurts', () => {
    const hurt = [
      { type: 'start' as const, at: MONDAY_TEN },
      { type: 'stop' as const, at: MONDAY_TEN + 5000, why: 'hurt' as const },
    ];
    it('is taken when the week has closed meanwhile', async () => {
      releaseNow(town);
      const run = aRun(town, hurt);
      const other = { ...aRun(town, [{ type: 'start', at: MONDAY_TEN }]), id: uuid() };
      town.setNow(MONDAY_TEN + 9 * DAY);
      const late = { startedAt: MONDAY_TEN + 9 * DAY, sentAt: MONDAY_TEN + 9 * DAY };
      expect(await outcome(() => sendRun(town.context, town.player, { ...other, ...late }))).to.equal('week closed');
      sendRun(town.context, town.player, { ...run, ...late });
      expect(hurtsOf(town.context.db, town.player.playerId, town.context.now())).to.have.length(1);
    });

    it('is taken also where another log of the same run was kept before', () => {
      releaseNow(town);
      const run = aRun(town, [hurt[0] as never, { type: 'pause', at: MONDAY_TEN + 3000 }, { type: 'resume', at: MONDAY_TEN + 4000 }]);
      sendRun(town.context, town.player, run);
      sendRun(town.context, town.player, { ...run, events: hurt });
      expect(hurtsOf(town.context.db, town.player.playerId, town.context.now())).to.have.length(1);
    });
  });

  describe('what a person sends', () => {
    const said = (given: unknown) => {
      try {
        return tidy(given, MONDAY_TEN);
      } catch (error) {
        return (error as Problem).fields[0]?.field;
      }
    };
    it('is text in one form, without control characters and halves of letters, and days that exist within five years', () => {
      expect(said({ a: 'e\u0301', b: ['x\r\n\ty'] })).to.deep.equal({ a: '\u00e9', b: ['x\r\n\ty'] });
      expect(said({ a: { b: ['x', '\u0000'] } })).to.equal('a.b.1');
      expect(said({ line: 'bell \u0007' })).to.equal('line');
      expect(said({ line: '\u009b31m' })).to.equal('line');
      expect(said({ line: 'half \ud83d' })).to.equal('line');
      expect(said({ line: 'whole 😀' })).to.deep.equal({ line: 'whole 😀' });
      expect(said({ day: '2026-02-29' })).to.equal('day');
      expect(said({ day: '2028-02-29' })).to.deep.equal({ day: '2028-02-29' });
      expect(said({ day: '2031-11-02' })).to.deep.equal({ day: '2031-11-02' });
      expect(said({ day: '2032-01-01' })).to.equal('day');
      expect(said({ day: '2020-12-31' })).to.equal('day');
      let deep: unknown = 'x';
      for (let i = 0; i < 30; i++) deep = [deep];
      expect(said(deep)).to.be.a('string');
    });

    it('has parts that the drill can have: tries of a run, surfaces of the dose, no others', async () => {
      releaseNow(town, aPlan([anItem('sole-taps')]));
      for (const parts of [{ 'try 1': 60 }, { 'left foot': 60 }, { constructor: 60 }] as Record<string, number>[])
        expect(await outcome(() => sendGo(town.context, town.player, aGo(town, 0, [aScore({ parts })]))), JSON.stringify(parts)).to.equal(
          'bad input',
        );
    });
  });

  describe('fifty at once', () => {
    const times = 50;
    const together = (work: (i: number) => unknown) =>
      Promise.all(
        Array.from({ length: times }, async (_, i) => {
          try {
            await work(i);
            return 'done';
          } catch (error) {
            return problemOf(error, () => undefined).kind;
          }
        }),
      );

    it('of any act have one effect, and conflicts are said as conflicts: join, admit, roster, release, undo', async () => {
      const { context, coach } = town;
      const { code } = invitePlayers(context, coach, { ...squad(), id: uuid(), days: 3, uses: 100 });
      const request = { id: uuid(), code, nickname: 'Newt', birthYear: 2015, strongerFoot: 'right' as const, pin: '4711' };
      const joined = await together((i) => askToJoin(context, town.nobody, request, { ...askingAs(town.nobody), from: `10.0.0.${i}` }));
      expect(joined.every((one) => one === 'done')).to.equal(true);
      expect(readPeople(context, coach, squad()).requests).to.have.length(1);
      const admitted = await together(() => admit(context, coach, { ...squad(), request: request.id, level: 'steady' }));
      expect(admitted.filter((one) => one === 'done')).to.have.length(1);
      expect(admitted.filter((one) => one === 'changed elsewhere')).to.have.length(times - 1);
      const roster = await together(() =>
        readInRoster(context, coach, { ...squad(), text: 'nickname,birth year\nOtter,2015\nHeron,2014\n', dry: false }),
      );
      expect(roster.filter((one) => one === 'done')).to.have.length(1);
      expect(roster).to.not.include('server trouble');
      expect(context.db.select().from(squadPlayers).where(eq(squadPlayers.signInName, 'otter')).all()).to.have.length(1);
      const week = uuid();
      const made = await together(() => makeWeek(context, coach, { ...squad(), id: week }));
      expect(made).to.not.include('server trouble');
      saveWeek(context, coach, { week, draft: 1, plan: aPlan() });
      const released = await together(() => releaseWeek(context, coach, { week, when: { kind: 'now' } }));
      expect(released).to.not.include('server trouble');
    });

    it('a row that is there already is a conflict, not trouble of the server', () => {
      const insert = () =>
        town.context.db
          .insert(squadPlayers)
          .values({ squadId: town.squad, playerId: town.player.playerId, signInName: 'x', level: 'steady', joinedOn: '2026-11-01' })
          .run();
      try {
        insert();
        expect.fail('two rows of one key');
      } catch (error) {
        expect(problemOf(error, () => undefined)).to.be.instanceOf(Problem);
        expect(problemOf(error, () => undefined).kind).to.equal('changed elsewhere');
      }
    });
  });
});
