import { CircleAlert, Film, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type Decide, type ReviewItem, type ReviewQueue, review } from '../../contract/review.ts';
import { resultUnit } from '../../core/drills/terms.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { call, sentenceOf } from '../client.ts';
import { footInWords, number, plural, whenInWords } from '../words.ts';
import { ClipPlayer } from './ClipPlayer.tsx';
import { Verdict } from './Verdict.tsx';

const claim = (item: ReviewItem): string => {
  if (item.value === null) return 'lost count';
  if (item.measure === 'fixed reps') return `${number(item.value)} reps in ${number(item.seconds)} s`;
  if (item.measure === 'sets') return `${plural(item.value, 'set')}, ${plural(item.faults, 'fault')}`;
  return `${number(item.value)} ${resultUnit(item.measure)}`;
};

function QueueRow({ item, shown, onShow }: { item: ReviewItem; shown: boolean; onShow(): void }) {
  return (
    <li>
      <button
        type="button"
        aria-current={shown ? 'true' : undefined}
        className={`flex w-full items-center justify-between gap-2 border-s-4 px-3 py-2 text-start ${shown ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
        onClick={onShow}
      >
        <span className="min-w-0">
          <span className="block truncate font-semibold">
            {item.player.nickname} · {claim(item)}
          </span>
          <span className="block truncate text-dust text-sm">
            {item.drill.name}
            {item.foot === 'both' ? '' : `, ${item.foot}`}
          </span>
        </span>
        <span className="flex shrink-0 items-center gap-1">
          {item.clip && <Film aria-label="with a clip" className="size-4 text-dust" />}
          {item.result !== 'clear' && (
            <CircleAlert aria-label={item.result} className={`size-4 ${item.result === 'look' ? 'text-mustard' : 'text-stop'}`} />
          )}
        </span>
      </button>
    </li>
  );
}

function Claim({ item, timeZone }: { item: ReviewItem; timeZone: string }) {
  const unit = resultUnit(item.measure);
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label="The claim">
      <h2>
        {item.player.nickname}: {item.drill.name}
      </h2>
      <p className="text-dust">
        {item.doseWords}
        {item.foot === 'both' ? '' : `, ${footInWords(item.foot)}`} · week {item.weekNumber}, {item.sessionName} ·{' '}
        {whenInWords(item.doneAt, timeZone)}
      </p>
      {item.doubts.map((doubt) => (
        <Notice key={doubt.reason} tone={doubt.result === 'cannot be' ? 'stop' : 'look'}>
          <span className="font-semibold">
            {doubt.result === 'cannot be' ? 'Cannot be' : 'Needs a look'}: {doubt.reason}.
          </span>{' '}
          {doubt.sentence}
        </Notice>
      ))}
      {item.doubts.length === 0 && <p className="text-moss">Clear: nothing speaks against it.</p>}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt className="text-dust">Claimed</dt>
        <dd className="font-bold font-display text-2xl leading-none">{claim(item)}</dd>
        <dt className="text-dust">Measured</dt>
        <dd>
          {item.clocked ? `by our clock, ${number(item.seconds)} s` : 'by hand, not on the clock'}
          {item.faults > 0 && item.measure !== 'sets' ? `, lost the ball ${plural(item.faults, 'time')}` : ''}
        </dd>
        <dt className="text-dust">Best before</dt>
        <dd>{item.recordBefore === null ? 'none, this is the first' : `${number(item.recordBefore)} ${unit}`}</dd>
        <dt className="text-dust">Counts</dt>
        <dd>
          {item.drill.counts} <span className="text-dust">Not: {item.drill.doesNotCount}</span>
        </dd>
      </dl>
      {item.history.length > 0 && (
        <ol className="text-sm">
          {item.history.map((fact) => (
            <li key={fact.id} className="text-dust">
              {whenInWords(fact.at, timeZone)}: {fact.coach}{' '}
              {fact.verdict === 'undo' ? 'took a decision back' : `decided “${fact.verdict}”`}
              {fact.value === null ? '' : `, ${number(fact.value)}`}
              {fact.line ? `, “${fact.line}”` : ''}
              {fact.reason ? `, because: ${fact.reason}` : ''}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

/** Review: the queue at left (doubted first, then clips, then clear ones), the clip and the claim, and the coach's decision. */
export function ReviewView({ queue }: { queue: ReviewQueue }) {
  const [waiting, setWaiting] = useState(queue.waiting);
  const [decided, setDecided] = useState(queue.decided);
  const [shownId, setShownId] = useState<string | null>(queue.waiting[0]?.scoreId ?? null);
  const [problem, setProblem] = useState<string | null>(null);
  const [last, setLast] = useState<ReviewItem | null>(null);
  const [busy, setBusy] = useState(false);
  const { timeZone } = queue.squad;
  const shown = [...waiting, ...decided].find((item) => item.scoreId === shownId) ?? null;

  const attempt = async (work: () => Promise<void>) => {
    setBusy(true);
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    setBusy(false);
  };

  const decide = (item: ReviewItem, decision: Decide) =>
    attempt(async () => {
      const now = await call(review.decide, { score: item.scoreId }, decision);
      const place = waiting.findIndex((one) => one.scoreId === item.scoreId);
      const rest = waiting.filter((one) => one.scoreId !== item.scoreId);
      setWaiting(rest);
      setDecided((before) => [now, ...before.filter((one) => one.scoreId !== item.scoreId)]);
      setLast(now);
      setShownId(rest[Math.min(Math.max(place, 0), rest.length - 1)]?.scoreId ?? null);
    });

  const undo = (item: ReviewItem) =>
    attempt(async () => {
      const undone = new Set(item.history.flatMap((fact) => fact.undoes ?? []));
      const inForce = item.history.findLast((fact) => fact.verdict !== 'undo' && !undone.has(fact.id));
      if (!inForce) return;
      const now = await call(review.undo, { decision: inForce.id }, { id: uuid() });
      setLast(null);
      setDecided((before) => before.filter((one) => one.scoreId !== item.scoreId));
      const back = now.standing === 'clear' || now.standing === 'waiting for the coach';
      if (back) setWaiting((before) => [now, ...before.filter((one) => one.scoreId !== item.scoreId)]);
      else setDecided((before) => [now, ...before]);
      setShownId(now.scoreId);
    });

  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1>Review</h1>
        <p className="text-dust">
          {waiting.length} waiting: {plural(waiting.filter((item) => item.result !== 'clear').length, 'doubt')},{' '}
          {plural(waiting.filter((item) => item.clip).length, 'clip')}
        </p>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {last && (
        <Notice tone="done">
          {last.player.nickname}’s {last.drill.name} is {last.standing}.{' '}
          <Button size="small" look="quiet" disabled={busy} onClick={() => void undo(last)}>
            <Undo2 aria-hidden className="size-4" /> Undo
          </Button>
        </Notice>
      )}
      <div className="grid gap-4 lg:grid-cols-[260px_minmax(0,1fr)]">
        <nav className="slab max-h-[38vh] overflow-y-auto lg:max-h-[75vh]" aria-label="Queue" tabIndex={-1}>
          <h2 className="border-joint border-b px-3 py-2 text-base">Waiting ({waiting.length})</h2>
          <ul>
            {waiting.map((item) => (
              <QueueRow key={item.scoreId} item={item} shown={item.scoreId === shownId} onShow={() => setShownId(item.scoreId)} />
            ))}
          </ul>
          <h2 className="border-joint border-y px-3 py-2 text-base">Decided lately</h2>
          <ul>
            {decided.map((item) => (
              <QueueRow key={item.scoreId} item={item} shown={item.scoreId === shownId} onShow={() => setShownId(item.scoreId)} />
            ))}
          </ul>
        </nav>
        {shown ? (
          <div className="grid content-start items-start gap-4 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
            <div className="flex flex-col gap-4">
              {shown.clip ? (
                <ClipPlayer clip={shown.clip} label={`Clip of ${shown.player.nickname}, ${shown.drill.name}`} />
              ) : (
                <p className="slab grid h-24 place-items-center text-dust">No clip came with this score.</p>
              )}
              <Claim item={shown} timeZone={timeZone} />
            </div>
            {shown.standing === 'clear' || shown.standing === 'waiting for the coach' ? (
              <Verdict key={shown.scoreId} item={shown} busy={busy} onDecide={(decision) => void decide(shown, decision)} />
            ) : (
              <section className="slab flex flex-col items-start gap-3 p-4">
                <h2>Stands as: {shown.standing}</h2>
                <p className="text-dust">A decision can be taken back at any time; both stay on record.</p>
                <Button disabled={busy} onClick={() => void undo(shown)}>
                  <Undo2 aria-hidden className="size-4" /> Take this decision back
                </Button>
              </section>
            )}
          </div>
        ) : (
          <Notice tone="done">Nothing waits for you. New numbers come in as players send them.</Notice>
        )}
      </div>
    </div>
  );
}
