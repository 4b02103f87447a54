import { expect } from 'chai';
import { count, eq } from 'drizzle-orm';
import { loadDemo } from '../../../src/demo/load.ts';
import { type Actor, actorOf } from '../../../src/server/accounts/actor.ts';
import { clips, decisions, players, scores, user, weeks } from '../../../src/server/platform/db/schema.ts';
import { reviewQueue, waitingAfter } from '../../../src/server/review/queue.ts';
import { family } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { childWeek, squadWeek } from '../../../src/server/screens/letter-numbers.ts';
import { readPost } from '../../../src/server/screens/letters.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { compareWeeks, ground } from '../../../src/server/screens/season.ts';
import { seasonSheet } from '../../../src/server/screens/season-sheet.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { readPeople } from '../../../src/server/squads/read.ts';
import { memberOf, membersOf } from '../../../src/server/squads/squads.ts';
import { releasedWeeks } from '../../../src/server/weeks/outlines.ts';
import { listWeeks } from '../../../src/server/weeks/weeks.ts';
import { type House, openTestHouse } from '../make.ts';

describe('the demo squad', () => {
  let house: House;
  let coach: Actor;
  let squad: string;
  let signIns: string;
  const whoIs = (playerId: string): Actor => {
    const row = house.context.db
      .select({ user })
      .from(players)
      .innerJoin(user, eq(user.id, players.userId))
      .where(eq(players.id, playerId))
      .get();
    if (!row) throw new Error('no such player');
    return actorOf(house.context.db, row.user);
  };
  before(async function () {
    this.timeout(300_000);
    house = openTestHouse();
    house.setNow(Date.UTC(2026, 10, 26, 18));
    signIns = await loadDemo(house.context, process.cwd());
    const row = house.context.db.select().from(user).where(eq(user.kind, 'coach')).get();
    if (!row) throw new Error('the demo has no coach');
    coach = actorOf(house.context.db, row);
    squad = coach.kind === 'coach' ? (coach.squads[0] ?? '') : '';
  });
  after(() => house.close());

  it('comes to life in an empty house through the same functions as real data, and only once', async () => {
    const { db } = house.context;
    expect(signIns).to.include('LANTERN').and.include('coach@lanternfish.example');
    expect(db.select({ n: count() }).from(players).get()?.n).to.equal(16);
    expect(
      listWeeks(house.context, coach, { squad })
        .weeks.map((week) => week.state)
        .slice(0, 4),
    ).to.deep.equal(['draft', 'released', 'open', 'closed']);
    expect(db.select({ n: count() }).from(weeks).get()?.n).to.equal(11);
    const keptClips = db.select().from(clips).all();
    expect(keptClips.every((clip) => clip.state === 'kept')).to.equal(true);
    expect(keptClips.length).to.be.within(6, 10);
    expect(db.select({ n: count() }).from(decisions).get()?.n).to.be.above(500);
    const now = today(house.context, coach, { squad });
    expect(now.toReview.doubted).to.be.above(0);
    expect(now.quiet.map((one) => one.nickname)).to.include('Fig');
    expect(register(house.context, coach, { squad }).players).to.have.length(16);
    const { waiting } = reviewQueue(house.context, coach, { squad });
    const boast = waiting.find((item) => item.player.nickname === 'Noodle' && item.clip);
    expect(boast?.value).to.equal(34);
    expect(boast?.result).to.equal('look');
    const before = db.select({ n: count() }).from(scores).get()?.n;
    expect(await loadDemo(house.context, process.cwd())).to.equal(signIns);
    expect(db.select({ n: count() }).from(scores).get()?.n).to.equal(before);
  });

  /* A figure that two views show is the same in both. */

  const sum = (numbers: readonly number[]) => numbers.reduce((all, one) => all + one, 0);
  const sorted = (names: readonly string[]) => [...names].sort();
  const weeksOpened = () => releasedWeeks(house.context.db, squad).filter((one) => one.revision.opensAt <= house.context.now());
  const registerOf = (week?: string) => register(house.context, coach, { squad, ...(week ? { week } : {}) });
  const pageOf = (player: string) => playerPage(house.context, coach, { squad, player });
  const ids = () => membersOf(house.context.db, squad).map((member) => member.id);

  it('has as many scores to review on Today as in the queue, on the register and in the Monday letter', () => {
    const { toReview } = today(house.context, coach, { squad });
    const all = toReview.doubted + toReview.clips + toReview.clear;
    expect(all).to.be.greaterThan(12);
    const queue = reviewQueue(house.context, coach, { squad });
    expect(queue.waitingInAll).to.equal(all);
    let [waiting, more] = [queue.waiting, queue.more];
    while (more) {
      const page = waitingAfter(house.context, coach, { squad, after: more });
      waiting = [...waiting, ...page.waiting];
      more = page.more;
    }
    expect(waiting).to.have.length(all);
    expect(waiting.filter((item) => item.result === 'look')).to.have.length(toReview.doubted);
    expect(waiting.filter((item) => item.result !== 'look' && item.clip !== null)).to.have.length(toReview.clips);
    const rows = registerOf().players;
    expect(sum(rows.map((row) => row.waiting))).to.equal(all);
    for (const row of rows) expect(waiting.filter((item) => item.player.id === row.id).length, row.nickname).to.equal(row.waiting);
    const [shown] = weeksOpened();
    if (!shown) throw new Error('no week');
    expect(squadWeek(house.context, squad, shown).toReview).to.equal(all);
  });

  it('has the same players and grown-ups wherever they are listed', () => {
    const people = readPeople(house.context, coach, { squad });
    const names = sorted(people.players.map((one) => one.nickname));
    const post = readPost(house.context, coach, { squad }).players;
    expect(sorted(registerOf().players.map((one) => one.nickname))).to.deep.equal(names);
    expect(sorted(post.map((one) => one.nickname))).to.deep.equal(names);
    expect(ground(house.context, coach, { squad }).players).to.equal(names.length);
    for (const one of people.players)
      expect(post.find((to) => to.id === one.playerId)?.guardians, one.nickname).to.equal(one.guardians.length);
  });

  it('has gone quiet for as many days on Today, the register and in the letter', () => {
    const { quiet } = today(house.context, coach, { squad });
    const rows = registerOf().players.filter((row) => row.quiet);
    expect(sorted(quiet.map((one) => `${one.nickname} ${one.days}`))).to.deep.equal(
      sorted(rows.map((row) => `${row.nickname} ${row.quietDays}`)),
    );
    const [shown] = weeksOpened();
    if (!shown) throw new Error('no week');
    expect(
      squadWeek(house.context, squad, shown)
        .quiet.map((one) => one.days)
        .sort(),
    ).to.deep.equal(quiet.map((one) => one.days).sort());
  });

  it('has each child’s streak the same on the register, the player’s page, My feet, This week and Today', () => {
    const { loosening } = today(house.context, coach, { squad });
    for (const row of registerOf().players) {
      const who = whoIs(row.id);
      const all = [pageOf(row.id).streak, myFeet(house.context, who).streak, thisWeek(house.context, who).streak];
      for (const streak of all) expect(streak, row.nickname).to.deep.equal(row.streak);
      expect(loosening.find((one) => one.playerId === row.id)?.current ?? null, row.nickname).to.equal(
        row.streak.loosening ? row.streak.current : null,
      );
    }
  });

  describe('has the same sessions, touches and records in the register, the comparison, the players’ pages, the season and the letters', () => {
    const WEEKS = [1, 2, 3, 4, 5, 6, 7, 8, 9];
    let pages: ReadonlyMap<string, ReturnType<typeof pageOf>>;
    let season: ReturnType<typeof seasonSheet>['weeks'];
    before(() => {
      pages = new Map(ids().map((id) => [id, pageOf(id)]));
      season = seasonSheet(house.context, coach, { squad }).weeks;
    });

    it('of every week that has opened', () => {
      expect(weeksOpened().map((one) => one.week.number)).to.have.members(WEEKS);
    });

    for (const number of WEEKS)
      it(`of week ${number}`, () => {
        const shown = weeksOpened().find((one) => one.week.number === number);
        if (!shown) throw new Error('no such week');
        const { id } = shown.week;
        const rows = registerOf(id);
        const side = compareWeeks(house.context, coach, { squad, a: id, b: id }).b;
        const letter = squadWeek(house.context, squad, shown);
        const came = season.find((one) => one.week?.id === id)?.came;
        const of = [...pages.values()].map((page) => page.weeks.find((week) => week.number === number));
        const said = `week ${number}`;
        expect(side?.set, said).to.equal(sum(rows.players.map((row) => row.set)));
        expect(side?.done, said).to.equal(sum(rows.players.map((row) => row.done)));
        expect([letter.set, letter.done, letter.onTime, letter.trained], said).to.deep.equal([
          side?.set,
          side?.done,
          side?.onTime,
          side?.trained,
        ]);
        expect([came?.trained, came?.left, came?.right], said).to.deep.equal([side?.trained, side?.touches.left, side?.touches.right]);
        expect(letter.touches, said).to.deep.equal(side?.touches);
        expect([side?.records, letter.records.length, sum(rows.players.map((row) => row.records))], said).to.deep.equal(
          Array(3).fill(rows.recordsInAll),
        );
        expect(sum(of.map((week) => week?.records ?? 0)), said).to.equal(rows.recordsInAll);
        expect(sum(of.map((week) => week?.done ?? 0)), said).to.equal(side?.done);
        // Where the feet are not told apart each gets half, rounded for each player.
        expect(sum(of.map((week) => week?.touches.left ?? 0)), said).to.be.closeTo(side?.touches.left ?? 0, of.length / 2);
        for (const row of rows.players) {
          const mine = pages.get(row.id)?.weeks.find((week) => week.number === number);
          const child = childWeek(house.context, squad, memberOf(house.context.db, squad, row.id), shown);
          const told = `${said}, ${row.nickname}`;
          expect([mine?.set, mine?.done, mine?.records], told).to.deep.equal([row.set, row.done, row.records]);
          expect([child.set, child.done, child.onTime, child.records.length], told).to.deep.equal([
            row.set,
            row.done,
            mine?.onTime,
            row.records,
          ]);
          expect([child.touches.left, child.touches.right], told).to.deep.equal([mine?.touches.left, mine?.touches.right]);
        }
      });
  });

  it('has the week that is open, and who is due, the same on Today, the register, This week and the family’s page', () => {
    const now = today(house.context, coach, { squad });
    const rows = registerOf(now.open?.weekId);
    for (const row of rows.players) {
      const mine = thisWeek(house.context, whoIs(row.id));
      expect(mine.week?.id, row.nickname).to.equal(now.open?.weekId);
      expect(mine.week?.content.sessions.length, row.nickname).to.equal(row.set);
      expect(mine.done.length, row.nickname).to.equal(row.done);
      expect(now.due.find((one) => one.playerId === row.id)?.sessions.length ?? 0, row.nickname).to.equal(row.set - row.done);
    }
    const guardian = house.context.db.select().from(user).where(eq(user.email, 'family@lanternfish.example')).get();
    if (!guardian) throw new Error('no guardian');
    const [child] = family(house.context, actorOf(house.context.db, guardian)).children;
    const row = rows.players.find((one) => one.id === child?.playerId);
    expect([child?.week?.number, child?.week?.sessions.length, child?.week?.sessions.filter((one) => one.done).length]).to.deep.equal([
      now.open?.number,
      row?.set,
      row?.done,
    ]);
    expect(child?.streak).to.deep.equal(row?.streak);
    expect(child?.week?.records.length).to.equal(row?.records);
  });
});
