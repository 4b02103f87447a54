import { z } from 'zod';
import { says } from '../core/text/translate.ts';
import { SignInView } from './accounts.ts';
import { endpoint } from './endpoint.ts';
import { InvitationView } from './invitations.ts';
import { Done, Id, Nothing } from './parts.ts';
import { GuardianRequestView } from './screens.ts';

/* Every key to a child, on one page of its guardian. */

const ofChild = z.object({ player: Id });

export const ChildKeys = z.object({
  guardians: z.array(z.object({ userId: Id, name: z.string(), me: z.boolean(), first: z.boolean(), mayEnd: z.boolean() })),
  /** Who has a code and waits for a guardian's yes. */
  requests: z.array(GuardianRequestView),
  /** Links that sign the child in, printed cards among them. */
  links: z.array(InvitationView),
  signIns: z.array(SignInView),
});
export type ChildKeys = z.infer<typeof ChildKeys>;

export const keysApi = {
  read: endpoint({
    method: 'GET',
    path: '/family/{player}/keys',
    act: 'see a child’s keys',
    summary: 'Guardians, requests to be one, links and devices of a child.',
    params: ofChild,
    body: Nothing,
    response: ChildKeys,
  }),
  endAll: endpoint({
    method: 'DELETE',
    path: '/family/{player}/keys',
    act: 'see a child’s keys',
    summary: 'Ends every link and every sign-in of a child at once.',
    params: ofChild,
    body: Nothing,
    response: ChildKeys,
  }),
  answer: endpoint({
    method: 'POST',
    path: '/family/{player}/guardian-requests/{request}',
    act: 'see a child’s keys',
    summary: 'Says yes or no to somebody who asks to be a guardian too.',
    params: ofChild.extend({ request: Id }),
    body: z.object({ yes: z.boolean(says('Say yes or no.')) }),
    response: ChildKeys,
  }),
  removeGuardian: endpoint({
    method: 'DELETE',
    path: '/family/{player}/guardians/{user}',
    act: 'see a child’s keys',
    summary: 'The first guardian takes another out; anybody takes themselves out while the child has another.',
    params: ofChild.extend({ user: Id }),
    body: Nothing,
    response: ChildKeys,
  }),
  removeAsCoach: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/players/{player}/guardians/{user}',
    act: 'take a guardian out',
    summary: 'A head coach takes a guardian out.',
    params: z.object({ squad: Id, player: Id, user: Id }),
    body: Nothing,
    response: Done,
  }),
};
