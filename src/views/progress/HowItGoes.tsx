import { lazy, Suspense, useState } from 'react';
import { keptRead } from '../../client/device-store.ts';
import type { ThisWeek } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { type ShownByCoach, shownByCoach } from '../clips/shown-by-coach.ts';

const HowTo = lazy(() => import('../training/HowTo.tsx').then((file) => ({ default: file.HowTo })));

interface Found {
  drill: Drill;
  stronger: StrongerFoot;
  shown: ShownByCoach;
}

/** A drill as this phone has it: as the open week has it, else as it is shipped. Null for one that is neither. */
async function drillHere(playerId: string, drillId: string): Promise<Found | null> {
  const visit = (await keptRead<ThisWeek>(`visit:${playerId}`).catch(() => null))?.value;
  const stronger = visit?.runner.strongerFoot ?? 'right';
  const shown = shownByCoach(visit?.films, drillId);
  const planned = visit?.week?.content.drills[drillId];
  if (visit && planned?.moves) {
    const { drawnAtHome } = await import('../training/LayOut.tsx');
    return { drill: drawnAtHome(visit, planned), stronger, shown };
  }
  const { catalogueById } = await import('../../core/drills/catalogue/index.ts');
  const shipped = catalogueById.get(drillId);
  return shipped ? { drill: shipped, stronger, shown } : null;
}

/** Shows how a drill of My feet is done, without a line too. */
export function HowItGoes({ playerId, drillId, name }: { playerId: string; drillId: string; name: string }) {
  const [found, setFound] = useState<Found | 'none' | null>(null);
  const open = async () => setFound((await drillHere(playerId, drillId).catch(() => null)) ?? 'none');
  return (
    <>
      <Button size="player" onClick={() => void open()} aria-label={t('{name}: how does it go?', { name })}>
        {t('How does it go?')}
      </Button>
      <ButtonLink size="player" href={`/practice/${drillId}`} aria-label={t('{name}: practice it', { name })}>
        {t('Practice it')}
      </ButtonLink>
      {found === 'none' && <Notice>{t('This one is shown when it is in your week.')}</Notice>}
      {found && found !== 'none' && (
        <Suspense fallback={null}>
          <HowTo drill={found.drill} stronger={found.stronger} shown={found.shown} onClose={() => setFound(null)} />
        </Suspense>
      )}
    </>
  );
}
