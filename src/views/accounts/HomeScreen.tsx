import { Share, SquarePlus } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { opensInABrowserThatForgets } from '../../client/what-this-can.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

/** Under this name stands that somebody was shown it on this device. */
const SHOWN = 'eager-feet.home-screen';

function Step({ number, picture, children }: { number: number; picture: ReactNode; children: ReactNode }) {
  return (
    <li className="flex flex-1 flex-col items-center gap-2 text-center">
      <span className="grid size-20 place-items-center rounded-lg border-2 border-ink bg-ground" aria-hidden>
        {picture}
      </span>
      <span>
        <span aria-hidden className="font-bold font-display">
          {number}
        </span>{' '}
        {children}
      </span>
    </li>
  );
}

/** How this is put on the home screen of an iPhone or iPad, in three pictures: only there is kept what waits for a line. Shown until somebody has seen it. */
export function HomeScreen() {
  const [shown, setShown] = useState(false);
  useEffect(() => setShown(opensInABrowserThatForgets(navigator) && keptHere(SHOWN) === null), []);
  if (!shown) return null;
  const done = () => {
    keepHere(SHOWN, true);
    setShown(false);
  };
  return (
    <section className="slab flex flex-col gap-3 border-s-4 border-s-lace p-4" aria-label={t('Keep it on this phone')}>
      <h2>{t('Keep it on this phone')}</h2>
      <p>
        {t(
          'Opened in the browser, numbers that wait for a connection are forgotten when nobody looks for 7 days. On the home screen they stay.',
        )}
      </p>
      <ol className="flex gap-3">
        <Step number={1} picture={<Share className="size-9" />}>
          {t('Press “Share”')}
        </Step>
        <Step number={2} picture={<SquarePlus className="size-9" />}>
          {t('“Add to Home Screen”')}
        </Step>
        <Step number={3} picture={<img src="/icon.svg" alt="" className="size-12" />}>
          {t('Open it there and sign in once')}
        </Step>
      </ol>
      <Button size="player" onClick={done}>
        {t('Seen it')}
      </Button>
    </section>
  );
}
