import { t } from '../../core/text/translate.ts';
import { PlayerMark } from '../../ui/notations/PlayerMark.tsx';
import { Button } from '../../ui/parts/index.ts';
import type { OpenVisit } from './visiting.ts';

interface Props {
  players: readonly OpenVisit[];
  /** Whose screen is looked at. */
  shown: string;
  /** Whose turn it is; null when all have ended. */
  whose: string | null;
  onShow(playerId: string): void;
}

/** The way to whoever has the turn; when all have ended, to each one's page. */
export function PassOn({ players, shown, whose, onShow }: Props) {
  const to = players.filter((one) => one.playerId !== shown && (whose === null || one.playerId === whose));
  if (to.length === 0) return null;
  return (
    <div className="fixed inset-x-0 bottom-0 border-joint border-t bg-ground p-3">
      <div className="mx-auto flex max-w-lg flex-wrap gap-2">
        {to.map(({ playerId, nickname }) => (
          <Button
            key={playerId}
            look={whose ? 'main' : undefined}
            size={whose ? 'clock' : 'player'}
            className={`wrap-anywhere min-w-0 ${whose ? 'min-h-[120px]! flex-wrap font-display text-3xl!' : 'flex-1'}`}
            onClick={() => onShow(playerId)}
          >
            <PlayerMark name={nickname} className={`shrink-0 ${whose ? 'size-12 text-on-lace!' : 'size-8'}`} />
            {whose ? t('{nickname}’s turn', { nickname }) : t('How it was for {nickname}', { nickname })}
          </Button>
        ))}
      </div>
    </div>
  );
}
