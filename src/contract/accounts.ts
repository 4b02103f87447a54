import { z } from 'zod';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { Pin } from './invitations.ts';
import { Id, Instant, NoParams, Nothing } from './parts.ts';

/** What a player types to sign in. */
export const SquadSignIn = z.object({
  code: z.string().trim().min(4, says('The squad code has at least 4 letters.')).max(12, says('The squad code has at most 12 letters.')),
  nickname: z.string().trim().min(1, says('Type your nickname.')).max(30, says('A nickname has at most 30 letters.')),
  pin: z.string().regex(/^\d{4,8}$/, says('The PIN is 4 to 8 digits.')),
});

/** A family link's code, out of its address. */
export const FamilyLinkSignIn = z.object({ code: z.string().trim().min(6, says('The code is longer than that.')).max(60) });

/** What a coach or guardian types to sign in. */
export const EmailSignIn = z.object({
  email: z.email(says('Type the whole e-mail address.')),
  password: z.string().min(1, says('Type your password.')).max(200, says('A password has at most 200 letters.')),
});

/** The code that an authenticator app shows. */
export const AppCode = z.object({
  code: z
    .string()
    .trim()
    .regex(/^\d{6}$/, says('The code is 6 digits.')),
});
/** A recovery code, for when the app is lost. */
export const RecoveryCode = z.object({ code: z.string().trim().min(8, says('A recovery code is longer than that.')).max(40) });

export const Me = z.object({
  kind: z.enum(['nobody', 'coach', 'player', 'guardian']),
  name: z.string().nullable(),
  squads: z.array(z.object({ id: z.string(), name: z.string(), town: z.string() })),
});
export type Me = z.infer<typeof Me>;

export const SignInView = z.object({
  id: Id.or(z.string()),
  here: z.boolean(),
  device: z.string(),
  since: Instant,
  lastSeen: Instant,
});
export type SignInView = z.infer<typeof SignInView>;
export const SignIns = z.object({ signIns: z.array(SignInView) });
export type SignIns = z.infer<typeof SignIns>;

/** Something that changed about who can get in, in a sentence. */
export const AccountNewsView = z.object({ id: Id, at: Instant, sentence: z.string() });
export type AccountNewsView = z.infer<typeof AccountNewsView>;

const ofChild = z.object({ player: Id });

export const accountsApi = {
  me: endpoint({
    method: 'GET',
    path: '/me',
    act: 'see myself',
    summary: 'Who is signed in, and with which squads.',
    params: NoParams,
    body: Nothing,
    response: Me,
  }),
  signIns: endpoint({
    method: 'GET',
    path: '/me/sign-ins',
    act: 'see my sign-ins',
    summary: 'Where I am signed in.',
    params: NoParams,
    body: Nothing,
    response: SignIns,
  }),
  endSignIn: endpoint({
    method: 'DELETE',
    path: '/me/sign-ins/{signIn}',
    act: 'see my sign-ins',
    summary: 'Signs me out there; “others” signs me out everywhere but here.',
    params: z.object({ signIn: z.string().max(80) }),
    body: Nothing,
    response: SignIns,
  }),
  news: endpoint({
    method: 'GET',
    path: '/me/news',
    act: 'see my sign-ins',
    summary: 'What changed about who can get into my account, or those of my children.',
    params: NoParams,
    body: Nothing,
    response: z.object({ news: z.array(AccountNewsView) }),
  }),
  squadNews: endpoint({
    method: 'GET',
    path: '/squads/{squad}/news',
    act: 'see who came and went',
    summary: 'Who came, went and may what in a squad: 12 months of it, with who did it.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: z.object({ news: z.array(AccountNewsView.extend({ by: z.string().nullable() })) }),
  }),
  choosePin: endpoint({
    method: 'PUT',
    path: '/me/pin',
    act: 'choose my PIN',
    summary: 'The first PIN that a family chooses itself; once, while the one that was made is still the player’s.',
    params: NoParams,
    body: z.object({ pin: Pin }),
    response: z.object({ chosen: z.boolean() }),
  }),
  chooseSquad: endpoint({
    method: 'PUT',
    path: '/me/squad',
    act: 'choose a squad',
    summary: 'Of several squads, the one that a player looks at.',
    params: NoParams,
    body: z.object({ squad: Id }),
    response: z.object({ squad: Id }),
  }),
  childSignIns: endpoint({
    method: 'GET',
    path: '/family/{player}/sign-ins',
    act: 'see a child’s sign-ins',
    summary: 'Where the child is signed in.',
    params: ofChild,
    body: Nothing,
    response: SignIns,
  }),
  endChildSignIn: endpoint({
    method: 'DELETE',
    path: '/family/{player}/sign-ins/{signIn}',
    act: 'see a child’s sign-ins',
    summary: 'Signs the child out there.',
    params: ofChild.extend({ signIn: z.string().max(80) }),
    body: Nothing,
    response: SignIns,
  }),
};
