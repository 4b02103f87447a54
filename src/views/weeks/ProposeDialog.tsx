import { Ban, Pin, PinOff, RefreshCw } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import type { Facts, Proposal } from '../../contract/planning.ts';
import { weeksApi } from '../../contract/weeks.ts';
import { WEEKDAYS, weekdayInWords } from '../../core/calendar/weekdays.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { FAMILIES, type Family } from '../../core/drills/terms.ts';
import { measureSession } from '../../core/planning/measure.ts';
import { type Place, placesOf, STYLE_LIMITS, STYLES, type Style, SWAPS, type Wishes } from '../../core/planning/propose/wishes.ts';
import { doseInWords } from '../../core/scores/result.ts';
import { t, term } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import type { Session } from '../../core/weeks/schema.ts';
import { Skyline, StillImage } from '../../ui/notations/index.ts';
import { Button, Dialog, Notice, Select } from '../../ui/parts/index.ts';

interface Props {
  weekId: string;
  drills: ReadonlyMap<string, Drill>;
  facts: Facts;
  /** Sessions that the week has already. */
  there: readonly Session[];
  onTake(sessions: Session[], inPlace: boolean): void;
  onClose(): void;
}

type Answer = { state: 'asking'; last: Proposal | null } | { state: 'here'; proposal: Proposal } | { state: 'problem'; sentence: string };

const DWELT_ON: readonly Family[] = FAMILIES.filter((family) => family !== 'stretch');
/** Wishes are asked for when a coach has stopped changing them. */
const SETTLED_MS = 350;
const MOST_SESSIONS = 7;

const samePlace = (a: Place, b: Place) => a.day === b.day && a.role === b.role && a.drillId === b.drillId;
const proposalOf = (answer: Answer): Proposal | null =>
  answer.state === 'here' ? answer.proposal : answer.state === 'asking' ? answer.last : null;

/** What is wished of the week before anything was said: the squad's own minutes, three evenings apart, and what the season dwells on. */
const firstWishes = (facts: Facts): Omit<Wishes, 'style'> => ({
  days: [1, 3, 5],
  minutes: Math.min(60, facts.sessionMinutes),
  ...{ focus: facts.season?.focus.filter((family) => DWELT_ON.includes(family)) ?? [], aim: null, pins: [], bans: [], swap: null, seed: 1 },
});

