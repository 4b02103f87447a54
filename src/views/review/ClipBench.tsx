import { useEffect, useMemo, useRef, useState } from 'react';
import { call } from '../../client/client.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import type { BenchSettings, ClipOfScore } from '../../contract/review.ts';
import type { Span } from '../../core/clips/signals.ts';
import { type Mark, type Recount, recountedValue, recountOf, tappedAt } from '../../core/review/index.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { ClipStage, SPEEDS, type StageHandle } from './ClipStage.tsx';
import type { ShelvedClip } from './clip-shelf.ts';
import { KeyButton } from './KeyButton.tsx';
import { type KeyHandlers, type KeyMap, keepFocus } from './keys.ts';
import type { BenchPlace } from './places.ts';
import { Playhead } from './playhead.ts';
import { RecountFacts, SuggestionWords } from './RecountFacts.tsx';
import { RemarkBox } from './RemarkBox.tsx';
import { TapStrip } from './TapStrip.tsx';
import { useRecount } from './use-recount.ts';
import { useSuggestion } from './use-suggestion.ts';
import { useWatching } from './use-watching.ts';
import { VttBox } from './VttBox.tsx';

/** What the coach's decision takes from the clip. */
export interface CountOnBench {
  value: number | null;
  marks: Mark[];
}

interface Props {
  bench: BenchItem;
  clip: ClipOfScore;
  shelved: ShelvedClip | null;
  settings: BenchSettings;
  keys: KeyMap;
  place: BenchPlace;
  onPlace(change: Partial<BenchPlace>): void;
  /** The keys of the clip, handed up so that one listener has them all. */
  handlers: { current: KeyHandlers };
  /** What the marks come to, for the decision. */
  onCounted(counted: CountOnBench): void;
  /** Where the clip stands, for remarks. */
  timeOf: { current: (() => number) | null };
  onBench(bench: BenchItem): void;
  onReload(): void;
  attempt(work: () => Promise<void>): void;
}

const NO_COUNT = (recount: Recount) => recount.left + recount.right + recount.drops === 0;

