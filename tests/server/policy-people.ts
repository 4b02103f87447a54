import { eq } from 'drizzle-orm';
import { emptySeason } from '../../src/core/planning/season/plan.ts';
import type { Actor } from '../../src/server/accounts/actor.ts';
import { childSignIns, endChildSignIn, endMySignIn, mySignIns } from '../../src/server/accounts/sign-ins.ts';
import { myNews, squadNews } from '../../src/server/accounts/told.ts';
import { setPostChoices } from '../../src/server/consent/mail-choices.ts';
import { readKeeping } from '../../src/server/operations/read.ts';
import {
  deletions,
  groupStays,
  players as playersTable,
  squadGroups,
  squadPlayers,
  squads as squadsTable,
} from '../../src/server/platform/db/schema.ts';
import { askToDelete, readDeletion, undoDeletion } from '../../src/server/privacy/deletion.ts';
import { changeMention, readMentions } from '../../src/server/privacy/mentions.ts';
import { bringSquadBack, throwAway, thrownAway } from '../../src/server/privacy/thrown-away.ts';
import {
  bringBack,
  choosePin,
  chooseSquad,
  correctPlayer,
  removePlayer,
  resetChildPin,
  resetPin,
  setLevel,
} from '../../src/server/rules/members.ts';
import { giveNewCode, putBreak, setFigures } from '../../src/server/rules/rules.ts';
import { copySeasonSheet, saveSeasonSheet, seasonSheet } from '../../src/server/screens/season-sheet.ts';
import { acceptAsCoach, makeSquad, removeCoach, setRole } from '../../src/server/squads/coaches.ts';
import {
  answerGuardian,
  childKeys,
  claimChild,
  claimMore,
  endChildKeys,
  removeGuardian,
  removeGuardianAsCoach,
} from '../../src/server/squads/guardians.ts';
import {
  familyLinks,
  inviteCoach,
  inviteGuardian,
  invitePlayers,
  lookAtInvitation,
  makeFamilyLink,
  printCards,
  revokeInvitation,
} from '../../src/server/squads/invitations.ts';
import {
  addByHand,
  admit,
  askToJoin,
  playersElsewhere,
  readInRoster,
  readRequest,
  refuse,
  takeOver,
} from '../../src/server/squads/joining.ts';
import { addAccount, addCoach, addGuardian } from '../../src/server/squads/people.ts';
import { readPeople } from '../../src/server/squads/read.ts';
import { dropGroup, groupByLevel, saveGroup, setGroup } from '../../src/server/weeks/groups.ts';
import { exportSeason } from '../../src/server/weeks/seasons.ts';
import { actorAgain, askingAs, PASSWORD, type Town, uuid } from './make.ts';
import { PEOPLE, type Person } from './people-of-town.ts';

/* Rows of the policy matrix for people, keeping and the rules of issue seven. */

const COACHES = ['coach', 'assistant'] as const;
const HEAD = ['coach'] as const;
const GUARDIAN = ['guardian'] as const;
const SIGNED_IN = PEOPLE.filter((one) => one !== 'nobody');

const comet = (t: Town) => ({ squad: t.squad, player: t.player.playerId });
const child = (t: Town) => ({ player: t.player.playerId });
const players = (t: Town) => invitePlayers(t.context, t.coach, { squad: t.squad, id: uuid(), days: 30, uses: 30 });
const guardianCode = (t: Town) => inviteGuardian(t.context, t.coach, { ...comet(t), id: uuid() }).code;

async function request(t: Town): Promise<string> {
  const id = uuid();
  const asked = { id, code: players(t).code, nickname: `New ${id.slice(-6)}`, birthYear: 2015, strongerFoot: 'left' as const, pin: '4711' };
  await askToJoin(t.context, t.nobody, asked, askingAs(t.nobody));
  return id;
}

/** One more assistant, to be changed and taken out. */
async function anAssistant(t: Town): Promise<string> {
  const id = await addAccount(t.context, { name: 'mallow', email: `${uuid()}@town.example`, password: PASSWORD, kind: 'coach' });
  addCoach(t.context, t.squad, id, 'assistant');
  return id;
}

/** Somebody with a code who waits for the guardian's yes. */
async function aGuardianRequest(t: Town): Promise<string> {
  const given = { code: guardianCode(t), name: 'Uncle', email: `${uuid()}@town.example`, password: PASSWORD };
  await claimChild(t.context, t.nobody, given, askingAs(t.nobody));
  return childKeys(t.context, t.guardian, child(t)).requests.at(-1)?.id ?? '';
}

/** One more guardian of the child, to be taken out. */
async function anotherGuardian(t: Town): Promise<string> {
  const id = await addAccount(t.context, { name: 'aunt', email: `${uuid()}@town.example`, password: PASSWORD, kind: 'guardian' });
  addGuardian(t.context, t.player.playerId, id);
  return id;
}

