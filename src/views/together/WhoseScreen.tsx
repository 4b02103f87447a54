import { t } from '../../core/text/translate.ts';
import { PlayerMark } from '../../ui/notations/PlayerMark.tsx';
import { Button } from '../../ui/parts/index.ts';
import type { OpenVisit } from '../training/visiting.ts';

interface Props {
  players: readonly OpenVisit[];
  shown: string;
  onShow(playerId: string): void;
}

/** Between two goes: whose screen is seen, of those who share the phone. */
export function WhoseScreen({ players, shown, onShow }: Props) {
  return (
    <nav className="wrap-anywhere mx-auto flex max-w-lg flex-wrap gap-2 px-4 pt-4" aria-label={t('On this phone')}>
      {players.map(({ playerId, nickname }) => (
        <Button
          key={playerId}
          size="player"
          look={playerId === shown ? 'plain' : 'quiet'}
          aria-pressed={playerId === shown}
          className="min-w-0 grow"
          onClick={() => onShow(playerId)}
        >
          <PlayerMark name={nickname} className="size-8 shrink-0" /> {nickname}
        </Button>
      ))}
    </nav>
  );
}
