import { type KeyboardEvent, type RefObject, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import type { Shelf } from '../../contract/drills.ts';
import { progressApi } from '../../contract/progress.ts';
import { type Flight, type FlightSizes, fitFlights, flightsOf } from '../../core/drills/flights.ts';
import { FAMILIES, type Family } from '../../core/drills/terms.ts';
import { t, term } from '../../core/text/translate.ts';
import { StillImage } from '../../ui/notations/index.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

const SIZES: FlightSizes = { step: { width: 156, height: 60 }, shift: 8, landing: 26, gap: 12 };
/** What the map leaves free below it, and the least that it takes. */
const ROOM = { below: 24, least: 320 };
const ZOOMS = [0.8, 1, 1.25, 1.6] as const;

type Reached = ReadonlyMap<string, { left: boolean; right: boolean }>;

/** What a player has a counted number for, foot by foot; work in which the feet are not told apart is both feet's. */
async function reachedBy(squad: string, player: string): Promise<Reached> {
  const page = await call(progressApi.player, { squad, player });
  const reached = new Map<string, { left: boolean; right: boolean }>();
  for (const drill of page.drills) {
    const had = reached.get(drill.drillId) ?? { left: false, right: false };
    const has = (foot: 'left' | 'right') => drill.feet.some((one) => (one.foot === foot || one.foot === 'both') && one.record !== null);
    reached.set(drill.drillId, { left: had.left || has('left'), right: had.right || has('right') });
  }
  return reached;
}

interface MapData {
  shelf: Shelf;
}

/** The family in which the squad has met most. */
function familyOf({ drills, met }: Shelf): Family {
  const count = (family: Family) => drills.filter((drill) => drill.family === family && met.includes(drill.id)).length;
  return FAMILIES.reduce((most, one) => (count(one) > count(most) ? one : most));
}

/** What there is to draw in, in pixels; null until it is known. */
function useRoom(box: RefObject<HTMLElement | null>) {
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const look = () => {
      const top = element.getBoundingClientRect().top + window.scrollY;
      setRoom({ width: element.clientWidth, height: Math.max(ROOM.least, window.innerHeight - top - ROOM.below) });
    };
    const watch = new ResizeObserver(look);
    watch.observe(element);
    window.addEventListener('resize', look);
    return () => {
      watch.disconnect();
      window.removeEventListener('resize', look);
    };
  }, [box]);
  return room;
}

/** What stands in the middle of the map stays there while it gets larger or smaller. */
function useMiddleKept(box: RefObject<HTMLElement | null>, scale: number): void {
  const before = useRef(scale);
  useLayoutEffect(() => {
    const [map, ratio] = [box.current, scale / before.current];
    before.current = scale;
    if (!map) return;
    const { clientWidth, clientHeight, scrollLeft, scrollTop } = map;
    map.scrollLeft = (scrollLeft + clientWidth / 2) * ratio - clientWidth / 2;
    map.scrollTop = (scrollTop + clientHeight / 2) * ratio - clientHeight / 2;
  }, [box, scale]);
}

/** The step of a drill in the map, where it is drawn. */
const stepAt = (map: HTMLElement | null, id: string | undefined) =>
  map && id !== undefined ? map.querySelector<HTMLElement>(`[data-step="${CSS.escape(id)}"]`) : null;

/** Brings a step into the middle of the map; the page itself stays. */
function showStep(map: HTMLElement, step: HTMLElement) {
  const [inner, outer] = [step.getBoundingClientRect(), map.getBoundingClientRect()];
  map.scrollBy(inner.left + (inner.width - outer.width) / 2 - outer.left, inner.top + (inner.height - outer.height) / 2 - outer.top);
}

/** The step that lies next to another one in a direction, by what is seen; null where there is none. */
function nextStep(from: HTMLElement, key: string, all: readonly HTMLElement[]): HTMLElement | null {
  const middle = (element: HTMLElement) => {
    const { left, top, width, height } = element.getBoundingClientRect();
    return { x: left + width / 2, y: top + height / 2 };
  };
  const here = middle(from);
  const upright = key === 'ArrowUp' || key === 'ArrowDown';
  const sign = key === 'ArrowDown' || key === 'ArrowRight' ? 1 : -1;
  const far = (element: HTMLElement) => {
    const { x, y } = middle(element);
    const [along, across] = upright ? [y - here.y, x - here.x] : [x - here.x, y - here.y];
    return along * sign > 4 ? along * sign + 3 * Math.abs(across) : Number.POSITIVE_INFINITY;
  };
  const [nearest] = all.filter((one) => Number.isFinite(far(one))).sort((a, b) => far(a) - far(b));
  return nearest ?? null;
}

