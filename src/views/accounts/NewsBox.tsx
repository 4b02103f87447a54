import { useState } from 'react';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { type AccountNewsView, accountsApi } from '../../contract/accounts.ts';
import { momentInWords, t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

type News = AccountNewsView & { by?: string | null };

const moment = (at: number) => momentInWords(at, { month: 'short', day: 'numeric', year: 'numeric', hour: 'numeric', minute: '2-digit' });

/** What changed about who can get in, newest first. */
export function NewsList({ news }: { news: readonly News[] }) {
  if (news.length === 0) return <p className="text-dust">{t('Nothing yet.')}</p>;
  return (
    <ol className="divide-y divide-joint">
      {news.map((one) => (
        <li key={one.id} className="py-2">
          {one.sentence}
          <span className="block text-dust text-sm" suppressHydrationWarning>
            {moment(one.at)}
            {one.by && t(', by {by}', { by: one.by })}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** Who came, went and may what in a squad, for head coaches; read when it is opened. */
export function SquadNewsBox({ squad }: { squad: string }) {
  const [news, setNews] = useState<readonly News[] | null>(null);
  const { problem, attempt } = useAttempt();
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('Who came and went')}>
      <h2>{t('Who came and went')}</h2>
      <p className="text-dust">{t('Coaches, guardians, links and PINs of the last 12 months, with who did it.')}</p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {news === null ? (
        <Button
          className="self-start"
          onClick={() => void attempt(async () => setNews((await call(accountsApi.squadNews, { squad })).news))}
        >
          {t('Show the list')}
        </Button>
      ) : (
        <NewsList news={news} />
      )}
    </section>
  );
}
