import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { ACTS, type ActName } from '../../src/contract/acts.ts';
import { announceFilm } from '../../src/server/clips/films/films.ts';
import { invitations, squadPlayers } from '../../src/server/platform/db/schema.ts';
import { allow, asPerson, asPlayer, checkIsThem, type Subject } from '../../src/server/policy.ts';
import { askToDelete } from '../../src/server/privacy/deletion.ts';
import { inviteGuardian, makeFamilyLink } from '../../src/server/squads/invitations.ts';
import { makeFeed } from '../../src/server/weeks/feeds.ts';
import { makeAssistant, openTown, outcome, type Town, uuid } from './make.ts';
import { PEOPLE, type Person } from './people-of-town.ts';
import { type Things, thingsOf } from './policy-things.ts';

/* The bare policy: every act, everybody, everything an act may be done to, on one town that nothing changes. */

type Who = 'coach of the squad' | 'its head coach' | 'player of the squad' | 'that player' | 'a guardian' | 'anyone of the kind';

/** Acts that are not simply for the coaches of the squad: kinds of people, and the tie that they need. */
const OTHERS: Partial<Record<ActName, Partial<Record<'coach' | 'player' | 'guardian' | 'nobody', Who>>>> = {};
const set = (acts: readonly ActName[], who: (typeof OTHERS)[ActName]) => {
  for (const act of acts) OTHERS[act] = who;
};
const any = 'anyone of the kind';
set(['see myself', 'choose my language', 'report an error', 'look at an invitation', 'ask to join', 'accept an invitation'], {
  ...{ coach: any, player: any, guardian: any, nobody: any },
});
set(['see my sign-ins'], { coach: any, player: any, guardian: any });
set(['set what is mailed'], { coach: any, guardian: any });
set(['set up my bench', 'make a squad', 'bring a squad back'], { coach: any });
set(['see my family', 'claim a child'], { guardian: any });
set(
  [
    'see this week',
    'say what is at home',
    'send a go',
    'practice a drill',
    'send a run',
    'send a session by hand',
    'join by a code',
    'announce a clip',
    'see my feet',
    'choose a squad',
    'choose my PIN',
  ],
  { player: any },
);
set(['upload a clip', 'mend a number'], { player: 'that player' });
set(['watch a clip', 'hear a spoken line', 'delete a spoken line'], {
  ...{ coach: 'coach of the squad', player: 'that player', guardian: 'a guardian' },
});
set(['delete a clip'], { player: 'that player', guardian: 'a guardian' });
set(['ask for the time'], { coach: any, player: any, guardian: any });
set(['join a live evening'], { player: 'player of the squad' });
set(['follow a live evening'], { coach: 'coach of the squad', player: 'player of the squad' });
set(['watch a film'], { coach: 'coach of the squad', player: 'player of the squad' });
set(['make a feed', 'revoke a feed', 'export a history', 'set how a player reads', 'revoke an invitation'], {
  ...{ coach: 'coach of the squad', guardian: 'a guardian' },
});
set(
  [
    ...(['give consent', 'see a child’s keys', 'make a family link', 'reset a child’s PIN', 'see a child’s sign-ins'] as const),
    ...(['delete a child', 'download everything'] as const),
  ],
  { guardian: 'a guardian' },
);
set(
  [
    ...(['set doubt rules', 'set the rules', 'set squad choices', 'invite a coach', 'invite a guardian', 'take a guardian out'] as const),
    'throw a squad away',
    ...(['see who came and went', 'remove people', 'change coaches', 'see how the house is kept', 'change what names a child'] as const),
  ],
  { coach: 'its head coach' },
);
const openTo = (act: ActName) => OTHERS[act] ?? { coach: 'coach of the squad' as const };

/** What is tried, and whose it is. `null` for what is not there, as far as anybody outside may know. */
interface Tried {
  subject: Subject;
  belongs: { squad: 'first' | 'other' | null; player: 'comet' | 'wren' | null } | null;
}

/** People of the town by what ties them to anything. */
const TIES: Record<Person, { kind: 'coach' | 'player' | 'guardian' | 'nobody'; squad?: 'first' | 'other'; head?: true; of?: string }> = {
  coach: { kind: 'coach', squad: 'first', head: true },
  assistant: { kind: 'coach', squad: 'first' },
  otherCoach: { kind: 'coach', squad: 'other', head: true },
  player: { kind: 'player', squad: 'first', of: 'comet' },
  otherPlayer: { kind: 'player', squad: 'first', of: 'pebble' },
  strangerPlayer: { kind: 'player', squad: 'other', of: 'wren' },
  removedPlayer: { kind: 'player', of: 'moss' },
  guardian: { kind: 'guardian', of: 'comet' },
  otherGuardian: { kind: 'guardian', of: 'pebble' },
  nobody: { kind: 'nobody' },
};

function expected(act: ActName, person: Person, { subject, belongs }: Tried): string {
  const tie = TIES[person];
  const who = openTo(act)[tie.kind];
  if (!who) return tie.kind === 'nobody' ? 'not signed in' : 'not allowed';
  const home = subject === null ? { squad: null, player: null } : belongs;
  if (!home) return 'not found';
  const inIt = home.squad !== null && home.squad === tie.squad;
  const theirs = home.player !== null && home.player === tie.of;
  const may: Record<Who, boolean> = {
    'coach of the squad': inIt,
    'its head coach': inIt && tie.head === true,
    'player of the squad': inIt,
    'that player': theirs,
    'a guardian': theirs,
    'anyone of the kind': true,
  };
  return may[who] ? 'done' : 'not found';
}

