import { LogOut } from 'lucide-react';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { sendJson } from '../../client/client.ts';
import { keptHere, PLAYERS_HERE } from '../../client/kept-here.ts';
import { noteLeaving } from '../../client/leaving.ts';
import { LEAVING } from '../../core/accounts/leaving.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

const ChangePlayer = lazy(() => import('./ChangePlayer.tsx').then((file) => ({ default: file.ChangePlayer })));

/** What of this device's outbox is not sent yet, without loading the outbox for those who have none. */
async function unsent(): Promise<string[]> {
  const { allOutgoing, belongsTo, keptRead } = await import('../../client/device-store.ts');
  const me = await keptRead<{ playerId: string }>('me');
  return (await allOutgoing()).filter((one) => belongsTo(one, me?.value.playerId ?? '')).map((one) => one.label);
}

async function leave(player: boolean, to = '/'): Promise<void> {
  if (player) await import('../../client/device-store.ts').then(({ forgetRead }) => forgetRead()).catch(() => {});
  // Without a line the device has forgotten all the same, and the server hears of it before the next page.
  await sendJson('POST', LEAVING.address, {}).catch(() => noteLeaving().catch(() => {}));
  window.location.assign(to);
}

/** Signs out and goes to the front door. A player with unsent things is asked first. */
export function SignOut({ player = false }: { player?: boolean }) {
  const [waiting, setWaiting] = useState<string[] | null>(null);
  /** Several play on this device: the way to another is one tap and a PIN. */
  const [many, setMany] = useState(false);
  useEffect(() => {
    const kept = player ? keptHere(PLAYERS_HERE) : null;
    setMany(Array.isArray(kept) && kept.length > 1);
  }, [player]);
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (waiting) dialog.current?.showModal();
  }, [waiting]);
  const ask = async () => {
    const list = player ? await unsent().catch(() => []) : [];
    if (list.length === 0) await leave(player);
    else setWaiting(list);
  };
  return (
    <>
      {many && (
        <Suspense>
          <ChangePlayer onLeave={(to) => void leave(true, to)} />
        </Suspense>
      )}
      <Button size="small" look="quiet" className="min-h-12" onClick={() => void ask()}>
        <LogOut aria-hidden className="size-4" /> {t('Sign out')}
      </Button>
      {waiting && (
        <dialog
          ref={dialog}
          className="slab m-auto w-[min(92vw,28rem)] p-5 text-ink backdrop:bg-black/50"
          aria-label={t('Not everything is sent')}
          onClose={() => setWaiting(null)}
        >
          <div className="flex flex-col gap-3">
            <h2>{t('{things} not sent yet', { things: plural(waiting.length, 'thing') })}</h2>
            <ul className="list-disc ps-5">
              {waiting.map((label) => (
                <li key={label}>{label}</li>
              ))}
            </ul>
            <p>{t('If you sign out now, it stays on this phone and goes out when you sign in here again.')}</p>
            <Button look="main" size="player" onClick={() => dialog.current?.close()}>
              {t('Stay')}
            </Button>
            <Button size="player" onClick={() => void leave(player)}>
              {t('Sign out all the same')}
            </Button>
          </div>
        </dialog>
      )}
    </>
  );
}
