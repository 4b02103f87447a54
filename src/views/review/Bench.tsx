import { useCallback, useRef, useState, useSyncExternalStore } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import type { BenchSettings, Decide, ReviewItem } from '../../contract/review.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import { ClaimBox } from './Claim.tsx';
import { ClipBench, type CountOnBench } from './ClipBench.tsx';
import { Compare } from './Compare.tsx';
import { isWaiting } from './claim-words.ts';
import type { ClipShelf } from './clip-shelf.ts';
import { History } from './History.tsx';
import { KeyButton } from './KeyButton.tsx';
import { type KeyHandlers, type KeyMap, useBenchKeys } from './keys.ts';
import type { BenchPlace, Places } from './places.ts';
import { VerdictBox } from './Verdict.tsx';

interface Props {
  item: ReviewItem;
  /** Null until it was read. */
  bench: BenchItem | null;
  squad: string;
  timeZone: string;
  settings: BenchSettings;
  keys: KeyMap;
  shelf: ClipShelf;
  places: Places;
  onBench(bench: BenchItem): void;
  onReload(): void;
  onDecide(decision: Decide): void;
  onUndo(): void;
  onNext(): void;
  onPrevious(): void;
  onTakeBackLast(): void;
  attempt(work: () => Promise<void>): void;
}

const NOTHING_COUNTED: CountOnBench = { value: null, marks: [] };

/** Asks the family for a clip of the next go, where none came with this one. */
function NoClip({ item, bench, attempt, onBench }: Pick<Props, 'item' | 'bench' | 'attempt' | 'onBench'>) {
  const asked = bench?.clipAsked;
  return (
    <div className="slab flex flex-wrap items-center justify-between gap-3 p-4">
      <p className="text-dust">
        {t('No clip came with this score.{asked}', {
          asked: asked
            ? t(' You asked for one; the next go of this drill can bring it.')
            : item.mayFilm
              ? ''
              : t(' This family has said no to clips.'),
        })}
      </p>
      {bench && item.mayFilm && !asked && (
        <Button
          size="small"
          onClick={() =>
            attempt(async () =>
              onBench(await call(benchContract.say, { score: item.scoreId }, { id: uuid(), say: { kind: 'clip asked for' } })),
            )
          }
        >
          {t('Ask for a clip next time')}
        </Button>
      )}
    </div>
  );
}

/** One score on the bench: clip with tap strip, claim, decision, history; all of it by keys. */
export function Bench(props: Props) {
  const { item, bench, squad, timeZone, settings, keys, shelf, places, onBench, onReload, onDecide, attempt } = props;
  const handlers = useRef<KeyHandlers>({});
  const timeOf = useRef<(() => number) | null>(null);
  const reasonField = useRef<HTMLInputElement>(null);
  const [counted, setCounted] = useState<CountOnBench>(NOTHING_COUNTED);
  const [comparing, setComparing] = useState(false);
  const [place] = useState<BenchPlace>(() => places.get(item.scoreId));
  const onPlace = useCallback((change: Partial<BenchPlace>) => places.put(item.scoreId, change), [places, item.scoreId]);
  const clipId = item.clip?.id;
  const shelved = useSyncExternalStore(
    shelf.subscribe,
    () => shelf.get(clipId),
    () => null,
  );
  const open = isWaiting(item);
  const canCompare = bench !== null && bench.others.length > 0 && item.clip !== null;
  Object.assign(handlers.current, {
    next: props.onNext,
    previous: props.onPrevious,
    'take back': props.onTakeBackLast,
    compare: () => canCompare && setComparing(true),
  } satisfies KeyHandlers);
  useBenchKeys(keys, handlers.current);

  return (
    <div className="grid content-start items-start gap-3 xl:grid-cols-[minmax(0,1fr)_330px]">
      <div className="flex min-w-0 flex-col gap-3">
        {item.clip && bench ? (
          <ClipBench
            bench={bench}
            clip={item.clip}
            shelved={shelved}
            settings={settings}
            keys={keys}
            place={place}
            onPlace={onPlace}
            handlers={handlers}
            onCounted={setCounted}
            timeOf={timeOf}
            onBench={onBench}
            onReload={onReload}
            attempt={attempt}
          />
        ) : item.clip ? (
          <div className="aspect-video max-h-[34vh] w-full bg-ink" role="status" aria-label={t('The clip is coming')} />
        ) : (
          <NoClip item={item} bench={bench} attempt={attempt} onBench={onBench} />
        )}
        {canCompare && <KeyButton act="compare" keys={keys} className="self-start" onClick={() => setComparing(true)} />}
        {bench && <History bench={bench} timeZone={timeZone} attempt={attempt} onBench={onBench} onUndoDecision={props.onUndo} />}
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        <div className="flex gap-2">
          <KeyButton act="previous" keys={keys} onClick={props.onPrevious} />
          <KeyButton act="next" keys={keys} onClick={props.onNext} />
        </div>
        <ClaimBox item={item} bench={bench} timeZone={timeZone} onBench={onBench} />
        {open ? (
          <VerdictBox
            item={item}
            bench={bench}
            squad={squad}
            keys={keys}
            place={places.get(item.scoreId)}
            handlers={handlers}
            counted={counted}
            reasonField={reasonField}
            onPlace={onPlace}
            attempt={attempt}
            onBench={onBench}
            onDecide={onDecide}
          />
        ) : (
          <section className="slab flex flex-col items-start gap-3 p-3">
            <h2>{t('Stands as: {standing}', { standing: item.standing })}</h2>
            <p className="text-dust">{t('A decision can be taken back at any time; both stay on record.')}</p>
            <Button onClick={props.onUndo}>{t('Take this decision back')}</Button>
          </section>
        )}
      </div>
      {comparing && item.clip && bench && (
        <Compare bench={bench} clip={item.clip} timeZone={timeZone} onClose={() => setComparing(false)} />
      )}
    </div>
  );
}
