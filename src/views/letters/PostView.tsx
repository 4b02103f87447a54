import { ChevronRight } from 'lucide-react';
import { useState } from 'react';
import type { z } from 'zod';
import { call, callStoppably } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { LongWork } from '../../client/LongWork.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { dayInWords, whenInWords } from '../../client/words.ts';
import { lettersApi as contract, type PostPage as Post } from '../../contract/letters.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, Fold, Notice } from '../../ui/parts/index.ts';
import { LetterBox } from './LetterBox.tsx';
import { PostChoicesBox } from './PostChoicesBox.tsx';
import { WriteDialog } from './WriteDialog.tsx';

type Preview = z.infer<typeof contract.preview.response>;

/** Letters that would go, and whether each would be mailed. */
function WouldBe({ letters }: { letters: Preview['letters'] }) {
  return (
    <ul className="divide-y divide-joint">
      {letters.map((letter) => (
        <li key={`${letter.kind}${letter.to}${letter.about}`} className="py-1">
          <details>
            <summary>
              {letter.subject}{' '}
              <span className="text-dust">
                {t('to {to}, {mailed}', { to: letter.to, mailed: letter.mailed ? t('mailed') : t('on the page only') })}
              </span>
            </summary>
            <LetterBox letter={letter} />
          </details>
        </li>
      ))}
    </ul>
  );
}

const STATE_WORDS = { waiting: 'goes', sent: 'went', 'given up': 'given up' } as const;

