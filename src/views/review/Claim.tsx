import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { dateInWords, footInWords, number, whenInWords } from '../../client/words.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import type { ReviewItem } from '../../contract/review.ts';
import { resultUnit } from '../../core/drills/terms.ts';
import type { DoubtReason } from '../../core/scores/reasons.ts';
import { plural, t, term } from '../../core/text/translate.ts';
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
    if (!why.trim()) return setProblem(t('Clearing a doubt needs a reason.'));
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
        {doubt.result === 'cannot be' ? t('Cannot be') : t('Needs a look')}: {term(doubt.reason)}.
      </span>{' '}
      {doubt.sentence}{' '}
      {open ? (
        <span className="mt-2 flex flex-col gap-2 text-ink">
          <Field
            label={t('Why “{reason}” is fine here', { reason: doubt.reason })}
            value={why}
            problem={problem}
            maxLength={200}
            onChange={(event) => setWhy(event.target.value)}
          />
          <span className="flex gap-2">
            <Button size="small" onClick={() => void clear()}>
              {t('Clear the doubt')}
            </Button>
            <Button size="small" look="quiet" onClick={() => setOpen(false)}>
              {t('Leave it')}
            </Button>
          </span>
        </span>
      ) : (
        <button type="button" className="underline" onClick={() => setOpen(true)}>
          {t('Clear it with a reason')}
        </button>
      )}
    </Notice>
  );
}

const REMEMBERED: Record<DoubtReason, string> = {
  get 'over the ceiling'() {
    return t('asked again when it is faster');
  },
  get 'very fast'() {
    return t('asked again when it is faster');
  },
  get 'far from own form'() {
    return t('asked again when it is further');
  },
  get 'record by hand'() {
    return t('asked again at a bigger jump');
  },
  get 'clip too short'() {
    return t('asked again when it is shorter');
  },
  get 'same again'() {
    return t('asked again at another number');
  },
  get 'recount differs'() {
    return t('for this score only');
  },
  get 'odd number'() {
    return t('for numbers like this one');
  },
  get mended() {
    return t('for this score only');
  },
};

/** The claim: what was claimed, how it was measured, the best before, the doubts in words. */
export function ClaimBox({ item, bench, timeZone, onBench }: Props) {
  return (
    <section className="slab flex flex-col gap-2 p-3" aria-label={t('The claim')}>
      <h2>
        {item.player.nickname}: {item.drill.name}
      </h2>
      <p className="text-dust text-sm">
        {t('{doseWords}{foot} · week {weekNumber}, {sessionName} · {whenInWords}', {
          doseWords: item.doseWords,
          foot: item.foot === 'both' ? '' : `, ${footInWords(item.foot)}`,
          weekNumber: item.weekNumber,
          sessionName: item.sessionName,
          whenInWords: whenInWords(item.doneAt, timeZone),
        })}
      </p>
      <p className="font-bold font-display text-3xl leading-none">{claimWords(item)}</p>
      {item.doubts.map((doubt) => (
        <DoubtNotice key={`${item.scoreId}-${doubt.reason}`} item={item} doubt={doubt} onBench={onBench} />
      ))}
      {item.doubts.length === 0 && (
        <p className="text-moss">{item.value === null ? t('An honest “I lost count”.') : t('Clear: nothing speaks against it.')}</p>
      )}
      {bench?.answered.map((one) => (
        <p key={one.reason} className="text-dust text-sm">
          {t('{reason} was cleared by {coach} on {dateInWords}: “{why}” ({remembered}).', {
            reason: one.reason,
            coach: one.coach,
            dateInWords: dateInWords(one.at, timeZone),
            why: one.why,
            remembered: REMEMBERED[one.reason],
          })}
        </p>
      ))}
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-sm">
        <dt className="text-dust">{t('Measured')}</dt>
        <dd>
          {item.clocked ? t('by our clock, {seconds} s', { seconds: number(item.seconds) }) : t('by hand, not on the clock')}
          {item.faults > 0 && item.measure !== 'sets' ? t(', lost the ball {times}', { times: plural(item.faults, 'time') }) : ''}
        </dd>
        {item.firstSaid && (
          <>
            <dt className="text-dust">{t('First said')}</dt>
            <dd>{t('{claimWords}, then mended', { claimWords: claimWords({ ...item, ...item.firstSaid }) })}</dd>
          </>
        )}
        {bench && bench.heard !== null && (
          <>
            <dt className="text-dust">{t('The phone heard')}</dt>
            <dd>{t('about {heard}, by ear alone', { heard: number(bench.heard) })}</dd>
          </>
        )}
        <dt className="text-dust">{t('Best before')}</dt>
        <dd>{item.recordBefore === null ? t('none, this is the first') : `${number(item.recordBefore)} ${resultUnit(item.measure)}`}</dd>
        <dt className="text-dust">{t('Counts')}</dt>
        <dd>
          {item.drill.counts} <span className="text-dust">{t('Not: {doesNotCount}', { doesNotCount: item.drill.doesNotCount })}</span>
        </dd>
        {bench?.recounts.map((one) => (
          <div key={one.coach} className="contents">
            <dt className="text-dust">{one.coach}</dt>
            <dd>{t('counted {value}', { value: one.value === null ? t('no number') : number(one.value) })}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
