import { Plus, Printer } from 'lucide-react';
import { useDeferredValue, useMemo, useState } from 'react';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import { useKeys } from '../../client/use-keys.ts';
import type { Shelf } from '../../contract/drills.ts';
import { lookThrough, type ShelfFilter, WHOLE_SHELF } from '../../core/drills/shelf.ts';
import { FAMILIES, type Family, KIT, LOADS, type Load, MEASURES, type Measure } from '../../core/drills/terms.ts';
import { english, plural, t, term } from '../../core/text/translate.ts';
import { StillImage } from '../../ui/notations/index.ts';
import { ButtonLink, Empty } from '../../ui/parts/index.ts';
import { FilmBox } from '../clips/FilmBox.tsx';
import { isSame, useFilms } from '../clips/use-films.ts';
import { VoiceBox } from '../clips/VoiceBox.tsx';
import { DrillFiles } from '../drills/DrillFiles.tsx';
import { DrillSheet } from '../drills/DrillSheet.tsx';

const SPACES = [
  { words: english('any space'), space: null },
  { words: english('a spot, 2 × 2 m'), space: { length: 2, width: 2 } },
  { words: english('small, 2 × 3 m'), space: { length: 3, width: 2 } },
  { words: english('medium, 4 × 5 m'), space: { length: 5, width: 4 } },
  { words: english('large, 8 × 8 m'), space: { length: 8, width: 8 } },
];
const KITS = [
  { words: english('any kit'), kit: null },
  { words: english('no kit'), kit: [] },
  { words: english('a ball'), kit: ['ball'] as const },
  { words: english('ball and cones'), kit: ['ball', 'cones'] as const },
  { words: english('ball and wall'), kit: ['ball', 'wall', 'mini-goal'] as const },
  { words: english('all of it'), kit: KIT },
];

function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange(next: string): void;
}) {
  return (
    <select className="field min-w-0" aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {options.map(([key, words]) => (
        <option key={key} value={key}>
          {term(words)}
        </option>
      ))}
    </select>
  );
}

const same = (list: readonly string[]) => list.map((one) => [one, one] as const);

function Filters({ filter, set }: { filter: ShelfFilter; set(change: Partial<ShelfFilter>): void }) {
  const kitAt = KITS.findIndex((one) => JSON.stringify(one.kit) === JSON.stringify(filter.kit));
  const spaceAt = SPACES.findIndex((one) => JSON.stringify(one.space) === JSON.stringify(filter.space));
  return (
    <search className="flex flex-wrap gap-2">
      <input
        id="search"
        className="field w-56"
        type="search"
        placeholder={t('Search by name or alias  /')}
        aria-label={t('Search the shelf')}
        value={filter.query}
        onChange={(event) => set({ query: event.target.value })}
      />
      <Pick
        label={t('Family')}
        value={filter.family ?? ''}
        options={[['', english('all families')], ...same(FAMILIES)]}
        onChange={(one) => set({ family: (one || null) as Family | null })}
      />
      <Pick
        label={t('Kit at hand')}
        value={String(kitAt)}
        options={KITS.map((one, i) => [String(i), term(one.words)] as const)}
        onChange={(one) => set({ kit: KITS[Number(one)]?.kit ?? null })}
      />
      <Pick
        label={t('Space at hand')}
        value={String(spaceAt)}
        options={SPACES.map((one, i) => [String(i), term(one.words)] as const)}
        onChange={(one) => set({ space: SPACES[Number(one)]?.space ?? null })}
      />
      <Pick
        label={t('Measure')}
        value={filter.measure ?? ''}
        options={[['', english('all measures')], ...same(MEASURES)]}
        onChange={(one) => set({ measure: (one || null) as Measure | null })}
      />
      <Pick
        label={t('Load')}
        value={filter.load ?? ''}
        options={[['', english('any load')], ['none', english('no special load')], ...same(LOADS)]}
        onChange={(one) => set({ load: (one || null) as Load | 'none' | null })}
      />
      <label className="flex items-center gap-2">
        <input type="checkbox" className="size-5" checked={filter.notMet} onChange={(event) => set({ notMet: event.target.checked })} />
        {t('my squad has not met')}
      </label>
      <label className="flex items-center gap-2">
        <input type="checkbox" className="size-5" checked={filter.archived} onChange={(event) => set({ archived: event.target.checked })} />
        {t('archive')}
      </label>
    </search>
  );
}

interface DrillsData {
  shelf: Shelf;
  /** The drill that is shown first; null for the first of the shelf. */
  first: string | null;
}

