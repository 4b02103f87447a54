import { lazy, Suspense, useEffect, useState } from 'react';
import { keptRead } from '../../client/device-store.ts';
import { guarded } from '../../client/guarded.tsx';
import { whenInWords } from '../../client/words.ts';
import type { MyFeet } from '../../contract/progress.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { SignOut } from '../accounts/SignOut.tsx';
import { PlayerFrame } from '../training/PlayerFrame.tsx';

const WeekView = lazy(() => import('../training/WeekView.tsx').then((file) => ({ default: file.WeekView })));
const GoView = lazy(() => import('../training/GoView.tsx').then((file) => ({ default: file.GoView })));
const HomeForm = lazy(() => import('../training/HomeForm.tsx').then((file) => ({ default: file.HomeForm })));
const ByHandView = lazy(() => import('../training/ByHandView.tsx').then((file) => ({ default: file.ByHandView })));
const PictureFeet = lazy(() => import('./PictureFeet.tsx').then((file) => ({ default: file.PictureFeet })));
const PictureWeek = lazy(() => import('../training/pictures/PictureWeek.tsx').then((file) => ({ default: file.PictureWeek })));
const FeetView = lazy(() => import('./FeetView.tsx').then((file) => ({ default: file.FeetView })));

interface Kept {
  visit: { at: number; value: ThisWeek };
  feet: { at: number; value: MyFeet } | null;
}

async function readKept(): Promise<Kept | null> {
  const me = await keptRead<{ playerId: string }>('me');
  const visit = me && (await keptRead<ThisWeek>(`visit:${me.value.playerId}`));
  if (!me || !visit) return null;
  const feet = await keptRead<MyFeet>(`feet:${me.value.playerId}`);
  // What an older release kept has no stairs yet.
  return { visit, feet: feet && { ...feet, value: { ...feet.value, stairs: feet.value.stairs ?? [] } } };
}

/** What a path shows out of what the device keeps. */
function Page({ path, kept }: { path: string; kept: Kept }) {
  const { at, value: visit } = kept.visit;
  const { week, squad } = visit;
  const [, area, id] = path.split('/');
  const session = week?.content.sessions.find((one) => one.id === id);
  const next = week?.content.sessions.find((one) => !visit.done.includes(one.id))?.id ?? null;
  if (area === 'go' && session && week && squad) return <GoView visit={{ ...visit, week, squad }} session={session} kept />;
  if (area === 'by-hand' && session) return <ByHandView visit={visit} session={session} kept />;
  const inPictures = visit.pictures === true && !new URLSearchParams(window.location.search).has('words');
  if (inPictures && area === 'feet' && kept.feet) return <PictureFeet feet={kept.feet.value} kept />;
  if (inPictures && area !== 'home' && area !== 'feet') return <PictureWeek visit={visit} kept />;
  const frame = { next, signOut: <SignOut player /> };
  if (area === 'feet') {
    return (
      <PlayerFrame here="feet" {...frame}>
        {kept.feet ? (
          <>
            <div className="px-4 pt-4">
              <Notice tone="look">
                {t('No connection. This is as of {whenInWords}.', { whenInWords: whenInWords(kept.feet.at, squad?.timeZone ?? 'UTC') })}
              </Notice>
            </div>
            <FeetView feet={kept.feet.value} kept />
          </>
        ) : (
          <p className="p-4">{t('My feet opens when there is a connection. What you did is kept on this phone.')}</p>
        )}
      </PlayerFrame>
    );
  }
  if (area === 'home') {
    return (
      <PlayerFrame here="week" {...frame}>
        <HomeForm visit={visit} kept />
      </PlayerFrame>
    );
  }
  return (
    <PlayerFrame here="week" {...frame}>
      <WeekView visit={visit} keptAt={at} />
    </PlayerFrame>
  );
}

/** The player's pages without a line: made on the device from what was read when there was one. */
export const Shell = guarded(function Shell() {
  const [kept, setKept] = useState<Kept | null | 'reading'>('reading');
  useEffect(() => {
    readKept()
      .then(setKept)
      .catch(() => setKept(null));
  }, []);
  if (kept === 'reading') return <p className="p-4">{t('Opening what this phone keeps…')}</p>;
  if (kept === null) {
    return (
      <main className="mx-auto flex max-w-md flex-col gap-4 p-5">
        <h1>{t('No connection just now')}</h1>
        <p>{t('This phone keeps no week yet. Open This week once with a connection; from then on it opens without one.')}</p>
        <Button look="main" size="player" onClick={() => window.location.reload()}>
          {t('Try again')}
        </Button>
      </main>
    );
  }
  return (
    <Suspense fallback={<p className="p-4">{t('One moment…')}</p>}>
      <Page path={window.location.pathname} kept={kept} />
    </Suspense>
  );
});
