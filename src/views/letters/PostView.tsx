import { ChevronRight } from 'lucide-react';
import { useState } from 'react';
import type { z } from 'zod';
import { call, callStoppably } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { LongWork } from '../../client/LongWork.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { dayInWords, whenInWords } from '../../client/words.ts';
import { lettersApi as contract, type PostPage as Post } from '../../contract/letters.ts';
import { plural } from '../../core/text/plural.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
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
                to {letter.to}, {letter.mailed ? 'mailed' : 'on the page only'}
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
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label="Mail">
      <h2>Mail</h2>
      <p className="text-dust text-sm">
        No mail to families from {post.hours.quietFrom}:00 to {post.hours.quietTo}:00, {plural(post.hours.mailsPerDay, 'mail')} a day at
        most, reminders {post.hours.reminders ? 'on' : 'off'}: set at Rules. A family can set other hours.
      </p>
      {post.mails.length === 0 && <p className="text-dust">Nothing was mailed yet.</p>}
      <ul className="divide-y divide-joint">
        {post.mails.map((one) => (
          <li key={one.id} className="flex flex-wrap justify-between gap-x-4 py-1">
            <span>
              {one.subject} <span className="text-dust">to {one.to}</span>
            </span>
            <span className={one.state === 'given up' ? 'text-sm text-stop' : 'text-dust text-sm'}>
              {STATE_WORDS[one.state]} {whenInWords(one.at, post.squad.timeZone)}
              {one.trouble && ` (${plural(one.tries, 'try', 'tries')}, ${one.trouble})`}
            </span>
          </li>
        ))}
      </ul>
    </section>
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
      return sent === 0 ? 'Everybody had theirs already.' : `${plural(sent, 'letter')} put into the post.`;
    });
  return (
    <div className="flex flex-col gap-4">
      <h1>Post</h1>
      <p className="max-w-3xl text-dust">
        On Monday morning each coach gets a summary of the week that is over, and each family one about its own child; reminders go to
        families in between. The letters lie in this house, where coaches and families read them.{' '}
        {post.mail === 'smtp'
          ? 'They are mailed to those who want it, families only after a guardian’s yes.'
          : 'This house has no mail service set: mails go into its local mailbox, and nothing leaves it.'}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <span>
          The next summary is about the week of {dayInWords(next.weekOf)} and goes out {whenInWords(next.goesAt, squad.timeZone)}.
        </span>
        <Button size="small" onClick={() => void look()}>
          What would be sent now?
        </Button>
        {post.players.length > 0 && (
          <Button size="small" look="main" onClick={() => setWriting(true)}>
            Write to families
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
      <LongWork busy={busy} what="Writing the letters" onStop={stop} />
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
      {preview && (
        <section className="slab flex flex-col gap-2 p-4" aria-label="Preview">
          <div className="flex flex-wrap items-center justify-between gap-3">
            <h2>Summaries of the week of {dayInWords(preview.weekOf)}, as they would be now</h2>
            {preview.letters.length > 0 && (
              <Button size="small" look="main" onClick={() => void send(preview.weekOf)}>
                Send to those without theirs
              </Button>
            )}
          </div>
          {preview.letters.length === 0 && <p className="text-dust">No week was released for that Monday.</p>}
          <WouldBe letters={preview.letters} />
          <h2>Reminders, as they would be now</h2>
          {preview.reminders.length === 0 && <p className="text-dust">None: nothing is due today, or everybody has theirs.</p>}
          <WouldBe letters={preview.reminders} />
        </section>
      )}
      <Mails post={post} />
      <section className="slab flex flex-col gap-2 p-4" aria-label="What is mailed to you">
        <h2>What is mailed to you</h2>
        <PostChoicesBox first={post.mine} summaries="The summary of the squad’s week, on Monday" reminders={false} />
      </section>
      <section className="slab flex flex-col gap-2 p-4" aria-label="What was sent">
        <h2>What was sent</h2>
        {post.letters.length === 0 && <p className="text-dust">Nothing yet. The first summary comes on the Monday after the first week.</p>}
        <ul className="divide-y divide-joint">
          {post.letters.map((letter) => (
            <li key={letter.id} className="py-1">
              <details className="group">
                <summary className="flex flex-wrap justify-between gap-x-4">
                  <span className="inline-flex flex-wrap items-center gap-1">
                    <ChevronRight aria-hidden className="size-4 group-open:rotate-90" />
                    {letter.subject} <span className="text-dust">to {letter.to}</span>
                  </span>
                  <span className="text-dust text-sm">{whenInWords(letter.at, squad.timeZone)}</span>
                </summary>
                <LetterBox letter={letter} />
              </details>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
});
