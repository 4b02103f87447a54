import { useState } from 'react';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { type RosterLook, squadsApi } from '../../contract/squads.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, FileButton, Notice } from '../../ui/parts/index.ts';

/** A list of players: pasted or from a file, tried dry, then read in. The PINs are told once. */
export function RosterBox({ squad, onAdded }: { squad: string; onAdded(): void }) {
  const [text, setText] = useState('');
  const [look, setLook] = useState<RosterLook | null>(null);
  const { problem, busy, attempt } = useAttempt();
  const read = (dry: boolean) =>
    attempt(async () => {
      const found = await call(squadsApi.roster, { squad }, { text, dry });
      setLook(found);
      if (!dry) {
        setText('');
        onAdded();
      }
    });
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('A list of players')}>
      <h2>{t('A list of players')}</h2>
      <p className="text-dust text-sm">
        {t(
          'A nickname on each line is enough. With commas: nickname, birth year, stronger foot, level, or any order under headings. It is tried first; nothing is added before you say so.',
        )}
      </p>
      <label className="flex flex-col gap-1">
        <span className="font-semibold">{t('The list')}</span>
        <textarea
          className="field min-h-28 font-mono text-sm"
          value={text}
          placeholder={t('Otter\nHeron\nNewt, 2015, left')}
          onChange={(event) => {
            setText(event.target.value);
            setLook(null);
          }}
        />
      </label>
      <div className="flex flex-wrap gap-2">
        <FileButton
          label={t('A list of players as CSV')}
          accept=".csv,text/csv,text/plain"
          onFile={(file) =>
            void file.text().then((given) => {
              setText(given);
              setLook(null);
            })
          }
        >
          {t('From a file')}
        </FileButton>
        <Button disabled={busy || text.trim() === ''} onClick={() => void read(true)}>
          {t('Try it')}
        </Button>
        {look && look.wrong.length === 0 && look.good.length > 0 && look.added.length === 0 && (
          <Button look="main" disabled={busy} onClick={() => void read(false)}>
            {t('Add {players}', { players: plural(look.good.length, 'player') })}
          </Button>
        )}
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {look && look.added.length === 0 && (
        <Notice tone={look.wrong.length > 0 ? 'look' : 'done'}>
          {t('{lines} can be read{wrong}', {
            lines: plural(look.good.length, 'line'),
            wrong:
              look.wrong.length > 0 ? t(', {lines} cannot. Mend them, and try again:', { lines: plural(look.wrong.length, 'line') }) : '.',
          })}
          {look.wrong.length > 0 && (
            <ul className="list-disc ps-5">
              {look.wrong.map((one) => (
                <li key={one.line}>{t('line {line}: {sentence}', { line: one.line, sentence: one.sentence })}</li>
              ))}
            </ul>
          )}
        </Notice>
      )}
      {look && look.added.length > 0 && (
        <Notice tone="done">
          {t('{players} added. These PINs are shown this once; cards with links can be printed at any time.', {
            players: plural(look.added.length, 'player'),
          })}
          <ul className="columns-2 gap-6 pt-1 tabular-nums sm:columns-3">
            {look.added.map((one) => (
              <li key={one.playerId}>
                {one.nickname}: <strong>{one.pin}</strong>
              </li>
            ))}
          </ul>
        </Notice>
      )}
    </section>
  );
}
