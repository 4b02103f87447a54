import { Users } from 'lucide-react';
import { useState } from 'react';
import { playersHere, signInOf } from '../../client/players-here.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';
import { WhoIsHere } from './WhoIsHere.tsx';

/** The way to another player of this device: who is picked types a PIN. */
export function ChangePlayer({ onLeave }: { onLeave(to: string): void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" look="quiet" className="min-h-12" onClick={() => setOpen(true)}>
        <Users aria-hidden className="size-4" /> {t('Change')}
      </Button>
      {open && (
        <Dialog label={t('Who plays now?')} onClose={() => setOpen(false)} className="max-w-md bg-slab">
          <p>{t('What is not sent yet stays on this phone and goes out when its own player is back.')}</p>
          <WhoIsHere players={playersHere()} onPick={(one) => onLeave(signInOf(one))} />
        </Dialog>
      )}
    </>
  );
}