const ARROWS = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight'];

/** The map of easier and harder links of a family as flights of stairs; the squad's, or one player's shoes stand on what was done. */
function StaircaseMap({ shelf }: MapData) {
  const [family, setFamily] = useState<Family>(() => familyOf(shelf));
  const [player, setPlayer] = useState('');
  const [zoom, setZoom] = useState<number | null>(null);
  const [own, setOwn] = useState<Reached | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const squadReached: Reached = useMemo(() => new Map(shelf.met.map((id) => [id, { left: true, right: true }])), [shelf]);
  const box = useRef<HTMLElement>(null);
  const sought = useRef<string | null>(null);
  const room = useRoom(box);
  const base = `/coach/${shelf.squad.id}`;
  const { flights, byId } = useMemo(() => {
    const drills = shelf.drills.filter((drill) => !drill.archived);
    const ids = new Set(drills.filter((drill) => drill.family === family).map(({ id }) => id));
    return { flights: flightsOf(drills, ids), byId: new Map(drills.map((drill) => [drill.id, drill])) };
  }, [shelf, family]);
  useEffect(() => {
    let current = true;
    setOwn(null);
    setProblem(null);
    if (player === '') return;
    reachedBy(shelf.squad.id, player).then(
      (reached) => current && setOwn(reached),
      (error) => current && setProblem(sentenceOf(error)),
    );
    return () => {
      current = false;
    };
  }, [shelf, player]);
  const reached = player === '' ? squadReached : own;
  const laid = room && fitFlights(flights, room, SIZES);
  const scale = zoom ?? laid?.scale ?? 1;
  const isDrawn = laid !== null;
  useMiddleKept(box, scale);
  // Where not all is seen at once, the map opens on the highest step that shoes stand on, or on the one that was asked for.
  useEffect(() => {
    const map = box.current;
    if (!isDrawn || !reached || !map) return;
    const asked = stepAt(map, sought.current ?? undefined);
    sought.current = null;
    if (asked) {
      asked.focus();
      return;
    }
    const stood = flights.flatMap((flight) => flight.map(({ drill }, i) => ({ id: drill.id, i })).filter(({ id }) => reached.has(id)));
    const highest = stood.sort((one, other) => other.i - one.i)[0];
    const step = stepAt(map, highest?.id ?? flights[0]?.[0]?.drill.id);
    if (step) showStep(map, step);
  }, [flights, reached, isDrawn]);
  const goTo = (id: string) => {
    const drill = byId.get(id);
    if (drill && drill.family !== family) {
      sought.current = id;
      setFamily(drill.family);
    } else stepAt(box.current, id)?.focus();
  };
  const walk = (event: KeyboardEvent<HTMLElement>) => {
    const from = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>('[data-step]') : null;
    if (!from || !ARROWS.includes(event.key) || event.altKey || event.ctrlKey || event.metaKey) return;
    const next = nextStep(from, event.key, [...(box.current?.querySelectorAll<HTMLElement>('[data-step]') ?? [])]);
    if (!next) return;
    event.preventDefault();
    next.focus();
  };
  const nearer = ZOOMS.find((one) => one > scale + 0.01);
  const further = ZOOMS.findLast((one) => one < scale - 0.01);
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1>{t('Staircase map')}</h1>
          <p className="text-dust">{t('Each flight climbs from easier to harder. Shoes stand on what was done.')}</p>
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <label className="flex items-center gap-2">
            {t('Shoes of')}
            <select className="field" value={player} onChange={(event) => setPlayer(event.target.value)}>
              <option value="">{t('the squad')}</option>
              {shelf.players.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.nickname}
                </option>
              ))}
            </select>
          </label>
          <div className="flex gap-1">
            <Button size="small" disabled={further === undefined} onClick={() => setZoom(further ?? null)}>
              {t('Smaller')}
            </Button>
            <Button size="small" disabled={nearer === undefined} onClick={() => setZoom(nearer ?? null)}>
              {t('Larger')}
            </Button>
            <Button size="small" disabled={zoom === null} onClick={() => setZoom(null)}>
              {t('Fit')}
            </Button>
          </div>
        </div>
      </div>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="sr-only">{t('Family')}</legend>
        {FAMILIES.map((one) => (
          <Button
            key={one}
            size="small"
            aria-pressed={one === family}
            className={one === family ? 'border-lace text-lace' : ''}
            onClick={() => {
              setFamily(one);
              setZoom(null);
            }}
          >
            {term(one)}
          </Button>
        ))}
      </fieldset>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <section
        ref={box}
        className="overflow-auto"
        style={{ height: room?.height }}
        aria-label={t('Map of {family}; the arrow keys go from step to step', { family })}
        onKeyDown={walk}
      >
        {laid && (
          <div style={{ width: laid.width * scale, height: laid.height * scale }}>
            <div className="relative origin-top-left" style={{ width: laid.width, height: laid.height, transform: `scale(${scale})` }}>
              {laid.flights.map(({ flight, x, y }) => (
                <FlightOfStairs
                  key={flight[0]?.drill.id}
                  flight={flight}
                  left={x}
                  bottom={y}
                  nameOf={(id) => byId.get(id)?.name ?? id}
                  hrefOf={(id) => `${base}/drills?drill=${id}`}
                  reached={reached}
                  onGo={goTo}
                />
              ))}
            </div>
          </div>
        )}
      </section>
    </div>
  );
}

