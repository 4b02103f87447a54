import { useState } from 'react';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import type { Rules } from '../../contract/rules.ts';
import { squadsApi } from '../../contract/squads.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog, Fold, Notice } from '../../ui/parts/index.ts';

/** A squad that was made by mistake is thrown away; one in which somebody trained is not. */
export function ThrowAwayBox({ rules }: { rules: Rules }) {
  const [asking, setAsking] = useState(false);
  const { problem, busy, attempt } = useAttempt();
  if (!rules.mayChange) return null;
  const { id, name } = rules.squad;
  return (
    <Fold level={2} label={t('Made by mistake')} heading={t('Was this squad made by mistake?')}>
      <p className="text-dust text-sm">
        {t('A squad in which nobody has trained yet can be thrown away. For 30 days it can be brought back.')}
      </p>
      <Button look="stop" className="self-start" onClick={() => setAsking(true)}>
        {t('Throw this squad away')}
      </Button>
      {asking && (
        <Dialog label={t('Throw {name} away?', { name })} onClose={() => setAsking(false)}>
          <p>
            {t('Coaches and players do not see it any more. Under “New squad” it can be brought back for 30 days; then it is deleted.')}
          </p>
          {problem && <Notice tone="stop">{problem}</Notice>}
          <Button
            look="stop"
            className="self-start"
            disabled={busy}
            onClick={() =>
              void attempt(async () => {
                await call(squadsApi.throwAway, { squad: id });
                window.location.assign('/no-squad');
              })
            }
          >
            {t('Throw {name} away', { name })}
          </Button>
        </Dialog>
      )}
    </Fold>
  );
}
