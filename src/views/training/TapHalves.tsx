import { Undo2 } from 'lucide-react';
import { deviceNow } from '../../client/now.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { type Tap, tallyOf } from '../../core/review/taps.ts';
import { t } from '../../core/text/translate.ts';

interface Props {
  foot: Foot;
  /** Unbroken tries: the ball on the ground ends one. */
  tries: boolean;
  taps: readonly Tap[];
  onChange(taps: readonly Tap[]): void;
}

const HALF = {
  left: {
    get words() {
      return t('Left');
    },
    look: 'border-foot-left text-foot-left',
  },
  right: {
    get words() {
      return t('Right');
    },
    look: 'border-foot-right text-foot-right',
  },
} as const;

/**
 * Two halves of the screen for a helper who counts along: the left for the left foot, the right for the right one.
 * Where one foot works alone both halves count for it.
 */
export function TapHalves({ foot, tries, taps, onChange }: Props) {
  const tally = tallyOf(taps);
  const both = foot === 'both';
  const tap = (what: Tap['what']) => onChange([...taps, { at: deviceNow(), what }]);
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2 flat:flex-none">
      <div className="grid min-h-0 flex-1 grid-cols-2 gap-2">
        {(['left', 'right'] as const).map((half) => {
          const counted = both ? half : foot;
          const { words, look } = HALF[counted];
          return (
            <button
              key={half}
              type="button"
              // A finger coming down counts, not the one going up: quick feet need quick fingers.
              onPointerDown={(event) => {
                event.preventDefault();
                tap(counted);
              }}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' && event.key !== ' ') return;
                event.preventDefault();
                tap(counted);
              }}
              aria-label={both ? t('{words}: one more', { words }) : t('One more, {half} half', { half })}
              className={`slab flex min-h-[160px] touch-manipulation flat:min-h-[110px] select-none flex-col items-center justify-center border-4 ${look}`}
            >
              <span className="font-bold font-display text-[56px] leading-none">{both ? tally[half] : tally[foot]}</span>
              <span className="font-bold text-xl">{words}</span>
            </button>
          );
        })}
      </div>
      <div className="flex gap-2">
        {tries && (
          <button type="button" className="slab min-h-[72px] flex-1 border-ink font-bold text-xl" onClick={() => tap('drop')}>
            {t('Ball down ({tries})', { tries: tally.tries.length })}
          </button>
        )}
        <button
          type="button"
          className="slab inline-flex min-h-[72px] flex-1 items-center justify-center gap-2 font-bold text-xl"
          onClick={() => onChange(taps.slice(0, -1))}
        >
          <Undo2 aria-hidden className="size-6" /> {t('Take one back')}
        </button>
      </div>
    </div>
  );
}
