import { Check, CircleHelp, RotateCcw, TrafficCone, Undo2 } from 'lucide-react';
import { type ComponentProps, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { readAloud } from '../../../client/read-aloud.ts';
import { footInWords, number } from '../../../client/words.ts';
import type { ScoreSent } from '../../../contract/training.ts';
import { t, term } from '../../../core/text/translate.ts';
import { countAloud, oddAloud } from '../../../core/training/aloud.ts';
import { FootPicture } from '../../../ui/notations/FootPicture.tsx';
import type { ScoreStep } from '../ScoreStep.tsx';
import { firstEntry, oddScore, scoreFrom } from '../score-form.ts';
import { PictureScreen, type Press } from './PictureScreen.tsx';
import { asksOf, entriesOfTaps, knownTaps, type TapSlot, tapSlots } from './tap-slots.ts';

const EDGE = { left: 'border-foot-left', right: 'border-foot-right', both: 'border-ink' } as const;

/** One place to tap; a finger coming down counts, as quick feet need quick fingers. */
function Place({ slot, asks, count, onTap }: { slot: TapSlot; asks: ReturnType<typeof asksOf>; count: number; onTap(): void }) {
  const what = asks === 'cones' ? t('a moved cone') : slot.part === null ? footInWords(slot.foot) : term(slot.part);
  return (
    <button
      type="button"
      aria-label={t('One more: {what}, {count} so far', { what, count })}
      className={`slab flex min-h-32 touch-manipulation select-none flex-col items-center justify-center gap-1 border-4 p-2 ${EDGE[slot.foot]}`}
      onPointerDown={(event) => {
        event.preventDefault();
        onTap();
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onTap();
      }}
    >
      {asks === 'cones' ? (
        <TrafficCone aria-hidden className="size-[min(22vw,96px)] rotate-90 text-lace" />
      ) : (
        <FootPicture foot={slot.foot} className="h-[min(18dvh,120px)]" />
      )}
      {slot.part !== null && <span className="font-semibold text-lg">{term(slot.part)}</span>}
      <span className="font-bold font-display text-7xl leading-none">{count}</span>
    </button>
  );
}

/** The number of a go, tapped: once on the foot for each. Or nobody knows any more, which is fine too. */
export function PictureScore({
  item,
  drill,
  round,
  feet,
  work,
  numbers,
  taps: helped,
  courseMetres,
  onGive,
  onAgain,
}: Pick<
  ComponentProps<typeof ScoreStep>,
  'item' | 'drill' | 'round' | 'feet' | 'work' | 'numbers' | 'taps' | 'courseMetres' | 'onGive' | 'onAgain'
>) {
  const { dose } = item;
  const asks = asksOf(dose);
  const slots = useMemo(() => tapSlots(dose, feet), [dose, feet]);
  const [entries] = useState(() =>
    feet.map((foot) => firstEntry(foot, dose, work, (surface) => helped.tapped({ itemId: item.id, round }, foot, surface))),
  );
  const [known] = useState(() => knownTaps(entries, slots, dose));
  /** Places in the order in which they were tapped, so that the newest can be taken back. */
  const [tapped, setTapped] = useState<readonly string[]>([]);
  const [asked, setAsked] = useState<{ scores: ScoreSent[]; odd: string[] } | null>(null);
  const countOf = ({ key }: TapSlot) => (known[key] ?? 0) + tapped.filter((one) => one === key).length;
  const counts = Object.fromEntries(slots.map((slot) => [slot.key, countOf(slot)]));
  const nothing = Object.values(counts).every((n) => n === 0);
  const tap = (slot: TapSlot) => {
    readAloud(String(countOf(slot) + 1));
    setTapped([...tapped, slot.key]);
  };
  const give = (lost: boolean) => {
    const scores = entriesOfTaps(entries, slots, counts, dose).map((entry) => scoreFrom(entry, uuid(), item, work, lost));
    const isOdd = (score: ScoreSent) =>
      oddScore(
        score,
        item,
        drill,
        numbers.find((one) => one.foot === score.foot),
        courseMetres,
      ) !== null;
    const odd = scores.flatMap((score) => (score.value !== null && isOdd(score) ? [number(score.value)] : []));
    if (odd.length > 0) setAsked({ scores, odd });
    else onGive(scores);
  };
  if (asked)
    return (
      <PictureScreen
        words={oddAloud(asked.odd)}
        presses={[
          { icon: Undo2, words: t('No, tap it again'), onPress: () => setAsked(null) },
          { icon: Check, words: t('Yes, it is right'), look: 'main', onPress: () => onGive(asked.scores) },
        ]}
      >
        <CircleHelp aria-hidden className="size-24 text-dust" />
        <p className="font-bold font-display text-8xl">{asked.odd.join(' · ')}</p>
      </PictureScreen>
    );
  const isAsked = asks === 'touches';
  const presses: Press[] = [
    ...(tapped.length > 0
      ? [{ icon: Undo2, words: t('Take one back'), onPress: () => setTapped(tapped.slice(0, -1)) }]
      : isAsked
        ? [{ icon: CircleHelp, words: t('I lost count'), onPress: () => give(true) }]
        : []),
    ...(onAgain ? [{ icon: RotateCcw, words: t('Do it again'), onPress: onAgain }] : []),
    { icon: Check, words: t('Keep these numbers'), look: 'main', isOff: isAsked && nothing, onPress: () => give(false) },
  ];
  return (
    <PictureScreen words={countAloud(asks, { name: drill.name, counts: drill.counting.counts })} presses={presses}>
      <h2 className="sr-only">{t('How many?')}</h2>
      {slots.length === 0 ? (
        <Check aria-hidden className="size-48 text-moss" />
      ) : (
        <div className={`grid min-h-0 w-full flex-1 gap-3 overflow-y-auto ${slots.length === 1 ? 'grid-cols-1' : 'grid-cols-2'}`}>
          {slots.map((slot) => (
            <Place key={slot.key} slot={slot} asks={asks} count={countOf(slot)} onTap={() => tap(slot)} />
          ))}
        </div>
      )}
    </PictureScreen>
  );
}
