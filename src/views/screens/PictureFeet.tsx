import { House, MessageCircle, Star } from 'lucide-react';
import { useRef } from 'react';
import { guarded } from '../../client/guarded.tsx';
import { readAloud } from '../../client/read-aloud.ts';
import { number } from '../../client/words.ts';
import type { MyFeet } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';
import { feetAloud, lineAloud } from '../../core/training/aloud.ts';
import { FootPicture } from '../../ui/notations/FootPicture.tsx';
import { Laces } from '../../ui/notations/Laces.tsx';
import { verdictInWords } from '../progress/Lines.tsx';
import { PicturePage, type Press } from '../training/pictures/PictureScreen.tsx';
import { WithWords } from '../training/pictures/PictureWeek.tsx';
import { useKeptFeet } from './use-kept-feet.ts';

/** My feet in pictures: what each foot has touched, the streak, the newest best, and what the coach said last. */
export const PictureFeet = guarded(function PictureFeet({ feet, kept = false }: { feet: MyFeet; kept?: boolean }) {
  useKeptFeet(feet, kept);
  const { ledger, streak, newRecord } = feet;
  const newest = feet.lines[0];
  const parts = newest ? [newest.drillName, verdictInWords(newest), newest.line ?? '', ...newest.cues] : [];
  const line = lineAloud(parts);
  const spoken = newest?.spoken[0] ?? null;
  const player = useRef<HTMLAudioElement>(null);
  const presses: Press[] = [
    { icon: House, words: t('This week'), href: '/week', look: 'main' },
    ...(line
      ? [
          {
            icon: MessageCircle,
            words: t('What your coach said: {line}', { line }),
            onPress: () => void (spoken && !kept ? player.current?.play().catch(() => readAloud(line)) : readAloud(line)),
          },
        ]
      : []),
  ];
  return (
    <PicturePage
      title={t('My feet')}
      words={feetAloud({
        streak: streak.current,
        best: streak.best,
        unit: streak.unit,
        left: ledger.left,
        right: ledger.right,
        line: parts,
      })}
      presses={presses}
      corner={<WithWords href="/feet?words=1" />}
    >
      <div className="flex w-full items-end justify-evenly">
        {(['left', 'right'] as const).map((foot) => (
          <p key={foot} className="flex flex-col items-center gap-2">
            <FootPicture foot={foot} className="h-[24dvh]" />
            <span className={`font-bold font-display text-4xl ${foot === 'left' ? 'text-foot-left' : 'text-foot-right'}`}>
              {ledger[foot]}
            </span>
          </p>
        ))}
      </div>
      <Laces
        cells={feet.strip.slice(-14)}
        summary={t('Laces of the last two weeks: {current} in a row, best {best}', { current: streak.current, best: streak.best })}
      />
      {newRecord && (
        <p className="flex items-center gap-3" role="img" aria-label={t('A new best: {drill}', { drill: newRecord.drillName })}>
          <Star aria-hidden className="size-16 fill-current text-lace" />
          <span className="font-bold font-display text-6xl">{number(newRecord.result)}</span>
        </p>
      )}
      {/* biome-ignore lint/a11y/useMediaCaption: what was written with it is read out too. */}
      {spoken && <audio ref={player} preload="none" src={`/api/v1/spoken/${spoken.id}/file`} />}
    </PicturePage>
  );
});
