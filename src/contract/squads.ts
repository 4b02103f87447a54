import { z } from 'zod';
import { Home } from '../core/drills/home-schema.ts';
import { LEVELS } from '../core/squads/terms.ts';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { BirthYear, CoachRole, InvitationView, JoinRequestView, NicknameText, Pin } from './invitations.ts';
import { DayText, Done, Id, Instant, NoParams, Nothing, StrongerFootName } from './parts.ts';

/* People: who is in a squad, and what is put right of them. */

/** A named part of the squad, which may have sessions and drills of its own. */
export const GroupView = z.object({ id: Id, name: z.string() });
export type GroupView = z.infer<typeof GroupView>;

export const PersonView = z.object({
  playerId: Id,
  nickname: z.string(),
  birthYear: z.number().int(),
  /** Nobody said the year yet. */
  yearUnsaid: z.boolean(),
  strongerFoot: StrongerFootName,
  /** Metres of one big step, null where it was not said; missing until something was said of home. */
  step: z.number().nullable().optional(),
  level: z.enum(LEVELS),
  joinedOn: DayText,
  /** The group that the player is in; from a later Monday on where that is told. */
  group: Id.nullable(),
  groupFrom: DayText.nullable(),
  /** The guardians of this child, in the order they came. */
  guardians: z.array(z.object({ userId: Id, name: z.string() })),
});
export type PersonView = z.infer<typeof PersonView>;

export const People = z.object({
  squad: z.object({ id: Id, name: z.string(), town: z.string(), code: z.string(), timeZone: z.string() }),
  /** What the one who looks may do here. */
  me: z.object({ userId: Id, role: CoachRole }),
  coaches: z.array(z.object({ userId: Id, name: z.string(), role: CoachRole })),
  groups: z.array(GroupView),
  players: z.array(PersonView),
  requests: z.array(JoinRequestView),
  invitations: z.array(InvitationView),
});
export type People = z.infer<typeof People>;

export const RosterRow = z.object({
  line: z.number().int(),
  nickname: z.string(),
  /** Null where it was not said. */
  birthYear: z.number().int().nullable(),
  strongerFoot: StrongerFootName,
  level: z.enum(LEVELS),
});
export type RosterRow = z.infer<typeof RosterRow>;

export const RosterLook = z.object({
  good: z.array(RosterRow),
  wrong: z.array(z.object({ line: z.number().int(), sentence: z.string() })),
  /** Who came in, with the PIN made for each; empty after a dry run. PINs are told this once. */
  added: z.array(z.object({ playerId: Id, nickname: z.string(), pin: z.string() })),
});
export type RosterLook = z.infer<typeof RosterLook>;

/** One player as a coach types one in. */
export const NewPlayerSent = z.object({
  id: Id,
  nickname: NicknameText,
  birthYear: BirthYear.nullable(),
  strongerFoot: StrongerFootName,
  level: z.enum(LEVELS),
});
export type NewPlayerSent = z.infer<typeof NewPlayerSent>;

const ofSquad = z.object({ squad: Id });
const ofMember = ofSquad.extend({ player: Id });
const ofChild = z.object({ player: Id });

