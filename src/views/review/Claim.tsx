import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { dateInWords, footInWords, number, whenInWords } from '../../client/words.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import type { ReviewItem } from '../../contract/review.ts';
import { resultUnit } from '../../core/drills/terms.ts';
import type { DoubtReason } from '../../core/scores/reasons.ts';
import { plural } from '../../core/text/plural.ts';
import { Button, Field, Notice } from '../../ui/parts/index.ts';
import { claimWords } from './claim-words.ts';

interface Props {
  item: ReviewItem;
  bench: BenchItem | null;
  timeZone: string;
  onBench(bench: BenchItem): void;
}

/** A doubt in words with its figures, and the way to clear it with a reason that is remembered. */
function DoubtNotice({ item, doubt, onBench }: { item: ReviewItem; doubt: ReviewItem['doubts'][number]; onBench: Props['onBench'] }) {
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | undefined>(undefined);
  const clear = async () => {
    if (!why.trim()) return setProblem('Clearing a doubt needs a reason.');
    try {
      onBench(
        await call(benchContract.say, { score: item.scoreId }, { id: uuid(), say: { kind: 'doubt cleared', reason: doubt.reason, why } }),
      );
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <Notice tone={doubt.result === 'cannot be' ? 'stop' : 'look'}>
      <span className="font-semibold">
        {doubt.result === 'cannot be' ? 'Cannot be' : 'Needs a look'}: {doubt.reason}.
      </span>{' '}
      {doubt.sentence}{' '}
      {open ? (
        <span className="mt-2 flex flex-col gap-2 text-ink">
          <Field
            label={`Why “${doubt.reason}” is fine here`}
            value={why}
            problem={problem}
            maxLength={200}
            onChange={(event) => setWhy(event.target.value)}
          />
          <span className="flex gap-2">
            <Button size="small" onClick={() => void clear()}>
              Clear the doubt
            </Button>
            <Button size="small" look="quiet" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          </span>
        </span>
      ) : (
        <button type="button" className="underline" onClick={() => setOpen(true)}>
          Clear it with a reason
        </button>
      )}
    </Notice>
  );
}

const REMEMBERED: Record<DoubtReason, string> = {
  'over the ceiling': 'asked again when it is faster',
  'very fast': 'asked again when it is faster',
  'far from own form': 'asked again when it is further',
  'record by hand': 'asked again at a bigger jump',
  'clip too short': 'asked again when it is shorter',
  'same again': 'asked again at another number',
  'recount differs': 'for this score only',
  'odd number': 'for numbers like this one',
  mended: 'for this score only',
};

/** The claim: what was claimed, how it was measured, the best before, the doubts in words. */
export function ClaimBox({ item, bench, timeZone, onBench }: Props) {
  return (
    <section className="slab flex flex-col gap-2 p-3" aria-label="The claim">
      <h2>
        {item.player.nickname}: {item.drill.name}
      </h2>
      <p className="text-dust text-sm">
        {item.doseWords}
        {item.foot === 'both' ? '' : `, ${footInWords(item.foot)}`} · week {item.weekNumber}, {item.sessionName} ·{' '}
        {whenInWords(item.doneAt, timeZone)}
      </p>
      <p className="font-bold font-display text-3xl leading-none">{claimWords(item)}</p>
      {item.doubts.map((doubt) => (
        <DoubtNotice key={`${item.scoreId}-${doubt.reason}`} item={item} doubt={doubt} onBench={onBench} />
      ))}
      {item.doubts.length === 0 && (
        <p className="text-moss">{item.value === null ? 'An honest “I lost count”.' : 'Clear: nothing speaks against it.'}</p>
      )}
      {bench?.answered.map((one) => (
        <p key={one.reason} className="text-dust text-sm">
          {one.reason} was cleared by {one.coach} on {dateInWords(one.at, timeZone)}: “{one.why}” ({REMEMBERED[one.reason]}).
        </p>
      ))}
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-sm">
        <dt className="text-dust">Measured</dt>
        <dd>
          {item.clocked ? `by our clock, ${number(item.seconds)} s` : 'by hand, not on the clock'}
          {item.faults > 0 && item.measure !== 'sets' ? `, lost the ball ${plural(item.faults, 'time')}` : ''}
        </dd>
        {item.firstSaid && (
          <>
            <dt className="text-dust">First said</dt>
            <dd>{claimWords({ ...item, ...item.firstSaid })}, then mended</dd>
          </>
        )}
        {bench && bench.heard !== null && (
          <>
            <dt className="text-dust">The phone heard</dt>
            <dd>about {number(bench.heard)}, by ear alone</dd>
          </>
        )}
        <dt className="text-dust">Best before</dt>
        <dd>{item.recordBefore === null ? 'none, this is the first' : `${number(item.recordBefore)} ${resultUnit(item.measure)}`}</dd>
        <dt className="text-dust">Counts</dt>
        <dd>
          {item.drill.counts} <span className="text-dust">Not: {item.drill.doesNotCount}</span>
        </dd>
        {bench?.recounts.map((one) => (
          <div key={one.coach} className="contents">
            <dt className="text-dust">{one.coach}</dt>
            <dd>counted {one.value === null ? 'no number' : number(one.value)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