/** Proposals of the three styles for some wishes. The last wishes that were asked for are the ones that are answered. */
function useProposals(weekId: string, wishes: Omit<Wishes, 'style'>, shown: Style) {
  const [answers, setAnswers] = useState<Record<Style, Answer>>(() => ({
    calm: { state: 'asking', last: null },
    balanced: { state: 'asking', last: null },
    bold: { state: 'asking', last: null },
  }));
  const asked = useRef<Record<Style, number>>({ calm: 0, balanced: 0, bold: 0 });
  const ask = async (style: Style, of: Omit<Wishes, 'style'>) => {
    asked.current[style]++;
    const mine = asked.current[style];
    setAnswers((all) => ({ ...all, [style]: { state: 'asking', last: proposalOf(all[style]) } }));
    const answer = await call(weeksApi.propose, { week: weekId }, { ...of, style }).then(
      (proposal): Answer => ({ state: 'here', proposal }),
      (error): Answer => ({ state: 'problem', sentence: sentenceOf(error) }),
    );
    if (asked.current[style] === mine) setAnswers((all) => ({ ...all, [style]: answer }));
  };
  const key = JSON.stringify([wishes.days, wishes.minutes, wishes.focus, wishes.aim, wishes.seed]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: pins and bans are asked for by themselves, when they are set.
  useEffect(() => {
    const timer = setTimeout(() => {
      // The one that is looked at comes first: they are made one after the other.
      for (const style of [shown, ...STYLES.filter((one) => one !== shown)]) void ask(style, wishes);
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return { answers, ask };
}

interface RowProps {
  drill: Drill | undefined;
  words: string;
  why: string;
  pinned: boolean;
  busy: boolean;
  onPin(): void;
  onBan(): void;
  onSwap(to: (typeof SWAPS)[number]): void;
}

/** One drill of a proposal: why it is there, and what may be done about it. */
function Row({ drill, words, why, pinned, busy, onPin, onBan, onSwap }: RowProps) {
  const name = drill?.name ?? 'a drill';
  return (
    <li className={`flex flex-col gap-1 border-joint border-t py-1 ${pinned ? 'border-s-4 border-s-lace ps-1' : ''}`}>
      <div className="flex items-start gap-1">
        {drill && <StillImage drill={drill} lively className="size-10 shrink-0" />}
        <span className="min-w-0 flex-1 leading-tight">
          <span className="block font-semibold">{name}</span>
          <span className="block text-dust text-sm">{words}</span>
          <span className="block text-sm">{why}</span>
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-1">
        <Button
          size="tight"
          aria-pressed={pinned}
          aria-label={pinned ? t('Let {name} go', { name }) : t('Keep {name}', { name })}
          onClick={onPin}
        >
          {pinned ? <PinOff aria-hidden className="size-4" /> : <Pin aria-hidden className="size-4" />} {pinned ? t('kept') : t('keep')}
        </Button>
        <Button size="tight" disabled={busy} aria-label={t('Not {name}', { name })} onClick={onBan}>
          <Ban aria-hidden className="size-4" /> {t('no')}
        </Button>
        <label className="flex items-center">
          <span className="sr-only">{t('Something else than {name}', { name })}</span>
          <select
            className="field min-h-8 w-20 px-1 text-sm"
            value=""
            disabled={busy}
            onChange={(event) => event.target.value && onSwap(event.target.value as (typeof SWAPS)[number])}
          >
            <option value="">{t('swap…')}</option>
            {SWAPS.map((to) => (
              <option key={to} value={to}>
                {to === 'other family' ? t('for another family') : t('for an {to} one', { to }).replace('an harder', 'a harder')}
              </option>
            ))}
          </select>
        </label>
      </div>
    </li>
  );
}

/** The week proposes itself: what is wished on the left, three proposals, and each drill with its reason and what may be done about it. */
export function ProposeDialog({ weekId, drills, facts, there, onTake, onClose }: Props) {
  const [wishes, setWishes] = useState(() => firstWishes(facts));
  const [style, setStyle] = useState<Style>(facts.season?.style ?? 'balanced');
  const { answers, ask } = useProposals(weekId, wishes, style);
  const answer = answers[style];
  const proposal = proposalOf(answer);
  const busy = answer.state === 'asking';
  const set = (change: Partial<typeof wishes>) => setWishes((old) => ({ ...old, ...change }));
  const aims = useMemo(() => {
    const met = new Set(facts.met);
    return [...drills.values()]
      .filter((drill) => !met.has(drill.id) && drill.easier.length > 0)
      .sort((a, b) => a.name.localeCompare(b.name));
  }, [drills, facts]);
  /** Asks for the shown style again; all its other drills stay where they are. */
  const again = (change: Partial<typeof wishes>, without: Place | null) => {
    const next = { ...wishes, ...change };
    setWishes({ ...next, swap: null });
    const stay = placesOf(proposal?.sessions ?? []).filter((place) => !without || !samePlace(place, without));
    void ask(style, { ...next, pins: stay });
    // What is not wanted is in none of the three.
    if (change.bans) for (const other of STYLES) if (other !== style) void ask(other, { ...next, swap: null });
  };
  const toggleDay = (day: number) => {
    const days = wishes.days.includes(day) ? wishes.days.filter((one) => one !== day) : [...wishes.days, day].sort((a, b) => a - b);
    if (days.length > 0) set({ days });
  };
  const toggleFamily = (family: Family) =>
    set({ focus: wishes.focus.includes(family) ? wishes.focus.filter((one) => one !== family) : [...wishes.focus, family] });
  const sessions = proposal?.sessions ?? [];
  const room = there.length + sessions.length <= MOST_SESSIONS;
  return (
    <Dialog label={t('Propose the week')} onClose={onClose} className="max-w-6xl bg-slab">
      <div className="grid gap-4 lg:grid-cols-[240px_minmax(0,1fr)]">
        <div className="flex flex-col gap-4">
          <fieldset className="flex flex-col gap-1">
            <legend className="pb-1 font-semibold">{t('Days')}</legend>
            <div className="grid grid-cols-4 gap-1">
              {WEEKDAYS.map((name, i) => (
                <Button
                  key={name}
                  size="small"
                  look={wishes.days.includes(i + 1) ? 'main' : 'plain'}
                  aria-pressed={wishes.days.includes(i + 1)}
                  className="px-1"
                  onClick={() => toggleDay(i + 1)}
                >
                  {weekdayInWords(i + 1, 'short')}
                </Button>
              ))}
            </div>
          </fieldset>
          <label className="flex flex-col gap-1">
            <span className="font-semibold">{t('Minutes a day: {minutes}', { minutes: wishes.minutes })}</span>
            <input
              type="range"
              className="accent-lace"
              min={5}
              max={Math.min(60, facts.sessionMinutes)}
              value={wishes.minutes}
              onChange={(event) => set({ minutes: Number(event.target.value) })}
            />
          </label>
          <fieldset className="flex flex-col gap-1">
            <legend className="pb-1 font-semibold">{t('Dwell on')}</legend>
            <div className="flex flex-wrap gap-1">
              {DWELT_ON.map((family) => (
                <Button
                  key={family}
                  size="tight"
                  look={wishes.focus.includes(family) ? 'main' : 'plain'}
                  aria-pressed={wishes.focus.includes(family)}
                  onClick={() => toggleFamily(family)}
                >
                  {term(family)}
                </Button>
              ))}
            </div>
          </fieldset>
          <Select label={t('Get to')} value={wishes.aim ?? ''} onChange={(event) => set({ aim: event.target.value || null })}>
            <option value="">{t('no drill in particular')}</option>
            {aims.map((drill) => (
              <option key={drill.id} value={drill.id}>
                {drill.name}
              </option>
            ))}
          </Select>
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <fieldset className="grid gap-2 sm:grid-cols-3">
            <legend className="sr-only">{t('Three proposals')}</legend>
            {STYLES.map((one) => {
              const made = proposalOf(answers[one]);
              return (
                <label key={one} className={`flex flex-col gap-1 border p-2 ${one === style ? 'border-lace bg-ground' : 'border-joint'}`}>
                  <span className="flex items-center gap-2 font-bold font-display">
                    <input type="radio" name="style" className="size-4" checked={one === style} onChange={() => setStyle(one)} />
                    {term(one)}
                  </span>
                  <span className="text-dust text-sm">{STYLE_LIMITS[one].words}</span>
                  <span className="text-sm" role="status">
                    {answers[one].state === 'asking'
                      ? t('Thinking it through…')
                      : made
                        ? made.sessions.map((session) => minutesInWords(measureSession(session, drills, facts.runner).dose)).join(' · ')
                        : t('No proposal')}
                  </span>
                </label>
              );
            })}
          </fieldset>
          {answer.state === 'problem' && <Notice tone="stop">{answer.sentence}</Notice>}
          {proposal && proposal.unmet.length > 0 && (
            <Notice tone="look">
              <ul>
                {proposal.unmet.map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            </Notice>
          )}
          {proposal && !proposal.best && (
            <p className="text-dust text-sm">{t('The best found in the time there was. There may be a week that is a little better.')}</p>
          )}
          <div className={`flex gap-3 overflow-x-auto pb-2 ${busy ? 'opacity-60' : ''}`} aria-busy={busy}>
            {sessions.map((session) => {
              const { sheet, dose } = measureSession(session, drills, facts.runner);
              return (
                <section
                  key={session.id}
                  className="w-64 shrink-0 border border-joint p-2"
                  aria-label={`${session.name}, ${weekdayInWords(session.day ?? 1)}`}
                >
                  <h3 className="flex items-baseline justify-between gap-2">
                    <span>
                      {weekdayInWords(session.day ?? 1, 'short')}: {session.name}
                    </span>
                    <span className="font-normal text-dust text-sm">{minutesInWords(dose)}</span>
                  </h3>
                  <Skyline intervals={sheet} width={238} height={48} summary={`${session.name}: ${minutesInWords(dose)}`} />
                  {session.blocks.map((block) => (
                    <div key={block.id}>
                      <h4 className="pt-1 text-dust text-sm">{term(block.kind)}</h4>
                      <ul>
                        {block.items.map((item) => {
                          const [place] = placesOf([{ ...session, blocks: [{ ...block, items: [item] }] }]);
                          if (!place) return null;
                          const pinned = wishes.pins.some((pin) => samePlace(pin, place));
                          return (
                            <Row
                              key={item.id}
                              drill={drills.get(item.drillId)}
                              words={`${doseInWords(item.dose)}${'rounds' in item.dose && item.dose.rounds > 1 ? ` × ${item.dose.rounds}` : ''}`}
                              why={proposal?.why[item.id] ?? ''}
                              pinned={pinned}
                              busy={busy}
                              onPin={() =>
                                set({ pins: pinned ? wishes.pins.filter((pin) => !samePlace(pin, place)) : [...wishes.pins, place] })
                              }
                              onBan={() => again({ bans: [...wishes.bans, item.drillId] }, place)}
                              onSwap={(to) => again({ swap: { ...place, to } }, place)}
                            />
                          );
                        })}
                      </ul>
                    </div>
                  ))}
                </section>
              );
            })}
          </div>
          <div className="sticky -bottom-4 flex flex-wrap gap-2 bg-slab py-2">
            <Button look="main" disabled={busy || sessions.length === 0} onClick={() => onTake([...sessions], true)}>
              {there.length === 0 ? t('Take this week') : t('Take it in place of what is there')}
            </Button>
            {there.length > 0 && room && (
              <Button disabled={busy || sessions.length === 0} onClick={() => onTake([...sessions], false)}>
                {t('Add it to what is there')}
              </Button>
            )}
            <Button disabled={busy} onClick={() => set({ seed: wishes.seed + 1 })}>
              <RefreshCw aria-hidden className="size-4" /> {t('Another one')}
            </Button>
            {wishes.bans.length > 0 && (
              <Button look="quiet" onClick={() => set({ bans: [], seed: wishes.seed + 1 })}>
                {t('Allow what I did not want')}
              </Button>
            )}
          </div>
        </div>
      </div>
    </Dialog>
  );
}
