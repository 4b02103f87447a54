import { z } from 'zod';
import { isSimplePin } from '../core/accounts/pins.ts';
import { LEVELS } from '../core/squads/terms.ts';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { Done, Id, Instant, NoParams, Nothing, StrongerFootName } from './parts.ts';

/* Invitations: how coaches, guardians and players come in. */

export const COACH_ROLES = ['head coach', 'assistant'] as const;
export const CoachRole = z.enum(COACH_ROLES, says('A coach is a head coach or an assistant.'));
export type CoachRole = z.infer<typeof CoachRole>;

export const INVITATION_KINDS = ['players', 'coach', 'guardian', 'family link'] as const;
export const InvitationKindName = z.enum(INVITATION_KINDS);
export type InvitationKindName = z.infer<typeof InvitationKindName>;

export const Pin = z
  .string()
  .regex(/^\d{4,8}$/, says('The PIN is 4 to 8 digits.'))
  .refine(
    (pin) => !isSimplePin(pin),
    says('That PIN is one of the first that somebody would try. Take digits that only you would think of.'),
  );
export const NicknameText = z.string().trim().min(1, says('Type a nickname.')).max(30, says('A nickname has at most 30 letters.'));
const EARLIEST = 1990;
export const BirthYear = z
  .number(says('The birth year is four digits.'))
  .int(says('The birth year is four digits.'))
  .min(EARLIEST, says('The birth year is {earliest} or later.', { earliest: String(EARLIEST) }))
  .max(2100, says('The birth year lies too far ahead.'));
export const PersonName = z
  .string()
  .trim()
  .min(1, says('Type the name that others see.'))
  .max(60, says('The name has at most 60 letters.'));
export const EmailText = z.email(says('Type the whole e-mail address.')).max(200, says('The e-mail address has at most 200 letters.'));
export const NewPassword = z
  .string()
  .min(10, says('A password has at least 10 letters.'))
  .max(200, says('A password has at most 200 letters.'));

/** The code of an invitation, as it was typed or scanned. */
export const CodeText = z.string().trim().min(6, says('The code is longer than that.')).max(60, says('The code is shorter than that.'));

/** An invitation that coaches or guardians can show again while it works. */
export const InvitationView = z.object({
  id: Id,
  kind: InvitationKindName,
  role: CoachRole.nullable(),
  playerId: Id.nullable(),
  nickname: z.string().nullable(),
  madeAt: Instant,
  madeBy: z.string().nullable(),
  endsAt: Instant,
  usesLeft: z.number().int().nullable(),
  code: z.string(),
  address: z.string(),
  /** The address as a QR code: the path of its dark squares, and how many squares a side it has. */
  qr: z.object({ path: z.string(), size: z.number().int() }),
});
export type InvitationView = z.infer<typeof InvitationView>;

export const JoinRequestView = z.object({
  id: Id,
  nickname: z.string(),
  birthYear: z.number().int(),
  strongerFoot: StrongerFootName,
  at: Instant,
});
export type JoinRequestView = z.infer<typeof JoinRequestView>;

/** What an invitation opens, for whoever holds it. */
export const Invited = z.object({
  kind: InvitationKindName,
  role: CoachRole.nullable(),
  /** Null for the house's first coach. */
  squad: z.object({ name: z.string(), town: z.string() }).nullable(),
  /** The child's nickname, for guardians and family links. */
  nickname: z.string().nullable(),
  endsAt: Instant,
});
export type Invited = z.infer<typeof Invited>;

export const RequestState = z.object({
  nickname: z.string(),
  state: z.enum(['waiting', 'admitted', 'refused']),
  /** Once admitted: the squad's code, to sign in with. */
  squad: z.object({ name: z.string(), code: z.string() }).nullable(),
});
export type RequestState = z.infer<typeof RequestState>;

/** A printable card of one player: how child and guardian get in. */
export const Card = z.object({
  playerId: Id,
  nickname: z.string(),
  familyLink: InvitationView,
  /** Null where the child has a guardian already. */
  guardian: InvitationView.nullable(),
});
export type Card = z.infer<typeof Card>;

const ofSquad = z.object({ squad: Id });
const ofMember = ofSquad.extend({ player: Id });
const ofChild = z.object({ player: Id });

/** Connected at once, or waiting for the yes of the child’s guardian. */
export const Claimed = z.object({ playerId: Id, state: z.enum(['connected', 'waiting']) });
export type Claimed = z.infer<typeof Claimed>;

