import { z } from 'zod';
import { addDays, type Day, mondayOf } from '../../calendar/days.ts';
import { FAMILIES, type Family } from '../../drills/terms.ts';
import { says, t } from '../../text/translate.ts';
import { PlanId } from '../../weeks/schema.ts';
import { RECAP_AFTER } from '../propose/wishes.ts';

/** How much a week asks for, the least first. */
export const INTENSITIES = ['rest', 'easy', 'usual', 'hard'] as const;
export type Intensity = (typeof INTENSITIES)[number];

export const SEASON_WEEKS = { least: 6, most: 20, usual: 10 } as const;

/** Families that a season is made of: a stretch is no theme. */
export const THEMES: readonly Family[] = FAMILIES.filter((family) => family !== 'stretch');

const weeksIn = says('A season has {least} to {most} weeks.', { least: SEASON_WEEKS.least, most: SEASON_WEEKS.most });

/** A family that some weeks dwell on. */
export const Theme = z.object({
  id: PlanId,
  family: z.enum(FAMILIES),
  /** Its first week, from 0. */
  week: z
    .number()
    .int()
    .min(0)
    .max(SEASON_WEEKS.most - 1),
  /** How many weeks it lasts. */
  weeks: z.number().int().min(1, says('A theme lasts at least a week.')).max(SEASON_WEEKS.most),
});
export type Theme = z.infer<typeof Theme>;

const endOf = ({ week, weeks }: Pick<Theme, 'week' | 'weeks'>) => week + weeks;
const meet = (a: Theme, b: Theme) => a.family === b.family && a.week < endOf(b) && b.week < endOf(a);

/** The weeks of a season as a plan: themes over weeks, and how much each week asks for. */
export const SeasonPlan = z
  .object({
    title: z.string().trim().min(1, says('Give the season a title.')).max(80, says('The title has at most 80 letters.')),
    /** The Monday of its first week. */
    startsOn: z.iso.date(says('The first day is a date, such as 2026-09-07.')),
    weeks: z.number(weeksIn).int(weeksIn).min(SEASON_WEEKS.least, weeksIn).max(SEASON_WEEKS.most, weeksIn),
    themes: z.array(Theme).max(100, says('A season has at most 100 themes.')),
    /** One for each week; null where nothing was said. */
    intensity: z.array(z.enum(INTENSITIES).nullable()),
  })
  .superRefine((season, ctx) => {
    const wrong = (path: PropertyKey[], message: string) => ctx.addIssue({ code: 'custom', path, message });
    if (mondayOf(season.startsOn) !== season.startsOn) wrong(['startsOn'], t('A season begins on a Monday.'));
    if (season.intensity.length !== season.weeks) wrong(['intensity'], t('A season says for each of its weeks how much it asks for.'));
    season.themes.forEach((theme, i) => {
      if (endOf(theme) > season.weeks) wrong(['themes', i], t('A theme ends with its season.'));
      if (season.themes.some((other, j) => j < i && meet(theme, other)))
        wrong(['themes', i], t('Two themes of {family} lie over one another.', { family: theme.family }));
    });
  });
export type SeasonPlan = z.infer<typeof SeasonPlan>;

/** Days of a week that a break must cover for the week to count as one. */
const BREAK_DAYS = 4;

/** The titles of the breaks that most of a week lies in; null where it is a week like others. */
export function breakOf(monday: Day, breaks: readonly { from: Day; to: Day; title: string }[]): string | null {
  const sunday = addDays(monday, 6);
  const here = breaks.filter((one) => one.from <= sunday && monday <= one.to);
  const days = Array.from({ length: 7 }, (_, i) => addDays(monday, i));
  const free = days.filter((day) => here.some((one) => one.from <= day && day <= one.to));
  return free.length >= BREAK_DAYS ? here.map((one) => one.title).join(', ') : null;
}

/** A season with nothing in it. @param monday its first week's Monday */
export const emptySeason = (title: string, monday: Day, weeks: number = SEASON_WEEKS.usual): SeasonPlan => ({
  ...{ title, startsOn: monday, weeks, themes: [] },
  intensity: Array.from({ length: weeks }, () => null),
});

