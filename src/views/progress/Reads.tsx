import { useState } from 'react';
import { useAttempt } from '../../client/use-attempt.ts';
import { t } from '../../core/text/translate.ts';

/** Whether a player reads already; for who does not, the screens are pictures and sound. */
export function Reads({ first, save }: { first: boolean; save(pictures: boolean): Promise<unknown> }) {
  const [pictures, setPictures] = useState(first);
  const { problem, attempt } = useAttempt();
  return (
    <div className="pt-2">
      <label className="flex flex-wrap items-center gap-2 text-sm">
        {t('Screens')}
        <select
          className="field"
          value={pictures ? 'pictures' : 'words'}
          onChange={(event) => {
            const next = event.target.value === 'pictures';
            void attempt(async () => {
              await save(next);
              setPictures(next);
            });
          }}
        >
          <option value="words">{t('with words')}</option>
          <option value="pictures">{t('pictures and sound, does not read yet')}</option>
        </select>
      </label>
      {problem && <p className="text-sm text-stop">{problem}</p>}
    </div>
  );
}
