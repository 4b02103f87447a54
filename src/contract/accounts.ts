import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { NoParams, Nothing } from './parts.ts';

/** What a player types to sign in. */
export const SquadSignIn = z.object({
  code: z.string().trim().min(4, 'The squad code has at least 4 letters.').max(12, 'The squad code has at most 12 letters.'),
  nickname: z.string().trim().min(1, 'Type your nickname.').max(30, 'A nickname has at most 30 letters.'),
  pin: z.string().regex(/^\d{4,8}$/, 'The PIN is 4 to 8 digits.'),
});

/** What a coach or guardian types to sign in. */
export const EmailSignIn = z.object({
  email: z.email('Type the whole e-mail address.'),
  password: z.string().min(1, 'Type your password.').max(200, 'A password has at most 200 letters.'),
});

export const Me = z.object({
  kind: z.enum(['nobody', 'coach', 'player', 'guardian']),
  name: z.string().nullable(),
  squads: z.array(z.object({ id: z.string(), name: z.string(), town: z.string() })),
});
export type Me = z.infer<typeof Me>;

export const accounts = {
  me: endpoint({
    method: 'GET',
    path: '/me',
    act: 'see myself',
    summary: 'Who is signed in, and with which squads.',
    params: NoParams,
    body: Nothing,
    response: Me,
  }),
};