export const invitationsApi = {
  invitePlayers: endpoint({
    method: 'POST',
    path: '/squads/{squad}/invitations/players',
    act: 'invite players',
    summary: 'A code, link and QR with which families ask to join; a coach admits each.',
    params: ofSquad,
    body: z.object({
      id: Id,
      days: z
        .number(says('Days must be a number.'))
        .int(says('Whole days.'))
        .min(1, says('At least 1 day.'))
        .max(180, says('At most 180 days.')),
      uses: z
        .number(says('Uses must be a number.'))
        .int(says('Whole uses.'))
        .min(1, says('At least one use.'))
        .max(200, says('At most 200 uses.')),
    }),
    response: InvitationView,
  }),
  inviteCoach: endpoint({
    method: 'POST',
    path: '/squads/{squad}/invitations/coach',
    act: 'invite a coach',
    summary: 'A link for one more coach, as head coach or assistant. It works once.',
    params: ofSquad,
    body: z.object({ id: Id, role: CoachRole }),
    response: InvitationView,
  }),
  inviteGuardian: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/{player}/guardian-code',
    act: 'invite a guardian',
    summary: 'A one-time code with which a guardian claims this child.',
    params: ofMember,
    body: z.object({ id: Id }),
    response: InvitationView,
  }),
  revoke: endpoint({
    method: 'DELETE',
    path: '/invitations/{invitation}',
    act: 'revoke an invitation',
    summary: 'Makes an invitation or a family link useless at once.',
    params: z.object({ invitation: Id }),
    body: Nothing,
    response: Done,
  }),
  cards: endpoint({
    method: 'POST',
    path: '/squads/{squad}/cards',
    act: 'print cards',
    summary: 'A card for each player with a family link and, where nobody claimed the child yet, a guardian’s code.',
    params: ofSquad,
    body: z.object({}),
    response: z.object({ cards: z.array(Card) }),
  }),
  admit: endpoint({
    method: 'POST',
    path: '/squads/{squad}/requests/{request}/admit',
    act: 'admit a player',
    summary: 'Lets in who asked to join.',
    params: ofSquad.extend({ request: Id }),
    body: z.object({ level: z.enum(LEVELS), nickname: NicknameText.optional() }),
    response: z.object({ playerId: Id, guardianCode: InvitationView.nullable() }),
  }),
  refuse: endpoint({
    method: 'POST',
    path: '/squads/{squad}/requests/{request}/refuse',
    act: 'admit a player',
    summary: 'Says no to who asked to join; what was typed is deleted.',
    params: ofSquad.extend({ request: Id }),
    body: z.object({}),
    response: Done,
  }),
  look: endpoint({
    method: 'POST',
    path: '/invited',
    act: 'look at an invitation',
    summary: 'What a code or link opens.',
    params: NoParams,
    body: z.object({ code: CodeText }),
    response: Invited,
  }),
  askToJoin: endpoint({
    method: 'POST',
    path: '/invited/players',
    act: 'ask to join',
    summary: 'Asks to join a squad; nothing but nickname, birth year, stronger foot and an own PIN.',
    params: NoParams,
    body: z.object({ id: Id, code: CodeText, nickname: NicknameText, birthYear: BirthYear, strongerFoot: StrongerFootName, pin: Pin }),
    response: RequestState,
  }),
  request: endpoint({
    method: 'GET',
    path: '/invited/requests/{request}',
    act: 'ask to join',
    summary: 'Whether a coach has let in who asked; only the device that asked knows the id.',
    params: z.object({ request: Id }),
    body: Nothing,
    response: RequestState,
  }),
  acceptAsCoach: endpoint({
    method: 'POST',
    path: '/invited/coach',
    act: 'accept an invitation',
    summary: 'A coach’s account from an invitation; with an account of that address, its password is asked.',
    params: NoParams,
    body: z.object({ code: CodeText, name: PersonName, email: EmailText, password: NewPassword }),
    response: z.object({ squad: Id.nullable() }),
  }),
  claimChild: endpoint({
    method: 'POST',
    path: '/invited/guardian',
    act: 'accept an invitation',
    summary: 'A guardian’s account, connected with the child of the code; with an account of that address, its password is asked.',
    params: NoParams,
    body: z.object({ code: CodeText, name: PersonName, email: EmailText, password: NewPassword }),
    response: Claimed,
  }),
  claimMore: endpoint({
    method: 'POST',
    path: '/family/claim',
    act: 'claim a child',
    summary: 'One more child for a guardian who is signed in.',
    params: NoParams,
    body: z.object({ code: CodeText }),
    response: Claimed,
  }),
  familyLink: endpoint({
    method: 'POST',
    path: '/family/{player}/link',
    act: 'make a family link',
    summary: 'A link and QR that signs the child in on the family’s device.',
    params: ofChild,
    body: z.object({ id: Id }),
    response: InvitationView,
  }),
  familyLinks: endpoint({
    method: 'GET',
    path: '/family/{player}/links',
    act: 'make a family link',
    summary: 'Family links of the child that work.',
    params: ofChild,
    body: Nothing,
    response: z.object({ links: z.array(InvitationView) }),
  }),
};
