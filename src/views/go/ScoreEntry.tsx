import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { type NumberToBeat, ScoreSent as ScoreSchema, type ScoreSent } from '../../contract/go.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import type { ClockedWork } from '../../core/runsheet/index.ts';
import { targetInWords } from '../../core/targets/index.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { footInWords } from '../words.ts';
import { type FootEntry, faultsLabel, firstEntry, scoreFrom, valueLabel } from './score-form.ts';

interface Props {
  item: Item;
  drill: Drill;
  feet: readonly Foot[];
  work: readonly ClockedWork[];
  numbers: readonly NumberToBeat[];
  idOf(foot: Foot): string;
  onGive(scores: ScoreSent[]): void;
  onAgain(): void;
}

const FOOT_COLOR = { left: 'text-foot-left', right: 'text-foot-right', both: 'text-ink' } as const;

function Stepper({
  label,
  value,
  onChange,
  problem,
  small = false,
}: {
  label: string;
  value: string;
  onChange(next: string): void;
  problem?: string | undefined;
  small?: boolean;
}) {
  const step = (by: number) => onChange(String(Math.max(0, (Number(value) || 0) + by)));
  const size = small ? 'h-12' : 'h-16';
  return (
    <div className="flex flex-col gap-1">
      <span className="text-dust text-sm">{label}</span>
      <div className="grid grid-cols-2 gap-1">
        <input
          className={`field col-span-2 w-full min-w-0 text-center font-bold font-display ${small ? 'h-12 text-xl' : 'h-20 text-5xl'}`}
          inputMode="decimal"
          value={value}
          aria-label={label}
          aria-invalid={problem ? true : undefined}
          onChange={(event) => onChange(event.target.value)}
        />
        <button type="button" className={`slab grid ${size} place-items-center`} onClick={() => step(-1)} aria-label={`${label}: one less`}>
          <Minus aria-hidden />
        </button>
        <button type="button" className={`slab grid ${size} place-items-center`} onClick={() => step(1)} aria-label={`${label}: one more`}>
          <Plus aria-hidden />
        </button>
      </div>
      {problem && <span className="text-sm text-stop">{problem}</span>}
    </div>
  );
}

/** Numbers of one go: a panel a foot, left on the left half, right on the right half; or "I lost count". */
export function ScoreEntry({ item, drill, feet, work, numbers, idOf, onGive, onAgain }: Props) {
  const [entries, setEntries] = useState<FootEntry[]>(() => feet.map((foot) => firstEntry(foot, item.dose, work)));
  const [problems, setProblems] = useState<Record<string, string>>({});
  const measure = item.dose.measure;
  const faults = faultsLabel(measure);
  const set = (foot: Foot, change: Partial<FootEntry>) =>
    setEntries((all) => all.map((one) => (one.foot === foot ? { ...one, ...change } : one)));

  const give = (lost: boolean) => {
    const scores = entries.map((entry) => scoreFrom(entry, idOf(entry.foot), item, work, lost));
    const found: Record<string, string> = {};
    for (const score of scores) {
      const parsed = ScoreSchema.safeParse(score);
      for (const issue of parsed.error?.issues ?? []) found[`${score.foot}|${issue.path.join('|')}`] ??= issue.message;
    }
    setProblems(found);
    if (Object.keys(found).length === 0) onGive(scores);
  };

  return (
    <div className="flex flex-col gap-4">
      <div className={`grid gap-3 ${entries.length === 2 ? 'grid-cols-2' : 'grid-cols-1'}`}>
        {entries.map((entry) => {
          const beat = numbers.find((one) => one.foot === entry.foot);
          const label = (what: string) => (entries.length === 2 ? `${what}, ${footInWords(entry.foot)}` : what);
          return (
            <section key={entry.foot} className="slab flex flex-col gap-3 p-3" aria-label={footInWords(entry.foot)}>
              <h3 className={`text-xl first-letter:uppercase ${FOOT_COLOR[entry.foot]}`}>
                {entry.foot === 'both' ? drill.name : footInWords(entry.foot)}
              </h3>
              {beat && <p className="text-dust text-sm">To beat: {targetInWords(beat.target, item.dose)}</p>}
              {measure === 'surfaces' ? (
                Object.keys(entry.parts).map((surface) => (
                  <Stepper
                    key={surface}
                    small
                    label={surface}
                    value={entry.parts[surface] ?? ''}
                    onChange={(text) => set(entry.foot, { parts: { ...entry.parts, [surface]: text } })}
                    problem={problems[`${entry.foot}|parts|${surface}`]}
                  />
                ))
              ) : (
                <Stepper
                  label={label(valueLabel(measure, drill.counting.unit))}
                  value={entry.value}
                  onChange={(value) => set(entry.foot, { value })}
                  problem={problems[`${entry.foot}|value`]}
                />
              )}
              {faults && (
                <Stepper
                  small
                  label={label(faults)}
                  value={entry.faults}
                  onChange={(text) => set(entry.foot, { faults: text })}
                  problem={problems[`${entry.foot}|faults`]}
                />
              )}
            </section>
          );
        })}
      </div>
      {Object.keys(problems).length > 0 && <Notice tone="stop">Check the numbers marked above.</Notice>}
      <Button look="main" size="player" onClick={() => give(false)}>
        Keep these numbers
      </Button>
      <div className="grid grid-cols-2 gap-3">
        <Button size="player" onClick={() => give(true)}>
          I lost count
        </Button>
        <Button size="player" onClick={onAgain}>
          Do it again
        </Button>
      </div>
      <p className="text-dust text-sm">
        Counts: {drill.counting.counts} Does not count: {drill.counting.doesNotCount}
      </p>
    </div>
  );
}
