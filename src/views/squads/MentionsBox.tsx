import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { useRead } from '../../client/use-read.ts';
import { dateInWords } from '../../client/words.ts';
import { type MentionView, operationsApi } from '../../contract/operations.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

/** Texts that name a child whose family deletes everything: for head coaches, shown only while there are any. */
export function MentionsBox({ squad, timeZone }: { squad: string; timeZone: string }) {
  // Kept away, it is asked for again when the page is opened again.
  const { found, put } = useRead(operationsApi.mentions, { squad });
  const { problem, attempt } = useAttempt();
  if (!found || (found.mentions.length === 0 && found.mails === 0)) return null;
  const change = (one: MentionView) =>
    attempt(async () => put(await call(operationsApi.changeMention, { squad }, { player: one.playerId, mention: one.id })));
  return (
    <section className="slab flex flex-col gap-2 border-l-4 border-l-mustard p-4" aria-label={t('Texts that name a player who leaves')}>
      <h2>{t('Texts that name a player who leaves')}</h2>
      <p>
        {t(
          'A family has asked for everything of a player to be deleted. These texts are yours, so nothing finds them by itself: change each where you wrote it, or have the name removed here.',
        )}
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <ul className="divide-y divide-joint">
        {found.mentions.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center justify-between gap-2 py-2">
            <span className="min-w-0">
              <q className="break-words">{one.around}</q>
              <span className="block text-dust text-sm">
                {t('{what}, until {dateInWords}', { what: one.what, dateInWords: dateInWords(one.until, timeZone) })}
              </span>
            </span>
            <Button size="small" onClick={() => void change(one)}>
              {t('Remove the name')}
            </Button>
          </li>
        ))}
      </ul>
      {found.mails > 0 && (
        <p className="text-dust">
          {t(
            '{mails} in the server’s local mailbox {mails2} the player too. Whoever runs the server deletes {mails3}; what is about the player goes by itself.',
            {
              mails: plural(found.mails, 'mail'),
              mails2: found.mails === 1 ? t('names') : t('name'),
              mails3: found.mails === 1 ? t('it') : t('them'),
            },
          )}
        </p>
      )}
    </section>
  );
}
