import { Camera, CameraOff, Ear, Hand, TriangleAlert, Volume2 } from 'lucide-react';
import { lazy, type ReactNode, Suspense, useEffect, useMemo, useState } from 'react';
import { type ThisCan, whatThisCan } from '../../client/what-this-can.ts';
import { number } from '../../client/words.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { conesShort } from '../../core/drills/cones.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { standInsInWords } from '../../core/drills/terms.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { meetingSeconds } from '../../core/training/meeting.ts';
import type { Interval } from '../../core/training/types.ts';
import type { Item, Session } from '../../core/weeks/schema.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { DrillsAhead } from './DrillsAhead.tsx';
import { drillsOf, kitAtHome, lacks, leftOutAt, playedItems } from './kit.ts';
import { conesFor, drawnAtHome, Layouts } from './LayOut.tsx';
import { Numbers } from './Numbers.tsx';
import { Swaps } from './Swaps.tsx';
import { namesHeard, type useCountAlong } from './use-count-along.ts';
import type { Filming } from './use-filming.ts';

const PhoneNotices = lazy(() => import('./DeviceNotices.tsx').then((file) => ({ default: file.PhoneNotices })));
const RoomNotices = lazy(() => import('./DeviceNotices.tsx').then((file) => ({ default: file.RoomNotices })));
const Framing = lazy(() => import('./Framing.tsx').then((file) => ({ default: file.Framing })));
const SwitchCameraButton = lazy(() => import('./Framing.tsx').then((file) => ({ default: file.SwitchCameraButton })));

/** What can be counted by ear, and what there is to say of this device, is asked for this long after the page is there. */
const LATER_MS = 1500;

interface Props {
  visit: ThisWeek;
  session: Session;
  sheet: readonly Interval[];
  minutes: string;
  /** Drills that are met in this session. */
  unknown: readonly string[];
  drills: ReadonlyMap<string, Drill>;
  listening: boolean;
  hearing: string | null;
  filming: Pick<Filming, 'stream' | 'facing' | 'problem' | 'switchOn' | 'switchOff'>;
  closedBefore: boolean;
  countsAlong: ReturnType<typeof useCountAlong>;
  /** Who plays along, or may. */
  company?: ReactNode;
  onListen(on: boolean): void;
  onSound(): void;
  onStart(): void;
}

