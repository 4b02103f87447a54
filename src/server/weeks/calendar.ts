import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import { Temporal } from 'temporal-polyfill';
import { addDays } from '../../core/calendar/days.ts';
import { drillInWords } from '../../core/drills/in-words.ts';
import { atHome, type Drill, type Home } from '../../core/drills/index.ts';
import { kitOf, measureSession } from '../../core/planning/index.ts';
import { t, term } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import type { Runner } from '../../core/training/index.ts';
import type { Session, WeekPlan } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import type { weeks } from '../platform/db/schema.ts';
import { type Squad, typicalRunnerOf } from '../squads/squads.ts';

/** Sessions of a week with a day, or with all days of the week to choose from. */
export interface CalendarWeek {
  id: string;
  number: number;
  startsOn: string;
  content: Pick<WeekPlan, 'title' | 'focus' | 'sessions'>;
  drills: ReadonlyMap<string, Drill>;
  /** How often it was released (or a draft saved) so far: a calendar program takes an entry of a higher one for the newer. */
  revision: number;
  /** When that was, in epoch milliseconds. */
  changedAt: number;
}

/** For whom a calendar is made: a typical player, or one with an own home and pace. */
export interface CalendarReader {
  runner: Runner;
  home: Home | null;
  /** The hour of the day at which a session with a day is reminded of, 0 to 23; null for no reminder. */
  remindAt: number | null;
}

/** A live evening: the one entry that has an hour. */
export interface CalendarEvening {
  id: string;
  name: string;
  startsAt: number;
  seconds: number;
  madeAt: number;
}

const HOUR_SECONDS = 3600;
/** How long before a live evening its alarm sounds. */
const EVENING_ALARM_SECONDS = HOUR_SECONDS / 2;
/** How often a calendar program looks again, in seconds: a week that is released in the evening is there in the morning. */
const LOOK_AGAIN_SECONDS = 6 * HOUR_SECONDS;

/** Signs that no calendar may hold (RFC 5545, 3.1); ends of lines and tabs stay. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out.
const CONTROL = /[\u0000-\u0008\u000B-\u001F\u007F]/g;
const clean = (text: string) => text.replaceAll('\r\n', '\n').replace(CONTROL, '');

function noteOf(session: Session, week: CalendarWeek, reader: CalendarReader): string {
  const { dose } = measureSession(session, week.drills, reader.runner);
  const items = session.blocks.flatMap((block) => block.items);
  const drills = items.flatMap((item) => week.drills.get(item.drillId) ?? []);
  const kit = kitOf(items, week.drills).map((one) => {
    const stand = drills.flatMap((drill) => atHome(drill, reader.home).standIns).find((other) => other.kit === one);
    return stand ? `${term(one)} (${stand.use})` : term(one);
  });
  const lines = [
    week.content.focus,
    t('About {minutesInWords}. Fetch: {kit}.', {
      minutesInWords: minutesInWords(dose),
      kit: kit.length > 0 ? kit.join(', ') : t('nothing'),
    }),
    ...new Set(drills.map((drill) => drillInWords(drill).name)),
  ];
  return lines.filter(Boolean).join('\n');
}

/**
 * A calendar of weeks. A session with a wished day is an all-day entry there; one without is an entry over the whole week.
 * All-day entries have no hour, so no change of clocks moves them.
 */
export function calendarOf(
  name: string,
  baseAddress: string,
  given: readonly CalendarWeek[],
  reader: CalendarReader,
  evenings: readonly CalendarEvening[] = [],
): string {
  const calendar = ical({
    name: clean(name),
    ttl: LOOK_AGAIN_SECONDS,
    prodId: { company: 'Eager Feet', product: 'weeks', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const week of given) {
    for (const session of week.content.sessions) {
      const first = Temporal.PlainDate.from(session.day === null ? week.startsOn : addDays(week.startsOn, session.day - 1));
      const after = Temporal.PlainDate.from(addDays(first.toString(), session.day === null ? 7 : 1));
      const changed = new Date(week.changedAt);
      const event = calendar.createEvent({
        id: `${session.id}@eager-feet`,
        stamp: changed,
        lastModified: changed,
        sequence: week.revision,
        // A session takes no hour of a family's day: nobody is busy because of it.
        transparency: ICalEventTransparency.TRANSPARENT,
        start: first,
        end: after,
        allDay: true,
        summary: clean(t('{session} · week {week}: {title}', { session: session.name, week: week.number, title: week.content.title })),
        description: clean(noteOf(session, week, reader)),
        url: `${baseAddress}/week`,
      });
      if (reader.remindAt !== null && session.day !== null)
        event.createAlarm({ type: ICalAlarmType.display, triggerAfter: reader.remindAt * HOUR_SECONDS });
    }
  }
  for (const evening of evenings) {
    const made = new Date(evening.madeAt);
    const event = calendar.createEvent({
      id: `${evening.id}@eager-feet`,
      ...{ stamp: made, lastModified: made, sequence: 0 },
      // At this hour a child really is busy.
      transparency: ICalEventTransparency.OPAQUE,
      start: new Date(evening.startsAt),
      end: new Date(evening.startsAt + evening.seconds * 1000),
      summary: clean(t('Together: {name}', { name: evening.name })),
      description: clean(t('Everybody works by one clock, each at home. Join from This week; the doors open a quarter of an hour before.')),
      url: `${baseAddress}/together/${evening.id}`,
    });
    if (reader.remindAt !== null) event.createAlarm({ type: ICalAlarmType.display, triggerBefore: EVENING_ALARM_SECONDS });
  }
  // The last line ends like every other one.
  return `${calendar.toString().trimEnd()}\r\n`;
}

export function calendarOfWeek(
  context: Context,
  squad: Squad,
  week: typeof weeks.$inferSelect,
  drills: ReadonlyMap<string, Drill>,
): string {
  const { id, number, startsOn, draft } = week;
  const one: CalendarWeek = { ...{ id, number, startsOn, drills }, content: week.plan, revision: draft, changedAt: week.updatedAt };
  return calendarOf(t('{name}, week {number}', { name: squad.name, number: week.number }), context.config.baseAddress, [one], {
    runner: typicalRunnerOf(squad),
    home: null,
    remindAt: null,
  });
}
