import { Download } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords, whenInWords } from '../../client/words.ts';
import { type DeletionView, operationsApi } from '../../contract/operations.ts';
import type { Child } from '../../contract/screens.ts';
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
    <Fold label={`Everything that is kept of ${nickname}`} heading="Download or delete everything">
      <p>
        Scores, sessions, lines, letters, every yes and no, who watched what, clips and spoken lines, in one ZIP of open formats (JSON, CSV,
        WebVTT).
      </p>
      <div className="flex flex-wrap gap-3">
        <ButtonLink href={`/api/v1/family/${player}/everything`} className="wrap-anywhere min-w-0">
          <Download aria-hidden className="size-5 shrink-0" /> Download everything
        </ButtonLink>
        <Button look="stop" onClick={() => setAsking(true)}>
          Delete {nickname} and everything
        </Button>
      </div>
      {asking && (
        <Dialog label={`Delete ${nickname} and everything?`} onClose={() => setAsking(false)}>
          <p>
            From now on nobody but you sees {nickname}, and nobody can sign in as {nickname}. You can undo it for seven days; then scores,
            clips, lines and letters are gone for good, and your own account too if you have no other child here. Backups end by themselves;
            you are told when.
          </p>
          <Field
            label={`Type ${nickname} to say that you mean it`}
            value={typed}
            autoComplete="off"
            problem={wrong ?? undefined}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button look="stop" className="self-start" onClick={() => void remove()}>
            Delete {nickname} and everything
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
    <section className="slab flex flex-col gap-3 border-l-4 border-l-stop p-4" aria-label={`${nickname} is being deleted`}>
      <h3 className="text-lg">Everything of {nickname} will be deleted</h3>
      <p>
        You asked for it {whenInWords(leaving.askedAt, timeZone)}. Nobody but you sees {nickname} now. On{' '}
        <strong>{whenInWords(leaving.dueAt, timeZone)}</strong> it is gone for good.
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <div className="flex flex-wrap gap-3">
        <Button look="main" size="player" onClick={() => void undo()}>
          Undo: keep {nickname}
        </Button>
        <ButtonLink href={`/api/v1/family/${player}/everything`} size="player">
          Download everything first
        </ButtonLink>
      </div>
      {found !== null && found.mentions > 0 && (
        <p>
          {found.mentions} {found.mentions === 1 ? 'text' : 'texts'} of coaches still {found.mentions === 1 ? 'names' : 'name'} {nickname}{' '}
          (lines to others, titles, notes). The head coach was asked to change {found.mentions === 1 ? 'it' : 'them'} before that day.
        </p>
      )}
      {found === null ? (
        <Button size="small" className="self-start" onClick={() => void look()}>
          Backups, and texts that name {nickname}
        </Button>
      ) : found.backups.length === 0 ? (
        <p>There is no backup.</p>
      ) : (
        <div>
          <p>
            These backups hold {nickname} until they end by themselves. One that is put back before loses {nickname} again.
          </p>
          <ul className="list-disc ps-5">
            {found.backups.map((one) => (
              <li key={one.madeAt}>
                made {dateInWords(one.madeAt, timeZone)}, gone {dateInWords(one.endsAt, timeZone)}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
