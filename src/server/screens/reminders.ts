import { instantOf, weekday } from '../../core/calendar/days.ts';
import { HOUR_MS } from '../../core/calendar/lengths.ts';
import { openedLetter, todayLetter } from '../../core/letters/index.ts';
import { allItems, kitOf } from '../../core/planning/index.ts';
import { inRanges } from '../../core/streaks/index.ts';
import { momentInWords, plural, t } from '../../core/text/translate.ts';
import { planFor } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import { squads } from '../platform/db/schema.ts';
import { inEachLanguage } from '../platform/readers.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { breaksOf, type Member, membersOf, type Squad, squadDay } from '../squads/squads.ts';
import { streakStateOf } from '../streaks/days.ts';
import { eveningsAhead } from '../weeks/evenings.ts';
import { type OpenWeek, openWeekOf } from '../weeks/weeks.ts';
import { type Draft, guardiansOf, isPosted, postLetter } from './posting.ts';
import { openSessions } from './register.ts';
import { askedAgain, goesOf } from './this-week.ts';

/** Local hour from which a family is reminded of today: after school, before the evening. */
const REMIND_FROM_HOUR = 16;
/** A live evening is told of at least so long before. */
const EVENING_AHEAD_MS = 3 * HOUR_MS;
/** How long after its hour the opening of a week is still news. */
const OPENED_MS = 24 * HOUR_MS;

/** Sessions wished for today that a player has not done. */
function dueOf({ db }: Context, member: Member, open: OpenWeek, today: string): string[] {
  const wished = open.revision.content.sessions.filter((one) => one.day === weekday(today));
  return openSessions(db, open.week, [member.id], wished).get(member.id) ?? [];
}

/** Drills that were asked for again and not done since, with the coach's line. */
const againOf = ({ db }: Context, squad: Squad, member: Member, open: OpenWeek) =>
  askedAgain(db, goesOf(db, open, member.id), open, drillNames(db, squad.id)).map(({ line }) => ({
    drill: line.drillName,
    line: line.line,
  }));

/** Live evenings of a day that lie ahead or are on. */
const eveningsOn = ({ db, now }: Context, squad: Squad, day: string) =>
  eveningsAhead(db, squad.id, now()).flatMap(({ view }) => (squadDay(squad, view.startsAt) === day ? [view] : []));

/** The same in words: the hour in the squad's zone, and how long it takes. */
const togetherOn = (context: Context, squad: Squad, day: string): string[] =>
  eveningsOn(context, squad, day).map((one) =>
    t('{hour}, {name}, about {minutes}', {
      hour: momentInWords(one.startsAt, { hour: 'numeric', minute: '2-digit', timeZone: squad.timeZone }),
      name: one.name,
      minutes: plural(one.minutes, 'minute'),
    }),
  );

function ofToday(context: Context, squad: Squad, open: OpenWeek | null): Draft[] {
  const { db, now } = context;
  const today = squadDay(squad, now());
  const members = membersOf(db, squad.id);
  const breaks = breaksOf(
    db,
    squad.id,
    members.map((one) => one.id),
  );
  const shared = { kind: 'today' as const, weekOf: open?.week.startsOn ?? today, key: today };
  return members.flatMap((member) => {
    // Holidays, and a child that is ill, are left in peace.
    if (inRanges(breaks(member.id), today)) return [];
    const to = guardiansOf(db, member.id).filter((one) => !isPosted(db, squad.id, { ...shared, userId: one.id, playerId: member.id }));
    if (to.length === 0) return [];
    const make = () => {
      const { streak } = streakStateOf(db, squad.id, member, today);
      return todayLetter({
        nickname: member.nickname,
        due: open ? dueOf(context, member, open, today) : [],
        streak: streak.loosening ? streak.sentence : null,
        again: open ? againOf(context, squad, member, open) : [],
        together: togetherOn(context, squad, today),
      });
    };
    return inEachLanguage(db, to, squad.language, make).flatMap(({ reader, letter }) =>
      letter ? [{ ...shared, ...letter, userId: reader.id, playerId: member.id, to: reader.name, about: member.nickname }] : [],
    );
  });
}

function ofOpening(context: Context, squad: Squad, opened: OpenWeek | null): Draft[] {
  const { db, now } = context;
  if (!opened || opened.revision.opensAt < now() - OPENED_MS) return [];
  const { week, revision } = opened;
  const { content } = revision;
  const shared = { kind: 'week opened' as const, weekOf: week.startsOn, key: week.id };
  const groupOn = groupsOnDays(db, squad.id);
  const drills = new Map(Object.entries(content.drills));
  return membersOf(db, squad.id).flatMap((member) => {
    const mine = planFor(content, groupOn(member.id, week.startsOn), (id) => drills.get(id)?.sides);
    const make = () =>
      openedLetter({
        ...{ nickname: member.nickname, squad: squad.name, number: week.number, title: content.title },
        ...{ sessions: mine.sessions.map((one) => one.name), kit: kitOf(allItems(mine), drills) },
      });
    const to = guardiansOf(db, member.id).filter((one) => !isPosted(db, squad.id, { ...shared, userId: one.id, playerId: member.id }));
    return inEachLanguage(db, to, squad.language, make).map(({ reader, letter }) => ({
      ...{ ...shared, ...letter, userId: reader.id, playerId: member.id, to: reader.name, about: member.nickname },
    }));
  });
}

/** Reminders that families of a squad would get now, whatever the hour; whoever has one gets no second. */
export function remindersFor(context: Context, squad: Squad, alsoToday = true): Draft[] {
  if (!squad.reminders) return [];
  const open = openWeekOf(context.db, squad.id, context.now());
  return [...ofOpening(context, squad, open), ...(alsoToday ? ofToday(context, squad, open) : [])];
}

/** Reminds families of what is due: of a new week at once, of today from the afternoon on. Safe to ask at any time. */
export function remindFamilies(context: Context): number {
  const { db, now } = context;
  let posted = 0;
  for (const squad of db.select().from(squads).all()) {
    const today = squadDay(squad, now());
    const afternoon = instantOf(today, REMIND_FROM_HOUR, 0, squad.timeZone);
    // A live evening in the morning is told of before it.
    const begins = eveningsOn(context, squad, today).map((one) => one.startsAt - EVENING_AHEAD_MS);
    for (const draft of remindersFor(context, squad, now() >= Math.min(afternoon, ...begins)))
      if (postLetter(context, squad, draft)) posted++;
  }
  return posted;
}