/** What to fetch, ticked off as it is found; what is not at home by what stands in for it. */
function Fetch({ session, drills, visit }: Pick<Props, 'session' | 'drills' | 'visit'>) {
  const kit = kitAtHome(visit, session, drills);
  const cones = conesFor(visit, drillsOf(session, drills));
  const short = conesShort(cones, visit.home);
  const [found, setFound] = useState<string[]>([]);
  if (kit.length === 0) return <p>{t('Nothing to fetch.')}</p>;
  return (
    <ul>
      {kit.map((one) => (
        <li key={one}>
          <label className="flex min-h-12 items-center gap-3 text-lg">
            <input
              type="checkbox"
              className="size-7 shrink-0"
              checked={found.includes(one)}
              onChange={(event) => setFound((all) => (event.target.checked ? [...all, one] : all.filter((other) => other !== one)))}
            />
            <span className={found.includes(one) ? 'line-through' : ''}>
              {one === 'cones' && cones > 0 ? `${cones} ` : ''}
              {lacks(visit, one) ? standInsInWords(one) : term(one)}
              {lacks(visit, one) && <span className="text-dust text-sm"> {t('for the {one}', { one })}</span>}
              {one === 'cones' && short > 0 && (
                <span>
                  {t(': you have {cones}, take {short} {short2} for the rest', {
                    cones: cones - short,
                    short,
                    short2: short === 1 ? t('shoe or bottle') : t('shoes or bottles'),
                  })}
                </span>
              )}
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
}

/** How long a drill takes in a session, and the numbers to beat in it. */
function noteOf(drillId: string, sheet: readonly Interval[], items: readonly Item[], numbers: ThisWeek['numbers']): string {
  const seconds = sheet.reduce((sum, one) => sum + (one.drillId === drillId ? one.seconds : 0), 0);
  const beats = numbers.flatMap(({ itemId, foot, target }) =>
    target.number !== null && items.some((item) => item.id === itemId && item.drillId === drillId)
      ? [foot === 'both' ? number(target.number) : `${term(foot)} ${number(target.number)}`]
      : [],
  );
  return [
    t('about {minutes}', { minutes: plural(Math.max(1, Math.round(seconds / 60)), 'minute') }),
    ...(beats.length > 0 ? [t('beat {x}', { x: [...new Set(beats)].join(', ') })] : []),
  ].join(' · ');
}

/** The coach's notes at the session's drills, by drill. */
function saidOf(items: readonly Item[]): Map<string, string> {
  const said = new Map<string, string>();
  for (const { drillId, note } of items) if (note) said.set(drillId, [said.get(drillId), note].filter(Boolean).join(' '));
  return said;
}

/** Cautions of the session's drills, each once. */
const cautionsOf = (session: Session, drills: ReadonlyMap<string, Drill>): string[] => [
  ...new Set(drillsOf(session, drills).flatMap((drill) => drill.cautions)),
];

/** Before a session: fetch, watch out, what to beat, and a try of the sound; then one big button. */
export function Before(props: Props) {
  const { visit, session, sheet, minutes, unknown, drills, listening, hearing, filming, closedBefore, countsAlong } = props;
  const [countable, setCountable] = useState<readonly string[]>([]);
  const [can, setCan] = useState<ThisCan>({ keepScreenOn: true, film: true });
  const [noticing, setNoticing] = useState(false);
  useEffect(() => {
    setCan(whatThisCan(window));
    const later = setTimeout(() => setNoticing(true), LATER_MS);
    return () => clearTimeout(later);
  }, []);
  const ahead = useMemo(() => drillsOf(session, drills).map((drill) => drawnAtHome(visit, drill)), [visit, session, drills]);
  useEffect(() => {
    // The page itself comes first.
    const later = setTimeout(
      () =>
        void namesHeard(ahead)
          .then(setCountable)
          .catch(() => {}),
      LATER_MS,
    );
    return () => clearTimeout(later);
  }, [ahead]);
  const cautions = useMemo(() => cautionsOf(session, drills), [session, drills]);
  const items = playedItems(session);
  const notes = useMemo(
    () => new Map(ahead.map((drill) => [drill.id, noteOf(drill.id, sheet, items, visit.numbers)])),
    [ahead, sheet, items, visit],
  );
  const said = useMemo(() => saidOf(items), [items]);
  const leftOut = leftOutAt(visit);
  const scored = items.filter((item) => item.scored && !leftOut.has(item.id));
  const meetingMinutes = plural(
    Math.ceil(ahead.reduce((sum, drill) => sum + (unknown.includes(drill.id) ? meetingSeconds(drill) : 0), 0) / 60),
    'minute',
  );
  const warmUp = session.blocks[0]?.kind === 'warm-up';
  return (
    <main className="wrap-anywhere mx-auto flex min-h-dvh max-w-lg flex-col gap-4 p-4 pb-28">
      <header className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h1>{session.name}</h1>
        <span className="shrink-0">{minutes}</span>
      </header>
      {unknown.length > 0 && (
        <Notice>
          {t(
            '{n, plural, one {One drill is new for you: about {minutes} more to meet it.} other {# drills are new for you: about {minutes} more to meet them.}}',
            { n: unknown.length, minutes: meetingMinutes },
          )}
        </Notice>
      )}
      {closedBefore && (
        <Notice>
          {t(
            'Your last visit here was too long ago to go on with. It was closed with what you did, and is being sent. This is a new start.',
          )}
        </Notice>
      )}
      {noticing && (
        <Suspense>
          <RoomNotices mayFilm={visit.mayFilm} />
        </Suspense>
      )}
      {props.company}
      <section className="slab p-4" aria-label={t('Fetch')}>
        <h2>{t('Fetch')}</h2>
        <Fetch session={session} drills={drills} visit={visit} />
        <Layouts visit={visit} drills={drillsOf(session, drills)} />
      </section>
      <Swaps items={items} swaps={visit.swaps} />
      <DrillsAhead drills={ahead} notes={notes} said={said} unknown={unknown} stronger={visit.runner.strongerFoot} films={visit.films} />
      <section className="slab flex flex-col gap-1 p-4" aria-label={t('Watch out')}>
        <h2 className="flex items-center gap-2">
          <TriangleAlert aria-hidden className="size-5" /> {t('Watch out')}
        </h2>
        <ul className="list-disc ps-5">
          <li>{t('Flat, dry ground with nothing to trip over.')}</li>
          {cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
          {visit.young && <li>{t('A grown-up helps you: with the phone, the cones and the ball.')}</li>}
          <li>{t('Stop on pain or dizziness, and tell a grown-up. Your coach’s and your doctor’s word goes first.')}</li>
        </ul>
        {!warmUp && <p className="font-semibold">{t('Warm up first: two minutes of easy jogging and ankle circles.')}</p>}
      </section>
      {scored.length > 0 && (
        <section className="slab flex flex-col gap-1 p-4" aria-label={t('Numbers to beat')}>
          <h2>{t('Numbers to beat')}</h2>
          <Numbers items={scored} drills={drills} numbers={visit.numbers} why />
        </section>
      )}
      <section className="slab flex flex-col gap-3 p-4" aria-label={t('Set the phone up')}>
        <h2>{t('Set the phone up')}</h2>
        <p>{t('Lean it on a bottle, two big steps away, so that you see it and it sees your feet.')}</p>
        <Button size="player" onClick={props.onSound}>
          <Volume2 aria-hidden className="size-5" /> {t('Try the sound')}
        </Button>
        <Button size="player" aria-pressed={listening} onClick={() => props.onListen(!listening)}>
          <Hand aria-hidden className="size-5" />{' '}
          {listening ? t('Listens for a clap or knocks: switch off') : t('Say ready with a clap or knocks')}
        </Button>
        <p className="text-dust text-sm" role="status">
          {hearing ?? t('For that the phone listens how loud it is. Nothing is recorded.')}
        </p>
        {countable.length > 0 && (
          <>
            <Button size="player" aria-pressed={countsAlong.counting} onClick={() => void countsAlong.countOn(!countsAlong.counting)}>
              <Ear aria-hidden className="size-5" /> {countsAlong.counting ? t('Counts along by ear: switch off') : t('Count along by ear')}
            </Button>
            <p className="text-dust text-sm" role="status">
              {countsAlong.problem ??
                t(
                  'At {countable} the phone says about how many it heard, only where it is sure. It writes in nothing. No sound is kept or sent; your coach sees the number it said.',
                  { countable: countable.join(', ') },
                )}
            </p>
          </>
        )}
        {visit.mayFilm && can.film && (
          <div className="flex flex-wrap gap-2">
            <Button
              size="player"
              className="flex-1"
              aria-pressed={filming.stream !== null}
              onClick={() => (filming.stream ? filming.switchOff() : void filming.switchOn(filming.facing))}
            >
              {filming.stream ? <CameraOff aria-hidden className="size-5" /> : <Camera aria-hidden className="size-5" />}
              {filming.stream ? t('Stop filming') : t('Film my goes')}
            </Button>
            {filming.stream && (
              <Suspense>
                <SwitchCameraButton
                  front={filming.facing === 'user'}
                  onSwitch={() => void filming.switchOn(filming.facing === 'user' ? 'environment' : 'user')}
                />
              </Suspense>
            )}
          </div>
        )}
        {filming.stream && (
          <Suspense>
            <Framing stream={filming.stream} mirrored={filming.facing === 'user'} large />
          </Suspense>
        )}
        {noticing && (
          <Suspense>
            <PhoneNotices mayFilm={visit.mayFilm} can={can} />
          </Suspense>
        )}
        {filming.problem && <Notice tone="look">{filming.problem}</Notice>}
      </section>
      <ButtonLink href="/week" size="player">
        {t('Back to This week')}
      </ButtonLink>
      <div className="fixed inset-x-0 bottom-0 border-joint border-t bg-ground p-3">
        <div className="mx-auto flex max-w-lg">
          <Button look="main" size="clock" className="font-display text-2xl" onClick={props.onStart}>
            {t('Start')}
          </Button>
        </div>
      </div>
    </main>
  );
}
