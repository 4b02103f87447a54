import { footInWords } from '../../client/words.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import { ClipToSee } from '../clips/ClipToSee.tsx';
import type { Take } from './use-filming.ts';

interface Props {
  /** Clips of the go, and whether they were looked at. */
  clips: readonly { foot: Foot; take: Take; seen: boolean }[];
  onSeen(key: string): void;
  onSend(): void;
  onDrop(key: string): void;
  onBack(): void;
}

/** Before a clip leaves the phone it is looked at, or sent without looking on purpose. */
export function LookFirst({ clips, onSeen, onSend, onDrop, onBack }: Props) {
  const allSeen = clips.every((one) => one.seen);
  return (
    <section className="flex flex-col gap-3" aria-label={t('Look at your clip first')}>
      <h2 className="text-2xl">{t('Look at your {clips} first', { clips: clips.length > 1 ? t('clips') : t('clip') })}</h2>
      <p className="text-lg">{t('Only feet and ball in the picture? Then it may leave this phone.')}</p>
      {clips.map(({ foot, take }) => (
        <div key={take.key} className="slab flex flex-col gap-2 p-3">
          <ClipToSee
            address={take.address}
            label={t('Your clip{foot}', { foot: foot === 'both' ? '' : `, ${footInWords(foot)}` })}
            onSeen={() => onSeen(take.key)}
          />
          <Button size="player" look="stop" onClick={() => onDrop(take.key)}>
            {t('Delete it: the number goes alone')}
          </Button>
        </div>
      ))}
      <Button look={allSeen ? 'main' : 'plain'} size="player" onClick={onSend}>
        {allSeen ? t('Send it') : t('Send without looking')}
      </Button>
      <Button size="player" onClick={onBack}>
        {t('Back to the numbers')}
      </Button>
    </section>
  );
}