/** The clip with its tap strip: play, step, tap, move and delete marks; the suggested count once it was counted to the end, or when asked for. */
export function ClipBench({
  bench,
  clip,
  shelved,
  settings,
  keys,
  place,
  onPlace,
  handlers,
  onCounted,
  timeOf,
  onBench,
  onReload,
  attempt,
}: Props) {
  const { item, work } = bench;
  const [head] = useState(() => new Playhead());
  const stage = useRef<StageHandle | null>(null);
  const [speed, setSpeed] = useState(place.speed);
  const [zoom, setZoom] = useState(place.zoom);
  const [loop, setLoop] = useState<Span | null>(place.loop);
  const [loopFrom, setLoopFrom] = useState<number | null>(null);
  const [selected, setSelected] = useState<string | null>(null);
  const { suggested, progress, ask, breakOff } = useSuggestion(shelved, work, item.drill.heard);
  const remarkField = useRef<HTMLInputElement>(null);
  const onWatched = useWatching(clip.id);
  const delay = settings.delay?.seconds ?? 0;
  const recounting = useRecount(item.scoreId, clip.id, bench.recount, onReload);
  const { marks } = recounting;
  const recount = useMemo(() => recountOf(marks, work), [marks, work]);
  const value = recountedValue(recount, item.measure, item.foot);
  const end = work.at(-1)?.to ?? clip.seconds;
  const workStart = work[0]?.from ?? clip.workAt;

  timeOf.current = () => head.get();

  useEffect(() => onCounted({ value: NO_COUNT(recount) ? null : value, marks }), [recount, value, marks, onCounted]);
  useEffect(() => {
    const leave = () => onPlace({ at: head.get() });
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [head, onPlace]);

  const keepSpeed = (next: number) => {
    setSpeed(next);
    onPlace({ speed: next });
  };
  const faster = (by: number) =>
    keepSpeed(SPEEDS[Math.min(SPEEDS.length - 1, Math.max(0, (SPEEDS as readonly number[]).indexOf(speed) + by))] ?? 1);
  const tap = (what: Mark['what']) => {
    recounting.put(tappedAt(head.get(), delay, stage.current?.rate() ?? 0), what, delay);
    setSelected(null);
  };
  const chosen = marks.find((mark) => mark.id === selected) ?? null;
  const nudge = (by: number) => {
    if (!chosen) return stage.current?.step(by);
    const frames = shelved?.frames;
    const frame = frames && frames.length > 1 ? ((frames.at(-1) ?? 0) - (frames[0] ?? 0)) / (frames.length - 1) : 1 / 30;
    const to = Math.min(clip.seconds, Math.max(0, chosen.at + by * frame));
    recounting.shift(chosen, to);
    stage.current?.seek(to);
  };
  const choose = (by: number) => {
    const now = chosen ? marks.indexOf(chosen) : marks.findIndex((mark) => mark.at > head.get()) - (by > 0 ? 1 : 0);
    const next = marks[Math.min(marks.length - 1, Math.max(0, now + by))];
    if (!next) return;
    setSelected(next.id);
    stage.current?.pause();
    stage.current?.seek(next.at);
  };
  const remove = () => {
    if (!chosen) return;
    const after = marks[marks.indexOf(chosen) + 1] ?? marks[marks.indexOf(chosen) - 1];
    recounting.take(chosen);
    setSelected(after?.id ?? null);
  };
  const repeat = () => {
    // Once for the start, once more for the end, a third time for no more of it.
    const at = head.get();
    if (loop || (loopFrom !== null && at <= loopFrom)) {
      setLoop(null);
      setLoopFrom(null);
      onPlace({ loop: null });
    } else if (loopFrom === null) setLoopFrom(at);
    else {
      const next = { from: loopFrom, to: at };
      setLoop(next);
      setLoopFrom(null);
      onPlace({ loop: next });
    }
  };

  /** From here on the claim is compared with the marks, and a suggestion can no longer steer them. */
  const countedToTheEnd = (whole: boolean) => {
    recounting.setWhole(whole);
    if (whole) ask();
  };

  Object.assign(handlers.current, {
    left: () => tap('left'),
    right: () => tap('right'),
    drop: () => tap('drop'),
    undo: recounting.undo,
    redo: recounting.redo,
    play: () => stage.current?.toggle(),
    'frame back': () => stage.current?.step(-1),
    'frame on': () => stage.current?.step(1),
    slower: () => faster(-1),
    faster: () => faster(1),
    'work start': () => stage.current?.seek(workStart),
    loop: repeat,
    earlier: () => nudge(-1),
    later: () => nudge(1),
    'previous mark': () => choose(-1),
    'next mark': () => choose(1),
    'delete mark': remove,
    suggest: ask,
    whole: () => countedToTheEnd(!recounting.whole),
    remark: () => remarkField.current?.focus(),
  } satisfies KeyHandlers);

  const shownReps = suggested?.kind === 'count' ? suggested.suggestion.reps : null;
  const press = (act: keyof KeyMap) => () => (handlers.current as Record<string, () => void>)[act]?.();
  return (
    <div className="flex min-w-0 flex-col gap-2">
      <ClipStage
        clip={clip}
        label={t('Clip of {nickname}, {name}', { nickname: item.player.nickname, name: item.drill.name })}
        shelved={shelved}
        head={head}
        speed={speed}
        from={place.at ?? workStart}
        loop={loop}
        handle={stage}
        onPassed={(at) => {
          if (at >= end - 0.05 && marks.length > 0 && !recounting.whole) countedToTheEnd(true);
        }}
        onWatched={onWatched}
      >
        <KeyButton act="play" keys={keys} look="main" onClick={press('play')} />
        <KeyButton act="frame back" keys={keys} onClick={press('frame back')} />
        <KeyButton act="frame on" keys={keys} onClick={press('frame on')} />
        <KeyButton act="slower" keys={keys} onClick={press('slower')} />
        <output aria-label={t('Speed')} className="w-10 text-center font-semibold text-sm">
          {speed}×
        </output>
        <KeyButton act="faster" keys={keys} onClick={press('faster')} />
        <KeyButton act="work start" keys={keys} onClick={press('work start')} />
        <KeyButton
          act="loop"
          keys={keys}
          words={loop ? t('Loop off') : loopFrom !== null ? t('Loop to here') : t('Loop from here')}
          aria-pressed={loop !== null}
          onClick={press('loop')}
        />
      </ClipStage>
      <TapStrip
        seconds={clip.seconds}
        work={work}
        marks={marks}
        recount={recount}
        suggested={shownReps}
        remarks={bench.remarks}
        head={head}
        loop={loop ?? (loopFrom === null ? null : { from: loopFrom, to: Math.min(clip.seconds, loopFrom + 0.1) })}
        selected={selected}
        zoom={zoom}
        onSelect={setSelected}
        onSeek={(at) => stage.current?.seek(at)}
        onMove={recounting.shift}
      />
      <div className="flex flex-wrap items-center gap-1.5">
        <KeyButton act="left" keys={keys} words={t('Left')} className="border-foot-left text-foot-left" onClick={press('left')} />
        <KeyButton act="right" keys={keys} words={t('Right')} className="border-foot-right text-foot-right" onClick={press('right')} />
        <KeyButton act="drop" keys={keys} onClick={press('drop')} />
        <KeyButton act="undo" keys={keys} disabled={!recounting.canUndo} onClick={press('undo')} />
        <KeyButton act="redo" keys={keys} disabled={!recounting.canRedo} onClick={press('redo')} />
        <KeyButton act="previous mark" keys={keys} disabled={marks.length === 0} onClick={press('previous mark')} />
        <KeyButton act="next mark" keys={keys} disabled={marks.length === 0} onClick={press('next mark')} />
        {chosen && (
          <>
            <KeyButton act="earlier" keys={keys} onClick={press('earlier')} />
            <KeyButton act="later" keys={keys} onClick={press('later')} />
            <KeyButton act="delete mark" keys={keys} look="stop" onClick={press('delete mark')} />
          </>
        )}
        <Button
          size="tight"
          {...keepFocus}
          onClick={() => {
            const next = zoom >= 4 ? 1 : zoom * 2;
            setZoom(next);
            onPlace({ zoom: next });
          }}
        >
          {t('Strip {zoom}×', { zoom })}
        </Button>
        <KeyButton
          act="whole"
          keys={keys}
          aria-pressed={recounting.whole}
          look={recounting.whole ? 'main' : 'plain'}
          onClick={press('whole')}
        />
        <KeyButton act="suggest" keys={keys} disabled={progress !== null} onClick={press('suggest')} />
      </div>
      {recounting.saving && <Notice tone="look">{recounting.saving}</Notice>}
      <RecountFacts
        item={item}
        recount={recount}
        value={NO_COUNT(recount) ? null : value}
        work={work}
        workFrom={bench.workFrom}
        delay={delay}
      />
      {progress !== null && (
        <p className="flex items-center gap-3" role="status">
          {t('Listening and looking: {progress} %', { progress: Math.round(progress * 100) })}
          <Button size="small" look="quiet" onClick={breakOff}>
            {t('Break off')}
          </Button>
        </p>
      )}
      {suggested && <SuggestionWords suggested={suggested} marked={marks.length > 0 ? recount.both : null} />}
      <RemarkBox bench={bench} place={place} timeOf={timeOf} field={remarkField} onPlace={onPlace} attempt={attempt} onBench={onBench} />
      <VttBox
        item={item}
        marks={marks}
        remarks={bench.remarks}
        onMarks={recounting.replace}
        onRemark={async (remark) =>
          onBench(
            await call(
              benchContract.say,
              { score: item.scoreId },
              { id: remark.id, say: { kind: 'remark', at: remark.at, text: remark.text } },
            ),
          )
        }
      />
    </div>
  );
}