interface FlightProps {
  flight: Flight;
  /** The left lower corner of its first step. */
  left: number;
  bottom: number;
  nameOf: (id: string) => string;
  hrefOf: (id: string) => string;
  reached: Reached | null;
  onGo: (id: string) => void;
}

/** One flight: its landing, which says what it stands on, and its steps. */
function FlightOfStairs({ flight, left, bottom, nameOf, hrefOf, reached, onGo }: FlightProps) {
  const { step, shift, landing } = SIZES;
  const below = flight[0]?.also ?? [];
  return (
    <>
      <p
        className="absolute flex items-center gap-1 overflow-hidden border-ink border-t-2 text-[0.75rem] text-dust"
        style={{ left, bottom: bottom - landing, width: step.width, height: landing }}
      >
        {below.length > 0 && (
          <>
            <span>{t('from')}</span>
            {below.map((id) => (
              <button key={id} type="button" className="min-w-0 truncate underline" title={nameOf(id)} onClick={() => onGo(id)}>
                {nameOf(id)}
              </button>
            ))}
          </>
        )}
      </p>
      <ol>
        {flight.map(({ drill, also }, i) => {
          const feet = reached?.get(drill.id);
          const second = i > 0 ? also : [];
          return (
            <li key={drill.id} className="absolute" style={{ left: left + i * shift, bottom: bottom + i * step.height, ...step }}>
              <a
                href={hrefOf(drill.id)}
                data-step={drill.id}
                title={
                  second.length > 0
                    ? t('{name}; stands on {second} as well', { name: drill.name, second: second.map(nameOf).join(' and ') })
                    : drill.name
                }
                className={`flex h-full items-center gap-1.5 border-ink border-t-2 border-l-2 px-1.5 no-underline ${feet ? 'bg-slab' : 'bg-ground'}`}
              >
                <span className="relative shrink-0">
                  <StillImage drill={drill} lively className="block size-11" />
                  <span className="absolute -right-0.5 bottom-0 flex gap-0.5" aria-hidden="true">
                    {feet?.left && <span className="shoe-left h-4 w-2 rounded-full border border-foot-left bg-slab" />}
                    {feet?.right && <span className="h-4 w-2 rounded-full bg-foot-right" />}
                  </span>
                </span>
                <span className="min-w-0 flex-1 text-[0.8125rem] leading-tight">
                  <span className={second.length > 0 ? 'line-clamp-2' : 'line-clamp-3'}>{drill.name}</span>
                  {second.length > 0 && (
                    <span className="block truncate text-[0.6875rem] text-dust">
                      <span className="sr-only">{t(', stands on')} </span>+ {second.map(nameOf).join(', ')}
                    </span>
                  )}
                  <span className="sr-only">{feet?.left || feet?.right ? t(', done') : t(', not done yet')}</span>
                </span>
              </a>
            </li>
          );
        })}
      </ol>
    </>
  );
}

/** The same with the data that came with the page. */
export const StaircaseMapPage = guarded(function StaircaseMapPage() {
  const [data] = useState(pageData<MapData>);
  return <StaircaseMap {...data} />;
});
