import { Download } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords, whenInWords } from '../../client/words.ts';
import { type DeletionView, operationsApi } from '../../contract/operations.ts';
import type { Child } from '../../contract/screens.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Dialog, Field, Fold, Notice } from '../../ui/parts/index.ts';

/** Everything to take along, and everything to delete. */
export function ChildKept({ child, onLeaving }: { child: Child; onLeaving(leaving: Child['leaving']): void }) {
  const [asking, setAsking] = useState(false);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const { playerId: player, nickname } = child;
  const remove = async () => {
    setWrong(null);
    try {
      onLeaving(await call(operationsApi.askToDelete, { player }, { id: uuid(), nickname: typed }));
      setAsking(false);
    } catch (error) {
      setWrong(sentenceOf(error));
    }
  };
  return (
    <Fold label={t('Everything that is kept of {nickname}', { nickname })} heading={t('Download or delete everything')}>
      <p>
        {t(
          'Scores, sessions, lines, letters, every yes and no, who watched what, clips and spoken lines, in one ZIP of open formats (JSON, CSV, WebVTT).',
        )}
      </p>
      <div className="flex flex-wrap gap-3">
        <ButtonLink href={`/api/v1/family/${player}/everything`} className="wrap-anywhere min-w-0">
          <Download aria-hidden className="size-5 shrink-0" /> {t('Download everything')}
        </ButtonLink>
        <Button look="stop" onClick={() => setAsking(true)}>
          {t('Delete {nickname} and everything', { nickname })}
        </Button>
      </div>
      {asking && (
        <Dialog label={t('Delete {nickname} and everything?', { nickname })} onClose={() => setAsking(false)}>
          <p>
            {t(
              'From now on nobody but you sees {nickname}, and nobody can sign in as {nickname}. You can undo it for seven days; then scores, clips, lines and letters are gone for good, and your own account too if you have no other child here. Backups end by themselves; you are told when.',
              { nickname },
            )}
          </p>
          <Field
            label={t('Type {nickname} to say that you mean it', { nickname })}
            value={typed}
            autoComplete="off"
            problem={wrong ?? undefined}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button look="stop" className="self-start" onClick={() => void remove()}>
            {t('Delete {nickname} and everything', { nickname })}
          </Button>
        </Dialog>
      )}
    </Fold>
  );
}

/** A child that is to be deleted: until when it can be undone, and when the last backup ends. */
export function ChildLeaving({ child, leaving, onUndone }: { child: Child; leaving: NonNullable<Child['leaving']>; onUndone(): void }) {
  const [found, setFound] = useState<DeletionView | null>(null);
  const { problem, attempt } = useAttempt();
  const { playerId: player, nickname, timeZone } = child;
  const look = () => attempt(async () => setFound((await call(operationsApi.deletion, { player })).deletion));
  const undo = () =>
    attempt(async () => {
      await call(operationsApi.undoDeletion, { player, deletion: leaving.id }, {});
      onUndone();
    });
  return (
    <section className="slab flex flex-col gap-3 border-l-4 border-l-stop p-4" aria-label={t('{nickname} is being deleted', { nickname })}>
      <h3 className="text-lg">{t('Everything of {nickname} will be deleted', { nickname })}</h3>
      <p>
        {t('You asked for it {whenInWords}. Nobody but you sees {nickname} now. On', {
          whenInWords: whenInWords(leaving.askedAt, timeZone),
          nickname,
        })}{' '}
        <strong>{whenInWords(leaving.dueAt, timeZone)}</strong> {t('it is gone for good.')}
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <div className="flex flex-wrap gap-3">
        <Button look="main" size="player" onClick={() => void undo()}>
          {t('Undo: keep {nickname}', { nickname })}
        </Button>
        <ButtonLink href={`/api/v1/family/${player}/everything`} size="player">
          {t('Download everything first')}
        </ButtonLink>
      </div>
      {found !== null && found.mentions > 0 && (
        <p>
          {t(
            '{mentions} {mentions2} of coaches still {mentions3} {nickname} (lines to others, titles, notes). The head coach was asked to change {mentions4} before that day.',
            {
              mentions: found.mentions,
              mentions2: found.mentions === 1 ? t('text') : t('texts'),
              mentions3: found.mentions === 1 ? t('names') : t('name'),
              nickname,
              mentions4: found.mentions === 1 ? t('it') : t('them'),
            },
          )}
        </p>
      )}
      {found === null ? (
        <Button size="small" className="self-start" onClick={() => void look()}>
          {t('Backups, and texts that name {nickname}', { nickname })}
        </Button>
      ) : found.backups.length === 0 ? (
        <p>{t('There is no backup.')}</p>
      ) : (
        <div>
          <p>
            {t('These backups hold {nickname} until they end by themselves. One that is put back before loses {nickname} again.', {
              nickname,
            })}
          </p>
          <ul className="list-disc ps-5">
            {found.backups.map((one) => (
              <li key={one.madeAt}>
                {t('made {dateInWords}, gone {dateInWords2}', {
                  dateInWords: dateInWords(one.madeAt, timeZone),
                  dateInWords2: dateInWords(one.endsAt, timeZone),
                })}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
