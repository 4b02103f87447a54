import { useState } from 'react';
import { sendJson } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { whenInWords } from '../../client/words.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Form, Notice } from '../../ui/parts/index.ts';
import { useServerNow } from './use-server-now.ts';

/** The way into a live evening by the code that the coach reads aloud on the call. */
export function ByCode() {
  const [code, setCode] = useState('');
  const { problem, busy, attempt } = useAttempt();
  return (
    <details>
      <summary className="inline-flex min-h-12 cursor-pointer items-center underline">{t('My coach read a code aloud')}</summary>
      <Form
        className="flex flex-wrap items-end gap-2"
        onSend={() =>
          attempt(async () => {
            // Not through the contract, whose schemas a phone need not load for it.
            const { id } = (await sendJson('GET', `/api/v1/go/together/${encodeURIComponent(code.trim() || '-')}`)) as { id: string };
            window.location.assign(`/together/${id}`);
          })
        }
      >
        <Field label={t('Code')} inputMode="numeric" value={code} onChange={(event) => setCode(event.target.value)} />
        <Button type="submit" size="player" disabled={busy}>
          {t('Join')}
        </Button>
      </Form>
      {problem && <Notice tone="look">{problem}</Notice>}
    </details>
  );
}

/** Live evenings of the squad: when, how long, and the way in while the doors are open. */
export function Evenings({ visit }: { visit: ThisWeek }) {
  const zone = visit.squad?.timeZone ?? 'UTC';
  const now = useServerNow(visit.now);
  const inMinutes = (at: number) => Math.ceil((at - now) / 60_000);
  return (
    <section className="slab flex flex-col gap-3 border-s-8 border-s-lace p-4" aria-label={t('Together')}>
      <h2>{t('Together')}</h2>
      {(visit.together ?? []).map((one) => (
        <div key={one.id} className="flex flex-col gap-2">
          <p className="text-lg">
            <b>{one.name}</b>: {whenInWords(one.startsAt, zone)}, {t('about {minutes}', { minutes: plural(one.minutes, 'minute') })}
          </p>
          {now >= one.doorsAt && (
            <ButtonLink href={`/together/${one.id}`} look="main" size="player">
              {inMinutes(one.startsAt) > 0
                ? t('Join: it begins in {minutes}', { minutes: plural(inMinutes(one.startsAt), 'minute') })
                : t('Join: it is on')}
            </ButtonLink>
          )}
        </div>
      ))}
    </section>
  );
}
