import { Plus, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { footInWords } from '../../client/words.ts';
import { type NumberToBeat, ScoreSent as ScoreSchema, type ScoreSent } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import type { Tap } from '../../core/review/taps.ts';
import { targetInWords } from '../../core/targets/index.ts';
import { t, term } from '../../core/text/translate.ts';
import type { ClockedWork } from '../../core/training/index.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { LostCount } from './LostCount.tsx';
import { OddNumbers, type OddOfFoot } from './OddNumbers.tsx';
import { Stepper } from './Stepper.tsx';
import { type FootEntry, faultsLabel, firstEntry, LOST_BALL, oddScore, saidEntry, scoreFrom, triesOf, valueLabel } from './score-form.ts';
import type { Take } from './use-filming.ts';

interface Props {
  item: Item;
  drill: Drill;
  feet: readonly Foot[];
  work: readonly ClockedWork[];
  numbers: readonly NumberToBeat[];
  /** What a helper tapped along, by foot and surface; null where nobody did. */
  tapped?(foot: Foot, surface: string): readonly Tap[] | null;
  /** What was said of this go before, to be put right. */
  said?: readonly ScoreSent[];
  /** The clip of a foot's work, for counting once more. */
  takeOf?(foot: Foot): Take | undefined;
  /** The clip of a foot was looked at, while counting on it. */
  onLookedAt?(foot: Foot): void;
  onGive(scores: ScoreSent[]): void;
  /** Metres of one course as it lies at home; null for a drill without cones. */
  courseMetres: number | null;
  /** How long each try lasted, where that is known. */
  trySeconds?(foot: Foot): readonly number[];
  /** Starts the go again; without it (a session done on paper) it is not offered. */
  onAgain?: (() => void) | undefined;
}

interface Asked {
  odd: OddOfFoot[];
  scores: ScoreSent[];
}

const FOOT_COLOR = { left: 'text-foot-left', right: 'text-foot-right', both: 'text-ink' } as const;

/** The tries of an unbroken run: each is kept, the best counts. */
function Tries({
  entry,
  lasted,
  label,
  onChange,
}: {
  entry: FootEntry;
  lasted: readonly number[];
  label: string;
  onChange(change: Partial<FootEntry>): void;
}) {
  const all = triesOf(entry).filter((n) => !Number.isNaN(n));
  const best = all.length > 0 ? Math.max(...all) : null;
  return (
    <div className="flex flex-col gap-2">
      {lasted.length > 1 && (
        <p>
          {t('{lasted} tries, about {lasted2} s long. The longest was try {indexOf}.', {
            lasted: lasted.length,
            lasted2: lasted.map((seconds) => Math.round(seconds)).join(', '),
            indexOf: lasted.indexOf(Math.max(...lasted)) + 1,
          })}
        </p>
      )}
      <Button
        size="player"
        onClick={() => onChange({ tries: [...entry.tries, entry.value], value: '' })}
        disabled={entry.value.trim() === ''}
      >
        <Plus aria-hidden className="size-5" /> {t('Add this try')}
      </Button>
      {entry.tries.length > 0 && (
        <ul className="flex flex-wrap gap-2" aria-label={t('Tries{label}', { label })}>
          {entry.tries.map((n, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: tries have no name but their place.
            <li key={i} className="slab flex min-h-12 items-center gap-1 ps-3">
              <span className="font-bold font-display text-xl">{n}</span>
              <button
                type="button"
                className="grid size-12 place-items-center"
                aria-label={t('Take away try {i}: {n}', { i: i + 1, n })}
                onClick={() => onChange({ tries: entry.tries.filter((_, at) => at !== i) })}
              >
                <X aria-hidden className="size-4" />
              </button>
            </li>
          ))}
        </ul>
      )}
      <p className="font-semibold">{best === null ? t('Each try in the slot: the best counts.') : t('Best: {best}', { best })}</p>
    </div>
  );
}

/** Moved cones and misses make the number; lost balls are told by whoever wants to. */
function Faults({ folded, children }: { folded: boolean; children: ReactNode }) {
  // Once open it stays open: what is typed into it does not fold it.
  const [fold] = useState(folded);
  if (!fold) return children;
  return (
    <details>
      <summary className="min-h-12 py-3">{t('Lost the ball?')}</summary>
      {children}
    </details>
  );
}

/** Numbers of one go: a panel a foot, left on the left half, right on the right half; or "I lost count". */
export function ScoreEntry({
  item,
  drill,
  feet,
  work,
  numbers,
  tapped,
  said,
  takeOf,
  courseMetres,
  trySeconds,
  onLookedAt,
  onGive,
  onAgain,
}: Props) {
  const [entries, setEntries] = useState<FootEntry[]>(() =>
    feet.map((foot) => {
      const before = said?.find((one) => one.foot === foot);
      return before ? saidEntry(before, item.dose) : firstEntry(foot, item.dose, work, (surface) => tapped?.(foot, surface) ?? null);
    }),
  );
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [lost, setLost] = useState(false);
  const [asked, setAsked] = useState<Asked | null>(null);
  const measure = item.dose.measure;
  const faults = faultsLabel(measure);
  const set = (foot: Foot, change: Partial<FootEntry>) =>
    setEntries((all) => all.map((one) => (one.foot === foot ? { ...one, ...change } : one)));

  const give = (lostCount: boolean) => {
    const scores = entries.map((entry) => scoreFrom(entry, uuid(), item, work, lostCount));
    const found: Record<string, string> = {};
    for (const score of scores) {
      const parsed = ScoreSchema.safeParse(score);
      for (const issue of parsed.error?.issues ?? []) found[`${score.foot}|${issue.path.join('|')}`] ??= issue.message;
    }
    setProblems(found);
    if (Object.keys(found).length > 0) return;
    const odd = scores.flatMap((score) => {
      const beat = numbers.find((one) => one.foot === score.foot);
      const found = oddScore(score, item, drill, beat, courseMetres);
      return found ? [{ foot: score.foot, odd: found, best: beat?.record ?? null }] : [];
    });
    if (odd.length > 0) setAsked({ odd, scores });
    else onGive(scores);
  };

  if (lost) {
    return (
      <LostCount
        feet={feet}
        takeOf={(foot) => takeOf?.(foot)}
        tries={measure === 'unbroken run'}
        onCounted={(foot, value, tries) => {
          onLookedAt?.(foot);
          set(foot, tries ? { tries: tries.map(String), value: '' } : { value: String(value) });
          setLost(false);
        }}
        onSend={() => give(true)}
        onAgain={onAgain}
        onBack={() => setLost(false)}
      />
    );
  }

  if (asked) return <OddNumbers asked={asked.odd} onAgain={() => setAsked(null)} onKeep={() => onGive(asked.scores)} />;

  return (
    <div className="flex flex-col gap-4">
      <div className={`grid gap-3 ${entries.length === 2 ? 'grid-cols-[repeat(auto-fit,minmax(min(100%,8.4rem),1fr))]' : 'grid-cols-1'}`}>
        {entries.map((entry) => {
          const beat = numbers.find((one) => one.foot === entry.foot);
          const label = (what: string) => (entries.length === 2 ? `${what}, ${footInWords(entry.foot)}` : what);
          return (
            <section key={entry.foot} className="slab flex flex-col gap-3 p-3" aria-label={footInWords(entry.foot)}>
              <h3 className={`text-xl first-letter:uppercase ${FOOT_COLOR[entry.foot]}`}>
                {entry.foot === 'both' ? drill.name : footInWords(entry.foot)}
              </h3>
              {beat && (
                <p className="text-dust text-sm">
                  {t('To beat: {targetInWords}', { targetInWords: targetInWords(beat.target, item.dose) })}
                </p>
              )}
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
                  from={beat?.target.number ?? null}
                  onChange={(value) => set(entry.foot, { value })}
                  problem={problems[`${entry.foot}|value`]}
                />
              )}
              {measure === 'unbroken run' && (
                <Tries
                  entry={entry}
                  lasted={trySeconds?.(entry.foot) ?? []}
                  label={entries.length === 2 ? `, ${footInWords(entry.foot)}` : ''}
                  onChange={(change) => set(entry.foot, change)}
                />
              )}
              {faults && (
                <Faults folded={faults === term(LOST_BALL) && entry.faults === '0'}>
                  <Stepper
                    small
                    label={label(faults)}
                    value={entry.faults}
                    onChange={(text) => set(entry.foot, { faults: text })}
                    problem={problems[`${entry.foot}|faults`]}
                  />
                </Faults>
              )}
            </section>
          );
        })}
      </div>
      {Object.keys(problems).length > 0 && <Notice tone="stop">{t('Check the numbers marked above.')}</Notice>}
      <Button look="main" size="player" onClick={() => give(false)}>
        {t('Keep these numbers')}
      </Button>
      <div className="grid grid-cols-2 gap-3">
        <Button size="player" onClick={() => setLost(true)}>
          {t('I lost count')}
        </Button>
        {onAgain && (
          <Button size="player" onClick={onAgain}>
            {t('Do it again')}
          </Button>
        )}
      </div>
      <p className="text-dust text-sm">
        {t('Counts: {counts} Does not count: {doesNotCount}', { counts: drill.counting.counts, doesNotCount: drill.counting.doesNotCount })}
      </p>
    </div>
  );
}