describe('the policy alone', () => {
  let town: Town;
  let things: Things;
  let tried: Record<string, Tried>;

  before(async () => {
    town = await openTown();
    makeAssistant(town);
    things = await thingsOf(town);
    const { context, coach, guardian, squad, otherSquad } = town;
    const [comet, wren, moss] = [town.player.playerId, town.strangerPlayer.playerId, town.removedPlayer.playerId];
    const film = announceFilm(context, coach, { squad, id: uuid(), about: { kind: 'drill', drill: 'sole-taps' } }).id;
    const squadFeed = makeFeed(context, coach, { squad, id: uuid(), player: null }).feed.id;
    makeFamilyLink(context, guardian, { player: comet, id: uuid() });
    inviteGuardian(context, coach, { squad, player: comet, id: uuid() });
    const ofKind = (kind: 'family link' | 'guardian') =>
      context.db.select().from(invitations).where(eq(invitations.kind, kind)).get()?.id ?? '';
    const both = { squad: 'first', player: 'comet' } as const;
    const ofSquad = { squad: 'first', player: null } as const;
    const gone = uuid();
    tried = {
      nothing: { subject: null, belongs: null },
      squad: { subject: { squad }, belongs: ofSquad },
      'other squad': { subject: { squad: otherSquad }, belongs: { squad: 'other', player: null } },
      'player of the squad': { subject: { player: comet, squad }, belongs: both },
      player: { subject: { player: comet }, belongs: { squad: null, player: 'comet' } },
      'other squad’s player': { subject: { player: wren, squad: otherSquad }, belongs: { squad: 'other', player: 'wren' } },
      'player of another squad': { subject: { player: wren, squad }, belongs: null },
      'player who was taken out': { subject: { player: moss, squad }, belongs: null },
      week: { subject: { week: things.week }, belongs: ofSquad },
      score: { subject: { score: things.score }, belongs: both },
      decision: { subject: { decision: things.decision }, belongs: both },
      clip: { subject: { clip: things.clip }, belongs: both },
      'spoken line': { subject: { spoken: things.spoken }, belongs: both },
      film: { subject: { film }, belongs: ofSquad },
      template: { subject: { template: things.template }, belongs: ofSquad },
      'child’s feed': { subject: { feed: things.feed }, belongs: both },
      'squad’s feed': { subject: { feed: squadFeed }, belongs: ofSquad },
      'family link': { subject: { invitation: ofKind('family link') }, belongs: { squad: null, player: 'comet' } },
      'guardian’s code': { subject: { invitation: ofKind('guardian') }, belongs: ofSquad },
      ...Object.fromEntries(
        (['week', 'score', 'decision', 'clip', 'spoken', 'film', 'template', 'feed', 'invitation'] as const).map((kind) => [
          `missing ${kind}`,
          { subject: { [kind]: gone } as unknown as Subject, belongs: null },
        ]),
      ),
    };
  });
  after(() => town.close());

  for (const act of ACTS)
    it(act, async () => {
      for (const [name, one] of Object.entries(tried))
        for (const person of PEOPLE)
          expect(await outcome(() => allow(town.context.db, town[person], act, one.subject) ?? 'done'), `${person}, ${name}`).to.equal(
            expected(act, person, one),
          );
    });

  it('knows players by themselves, persons by being signed in', async () => {
    const { player, coach, nobody } = town;
    expect(asPlayer(player)).to.equal(player);
    expect(asPerson(coach)).to.equal(coach);
    expect(await outcome(() => asPlayer(coach))).to.equal('not allowed');
    expect(await outcome(() => asPerson(nobody))).to.equal('not signed in');
    expect(await outcome(() => checkIsThem(player, player.playerId))).to.equal('done');
    expect(await outcome(() => checkIsThem(player, undefined))).to.equal('done');
    expect(await outcome(() => checkIsThem(player, town.otherPlayer.playerId))).to.equal('somebody else');
    expect(await outcome(() => checkIsThem(coach, undefined))).to.equal('done');
    expect(await outcome(() => checkIsThem(coach, player.playerId))).to.equal('not allowed');
  });

  describe('what a player sent', () => {
    const sent = () => ({ score: things.score, decision: things.decision, clip: things.clip, spoken: things.spoken });
    const acts = { score: 'decide a score', decision: 'undo a decision', clip: 'watch a clip', spoken: 'hear a spoken line' } as const;
    const seenBy = (person: 'coach' | 'guardian', kinds = Object.keys(acts) as (keyof typeof acts)[]) =>
      Promise.all(
        kinds.map((kind) =>
          outcome(() => allow(town.context.db, town[person], acts[kind], { [kind]: sent()[kind] } as unknown as Subject)),
        ),
      );
    const family = ['clip', 'spoken'] as const;

    it('is the family’s alone once the player was taken out', async () => {
      const taken = (day: string | null) =>
        town.context.db.update(squadPlayers).set({ leftOn: day }).where(eq(squadPlayers.playerId, town.player.playerId)).run();
      taken('2026-11-02');
      expect(await seenBy('coach')).to.deep.equal(Array.from({ length: 4 }, () => 'not found'));
      expect(await seenBy('guardian', [...family])).to.deep.equal(['done', 'done']);
      taken(null);
      expect(await seenBy('coach')).to.deep.equal(Array.from({ length: 4 }, () => 'done'));
    });

    it('and as soon as the family asked for the player to be deleted', async () => {
      askToDelete(town.context, town.guardian, { player: town.player.playerId, id: uuid(), nickname: 'Comet' });
      expect(await seenBy('coach')).to.deep.equal(Array.from({ length: 4 }, () => 'not found'));
      expect(await seenBy('guardian', [...family])).to.deep.equal(['done', 'done']);
      const ofSquad = { player: town.player.playerId, squad: town.squad };
      expect(await outcome(() => allow(town.context.db, town.coach, 'see a player', ofSquad))).to.equal('not found');
    });
  });
});
