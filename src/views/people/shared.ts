import type { InvitationView } from '../../contract/invitations.ts';
import type { People } from '../../contract/people.ts';
import type { useAttempt } from '../use-attempt.ts';

/** What every part of the page works with. */
export interface Shared {
  shown: People;
  attempt: ReturnType<typeof useAttempt>['attempt'];
  /** Reads everybody anew after something was done. */
  refresh(): Promise<void>;
  onInvitation(one: InvitationView): void;
}
