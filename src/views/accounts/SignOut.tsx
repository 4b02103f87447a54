import { LogOut } from 'lucide-react';
import { Button } from '../../ui/parts/index.ts';
import { sendJson } from '../client.ts';

/** Signs out and goes to the front door. */
export function SignOut() {
  return (
    <Button
      size="small"
      look="quiet"
      onClick={() => {
        void sendJson('POST', '/api/auth/sign-out', {}).finally(() => window.location.assign('/'));
      }}
    >
      <LogOut aria-hidden className="size-4" /> Sign out
    </Button>
  );
}