/** The Mondays of a season's weeks. */
export const mondaysOf = ({ startsOn, weeks }: Pick<SeasonPlan, 'startsOn' | 'weeks'>): Day[] =>
  Array.from({ length: weeks }, (_, i) => addDays(startsOn, 7 * i));

/** A season with a theme put in, or put elsewhere; the very same season where it would lie over one of its family or outside. */
export function withTheme(season: SeasonPlan, theme: Theme): SeasonPlan {
  const others = season.themes.filter((one) => one.id !== theme.id);
  if (theme.week < 0 || theme.weeks < 1 || endOf(theme) > season.weeks || others.some((other) => meet(theme, other))) return season;
  const had = season.themes.findIndex((one) => one.id === theme.id);
  return { ...season, themes: had < 0 ? [...others, theme] : season.themes.with(had, theme) };
}

export const withoutTheme = (season: SeasonPlan, id: string): SeasonPlan => ({
  ...season,
  themes: season.themes.filter((theme) => theme.id !== id),
});

/** A season in which one theme stands so many weeks later and so many rows lower; as near as it can be without leaving the sheet. */
export function movedTheme(season: SeasonPlan, id: string, weeks: number, rows: number): SeasonPlan {
  const theme = season.themes.find((one) => one.id === id);
  if (!theme) return season;
  const row = Math.max(0, Math.min(THEMES.length - 1, THEMES.indexOf(theme.family) + rows));
  const week = Math.max(0, Math.min(season.weeks - theme.weeks, theme.week + weeks));
  return withTheme(season, { ...theme, week, family: THEMES[row] ?? theme.family });
}

/** A season in which one theme lasts so many weeks more or less. */
export function sizedTheme(season: SeasonPlan, id: string, by: number): SeasonPlan {
  const theme = season.themes.find((one) => one.id === id);
  return theme ? withTheme(season, { ...theme, weeks: Math.max(1, Math.min(season.weeks - theme.week, theme.weeks + by)) }) : season;
}

/** A season of another length: what lay beyond its end is cut off, new weeks have nothing said. */
export function withWeeks(season: SeasonPlan, weeks: number): SeasonPlan {
  return {
    ...season,
    weeks,
    themes: season.themes
      .filter((theme) => theme.week < weeks)
      .map((theme) => ({ ...theme, weeks: Math.min(theme.weeks, weeks - theme.week) })),
    intensity: Array.from({ length: weeks }, (_, i) => season.intensity[i] ?? null),
  };
}

export const withIntensity = (season: SeasonPlan, week: number, intensity: Intensity | null): SeasonPlan => ({
  ...season,
  intensity: season.intensity.with(week, intensity),
});

/** Themes of a week. */
export const themesIn = (season: SeasonPlan, week: number): Theme[] =>
  season.themes.filter((theme) => theme.week <= week && week < endOf(theme));

/** The same season with its first week on another Monday, for the same squad later or for another one. */
export const seasonFrom = (season: SeasonPlan, monday: Day, newId: () => string): SeasonPlan => ({
  ...season,
  startsOn: monday,
  themes: season.themes.map((theme) => ({ ...theme, id: newId() })),
});

/** When a theme is come back to: its family, and the weeks from 0. */
export interface Thread {
  theme: string;
  family: Family;
  /** The last week of the theme. */
  from: number;
  weeks: number[];
}

/**
 * The recaps of a season's themes: one, two and four weeks after a theme, each put off to the first week that is no break; none where its
 * family is a theme again by then, and none beyond the season.
 * @param isBreak whether the squad has a break in a week, from 0
 */
export function threadsOf(season: SeasonPlan, isBreak: (week: number) => boolean): Thread[] {
  return season.themes.flatMap((theme): Thread[] => {
    const again = season.themes.filter((other) => other.family === theme.family && other.week >= endOf(theme)).map((other) => other.week);
    const until = Math.min(season.weeks, ...again);
    const weeks: number[] = [];
    for (const after of RECAP_AFTER) {
      let week = Math.max(endOf(theme) - 1 + after, (weeks.at(-1) ?? -1) + 1);
      while (week < until && isBreak(week)) week++;
      if (week < until) weeks.push(week);
    }
    return weeks.length > 0 ? [{ theme: theme.id, family: theme.family, from: endOf(theme) - 1, weeks }] : [];
  });
}
