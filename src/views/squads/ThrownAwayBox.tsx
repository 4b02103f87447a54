import type { z } from 'zod';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords } from '../../client/words.ts';
import { squadsApi } from '../../contract/squads.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

type Thrown = z.infer<typeof squadsApi.thrownAway.response>['squads'];

/** Squads that were thrown away and can be brought back. Nothing where there are none. */
export const ThrownAwayBox = guarded(function ThrownAwayBox({ squads }: { squads: Thrown }) {
  const { problem, busy, attempt } = useAttempt();
  if (squads.length === 0) return null;
  return (
    <section className="flex flex-col gap-2 border-joint border-t pt-4" aria-label={t('Thrown away')}>
      <h2>{t('Thrown away')}</h2>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <ul>
        {squads.map((squad) => (
          <li key={squad.id} className="flex items-center justify-between gap-3 py-1">
            <span>
              {squad.name}{' '}
              <span className="text-dust text-sm">
                {t('can be brought back until {dateInWords}', { dateInWords: dateInWords(squad.until, 'UTC') })}
              </span>
            </span>
            <Button
              size="small"
              disabled={busy}
              onClick={() =>
                void attempt(async () => {
                  await call(squadsApi.bringSquadBack, { squad: squad.id }, {});
                  window.location.assign(`/coach/${squad.id}/today`);
                })
              }
            >
              {t('Bring {name} back', { name: squad.name })}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
});
