import type { NumberToBeat, ScoreSent } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import type { ClockedWork } from '../../core/training/index.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { Easier, type TodayChoice } from './Easier.tsx';
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
  filming: Filming;
  mayFilm: boolean;
  /** Easier or harder ones for today; null where there is none. */
  choice: TodayChoice | null;
  stronger: StrongerFoot;
  onGive(scores: ScoreSent[]): void;
  onAgain(): void;
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
  filming,
  mayFilm,
  choice,
  stronger,
  onGive,
  onAgain,
  onPause,
}: Props) {
  const go = { itemId: item.id, round };
  const keyOf = (foot: Foot) => takeKey({ ...go, foot });
  return (
    <>
      <h2 className="text-2xl">How many?</h2>
      <ScoreEntry
        item={item}
        drill={drill}
        feet={feet}
        work={work}
        numbers={numbers}
        tapped={(foot, surface) => taps.tapped(go, foot, surface)}
        takeOf={(foot) => filming.takes.find((take) => take.key === keyOf(foot))}
        courseMetres={courseMetres}
        onGive={onGive}
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
        />
      )}
      {choice && <Easier choice={choice} stronger={stronger} round />}
      {filming.problem && <Notice tone="look">{filming.problem}</Notice>}
      <Button size="player" onClick={onPause}>
        Pause
      </Button>
    </>
  );
}
