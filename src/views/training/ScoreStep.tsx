import { useEffect, useState } from 'react';
import { footInWords } from '../../client/words.ts';
import type { NumberToBeat, ScoreSent } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import type { ClockedWork } from '../../core/training/index.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { Easier, type TodayChoice } from './Easier.tsx';
import { LookFirst } from './LookFirst.tsx';
import { ScoreEntry } from './ScoreEntry.tsx';
import { Takes } from './Takes.tsx';
import { type Filming, takeKey } from './use-filming.ts';
import type { useTaps } from './use-taps.ts';

interface Props {
  item: Item;
  drill: Drill;
  round: number;
  feet: readonly Foot[];
  work: readonly ClockedWork[];
  numbers: readonly NumberToBeat[];
  taps: ReturnType<typeof useTaps>;
  /** Metres of one course as it lies at home; null for a drill without cones. */
  courseMetres: number | null;
  /** How long each try of a foot lasted, where the player said when one was over. */
  trySeconds(foot: Foot): readonly number[];
  filming: Filming;
  mayFilm: boolean;
  /** Easier or harder ones for today; null where there is none. */
  choice: TodayChoice | null;
  stronger: StrongerFoot;
  /** What the phone counted by ear of a foot's work; null where it is not sure. */
  heard(foot: Foot): number | null;
  /** Whose number it is, where several share the phone. */
  who: string | null;
  onGive(scores: ScoreSent[]): void;
  /** Left out on a live evening, where the coach says what is done again. */
  onAgain?: (() => void) | undefined;
  onPause(): void;
}

/** After a scored go: its numbers, and its clips. */
export function ScoreStep({
  item,
  drill,
  round,
  feet,
  work,
  numbers,
  taps,
  courseMetres,
  trySeconds,
  filming,
  mayFilm,
  choice,
  stronger,
  who,
  heard,
  onGive,
  onAgain,
  onPause,
}: Props) {
  const go = { itemId: item.id, round };
  const keyOf = (foot: Foot) => takeKey({ ...go, foot });
  const takeOf = (foot: Foot) => filming.takes.find((take) => take.key === keyOf(foot));
  /** Clips that were looked at, by the file itself: a go that is filmed anew is looked at anew. */
  const [seen, setSeen] = useState<readonly string[]>([]);
  const markSeen = (key: string) => {
    const take = filming.takes.find((one) => one.key === key);
    if (take) setSeen((all) => (all.includes(take.address) ? all : [...all, take.address]));
  };
  /** Numbers that wait for their clips to be looked at. */
  const [waiting, setWaiting] = useState<ScoreSent[] | null>(null);
  const clips = feet.flatMap((foot) => {
    const take = takeOf(foot);
    return take ? [{ foot, take, seen: seen.includes(take.address) }] : [];
  });
  const give = async (scores: ScoreSent[]) => {
    // One whose last second still runs is ended here, and is looked at like the others.
    const made = await filming.collect(feet.map(keyOf)).catch(() => []);
    if (made.some((take) => !seen.includes(take.address))) setWaiting(scores);
    else onGive(scores);
  };
  const isAsked = waiting !== null && clips.length > 0;
  // With the last clip deleted the numbers go alone.
  useEffect(() => {
    if (!waiting || clips.length > 0) return;
    setWaiting(null);
    onGive(waiting);
  }, [waiting, clips.length, onGive]);
  return (
    <>
      {isAsked && (
        <LookFirst
          clips={clips}
          onSeen={markSeen}
          onSend={() => onGive(waiting)}
          onDrop={filming.dropTake}
          onBack={() => setWaiting(null)}
        />
      )}
      <div className={isAsked ? 'hidden' : 'contents'}>
        <h2 className="text-2xl">{who ? t('How many, {who}?', { who }) : t('How many?')}</h2>
        {feet.map((foot) => {
          const count = heard(foot);
          return (
            count !== null && (
              <p key={foot} className="text-xl" data-testid="heard">
                {t('{foot}I heard about', { foot: foot === 'both' ? '' : `${footInWords(foot)}: ` })} <b>{count}</b>
                {t('. What did you count?')}
              </p>
            )
          );
        })}
        <ScoreEntry
          item={item}
          drill={drill}
          feet={feet}
          work={work}
          numbers={numbers}
          tapped={(foot, surface) => taps.tapped(go, foot, surface)}
          takeOf={takeOf}
          onLookedAt={(foot) => markSeen(keyOf(foot))}
          courseMetres={courseMetres}
          trySeconds={trySeconds}
          onGive={(scores) => void give(scores)}
          onAgain={onAgain}
        />
        {mayFilm && (
          <Takes
            feet={feet}
            keyOf={keyOf}
            takes={filming.takes}
            onPick={(key, file) => filming.addTake(key, file, null)}
            onDrop={filming.dropTake}
            onTrim={filming.trimTake}
            onSeen={markSeen}
          />
        )}
        {choice && <Easier choice={choice} stronger={stronger} round />}
        {filming.problem && <Notice tone="look">{filming.problem}</Notice>}
        <Button size="player" onClick={onPause}>
          {t('Pause')}
        </Button>
      </div>
    </>
  );
}
