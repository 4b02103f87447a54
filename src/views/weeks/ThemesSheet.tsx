import { DndContext, type DragMoveEvent, PointerSensor, useDraggable, useSensor, useSensors } from '@dnd-kit/core';
import { type KeyboardEvent, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { SeasonWeek } from '../../contract/season.ts';
import {
  INTENSITIES,
  type Intensity,
  movedTheme,
  type SeasonPlan,
  sizedTheme,
  THEMES,
  type Theme,
  threadsOf,
  withIntensity,
  withoutTheme,
  withTheme,
} from '../../core/planning/season/plan.ts';
import { momentInWords, plural, t, term } from '../../core/text/translate.ts';
import { dragWords } from './sortable.tsx';

const ROW = 38;
const SKYLINE = 64;
const NAMES = 118;
const HEIGHT_OF: Record<Intensity, number> = { rest: 0.06, easy: 0.38, usual: 0.68, hard: 1 };

type Edit = (change: (plan: SeasonPlan) => SeasonPlan) => void;

const shortDay = (day: string) => momentInWords(Date.parse(`${day}T00:00Z`), { day: 'numeric', month: 'short', timeZone: 'UTC' });

/** One theme on the sheet: dragged with the pointer, by its end made longer; the arrows move it, with Shift they size it, Delete removes it. */
function ThemeBar({ theme, season, edit }: { theme: Theme; season: SeasonPlan; edit: Edit }) {
  const bar = useDraggable({ id: `move ${theme.id}` });
  const end = useDraggable({ id: `size ${theme.id}` });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (event.key === 'Delete') edit((now) => withoutTheme(now, theme.id));
    else if (!by) return;
    else if (event.shiftKey) edit((now) => sizedTheme(now, theme.id, by[0] ?? 0));
    else edit((now) => movedTheme(now, theme.id, by[0] ?? 0, by[1] ?? 0));
    event.preventDefault();
  };
  const { role: _, ...attributes } = bar.attributes;
  return (
    <div
      className="pointer-events-auto relative m-0.5 flex min-w-0 rounded-sm border-2 border-lace bg-slab"
      style={{ gridRow: THEMES.indexOf(theme.family) + 1, gridColumn: `${theme.week + 1} / span ${theme.weeks}` }}
    >
      <button
        ref={bar.setNodeRef}
        type="button"
        {...attributes}
        {...bar.listeners}
        onKeyDown={onKeyDown}
        data-theme={theme.family}
        className="min-w-0 flex-1 cursor-grab touch-none truncate bg-lace/15 px-1.5 text-start font-semibold text-sm"
        aria-label={t('{family}, weeks {week} to {week2}', { family: theme.family, week: theme.week + 1, week2: theme.week + theme.weeks })}
        title={t('Drag it; arrows move it, Shift and arrows make it longer, Delete removes it')}
      >
        {theme.weeks > 1 ? term(theme.family) : ''}
      </button>
      <span
        ref={end.setNodeRef}
        {...end.listeners}
        aria-hidden
        className="w-2.5 shrink-0 cursor-ew-resize touch-none border-lace border-s bg-lace/30"
        title={t('Longer or shorter, of {weeks} weeks', { weeks: season.weeks })}
      />
    </div>
  );
}

/** Recaps of themes as threads: from a theme's end through the weeks in which it is come back to. */
function Threads({ season, isBreak }: { season: SeasonPlan; isBreak(week: number): boolean }) {
  const height = ROW * THEMES.length;
  const x = (week: number) => ((week + 0.5) / season.weeks) * 100;
  const threads = threadsOf(season, isBreak);
  return (
    <div className="pointer-events-none absolute inset-0" style={{ height }} aria-hidden>
      {threads.map((thread) => {
        const top = THEMES.indexOf(thread.family) * ROW + ROW / 2;
        const last = thread.weeks.at(-1) ?? thread.from;
        const from = ((thread.from + 1) / season.weeks) * 100;
        return (
          <div key={thread.theme}>
            <span
              className="absolute border-lace border-t-2 border-dotted"
              style={{ top: top - 1, insetInlineStart: `${from}%`, width: `${x(last) - from}%` }}
            />
            {thread.weeks.map((week) => (
              <span
                key={week}
                className="absolute size-3 rounded-full border-2 border-lace bg-ground"
                style={{ top: top - 6, insetInlineStart: `calc(${x(week)}% - 6px)` }}
              />
            ))}
          </div>
        );
      })}
    </div>
  );
}