/** Drills: the shelf with its filters, and beside it the sheet of the chosen drill. */
function DrillsView({ shelf, first }: DrillsData) {
  const base = `/coach/${shelf.squad.id}`;
  const films = useFilms(shelf.squad.id);
  const [filter, setFilter] = useState<ShelfFilter>(WHOLE_SHELF);
  const looked = useDeferredValue(filter);
  const met = useMemo(() => new Set(shelf.met), [shelf]);
  const inUse = useMemo(() => shelf.drills.filter((drill) => !drill.archived), [shelf]);
  const archive = useMemo(() => shelf.drills.filter((drill) => drill.archived), [shelf]);
  const found = useMemo(() => lookThrough(looked.archived ? archive : inUse, looked, met), [inUse, archive, looked, met]);
  const [chosenId, setChosenId] = useState(first ?? inUse[0]?.id ?? '');
  const chosen = shelf.drills.find((drill) => drill.id === chosenId);
  const choose = (id: string) => {
    setChosenId(id);
    window.history.replaceState(null, '', `?drill=${id}`);
  };
  useKeys(() => ({ '/': () => document.getElementById('search')?.focus() }));
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>{t('Drills')}</h1>
        <div className="flex flex-wrap gap-2">
          <ButtonLink href={`${base}/drills/map`}>{t('Staircase map')}</ButtonLink>
          <DrillFiles squad={shelf.squad.id} />
          <ButtonLink href={`${base}/drills/new`} look="main">
            <Plus aria-hidden className="size-5" /> {t('A drill of your own')}
          </ButtonLink>
        </div>
      </div>
      <Filters filter={filter} set={(change) => setFilter((now) => ({ ...now, ...change }))} />
      <div className="grid items-start gap-4 lg:grid-cols-[300px_minmax(0,1fr)]">
        <nav className="slab max-h-[76vh] overflow-y-auto" aria-label={t('Shelf')} tabIndex={-1}>
          <p className="px-3 py-2 text-dust text-sm" role="status">
            {plural(found.length, 'drill')}
          </p>
          {found.length === 0 && <Empty scene="nobody">{t('No drill fits. Try another word, or fewer filters.')}</Empty>}
          <ul>
            {found.map((drill) => (
              <li key={drill.id} style={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 60px' }}>
                <button
                  type="button"
                  aria-current={drill.id === chosenId ? 'true' : undefined}
                  className={`flex w-full items-center gap-2 border-s-4 px-2 py-1 text-start ${drill.id === chosenId ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
                  onClick={() => choose(drill.id)}
                >
                  <StillImage drill={drill} lively className="size-13 shrink-0" />
                  <span className="min-w-0">
                    <span className="block font-semibold leading-tight">{drill.name}</span>
                    <span className="block text-dust text-sm">
                      {drill.own ? t('your own · ') : ''}
                      {term(drill.family)} · {term(drill.measure)}
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        {chosen && (
          <DrillSheet
            drill={chosen}
            shelf={inUse}
            met={met}
            school={shelf.squad.contactSchool}
            hrefOf={(id) => `${base}/drills?drill=${id}`}
            usedIn={(shelf.usedIn[chosen.id] ?? []).map((week) => ({ ...week, href: `${base}/weeks/${week.id}` }))}
            film={
              <div className="flex flex-col gap-3">
                <FilmBox
                  key={chosen.id}
                  squad={shelf.squad.id}
                  about={{ kind: 'drill', drill: chosen.id }}
                  name={chosen.name}
                  kept={films.kept?.find((one) => isSame(one.about, { kind: 'drill', drill: chosen.id })) ?? null}
                  onChange={films.read}
                />
                <VoiceBox
                  key={`voice of ${chosen.id}`}
                  squad={shelf.squad.id}
                  drill={chosen.id}
                  kept={films.kept?.find((one) => isSame(one.about, { kind: 'voice', drill: chosen.id })) ?? null}
                  onChange={films.read}
                />
              </div>
            }
            tools={
              <>
                <ButtonLink href={`${base}/drills/${chosen.id}`} size="small">
                  <Printer aria-hidden className="size-4" /> {t('Own page')}
                </ButtonLink>
                <ButtonLink href={chosen.own ? `${base}/drills/${chosen.id}/edit` : `${base}/drills/new?from=${chosen.id}`} size="small">
                  {chosen.own ? t('Change it') : t('Copy and change')}
                </ButtonLink>
              </>
            }
          />
        )}
      </div>
    </div>
  );
}

/** The same with the data that came with the page. */
export const DrillsPage = guarded(function DrillsPage() {
  const [data] = useState(pageData<DrillsData>);
  return <DrillsView {...data} />;
});
