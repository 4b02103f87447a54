import { useEffect, useState } from 'react';
import { drop, EMPTY_OUTBOX, flush, follow, hold, type OutboxItem, type OutboxState, sendWhole } from '../../client/send-queue.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';

export function useOutbox(): OutboxState {
  const [state, setState] = useState<OutboxState>(EMPTY_OUTBOX);
  useEffect(() => follow(setState), []);
  return state;
}

/** Where one thing stands, in words. */
function standingWords(item: OutboxItem): string {
  switch (item.state) {
    case 'making ready':
      return t('being made ready: {share} %', { share: Math.round(item.share * 100) });
    case 'sending':
      return t('being sent: {share} %', { share: Math.round(item.share * 100) });
    case 'tries again':
      return t('tries again in {inSeconds}', {
        inSeconds: item.inSeconds > 90 ? plural(Math.round(item.inSeconds / 60), 'minute') : `${item.inSeconds} s`,
      });
    case 'held':
      return t('stopped by you');
    case 'other player':
      return t('waits until its player signs in');
    case 'refused':
      return t('not taken: {sentence}', { sentence: item.sentence });
    default:
      return t('waits');
  }
}

function Item({ item }: { item: OutboxItem }) {
  const [sure, setSure] = useState(false);
  const under = item.state === 'making ready' || item.state === 'sending';
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 py-1">
      <span>
        {item.label} <span className="text-sm">· {standingWords(item)}</span>
      </span>
      <span className="flex gap-1">
        {item.kind === 'clip' && (under || item.state === 'waits' || item.state === 'tries again') && (
          <Button className="min-h-12" onClick={() => void hold(item.id, true)}>
            {t('Stop')}
          </Button>
        )}
        {item.state === 'held' && (
          <Button className="min-h-12" onClick={() => void hold(item.id, false)}>
            {t('Go on')}
          </Button>
        )}
        {item.state === 'refused' && item.whole && (
          <Button className="min-h-12" onClick={() => void sendWhole(item.id)}>
            {t('Send it whole')}
          </Button>
        )}
        {(item.state === 'held' || item.state === 'refused') &&
          (sure ? (
            <Button className="min-h-12" look="stop" onClick={() => void drop(item.id)}>
              {t('Yes, delete it')}
            </Button>
          ) : (
            <Button className="min-h-12" look="stop" onClick={() => setSure(true)}>
              {t('Delete')}
            </Button>
          ))}
      </span>
    </li>
  );
}

/** What waits to be sent, said in a line and thing by thing; nothing when all is sent. */
export function Outbox() {
  const { items, waiting, offline, signedOut } = useOutbox();
  if (items.length === 0) return null;
  const refused = items.filter((item) => item.state === 'refused').length;
  const others = items.filter((item) => item.state === 'other player').length;
  return (
    <div data-testid="outbox">
      <Notice tone={refused > 0 ? 'stop' : offline || signedOut ? 'look' : 'say'}>
        {waiting > 0 && (
          <p>
            {t('{things} {waiting} to be sent. {offline}', {
              things: plural(waiting, 'thing'),
              waiting: waiting === 1 ? t(t('waits')) : t('wait'),
              offline: offline ? t('No connection just now; it goes out by itself later. Nothing is lost.') : '',
            })}
          </p>
        )}
        {signedOut && waiting > 0 && (
          <p className="py-1">
            {t('You are not signed in any more. It is kept here.')} <ButtonLink href="/join">{t('Sign in')}</ButtonLink>
          </p>
        )}
        {refused > 0 && (
          <p>{t('{things} {refused} not taken.', { things: plural(refused, 'thing'), refused: refused === 1 ? t('was') : t('were') })}</p>
        )}
        {others > 0 && (
          <p>
            {t('{things} of another player {others} on this phone.', {
              things: plural(others, 'thing'),
              others: others === 1 ? t(t('waits')) : t('wait'),
            })}
          </p>
        )}
        <details open={refused > 0 || items.some((item) => item.kind === 'clip')}>
          <summary className="min-h-12 py-3">{t('One by one')}</summary>
          <ul className="divide-y divide-joint">
            {items.map((item) => (
              <Item key={item.id} item={item} />
            ))}
          </ul>
          {waiting > 0 && (
            <Button size="player" onClick={() => void flush(true)}>
              {t('Try now')}
            </Button>
          )}
        </details>
      </Notice>
    </div>
  );
}