/** The head coach coaches the other squad too: its player can be taken over. */
function coachOfBoth(t: Town, a: Actor): Actor {
  if (a.kind !== 'coach' || !a.squads.includes(t.squad) || a.squads.includes(t.otherSquad)) return a;
  addCoach(t.context, t.otherSquad, a.userId, 'assistant');
  return actorAgain(t, a);
}

/** A group of the squad, and no other. */
function aGroup(t: Town): string {
  t.context.db.delete(groupStays).run();
  t.context.db.delete(squadGroups).run();
  return saveGroup(t.context, t.coach, { squad: t.squad, group: uuid(), name: 'Early' }).id;
}

const aSeason = () => ({ id: uuid(), draft: 0, plan: emptySeason('Autumn', '2026-11-02', 6) });

const aDeletion = (t: Town): string => {
  t.context.db.delete(deletions).run();
  return askToDelete(t.context, t.guardian, { ...child(t), id: uuid(), nickname: 'Comet' }).id;
};

/** A text that names a child who is being deleted: a fresh one, as each is changed once. */
function aMention(t: Town): { player: string; mention: string } {
  aDeletion(t);
  putBreak(t.context, t.coach, { squad: t.squad, break: uuid(), from: '2026-12-20', to: '2026-12-24', title: 'Comet’s party' });
  const one = readMentions(t.context, t.coach, { squad: t.squad }).mentions.at(-1);
  return { player: one?.playerId ?? uuid(), mention: one?.id ?? '' };
}

/** Undoes what a row did to the child, so that the next person meets the same town. */
function after<T>(t: Town, result: T): T {
  t.context.db.delete(deletions).run();
  t.context.db.update(squadPlayers).set({ leftOn: null }).where(eq(squadPlayers.playerId, t.player.playerId)).run();
  return result;
}

