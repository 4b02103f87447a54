import type { useAttempt } from '../../client/use-attempt.ts';
import type { InvitationView } from '../../contract/invitations.ts';
import type { People } from '../../contract/squads.ts';

/** What every part of the page works with. */
export interface PeopleBoxProps {
  shown: People;
  attempt: ReturnType<typeof useAttempt>['attempt'];
  /** Reads everybody anew after something was done. */
  refresh(): Promise<void>;
  onInvitation(one: InvitationView): void;
}
