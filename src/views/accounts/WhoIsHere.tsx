import { X } from 'lucide-react';
import type { PlayerHere } from '../../client/players-here.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

interface Props {
  players: readonly PlayerHere[];
  onPick(player: PlayerHere): void;
  /** Forgets somebody; without it nobody can be. */
  onForget?(player: PlayerHere): void;
}

/** Who plays on this device: one tap, and only the PIN is left. */
export function WhoIsHere({ players, onPick, onForget }: Props) {
  return (
    <ul className="flex flex-col gap-2" aria-label={t('Who is here')}>
      {players.map((player) => (
        <li key={`${player.code}/${player.nickname}`} className="flex gap-2">
          <Button size="player" className="min-w-0 flex-1" onClick={() => onPick(player)}>
            {player.nickname}
          </Button>
          {onForget && (
            <Button
              size="player"
              look="quiet"
              aria-label={t('Forget {nickname} on this phone', { nickname: player.nickname })}
              onClick={() => onForget(player)}
            >
              <X aria-hidden className="size-5" />
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
