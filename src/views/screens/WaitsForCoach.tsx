import { lazy, Suspense, useState } from 'react';
import { dateInWords, footInWords, number } from '../../client/words.ts';
import type { MyFeet } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

const MendWaiting = lazy(() => import('../training/MendWaiting.tsx').then((file) => ({ default: file.MendWaiting })));

/** Numbers that the coach has to look at first, each with the way to put it right. */
export function WaitsForCoach({ feet }: { feet: Pick<MyFeet, 'waiting' | 'timeZone' | 'playerId'> }) {
  const [open, setOpen] = useState<string | null>(null);
  const [mended, setMended] = useState<Record<string, number | null>>({});
  if (!feet.waiting || feet.waiting.length === 0) return null;
  const said = (one: { scoreId: string; value: number }) => (one.scoreId in mended ? (mended[one.scoreId] ?? null) : one.value);
  return (
    <section className="slab border-l-8 border-l-mustard p-4" aria-label={t('Waits for your coach')}>
      <h2>{t('Waits for your coach')}</h2>
      <ul>
        {feet.waiting.map((one) => (
          <li key={one.scoreId}>
            <div className="flex items-center gap-2">
              <span className="grow">
                {one.drillName}
                {one.foot === 'both' ? '' : `, ${footInWords(one.foot)}`}:{' '}
                <b>{said(one) === null ? t('lost count') : number(said(one) ?? 0)}</b>{' '}
                <span className="text-dust text-sm">{one.scoreId in mended ? t('mended') : dateInWords(one.at, feet.timeZone)}</span>
              </span>
              {open !== one.scoreId && (
                <Button className="min-h-12!" onClick={() => setOpen(one.scoreId)}>
                  {t('Mend')}
                </Button>
              )}
            </div>
            {open === one.scoreId && (
              <Suspense fallback={<p>{t('One moment…')}</p>}>
                <MendWaiting
                  playerId={feet.playerId}
                  score={{ ...one, value: said(one) ?? 0 }}
                  onDone={(now) => {
                    setOpen(null);
                    if (now) setMended((all) => ({ ...all, [one.scoreId]: now.value }));
                  }}
                />
              </Suspense>
            )}
          </li>
        ))}
      </ul>
      <p className="text-dust">{t('They count once your coach has looked.')}</p>
    </section>
  );
}
