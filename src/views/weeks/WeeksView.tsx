import { Plus } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type WeekList, type WeekRow, weeks } from '../../contract/weeks.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { call, sentenceOf } from '../client.ts';
import { dayInWords, plural, whenInWords } from '../words.ts';

const STATE_WORDS: Record<WeekRow['state'], { words: string; look: string }> = {
  draft: { words: 'draft', look: 'text-dust' },
  released: { words: 'released, opens later', look: 'text-lace' },
  open: { words: 'open now', look: 'text-moss' },
  closed: { words: 'closed', look: 'text-dust' },
};

/** Weeks: the season as rows of weeks, newest first, and the next one to make. */
export function WeeksView({ list }: { list: WeekList }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { squad } = list;
  const make = async () => {
    setBusy(true);
    try {
      const made = await call(weeks.make, { squad: squad.id }, { id: uuid() });
      window.location.assign(`/coach/${squad.id}/weeks/${made.id}`);
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>Weeks</h1>
        <Button look="main" disabled={busy} onClick={() => void make()}>
          <Plus aria-hidden className="size-5" /> Make the next week
        </Button>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {list.weeks.length === 0 && <Notice>No week yet. Make the first one; it takes ten minutes.</Notice>}
      <ol className="slab divide-y divide-joint">
        {list.weeks.map((week) => (
          <li key={week.id}>
            <a
              className="grid grid-cols-[3rem_minmax(0,1fr)_auto] items-center gap-4 px-4 py-3 no-underline hover:bg-ground"
              href={`/coach/${squad.id}/weeks/${week.id}`}
            >
              <span className="font-bold font-display text-2xl">{week.number}</span>
              <span className="min-w-0">
                <span className="block font-semibold">{week.title}</span>
                <span className="block truncate text-dust text-sm">{week.focus || 'no focus written'}</span>
              </span>
              <span className="text-end text-sm">
                <span className={`block font-semibold ${STATE_WORDS[week.state].look}`}>
                  {STATE_WORDS[week.state].words}
                  {week.changed ? ', changed since' : ''}
                </span>
                <span className="block text-dust">
                  {week.state === 'released' && week.opensAt
                    ? `opens ${whenInWords(week.opensAt, squad.timeZone)}`
                    : `from Mon ${dayInWords(week.startsOn)}`}{' '}
                  · {plural(week.sessions, 'session')}
                </span>
              </span>
            </a>
          </li>
        ))}
      </ol>
    </div>
  );
}
