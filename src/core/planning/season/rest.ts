import type { Family } from '../../drills/terms.ts';
import type { Style } from '../propose/wishes.ts';
import { type Intensity, type SeasonPlan, THEMES, themesIn } from './plan.ts';

/** What of the families a squad can do at home or has drills for, the ones that come first standing first. */
export interface SeasonWishes {
  families: readonly Family[];
  /** Whether the squad has a break in a week, from 0. */
  isBreak(week: number): boolean;
  newId(): string;
}

/** A theme needs a second week to be learned; a third rather than that a week stands alone. */
const THEME_WEEKS = 2;
/** Up, up, hard, and an easy one to come down. */
const WAVE: readonly Intensity[] = ['usual', 'usual', 'hard', 'easy'];

/** How much each week asks for: what was said stays; the rest goes in a wave that begins easily after a break, and never has two hard weeks running. */
export function restOfIntensity(season: SeasonPlan, isBreak: (week: number) => boolean): (Intensity | null)[] {
  const found: (Intensity | null)[] = [];
  let step = 0;
  for (let week = 0; week < season.weeks; week++) {
    const said = season.intensity[week] ?? null;
    const wanted = isBreak(week) ? 'rest' : found[week - 1] === 'rest' ? 'easy' : (WAVE[step % WAVE.length] ?? 'usual');
    const beside = found[week - 1] === 'hard' || season.intensity[week + 1] === 'hard';
    const proposed = wanted === 'hard' && beside ? 'usual' : wanted;
    found.push(said ?? proposed);
    // The wave begins anew after a rest; an easy week ends it.
    step = found[week] === 'rest' || found[week] === 'easy' ? 0 : step + 1;
  }
  return found;
}

/**
 * A season with a theme for each week that has none and is no break. What is there stays. Families come in turn, the one that had the fewest
 * weeks first, for two weeks at a time (three where one week would be left alone), and none follows upon itself.
 */
export function restOfSeason(season: SeasonPlan, { families, isBreak, newId }: SeasonWishes): SeasonPlan {
  const wanted = families.length > 0 ? families : THEMES;
  const had = new Map(wanted.map((family) => [family, 0]));
  for (const theme of season.themes) if (had.has(theme.family)) had.set(theme.family, (had.get(theme.family) ?? 0) + theme.weeks);
  const themes = [...season.themes];
  const isFree = (week: number) => week < season.weeks && !isBreak(week) && themesIn(season, week).length === 0;
  const at = (week: number) => themesIn({ ...season, themes }, week).map((theme) => theme.family);
  for (let week = 0; week < season.weeks; ) {
    let free = 0;
    while (isFree(week + free)) free++;
    if (free === 0) {
      week++;
      continue;
    }
    const weeks = free === THEME_WEEKS + 1 ? free : Math.min(THEME_WEEKS, free);
    const beside = new Set([...at(week - 1), ...at(week + weeks)]);
    const family =
      wanted
        .filter((one) => !beside.has(one) || wanted.length === 1)
        .toSorted((a, b) => (had.get(a) ?? 0) - (had.get(b) ?? 0) || wanted.indexOf(a) - wanted.indexOf(b))[0] ?? wanted[0];
    if (family === undefined) break;
    themes.push({ id: newId(), family, week, weeks });
    had.set(family, (had.get(family) ?? 0) + weeks);
    week += weeks;
  }
  return { ...season, themes, intensity: restOfIntensity(season, isBreak) };
}

const STYLE_OF: Record<Intensity, Style> = { rest: 'calm', easy: 'calm', usual: 'balanced', hard: 'bold' };

/** What a season wishes of one of its weeks, for proposing it; null for a week outside the season. */
export function wishesOf(season: SeasonPlan, monday: string, mondays: readonly string[]): { focus: Family[]; style: Style } | null {
  const week = mondays.indexOf(monday);
  if (week < 0) return null;
  const said = season.intensity[week] ?? null;
  return { focus: [...new Set(themesIn(season, week).map((theme) => theme.family))], style: said ? STYLE_OF[said] : 'balanced' };
}
