import { Users, X } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { t } from '../../core/text/translate.ts';
import { PlayerMark } from '../../ui/notations/PlayerMark.tsx';
import { Button } from '../../ui/parts/index.ts';
import type { ComingAlong } from './Bring.tsx';
import type { Visiting } from './visiting.ts';

const Bring = lazy(() => import('./Bring.tsx').then((file) => ({ default: file.Bring })));

/** One phone is enough for four. */
const MOST_BESIDE = 3;

interface Props extends Pick<Visiting, 'visit'> {
  others: readonly Visiting[];
  title: string;
  /** How those who are here share the phone, in a sentence. */
  order: string;
  along: ComingAlong;
  onChange(others: Visiting[]): void;
  /** Somebody else is being asked for a PIN. */
  asks: boolean;
  onAsk(asks: boolean): void;
}

/** Before a session: who plays along on this phone. */
export function Company({ visit, others, title, order, along, onChange, asks, onAsk }: Props) {
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('Who plays')}>
      {others.length > 0 && (
        <>
          <h2>{title}</h2>
          <ul className="flex flex-col gap-2">
            {[visit, ...others.map((one) => one.visit)].map(({ playerId, nickname }) => (
              <li key={playerId} className="flex min-h-12 items-center gap-3 text-lg">
                <PlayerMark name={nickname} className="size-8 shrink-0" />
                <span className="min-w-0 flex-1">{nickname}</span>
                {playerId !== visit.playerId && (
                  <Button
                    size="player"
                    look="quiet"
                    aria-label={t('Without {nickname}', { nickname })}
                    onClick={() => onChange(others.filter((one) => one.visit.playerId !== playerId))}
                  >
                    <X aria-hidden className="size-5" />
                  </Button>
                )}
              </li>
            ))}
          </ul>
          <p>{order}</p>
        </>
      )}
      {others.length < MOST_BESIDE && (
        <Button size="player" onClick={() => onAsk(true)}>
          <Users aria-hidden className="size-5" /> {others.length > 0 ? t('One more plays with us') : t('Somebody plays with me')}
        </Button>
      )}
      {asks && (
        <Suspense>
          <Bring
            visit={visit}
            others={others}
            along={along}
            onClose={() => onAsk(false)}
            onCome={(player) => {
              onAsk(false);
              onChange([...others, player]);
            }}
          />
        </Suspense>
      )}
    </section>
  );
}