export const squadsApi = {
  list: endpoint({
    method: 'GET',
    path: '/squads/{squad}/people',
    act: 'see people',
    summary: 'Coaches, players, who asked to join, and the invitations that work.',
    params: ofSquad,
    body: Nothing,
    response: People,
  }),
  makeSquad: endpoint({
    method: 'POST',
    path: '/squads',
    act: 'make a squad',
    summary: 'Makes a squad with safe usual rules; whoever makes it is its head coach.',
    params: NoParams,
    body: z.object({
      id: Id,
      name: z.string().trim().min(1, says('Give the squad a name.')).max(60, says('The squad’s name has at most 60 letters.')),
      town: z.string().trim().max(60, says('The town has at most 60 letters.')),
      timeZone: z.string().trim().min(1, says('Choose a time zone.')).max(60),
      /** About how old the players are (years); sets the safe usual rules of that age. */
      age: z
        .number(says('The age is a number.'))
        .int(says('The age is a whole number.'))
        .min(5, says('From 5 years on.'))
        .max(18, says('Up to 18 years.')),
    }),
    response: z.object({ id: Id, code: z.string() }),
  }),
  throwAway: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}',
    act: 'throw a squad away',
    summary: 'Throws a squad away in which nobody has trained; for 30 days it can be brought back.',
    params: ofSquad,
    body: Nothing,
    response: z.object({ id: Id, until: Instant }),
  }),
  bringSquadBack: endpoint({
    method: 'POST',
    path: '/squads/{squad}/bring-back',
    act: 'bring a squad back',
    summary: 'Brings a squad back that was thrown away.',
    params: ofSquad,
    body: z.object({}),
    response: Done,
  }),
  thrownAway: endpoint({
    method: 'GET',
    path: '/squads/thrown-away',
    act: 'bring a squad back',
    summary: 'Squads that the coach threw away and can bring back.',
    params: NoParams,
    body: Nothing,
    response: z.object({ squads: z.array(z.object({ id: Id, name: z.string(), town: z.string(), until: Instant })) }),
  }),
  roster: endpoint({
    method: 'POST',
    path: '/squads/{squad}/roster',
    act: 'read in a roster',
    summary: 'Players from a CSV list (nickname, birth year, stronger foot, level); dry first.',
    params: ofSquad,
    body: z.object({ text: z.string().min(1, says('The list is empty.')).max(100_000, says('The list is too long.')), dry: z.boolean() }),
    response: RosterLook,
  }),
  add: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players',
    act: 'read in a roster',
    summary: 'One player by hand, with a PIN that is told this once; a year of birth that is left out is asked for later.',
    params: ofSquad,
    body: NewPlayerSent,
    response: z.object({ playerId: Id, nickname: z.string(), pin: z.string() }),
  }),
  addExisting: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/from',
    act: 'take over a player',
    summary: 'Puts a player of another squad of the same coach into this one too.',
    params: ofSquad,
    body: z.object({ player: Id, level: z.enum(LEVELS) }),
    response: z.object({ playerId: Id }),
  }),
  others: endpoint({
    method: 'GET',
    path: '/squads/{squad}/players/from',
    act: 'see people',
    summary: 'Players of the coach’s other squads who are not in this one.',
    params: ofSquad,
    body: Nothing,
    response: z.object({ players: z.array(z.object({ playerId: Id, nickname: z.string(), squad: z.string() })) }),
  }),
  setLevel: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/level',
    act: 'set a level',
    summary: 'The level of a player, which bands and paces go by.',
    params: ofMember,
    body: z.object({ level: z.enum(LEVELS) }),
    response: z.object({ level: z.enum(LEVELS) }),
  }),
  saveGroup: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/groups/{group}',
    act: 'change groups',
    summary: 'Makes a group of the squad, or gives one another name.',
    params: ofSquad.extend({ group: Id }),
    body: z.object({
      name: z.string().trim().min(1, says('Give the group a name.')).max(30, says('The name of a group has at most 30 letters.')),
    }),
    response: GroupView,
  }),
  dropGroup: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/groups/{group}',
    act: 'change groups',
    summary: 'Does away with a group; its players are in none, and released weeks stay as they are.',
    params: ofSquad.extend({ group: Id }),
    body: Nothing,
    response: Done,
  }),
  groupByLevel: endpoint({
    method: 'POST',
    path: '/squads/{squad}/groups/by-level',
    act: 'change groups',
    summary: 'A group for each level in the squad, with the players of that level.',
    params: ofSquad,
    body: z.object({}),
    response: z.object({ groups: z.array(GroupView) }),
  }),
  setGroup: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/group',
    act: 'change groups',
    summary: 'Puts a player into a group or into none: from this Monday on, or from the next where this week was opened already.',
    params: ofMember,
    body: z.object({ group: Id.nullable() }),
    response: z.object({ group: Id.nullable(), from: DayText }),
  }),
  correct: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/about',
    act: 'correct a player',
    summary: 'Corrects nickname, birth year, stronger foot and step; the player signs in with the new nickname, in every squad.',
    params: ofMember,
    body: z.object({
      nickname: NicknameText,
      birthYear: BirthYear,
      strongerFoot: StrongerFootName.optional(),
      /** Metres of one big step; left as it is when missing, not known when null. */
      step: Home.shape.step.optional(),
    }),
    response: z.object({ nickname: z.string(), birthYear: z.number().int() }),
  }),
  resetPin: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/{player}/pin',
    act: 'reset a PIN',
    summary: 'A new PIN, told this once; the player is signed out everywhere.',
    params: ofMember,
    body: z.object({ pin: Pin.optional() }),
    response: z.object({ pin: z.string() }),
  }),
  removePlayer: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/{player}/remove',
    act: 'remove people',
    summary: 'Takes a player out of the squad; what was done stays with the family.',
    params: ofMember,
    body: z.object({}),
    response: Done,
  }),
  bringBack: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/{player}/bring-back',
    act: 'remove people',
    summary: 'Undoes a removal.',
    params: ofSquad.extend({ player: Id }),
    body: z.object({}),
    response: Done,
  }),
  setRole: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/coaches/{user}/role',
    act: 'change coaches',
    summary: 'Makes a coach head coach or assistant; one head coach always stays.',
    params: ofSquad.extend({ user: Id }),
    body: z.object({ role: CoachRole }),
    response: z.object({ role: CoachRole }),
  }),
  removeCoach: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/coaches/{user}',
    act: 'change coaches',
    summary: 'Takes a coach out of the squad.',
    params: ofSquad.extend({ user: Id }),
    body: Nothing,
    response: Done,
  }),
  childPin: endpoint({
    method: 'POST',
    path: '/family/{player}/pin',
    act: 'reset a child’s PIN',
    summary: 'A guardian sets the child’s PIN; the child is signed out everywhere.',
    params: ofChild,
    body: z.object({ pin: Pin }),
    response: z.object({ pin: z.string() }),
  }),
};
