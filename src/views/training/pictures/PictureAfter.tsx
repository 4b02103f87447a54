import { CirclePlay, Footprints, HeartPulse, House, Star } from 'lucide-react';
import type { ComponentProps } from 'react';
import { t } from '../../../core/text/translate.ts';
import { afterAloud } from '../../../core/training/aloud.ts';
import { Seam } from '../../../ui/notations/Seam.tsx';
import { Notice } from '../../../ui/parts/index.ts';
import { Logo } from '../../../ui/parts/Mark.tsx';
import type { After } from '../After.tsx';
import { PicturePage } from './PictureScreen.tsx';
import { SentMark, WithWords } from './PictureWeek.tsx';

/** After a session, in pictures: what both feet did, a star for each new best, and what comes next. */
export function PictureAfter({
  finished,
  hurt,
  touches,
  bests,
  next,
  problem,
}: Pick<ComponentProps<typeof After>, 'finished' | 'hurt' | 'touches' | 'bests' | 'next' | 'problem'>) {
  const { left, right } = touches;
  return (
    <PicturePage
      title={hurt ? t('You stopped. That was right.') : finished ? t('That is all. Well done.') : t('You stopped here.')}
      words={afterAloud({ hurt, finished, left, right, bests, next: next?.name ?? null })}
      presses={[
        { icon: Footprints, words: t('My feet'), href: '/feet' },
        { icon: House, words: t('Back to This week'), href: '/week', look: hurt || !next ? 'main' : 'plain' },
        ...(next && !hurt
          ? [{ icon: CirclePlay, words: t('Go: {name}', { name: next.name }), href: `/go/${next.id}`, look: 'main' as const }]
          : []),
      ]}
      corner={
        <>
          <WithWords href="/week?words=1" />
          <SentMark />
        </>
      }
    >
      {problem && <Notice tone="stop">{problem}</Notice>}
      {hurt ? (
        <HeartPulse aria-hidden className="size-48 text-stop" strokeWidth={1.5} />
      ) : (
        <>
          <span className="shown-once text-lace" aria-hidden>
            <Logo size={140} />
          </span>
          {bests.length > 0 && (
            <p className="flex flex-wrap justify-center gap-2">
              {bests.map((one) => (
                <span key={one} role="img" aria-label={one}>
                  <Star aria-hidden className="size-16 fill-current text-lace" />
                </span>
              ))}
            </p>
          )}
          {left + right > 0 && (
            <Seam
              rows={[{ label: '', left, right }]}
              labelWidth={0}
              summary={t('About {left} touches with the left foot and {right} with the right.', { left, right })}
            />
          )}
        </>
      )}
    </PicturePage>
  );
}