export const PEOPLE_ROWS: Record<string, { open: readonly Person[]; call(t: Town, a: Actor): unknown }> = {
  'people.list': { open: COACHES, call: (t, a) => readPeople(t.context, a, { squad: t.squad }) },
  'people.makeSquad': {
    open: ['coach', 'assistant', 'otherCoach'],
    call: (t, a) => makeSquad(t.context, a, { id: uuid(), name: 'Newts', town: 'Quillhaven', timeZone: 'Europe/Lisbon', age: 9 }),
  },
  'invitations.invitePlayers': {
    open: COACHES,
    call: (t, a) => invitePlayers(t.context, a, { squad: t.squad, id: uuid(), days: 3, uses: 3 }),
  },
  'invitations.inviteCoach': { open: HEAD, call: (t, a) => inviteCoach(t.context, a, { squad: t.squad, id: uuid(), role: 'assistant' }) },
  'invitations.inviteGuardian': { open: HEAD, call: (t, a) => inviteGuardian(t.context, a, { ...comet(t), id: uuid() }) },
  'invitations.revoke': { open: COACHES, call: (t, a) => revokeInvitation(t.context, a, { invitation: players(t).id }) },
  'invitations.cards': { open: COACHES, call: (t, a) => printCards(t.context, a, { squad: t.squad }) },
  'invitations.admit': {
    open: COACHES,
    call: async (t, a) => admit(t.context, a, { squad: t.squad, request: await request(t), level: 'steady' }),
  },
  'invitations.refuse': { open: COACHES, call: async (t, a) => refuse(t.context, a, { squad: t.squad, request: await request(t) }) },
  'people.roster': {
    open: COACHES,
    call: (t, a) => readInRoster(t.context, a, { squad: t.squad, text: `nickname,birth year\n${uuid().slice(-9)},2014\n`, dry: false }),
  },
  'people.addExisting': {
    open: COACHES,
    call: (t, a) => {
      const one = t.strangerPlayer.playerId;
      const done = takeOver(t.context, coachOfBoth(t, a), { squad: t.squad, player: one, level: 'steady' });
      t.context.db.update(squadPlayers).set({ leftOn: '2026-11-02' }).where(eq(squadPlayers.squadId, t.squad)).run();
      t.context.db.update(squadPlayers).set({ leftOn: null }).where(eq(squadPlayers.playerId, t.player.playerId)).run();
      return done;
    },
  },
  'people.throwAway': {
    open: HEAD,
    call: (t, a) => {
      // In the squad of the town somebody has trained.
      const { id } = makeSquad(t.context, t.coach, { id: uuid(), name: 'Newts', town: '', timeZone: 'Europe/Lisbon', age: 9 });
      addCoach(t.context, id, (t.assistant as { userId: string }).userId, 'assistant');
      return throwAway(t.context, a.kind === 'nobody' ? a : actorAgain(t, a), { squad: id });
    },
  },
  'people.bringSquadBack': {
    open: HEAD,
    call: (t, a) => {
      t.context.db.update(squadsTable).set({ thrownAt: t.context.now() }).where(eq(squadsTable.id, t.squad)).run();
      try {
        return bringSquadBack(t.context, a, { squad: t.squad });
      } finally {
        t.context.db.update(squadsTable).set({ thrownAt: null }).where(eq(squadsTable.id, t.squad)).run();
      }
    },
  },
  'people.thrownAway': { open: ['coach', 'assistant', 'otherCoach'], call: (t, a) => thrownAway(t.context, a) },
  'people.add': {
    open: COACHES,
    call: (t, a) =>
      addByHand(t.context, a, {
        squad: t.squad,
        id: uuid(),
        nickname: uuid().slice(-9),
        birthYear: null,
        strongerFoot: 'left',
        level: 'steady',
      }),
  },
  'people.others': { open: COACHES, call: (t, a) => playersElsewhere(t.context, a, { squad: t.squad }) },
  'people.setLevel': { open: COACHES, call: (t, a) => setLevel(t.context, a, { ...comet(t), level: 'strong' }) },
  'people.saveGroup': { open: COACHES, call: (t, a) => saveGroup(t.context, a, { squad: t.squad, group: aGroup(t), name: 'Late' }) },
  'people.dropGroup': { open: COACHES, call: (t, a) => dropGroup(t.context, a, { squad: t.squad, group: aGroup(t) }) },
  'people.groupByLevel': { open: COACHES, call: (t, a) => groupByLevel(t.context, a, { squad: t.squad }) },
  'people.setGroup': { open: COACHES, call: (t, a) => setGroup(t.context, a, { ...comet(t), group: null }) },
  'season.sheet': { open: COACHES, call: (t, a) => seasonSheet(t.context, a, { squad: t.squad }) },
  'season.save': { open: COACHES, call: (t, a) => saveSeasonSheet(t.context, a, { squad: t.squad, ...aSeason() }) },
  'season.copy': {
    open: COACHES,
    call: (t, a) => {
      const from = { squad: t.otherSquad, ...aSeason() };
      saveSeasonSheet(t.context, t.otherCoach, from);
      return copySeasonSheet(t.context, coachOfBoth(t, a), { squad: t.squad, id: uuid(), from: t.otherSquad, startsOn: '2027-01-04' });
    },
  },
  'season.file': {
    open: COACHES,
    call: (t, a) => {
      saveSeasonSheet(t.context, t.coach, { squad: t.squad, ...aSeason() });
      return exportSeason(t.context, a, { squad: t.squad });
    },
  },
  'people.correct': {
    open: COACHES,
    call: (t, a) => correctPlayer(t.context, a, { ...comet(t), nickname: 'Comet', birthYear: 2015 }),
  },
  'people.resetPin': { open: COACHES, call: (t, a) => resetPin(t.context, a, comet(t)) },
  'people.removePlayer': { open: HEAD, call: (t, a) => after(t, removePlayer(t.context, a, comet(t))) },
  'people.bringBack': { open: HEAD, call: (t, a) => bringBack(t.context, a, comet(t)) },
  'people.setRole': {
    open: HEAD,
    call: async (t, a) => setRole(t.context, a, { squad: t.squad, user: await anAssistant(t), role: 'head coach' }),
  },
  'people.removeCoach': { open: HEAD, call: async (t, a) => removeCoach(t.context, a, { squad: t.squad, user: await anAssistant(t) }) },
  'invitations.look': { open: PEOPLE, call: (t, a) => lookAtInvitation(t.context, a, { code: players(t).code }, askingAs(a)) },
  'invitations.askToJoin': {
    open: PEOPLE,
    call: (t, a) => {
      const id = uuid();
      const asked = { id, code: players(t).code, nickname: id.slice(-9), birthYear: 2015, strongerFoot: 'both' as const, pin: '4711' };
      return askToJoin(t.context, a, asked, askingAs(a));
    },
  },
  'invitations.request': { open: PEOPLE, call: async (t, a) => readRequest(t.context, a, { request: await request(t) }) },
  'invitations.acceptAsCoach': {
    open: PEOPLE,
    call: (t, a) => {
      const { code } = inviteCoach(t.context, t.coach, { squad: t.squad, id: uuid(), role: 'assistant' });
      return acceptAsCoach(t.context, a, { code, name: 'Mallow', email: `${uuid()}@town.example`, password: PASSWORD }, askingAs(a));
    },
  },
  'invitations.claimChild': {
    open: PEOPLE,
    call: (t, a) =>
      claimChild(t.context, a, { code: guardianCode(t), name: 'Aunt', email: `${uuid()}@town.example`, password: PASSWORD }, askingAs(a)),
  },
  'invitations.claimMore': {
    open: ['guardian', 'otherGuardian'],
    call: (t, a) => claimMore(t.context, a, { code: guardianCode(t) }, askingAs(a)),
  },
  'accounts.news': { open: SIGNED_IN, call: (t, a) => myNews(t.context, a) },
  'accounts.squadNews': { open: HEAD, call: (t, a) => squadNews(t.context, a, { squad: t.squad }) },
  'keys.read': { open: GUARDIAN, call: (t, a) => childKeys(t.context, a, child(t)) },
  'keys.endAll': { open: GUARDIAN, call: (t, a) => endChildKeys(t.context, a, child(t)) },
  'keys.answer': {
    open: GUARDIAN,
    call: async (t, a) => answerGuardian(t.context, a, { ...child(t), request: await aGuardianRequest(t), yes: false }),
  },
  'keys.removeGuardian': {
    open: GUARDIAN,
    call: async (t, a) => removeGuardian(t.context, a, { ...child(t), user: await anotherGuardian(t) }),
  },
  'keys.removeAsCoach': {
    open: HEAD,
    call: async (t, a) => removeGuardianAsCoach(t.context, a, { ...comet(t), user: await anotherGuardian(t) }),
  },
  'invitations.familyLink': { open: GUARDIAN, call: (t, a) => makeFamilyLink(t.context, a, { ...child(t), id: uuid() }) },
  'invitations.familyLinks': { open: GUARDIAN, call: (t, a) => familyLinks(t.context, a, child(t)) },
  'people.childPin': { open: GUARDIAN, call: (t, a) => resetChildPin(t.context, a, { ...child(t), pin: '8848' }) },
  'accounts.childSignIns': { open: GUARDIAN, call: (t, a) => childSignIns(t.context, a, child(t)) },
  'accounts.endChildSignIn': {
    open: GUARDIAN,
    call: (t, a) => {
      const id = uuid();
      t.context.db.$client
        .prepare('insert into session (id, expires_at, token, created_at, updated_at, user_id) values (?, ?, ?, 1, 1, ?)')
        .run(id, Date.now() + 1e9, id, t.player.userId);
      return endChildSignIn(t.context, a, { ...child(t), signIn: id });
    },
  },
  'accounts.signIns': { open: SIGNED_IN, call: (t, a) => mySignIns(t.context, a, {}, askingAs(a)) },
  'accounts.endSignIn': { open: SIGNED_IN, call: (t, a) => endMySignIn(t.context, a, { signIn: 'others' }, askingAs(a)) },
  'accounts.choosePin': {
    open: ['player', 'otherPlayer', 'strangerPlayer', 'removedPlayer'],
    call: (t, a) => {
      t.context.db.update(playersTable).set({ pinMade: true }).run();
      return choosePin(t.context, a, { pin: '5083' }, askingAs(a));
    },
  },
  'accounts.chooseSquad': { open: ['player', 'otherPlayer'], call: (t, a) => chooseSquad(t.context, a, { squad: t.squad }) },
  'rules.setFigures': { open: HEAD, call: (t, a) => setFigures(t.context, a, { squad: t.squad, clipDays: 30 }) },
  'rules.newCode': { open: HEAD, call: (t, a) => giveNewCode(t.context, a, { squad: t.squad }) },
  'post.choices': {
    open: ['coach', 'assistant', 'otherCoach', 'guardian', 'otherGuardian'],
    call: (t, a) => setPostChoices(t.context, a, { reminders: true, summaries: false, quietFrom: 21, quietTo: 8, mailsPerDay: 1 }),
  },
  'keeping.read': { open: HEAD, call: (t, a) => readKeeping(t.context, a, { squad: t.squad }) },
  'keeping.mentions': { open: HEAD, call: (t, a) => readMentions(t.context, a, { squad: t.squad }) },
  'keeping.changeMention': { open: HEAD, call: (t, a) => changeMention(t.context, a, { squad: t.squad, ...aMention(t) }) },
  'keeping.deletion': { open: GUARDIAN, call: (t, a) => readDeletion(t.context, a, child(t)) },
  'keeping.askToDelete': {
    open: GUARDIAN,
    call: (t, a) => after(t, askToDelete(t.context, a, { ...child(t), id: uuid(), nickname: 'comet' })),
  },
  'keeping.undoDeletion': {
    open: GUARDIAN,
    call: (t, a) => {
      const deletion = aDeletion(t);
      try {
        return undoDeletion(t.context, a, { ...child(t), deletion });
      } finally {
        after(t, null);
      }
    },
  },
};
