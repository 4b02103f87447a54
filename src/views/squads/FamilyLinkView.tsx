import { useEffect, useState } from 'react';
import { sendJson, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { endLeft } from '../../client/leaving.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

/** Signs a child in by a family link, at a press: a look at the link by a messenger's preview signs nobody in. */
export const FamilyLinkView = guarded(function FamilyLinkView() {
  const [code, setCode] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    setCode(window.location.hash.slice(1));
    window.history.replaceState(null, '', window.location.pathname);
  }, []);
  const signIn = async () => {
    setBusy(true);
    setProblem(null);
    try {
      await endLeft();
      await sendJson('POST', '/api/auth/sign-in/family-link', { code });
      window.location.assign('/week');
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  if (code === '') return <Notice tone="look">This address is not whole. Open the family link again, or scan its QR code.</Notice>;
  return (
    <div className="flex flex-col gap-4">
      <p>This signs the player in on this device, without a PIN. Use it on the family’s own phone or tablet only.</p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <Button look="main" size="player" disabled={busy || code === null} onClick={() => void signIn()}>
        {busy ? 'Signing in…' : 'Sign in on this device'}
      </Button>
    </div>
  );
});