/** Mail on its way, and what went lately; trouble is named. */
function Mails({ post }: { post: Post }) {
  const stuck = post.mails.filter((one) => one.state === 'given up').length;
  const waiting = post.mails.filter((one) => one.state === 'waiting').length;
  return (
    <Fold
      level={2}
      label={t('Mail')}
      heading={t('Did the mails get through?')}
      open={stuck > 0}
      says={
        post.mails.length === 0
          ? t('Nothing was mailed yet.')
          : stuck > 0
            ? t('{mails} not', { mails: plural(stuck, 'mail') })
            : waiting > 0
              ? t('{mails} on the way', { mails: plural(waiting, 'mail') })
              : t('all of them')
      }
    >
      <p className="text-dust text-sm">
        {t(
          'No mail to families from {quietFrom}:00 to {quietTo}:00, {mails} a day at most, reminders {reminders}: set at Rules. A family can set other hours.',
          {
            quietFrom: post.hours.quietFrom,
            quietTo: post.hours.quietTo,
            mails: plural(post.hours.mailsPerDay, 'mail'),
            reminders: post.hours.reminders ? t('on') : t('off'),
          },
        )}
      </p>
      <ul className="divide-y divide-joint">
        {post.mails.map((one) => (
          <li key={one.id} className="flex flex-wrap justify-between gap-x-4 py-1">
            <span>
              {one.subject} <span className="text-dust">{t('to {to}', { to: one.to })}</span>
            </span>
            <span className={one.state === 'given up' ? 'text-sm text-stop' : 'text-dust text-sm'}>
              {term(STATE_WORDS[one.state])} {whenInWords(one.at, post.squad.timeZone)}
              {one.trouble && ` (${plural(one.tries, 'try', 'tries')}, ${term(one.trouble)})`}
            </span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

/** Post: what the squad was sent, and what would be sent now. Mail leaves only where it is wanted. */
export const PostView = guarded(function PostView({ post: first }: { post: Post }) {
  const [post, setPost] = useState(first);
  const [writing, setWriting] = useState(false);
  const [preview, setPreview] = useState<Preview | null>(null);
  const { problem, said, busy, stop, attempt } = useAttempt();
  const { squad, next } = post;
  const look = () => attempt(async (stoppable) => setPreview(await callStoppably(stoppable(), contract.preview, { squad: squad.id })));
  const send = (weekOf: string) =>
    attempt(async () => {
      const { sent } = await call(contract.send, { squad: squad.id }, { weekOf });
      setPost(await call(contract.list, { squad: squad.id }));
      setPreview(null);
      return sent === 0 ? t('Everybody had theirs already.') : t('{letters} put into the post.', { letters: plural(sent, 'letter') });
    });
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>{t('Post')}</h1>
        {post.players.length > 0 && (
          <Button look="main" onClick={() => setWriting(true)}>
            {t('Write to families')}
          </Button>
        )}
      </div>
      {writing && (
        <WriteDialog
          squad={squad.id}
          players={post.players}
          onClose={() => setWriting(false)}
          onSent={(words) => {
            setWriting(false);
            void attempt(async () => {
              setPost(await call(contract.list, { squad: squad.id }));
              return words;
            });
          }}
        />
      )}
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
      <Fold
        level={2}
        open
        heading={t('What goes out next?')}
        says={t('goes out {whenInWords}, about the week of {dayInWords}', {
          dayInWords: dayInWords(next.weekOf),
          whenInWords: whenInWords(next.goesAt, squad.timeZone),
        })}
      >
        <p className="max-w-3xl text-dust">
          {t(
            'On Monday morning each coach gets a summary of the week that is over, and each family one about its own child; reminders go to families in between. The letters lie in this house, where coaches and families read them. {mail}',
            {
              mail:
                post.mail === 'smtp'
                  ? t('They are mailed to those who want it, families only after a guardian’s yes.')
                  : t('This house has no mail service set: mails go into its local mailbox, and nothing leaves it.'),
            },
          )}
        </p>
        <Button size="small" className="self-start" onClick={() => void look()}>
          {t('What would be sent now?')}
        </Button>
        <LongWork busy={busy} what={t('Writing the letters')} onStop={stop} />
        {preview && (
          <section className="flex flex-col gap-2" aria-label={t('Preview')}>
            <div className="flex flex-wrap items-center justify-between gap-3">
              <h2>{t('Summaries of the week of {dayInWords}, as they would be now', { dayInWords: dayInWords(preview.weekOf) })}</h2>
              {preview.letters.length > 0 && (
                <Button size="small" look="main" onClick={() => void send(preview.weekOf)}>
                  {t('Send to those without theirs')}
                </Button>
              )}
            </div>
            {preview.letters.length === 0 && <p className="text-dust">{t('No week was released for that Monday.')}</p>}
            <WouldBe letters={preview.letters} />
            <h2>{t('Reminders, as they would be now')}</h2>
            {preview.reminders.length === 0 && <p className="text-dust">{t('None: nothing is due today, or everybody has theirs.')}</p>}
            <WouldBe letters={preview.reminders} />
          </section>
        )}
      </Fold>
      <Fold
        level={2}
        label={t('What was sent')}
        heading={t('What was sent, and to whom?')}
        says={
          post.letters[0]
            ? t('{letters}, the newest {whenInWords}', {
                letters: plural(post.letters.length, 'letter'),
                whenInWords: whenInWords(post.letters[0].at, squad.timeZone),
              })
            : t('none yet')
        }
      >
        {post.letters.length === 0 && (
          <p className="text-dust">{t('Nothing yet. The first summary comes on the Monday after the first week.')}</p>
        )}
        <ul className="divide-y divide-joint">
          {post.letters.map((letter) => (
            <li key={letter.id} className="py-1">
              <details className="group">
                <summary className="flex flex-wrap justify-between gap-x-4">
                  <span className="inline-flex flex-wrap items-center gap-1">
                    <ChevronRight aria-hidden className="size-4 group-open:rotate-90" />
                    {letter.subject} <span className="text-dust">{t('to {to}', { to: letter.to })}</span>
                  </span>
                  <span className="text-dust text-sm">{whenInWords(letter.at, squad.timeZone)}</span>
                </summary>
                <LetterBox letter={letter} />
              </details>
            </li>
          ))}
        </ul>
      </Fold>
      <Mails post={post} />
      <Fold level={2} label={t('What is mailed to you')} heading={t('What is mailed to you?')}>
        <PostChoicesBox first={post.mine} summaries={t('The summary of the squad’s week, on Monday')} reminders={false} />
      </Fold>
    </div>
  );
});
