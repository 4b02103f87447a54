import { useState } from 'react';
import { footInWords } from '../../client/words.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { type Tap, tallyOf } from '../../core/review/taps.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import { ClipVideo } from '../clips/ClipVideo.tsx';
import { TapHalves } from './TapHalves.tsx';
import type { Take } from './use-filming.ts';

interface Props {
  feet: readonly Foot[];
  takeOf(foot: Foot): Take | undefined;
  tries: boolean;
  onCounted(foot: Foot, value: number, tries: number[] | null): void;
  onSend(): void;
  onAgain: (() => void) | undefined;
  onBack(): void;
}

/** Lost count: look at the own clip and count there, do it again, or say so. All three are fine. */
export function LostCount({ feet, takeOf, tries, onCounted, onSend, onAgain, onBack }: Props) {
  const [counting, setCounting] = useState<Foot | null>(null);
  const [taps, setTaps] = useState<readonly Tap[]>([]);
  const filmed = feet.filter((foot) => takeOf(foot));
  const take = counting ? takeOf(counting) : undefined;
  if (counting && take) {
    const tally = tallyOf(taps);
    const count = tries ? Math.max(0, ...tally.tries) : tally[counting];
    return (
      <div className="flex flex-col gap-3">
        <h2 className="text-2xl">{t('Count it on your clip')}</h2>
        <p>{t('Play it and tap along. Only touches after “go” count.')}</p>
        <ClipVideo
          src={take.address}
          className="max-h-64 w-full"
          label={t('Your clip, {footInWords}', { footInWords: footInWords(counting) })}
        />
        <TapHalves foot={counting} tries={tries} taps={taps} onChange={setTaps} />
        <Button look="main" size="player" disabled={count === 0} onClick={() => onCounted(counting, count, tries ? tally.tries : null)}>
          {t('Use {count}', { count })}
        </Button>
        <Button size="player" onClick={() => setCounting(null)}>
          {t('Back')}
        </Button>
      </div>
    );
  }
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-2xl">{t('You lost count')}</h2>
      <p>{t('That happens to everybody, and saying so is honest. What now?')}</p>
      {filmed.map((foot) => (
        <Button
          key={foot}
          size="player"
          onClick={() => {
            setTaps([]);
            setCounting(foot);
          }}
        >
          {t('Count it on your clip{feet}', { feet: feet.length > 1 ? `, ${footInWords(foot)}` : '' })}
        </Button>
      ))}
      {onAgain && (
        <Button size="player" onClick={onAgain}>
          {t('Do it again')}
        </Button>
      )}
      <Button size="player" onClick={onSend}>
        {filmed.length > 0 ? t('Let the coach count the clip') : t('Send “I lost count”')}
      </Button>
      <Button size="player" look="quiet" onClick={onBack}>
        {t('Back to the numbers')}
      </Button>
    </div>
  );
}