interface Props {
  season: SeasonPlan;
  weeks: readonly SeasonWeek[];
  /** The break of each week, null for none. */
  breaks: readonly (string | null)[];
  squad: string;
  /** The Monday of the week that runs. */
  thisMonday: string;
  edit: Edit;
}

/** What came of a week: how many trained, and touches of left and right. */
function Came({ came }: { came: SeasonWeek['came'] }) {
  if (!came) return null;
  const both = came.left + came.right;
  const share = both > 0 ? Math.round((100 * came.left) / both) : null;
  return (
    <>
      <span className="block font-semibold">
        {came.trained}
        <span className="text-dust"> {t('of {players}', { players: came.players })}</span>
      </span>
      {share !== null && (
        <span className="flex h-2 w-full border border-ink" title={t('left {share} %, right {x} %', { share, x: 100 - share })}>
          <span
            className="h-full"
            style={{
              width: `${share}%`,
              backgroundImage: 'repeating-linear-gradient(135deg, var(--color-ink) 0 1px, transparent 1px 4px)',
            }}
          />
          <span className="h-full flex-1 bg-ink" />
        </span>
      )}
      {share !== null && (
        <span className="block text-dust">
          {share} | {100 - share}
        </span>
      )}
    </>
  );
}

/** A season on one sheet: families down, weeks across, how much each week asks for as a skyline, recaps as threads, and what came of it below. */
export function ThemesSheet({ season, weeks, breaks, squad, thisMonday, edit }: Props) {
  const field = useRef<HTMLDivElement>(null);
  const [preview, setPreview] = useState<SeasonPlan | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const shown = preview ?? season;
  const landing = preview?.themes.find((theme) => !season.themes.includes(theme)) ?? null;
  const known = (week: number) => weeks[week];
  const isBreak = (week: number) => (breaks[week] ?? null) !== null;
  const dragged = ({ active, delta }: Pick<DragMoveEvent, 'active' | 'delta'>): SeasonPlan => {
    const column = (field.current?.clientWidth ?? 1) / season.weeks;
    const [what, id = ''] = String(active.id).split(' ');
    const byWeeks = Math.round(delta.x / column);
    return what === 'size' ? sizedTheme(season, id, byWeeks) : movedTheme(season, id, byWeeks, Math.round(delta.y / ROW));
  };
  const columns = { gridTemplateColumns: `repeat(${season.weeks}, minmax(2.6rem, 1fr))` };
  const all = Array.from({ length: season.weeks }, (_, week) => week);
  const step = (week: number, by: number) => {
    const now = season.intensity[week] ?? null;
    const at = now === null ? (by > 0 ? 1 : 3) : INTENSITIES.indexOf(now) + by;
    const next = INTENSITIES[(at + INTENSITIES.length) % INTENSITIES.length] ?? 'usual';
    edit((plan) => withIntensity(plan, week, next));
  };
  return (
    <div className="slab overflow-x-auto p-3">
      <div className="grid min-w-max" style={{ gridTemplateColumns: `${NAMES}px 1fr` }}>
        <span className="self-end pb-1 text-dust text-sm">{t('Week')}</span>
        <ol className="grid" style={columns}>
          {all.map((week) => {
            const one = known(week);
            return (
              <li
                key={week}
                className={`flex flex-col items-center pb-1 text-center text-xs leading-tight ${one?.startsOn === thisMonday ? 'border-lace border-t-4 bg-ground' : 'border-transparent border-t-4'}`}
                aria-current={one?.startsOn === thisMonday ? 'date' : undefined}
              >
                {one?.week ? (
                  <a
                    href={`/coach/${squad}/weeks/${one.week.id}`}
                    title={t('Week {number}: {title}', { number: one.week.number, title: one.week.title })}
                    className="font-bold text-base"
                  >
                    {week + 1}
                  </a>
                ) : (
                  <span className="font-bold text-base text-dust">{week + 1}</span>
                )}
                <span className="text-dust">{one ? shortDay(one.startsOn) : ''}</span>
              </li>
            );
          })}
        </ol>
        <span className="self-end pb-1 text-dust text-sm">{t('How much')}</span>
        <ol className="grid border-ink border-b" style={{ ...columns, height: SKYLINE }}>
          {all.map((week) => {
            const intensity = shown.intensity[week] ?? null;
            return (
              <li key={week} className="flex items-end">
                <button
                  type="button"
                  className="flex h-full w-full items-end px-px"
                  aria-label={t('Week {week}: {intensity}', { week: week + 1, intensity: intensity ?? t('nothing said') })}
                  title={t('{intensity}; press for another', { intensity: intensity ?? t('nothing said yet') })}
                  onClick={() => step(week, 1)}
                  onKeyDown={(event) => {
                    const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
                    if (by === 0) return;
                    event.preventDefault();
                    step(week, by);
                  }}
                >
                  <span
                    className={`flex w-full items-end justify-center overflow-hidden border-ink border-x border-t text-xs leading-5 ${intensity ? 'bg-moss/40' : 'border-dashed'}`}
                    style={{ height: `${100 * (intensity ? HEIGHT_OF[intensity] : HEIGHT_OF.usual)}%` }}
                  >
                    {intensity !== null && intensity !== 'rest' && term(intensity)}
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
        <ul>
          {THEMES.map((family) => (
            <li key={family} className="flex items-center truncate text-sm" style={{ height: ROW }}>
              {term(family)}
            </li>
          ))}
        </ul>
        <DndContext
          accessibility={dragWords()}
          id="season"
          sensors={sensors}
          onDragMove={(event) => setPreview(dragged(event))}
          onDragCancel={() => setPreview(null)}
          onDragEnd={(event) => {
            const next = dragged(event);
            setPreview(null);
            edit(() => next);
          }}
        >
          <div ref={field} className="relative" style={{ height: ROW * THEMES.length }}>
            <div className="absolute inset-0 grid" style={{ ...columns, gridTemplateRows: `repeat(${THEMES.length}, ${ROW}px)` }}>
              {THEMES.map((family, row) =>
                all.map((week) => (
                  <button
                    key={`${family} ${week}`}
                    type="button"
                    tabIndex={-1}
                    style={{ gridRow: row + 1, gridColumn: week + 1 }}
                    className={`border-joint border-e border-b text-transparent hover:text-dust ${isBreak(week) ? 'bg-joint/40' : ''}`}
                    aria-label={t('Put {family} into week {week}', { family, week: week + 1 })}
                    title={t('Put {family} here', { family })}
                    onClick={() =>
                      edit((plan) => {
                        const theme = { id: uuid(), family, week };
                        const wide = withTheme(plan, { ...theme, weeks: 2 });
                        return wide === plan ? withTheme(plan, { ...theme, weeks: 1 }) : wide;
                      })
                    }
                  >
                    +
                  </button>
                )),
              )}
            </div>
            <Threads season={shown} isBreak={isBreak} />
            <div
              className="pointer-events-none absolute inset-0 grid"
              style={{ ...columns, gridTemplateRows: `repeat(${THEMES.length}, ${ROW}px)` }}
            >
              {season.themes.map((theme) => (
                <ThemeBar key={theme.id} theme={theme} season={season} edit={edit} />
              ))}
              {/* Where it would land. What is dragged stays where it was: its way is measured from there. */}
              {landing && (
                <span
                  className="m-0.5 rounded-sm border-2 border-lace border-dashed bg-lace/30"
                  style={{ gridRow: THEMES.indexOf(landing.family) + 1, gridColumn: `${landing.week + 1} / span ${landing.weeks}` }}
                />
              )}
            </div>
          </div>
        </DndContext>
        <span className="pt-1 text-dust text-sm leading-tight">
          {t('Came to train')}
          <br />
          {t('left | right, %')}
        </span>
        <ol className="grid pt-1" style={columns}>
          {all.map((week) => {
            const one = known(week);
            return (
              <li key={week} className="px-0.5 text-center text-xs">
                {breaks[week] ? (
                  <span className="text-dust" title={breaks[week] ?? ''}>
                    {breaks[week]}
                  </span>
                ) : (
                  <Came came={one?.came ?? null} />
                )}
              </li>
            );
          })}
        </ol>
      </div>
      <p className="pt-2 text-dust text-sm">
        {t('{themes}. Rings on a thread are the weeks in which a theme is come back to.', {
          themes: plural(season.themes.length, 'theme'),
        })}
      </p>
    </div>
  );
}
