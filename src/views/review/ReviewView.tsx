import { useState } from 'react';
import { call, endpointAddress } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import { type ReviewQueue, reviewApi } from '../../contract/review.ts';
import { reviewMinutes } from '../../core/scores/habits.ts';
import { mayBeWaved } from '../../core/scores/queue.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Empty, Notice } from '../../ui/parts/index.ts';
import { Bench } from './Bench.tsx';
import { DelayDialog } from './DelayDialog.tsx';
import { DoubtRulesDialog } from './DoubtRulesDialog.tsx';
import { KeyButton } from './KeyButton.tsx';
import { KeysDialog } from './KeysDialog.tsx';
import { keyMapOf } from './keys.ts';
import { Queue } from './Queue.tsx';
import { useReview } from './use-review.ts';
import { WaveDialog } from './WaveDialog.tsx';

type Open = 'wave' | 'keys' | 'delay' | 'rules' | null;

/** The page's island: the review of what the server put beside it. */
export const ReviewPage = guarded(function ReviewPage() {
  const [queue] = useState(pageData<ReviewQueue>);
  return <ReviewView queue={queue} />;
});

/** Review: the queue at left (doubted first, then clips, then clear ones), the bench with the clip, the claim and the coach's decision. */
function ReviewView({ queue }: { queue: ReviewQueue }) {
  const { squad } = queue;
  const state = useReview(queue);
  const { shown, waiting, decided, last, problem, settings } = state;
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const keys = keyMapOf(settings.keys);
  const minutes = reviewMinutes(
    state.allWaiting.map((item) => ({ result: item.result, hasClip: item.clip !== null })),
    queue.habits,
  );
  const clear = state.allWaiting.filter(mayBeWaved);
  const unfilmed = clear.filter((item) => item.clip === null).length;
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1>{t('Review')}</h1>
          <p className="text-dust">
            {state.whole
              ? t('{inAll} waiting: {doubts}, {clips}{minutes}', {
                  inAll: state.inAll,
                  doubts: plural(state.allWaiting.filter((item) => item.result !== 'clear').length, 'doubt'),
                  clips: plural(state.allWaiting.filter((item) => item.clip).length, 'clip'),
                  minutes: minutes > 0 ? t(', about {minutes} min', { minutes }) : '',
                })
              : t('{inAll} waiting, {read} of them read so far', { inAll: state.inAll, read: state.allWaiting.length })}
          </p>
        </div>
        <div className="flex flex-wrap items-center gap-2">
          <Button size="small" disabled={clear.length === 0 || !state.whole} onClick={() => setOpen('wave')}>
            {t('Wave the clear ones through ({unfilmed})', { unfilmed })}
          </Button>
          <Button size="small" onClick={() => setOpen('keys')}>
            {t('Keys')}
          </Button>
          {state.mayChange && (
            <Button size="small" onClick={() => setOpen('rules')}>
              {t('Doubts')}
            </Button>
          )}
          <span className="flex gap-3 text-sm">
            <a className="underline" href={endpointAddress(reviewApi.scoresCsv, { squad: squad.id })}>
              {t('Scores (CSV)')}
            </a>
            <a className="underline" href={endpointAddress(reviewApi.recountsCsv, { squad: squad.id })}>
              {t('Recounts (CSV)')}
            </a>
          </span>
        </div>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {state.unsent > 0 && (
        <Notice tone="look">
          {t('{decisions} could not be saved yet.', { decisions: plural(state.unsent, 'decision') })}{' '}
          <Button size="small" look="quiet" onClick={state.retry}>
            {t('Send again')}
          </Button>
        </Notice>
      )}
      {last && (
        <Notice tone="done">
          {last.words} <KeyButton act="take back" keys={keys} look="quiet" words={t('Take it back')} onClick={state.undoLast} />
        </Notice>
      )}
      <div className="grid gap-3 lg:grid-cols-[220px_minmax(0,1fr)]">
        <Queue
          waiting={waiting}
          inAll={state.whole || waiting.length < state.allWaiting.length ? undefined : state.inAll}
          decided={decided}
          all={state.everything}
          filter={state.filter}
          shownId={shown?.scoreId ?? null}
          onFilter={state.setFilter}
          onShow={state.show}
        />
        {shown ? (
          <Bench
            key={shown.scoreId}
            item={shown}
            bench={state.benchOf(shown.scoreId)}
            squad={squad.id}
            timeZone={squad.timeZone}
            settings={settings}
            keys={keys}
            shelf={state.shelf}
            places={state.places}
            onBench={state.putBench}
            onReload={() => void state.reload(shown.scoreId)}
            onDecide={(decision) => state.decide(shown, decision)}
            onUndo={() => state.undo(shown)}
            onNext={() => state.go(1)}
            onPrevious={() => state.go(-1)}
            onTakeBackLast={state.undoLast}
            attempt={state.attempt}
          />
        ) : (
          <Empty scene="done">{t('Nothing waits for you. New numbers come in as players send them.')}</Empty>
        )}
      </div>
      {open === 'wave' && (
        <WaveDialog
          waiting={state.allWaiting}
          onClose={close}
          onWave={(items, praise) => {
            close();
            state.wave(items, praise);
          }}
        />
      )}
      {open === 'keys' && <KeysDialog settings={settings} onSave={state.saveSettings} onDelay={() => setOpen('delay')} onClose={close} />}
      {open === 'delay' && <DelayDialog settings={settings} now={Date.now} onSave={state.saveSettings} onClose={() => setOpen('keys')} />}
      {open === 'rules' && (
        <DoubtRulesDialog
          squad={squad.id}
          rules={state.rules}
          onClose={close}
          onSaved={() => {
            close();
            state.attempt(async () => state.take(await call(reviewApi.queue, { squad: squad.id })));
          }}
        />
      )}
    </div>
  );
}
