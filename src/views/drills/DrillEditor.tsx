import { Trash2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { call, type FieldToMend, ServerProblem, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import { drillsApi, type Shelf, type ShelfDrill } from '../../contract/drills.ts';
import { CheckedDrill } from '../../core/drills/checked.ts';
import { cautionsFor, filledIn } from '../../core/drills/filled-in.ts';
import { textsOf } from '../../core/drills/other-language.ts';
import { FAMILIES, KIT, LOADS, MEASURES, WORKING_SIDES } from '../../core/drills/terms.ts';
import { LANGUAGES } from '../../core/text/languages.ts';
import { t, term } from '../../core/text/translate.ts';
import { Button, ButtonLink, Fold, Notice } from '../../ui/parts/index.ts';
import { DrillSheet } from './DrillSheet.tsx';
import { Checks, Part, Pick, Text } from './editor-fields.tsx';
import { type DrillForm, drillOf, formOf, idFor, otherLanguage } from './editor-form.ts';
import { LayoutEditor } from './LayoutEditor.tsx';
import { MovesField } from './MovesField.tsx';

interface Props {
  shelf: Shelf;
  /** The own drill that is changed; null for a new one. */
  changing: ShelfDrill | null;
  /** The drill a new one is copied from. */
  copying: ShelfDrill | null;
}

/** The fields as they were left in this tab, so that a reload loses nothing typed. */
function useKept(key: string, first: DrillForm) {
  const [form, setForm] = useState(first);
  const [restored, setRestored] = useState(false);
  useEffect(() => {
    const kept = sessionStorage.getItem(key);
    if (!kept) return;
    setForm({ ...first, ...(JSON.parse(kept) as DrillForm) });
    setRestored(true);
  }, [key, first]);
  const put = (next: DrillForm) => {
    setForm(next);
    sessionStorage.setItem(key, JSON.stringify(next));
  };
  const forget = () => sessionStorage.removeItem(key);
  return { form, put, forget, restored };
}

/** The same drill for who reads the other language: a line for each of its texts. What is left empty is shown as it is written above. */
function InOtherLanguage({
  texts,
  said,
  problem,
  onSay,
}: {
  texts: readonly string[];
  said: DrillForm['other'];
  problem: string | undefined;
  onSay(said: DrillForm['other']): void;
}) {
  const { name } = LANGUAGES[otherLanguage()];
  const done = texts.filter((text) => said[text]?.trim()).length;
  return (
    <Fold
      level={2}
      heading={t('In {language} too', { language: name })}
      says={texts.length === 0 ? t('when the drill is whole') : t('{done} of {texts} said', { done, texts: texts.length })}
    >
      <p className="text-dust">
        {t('Who reads {language} gets these; where one is empty, what stands above is shown, marked.', { language: name })}
      </p>
      {texts.map((text) => (
        <Text key={text} label={text} value={said[text] ?? ''} onChange={(next) => onSay({ ...said, [text]: next })} />
      ))}
      {problem && <p className="text-sm text-stop">{problem}</p>}
    </Fold>
  );
}

/** The editor of a squad's own drills: fields on the left, the sheet as it will be on the right. */
function DrillEditor({ shelf, changing, copying }: Props) {
  const base = `/coach/${shelf.squad.id}/drills`;
  const source = changing ?? copying;
  const first = useMemo(() => {
    const form = formOf(source);
    return copying ? { ...form, name: t('{name}, our way', { name: form.name }) } : form;
  }, [source, copying]);
  const { form, put, forget, restored } = useKept(
    `drill|${shelf.squad.id}|${changing?.id ?? `new-${copying?.id ?? ''}`}|${changing?.version ?? 0}`,
    first,
  );
  const [chance] = useState(() => v4().slice(0, 6));
  const [newRecords, setNewRecords] = useState(false);
  const [tried, setTried] = useState(false);
  const [serverProblems, setServerProblems] = useState<FieldToMend[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const set = (change: Partial<DrillForm>) => {
    setServerProblems([]);
    put({ ...form, ...change });
  };
  const id = changing?.id ?? idFor(form.name, chance);
  const parsed = useMemo(() => CheckedDrill.safeParse(drillOf(form, id, source)), [form, id, source]);
  const issues = [
    ...(tried && !parsed.success ? parsed.error.issues.map((issue) => ({ field: issue.path.join('.'), sentence: issue.message })) : []),
    ...serverProblems.map((one) => ({ ...one, field: one.field.replace(/^content\./, '') })),
  ];
  const problemAt = (...fields: string[]) =>
    issues.find((issue) => fields.some((field) => issue.field === field || issue.field.startsWith(`${field}.`)))?.sentence;
  const { name, hasLayout, moves, route, movement } = form;
  const layout = useMemo(() => (hasLayout ? { moves, route, variants: [] } : null), [hasLayout, moves, route]);
  const filled = useMemo(() => filledIn(movement, layout), [movement, layout]);
  const sides = form.sides || filled.sides;
  const [easy, usual, fast] = [form.easy || filled.pace.easy, form.usual || filled.pace.usual, form.fast || filled.pace.fast];
  // The picture goes on while a pace is being typed.
  const shown = useMemo(() => {
    const pace = { easy: Number(easy) || 1, usual: Number(usual) || 1.5, fast: Number(fast) || 2, ceiling: 99, estimated: true };
    return { name: name || t('Your drill'), sides, pace };
  }, [name, sides, easy, usual, fast]);
  const others = shelf.drills.filter((drill) => drill.id !== id && !drill.archived);

  const save = async () => {
    setTried(true);
    setProblem(null);
    if (!parsed.success) {
      setProblem(t('Some fields are not right yet. They are marked below; nothing you typed is lost.'));
      return;
    }
    setBusy(true);
    try {
      const saved = await call(
        drillsApi.save,
        { squad: shelf.squad.id, drill: id },
        { basedOn: changing?.version ?? null, content: parsed.data, newRecords },
      );
      forget();
      window.location.assign(`${base}?drill=${saved.id}`);
    } catch (error) {
      setProblem(sentenceOf(error));
      setServerProblems(error instanceof ServerProblem ? error.fields : []);
      setBusy(false);
    }
  };
  const archive = async (archived: boolean) => {
    try {
      await call(drillsApi.archive, { squad: shelf.squad.id, drill: id }, { archived });
      window.location.assign(base);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const row = (i: number, change: Partial<DrillForm['bands'][number]>) =>
    set({ bands: form.bands.map((band, n) => (n === i ? { ...band, ...change } : band)) });

  return (
    <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_420px]">
      <div className="flex flex-col gap-4">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1>
            {changing
              ? t('Change “{name}”', { name: changing.name })
              : copying
                ? t('A copy of “{name}”', { name: copying.name })
                : t('A drill of your own')}
          </h1>
          <div className="flex gap-2">
            <ButtonLink href={changing ? `${base}?drill=${changing.id}` : base}>{t('Leave')}</ButtonLink>
            {changing && (
              <Button onClick={() => void archive(!changing.archived)}>
                {changing.archived ? t('Back on the shelf') : t('To the archive')}
              </Button>
            )}
            <Button look="main" disabled={busy} onClick={() => void save()}>
              {changing ? t('Save as version {version}', { version: changing.version + 1 }) : t('Save the drill')}
            </Button>
          </div>
        </div>
        {problem && <Notice tone="stop">{problem}</Notice>}
        {restored && <Notice>{t('What you had typed before is here again.')}</Notice>}
        {!source && (
          <p className="text-dust">
            {t(
              'A name, and the moves or the steps: that is enough. What stands grey in the other fields is taken from the moves, or is sensible; change it when you like.',
            )}
          </p>
        )}
        {changing && (
          <p className="text-dust">
            {t('Released weeks keep version {version}. Weeks you release from now on get the new one.', { version: changing.version })}
          </p>
        )}
        <Part title={t('What it is')}>
          <Text label={t('Name')} value={form.name} onChange={(name) => set({ name })} problem={problemAt('name', 'id')} />
          <div className="grid gap-3 sm:grid-cols-3">
            <Pick label={t('Family')} value={form.family} options={FAMILIES} onChange={(family) => set({ family })} />
            <Pick
              label={t('Measure')}
              value={form.measure}
              options={form.measure === '' || !source ? ['', ...MEASURES] : MEASURES}
              empty={t('{measure}, as it is done', { measure: filled.measure })}
              onChange={(measure) => set({ measure })}
            />
            <Pick
              label={t('Sides')}
              value={form.sides}
              options={form.sides === '' || !source ? ['', ...WORKING_SIDES] : WORKING_SIDES}
              empty={t('{sides}, as it is done', { sides: filled.sides })}
              onChange={(sides) => set({ sides })}
            />
          </div>
          <Text
            label={t('Purpose, one line')}
            value={form.purpose}
            placeholder={filled.purpose}
            onChange={(purpose) => set({ purpose })}
            problem={problemAt('purpose')}
          />
          <Text
            label={t('Aliases, one a line')}
            rows={2}
            value={form.aliases}
            onChange={(aliases) => set({ aliases })}
            problem={problemAt('aliases')}
          />
        </Part>
        <Part title={t('Shown, not told')}>
          <MovesField value={form.movement} layout={layout} drill={shown} others={others} onChange={(movement) => set({ movement })} />
          {problemAt('moves') && <p className="text-sm text-stop">{problemAt('moves')}</p>}
        </Part>
        <Part title={t('How it is done')}>
          <Text
            label={t('Steps, one a line')}
            rows={4}
            value={form.steps}
            placeholder={filled.steps.join('\n')}
            onChange={(steps) => set({ steps })}
            problem={problemAt('steps')}
          />
          <Text
            label={t('Cues, one a line')}
            rows={3}
            value={form.cues}
            placeholder={filled.cues.join('\n')}
            onChange={(cues) => set({ cues })}
            problem={problemAt('cues')}
          />
          <Text
            label={t('Faults, one a line')}
            hint={t('What goes wrong: how to mend it')}
            rows={3}
            value={form.faults}
            placeholder={filled.faults.map((fault) => `${fault.wrong}: ${fault.mend}`).join('\n')}
            onChange={(faults) => set({ faults })}
            problem={problemAt('faults')}
          />
          <Text
            label={t('Cautions, one a line')}
            rows={2}
            value={form.cautions}
            placeholder={cautionsFor({ kit: form.kit ?? filled.kit, loads: form.loads ?? filled.loads }).join('\n')}
            onChange={(cautions) => set({ cautions })}
            problem={problemAt('cautions')}
          />
          <Checks legend={t('Load')} all={LOADS} chosen={form.loads ?? filled.loads} onChange={(loads) => set({ loads })} />
          <div className="grid gap-3 sm:grid-cols-2">
            <Text
              label={t('Youngest age')}
              number
              value={form.minAge}
              onChange={(minAge) => set({ minAge })}
              problem={problemAt('minAge')}
              hint={t('Empty for no limit')}
            />
            <Text label={t('Oldest age')} number value={form.maxAge} onChange={(maxAge) => set({ maxAge })} problem={problemAt('maxAge')} />
          </div>
        </Part>
        <Part title={t('Counting and pace')}>
          <Text
            label={t('Counting unit')}
            hint={t('One of what: a tap, a catch, a step-over')}
            value={form.unit}
            placeholder={filled.counting.unit}
            onChange={(unit) => set({ unit })}
            problem={problemAt('counting.unit')}
          />
          <Text
            label={t('Counts')}
            value={form.counts}
            placeholder={filled.counting.counts}
            onChange={(counts) => set({ counts })}
            problem={problemAt('counting.counts')}
          />
          <Text
            label={t('Does not count')}
            value={form.doesNotCount}
            placeholder={filled.counting.doesNotCount}
            onChange={(doesNotCount) => set({ doesNotCount })}
            problem={problemAt('counting.doesNotCount')}
          />
          <div className="grid gap-3 sm:grid-cols-4">
            {(['easy', 'usual', 'fast', 'ceiling'] as const).map((pace) => (
              <Text
                key={pace}
                label={t('Reps a second, {pace}', { pace })}
                number
                value={form[pace]}
                placeholder={String(filled.pace[pace])}
                onChange={(next) => set({ [pace]: next })}
                problem={problemAt(`pace.${pace}`)}
              />
            ))}
          </div>
          {issues.some((issue) => issue.field === 'pace') && <p className="text-sm text-stop">{problemAt('pace')}</p>}
          <div className="grid gap-3 sm:grid-cols-2">
            <Text
              label={t('Ball touches in one rep')}
              number
              value={form.touchesPerRep}
              placeholder={String(filled.touchesPerRep)}
              onChange={(touchesPerRep) => set({ touchesPerRep })}
              problem={problemAt('touchesPerRep')}
            />
            {['sets', 'course time'].includes(form.measure || filled.measure) && (
              <Text
                label={t('Seconds of one set or course')}
                number
                value={form.courseSeconds}
                placeholder={String(filled.courseSeconds)}
                onChange={(courseSeconds) => set({ courseSeconds })}
                problem={problemAt('courseSeconds')}
              />
            )}
          </div>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={form.estimated}
              onChange={(event) => set({ estimated: event.target.checked })}
            />
            {t('The paces are an estimate')}
          </label>
          <p className="font-bold font-display">{t('What three levels reach')}</p>
          {form.bands.map((band, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: bands have nothing else to be told apart by while they are typed.
            <div key={i} className="flex flex-wrap items-end gap-2">
              {(['per', 'starting', 'steady', 'strong'] as const).map((key) => (
                <Text
                  key={key}
                  className="w-24"
                  label={key === 'per' ? t('at (s, reps)') : term(key)}
                  number
                  value={band[key]}
                  onChange={(next) => row(i, { [key]: next })}
                  problem={problemAt(`bands.${i}.${key}`)}
                />
              ))}
              <Button
                size="small"
                aria-label={t('Remove band {i}', { i: i + 1 })}
                onClick={() => set({ bands: form.bands.filter((_, n) => n !== i) })}
              >
                <Trash2 aria-hidden className="size-4" />
              </Button>
            </div>
          ))}
          <Button
            size="small"
            className="self-start"
            onClick={() => set({ bands: [...form.bands, { per: '30', starting: '', steady: '', strong: '', estimated: true }] })}
          >
            {t('Add a band')}
          </Button>
        </Part>
        <Part title={t('Kit, space, layout')}>
          <Checks legend={t('Kit')} all={KIT} chosen={form.kit ?? filled.kit} onChange={(kit) => set({ kit })} />
          <div className="grid gap-3 sm:grid-cols-2">
            <Text
              label={t('Length, m')}
              number
              value={form.length}
              placeholder={String(filled.space.length)}
              onChange={(length) => set({ length })}
              problem={problemAt('space.length')}
            />
            <Text
              label={t('Width, m')}
              number
              value={form.width}
              placeholder={String(filled.space.width)}
              onChange={(width) => set({ width })}
              problem={problemAt('space.width')}
            />
          </div>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={form.hasLayout}
              onChange={(event) => set({ hasLayout: event.target.checked })}
            />
            {t('It has a layout of cones')}
          </label>
          {form.hasLayout && (
            <>
              <LayoutEditor value={form} onChange={({ moves, route }) => set({ moves, route })} />
              {form.variants.map((variant, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: variants are told apart by their place while they are typed.
                <div key={i} className="flex flex-col gap-2 border-joint border-t pt-3">
                  <div className="flex items-end gap-2">
                    <Text
                      className="flex-1"
                      label={t('Variant for a small yard')}
                      value={variant.name}
                      onChange={(name) => set({ variants: form.variants.map((one, n) => (n === i ? { ...one, name } : one)) })}
                      problem={problemAt(`layout.variants.${i}`)}
                    />
                    <Button onClick={() => set({ variants: form.variants.filter((_, n) => n !== i) })}>{t('Remove')}</Button>
                  </div>
                  <LayoutEditor
                    value={variant}
                    onChange={(next) => set({ variants: form.variants.map((one, n) => (n === i ? { ...one, ...next } : one)) })}
                  />
                </div>
              ))}
              {form.variants.length < 4 && (
                <Button
                  size="small"
                  className="self-start"
                  onClick={() =>
                    set({ variants: [...form.variants, { name: '', moves: t('put a cone; 2 forward; put a cone'), route: '' }] })
                  }
                >
                  {t('Add a variant for small yards')}
                </Button>
              )}
            </>
          )}
          {problemAt('layout.moves', 'layout.route') && <p className="text-sm text-stop">{problemAt('layout.moves', 'layout.route')}</p>}
        </Part>
        <InOtherLanguage
          texts={parsed.success ? [...new Set(textsOf(parsed.data))].filter((text) => text.trim() !== '') : []}
          said={form.other}
          problem={problemAt('also')}
          onSay={(other) => set({ other })}
        />
        <Part title={t('Steps up to it')}>
          <label className="flex flex-col gap-1">
            <span className="font-semibold">{t('Easier drills')}</span>
            <select
              className="field"
              value=""
              onChange={(event) => event.target.value && set({ easier: [...new Set([...form.easier, event.target.value])] })}
            >
              <option value="">{t('add one…')}</option>
              {others.map((drill) => (
                <option key={drill.id} value={drill.id}>
                  {drill.name}
                </option>
              ))}
            </select>
          </label>
          {problemAt('easier') && <p className="text-sm text-stop">{problemAt('easier')}</p>}
          <ul className="flex flex-wrap gap-2">
            {form.easier.map((easier) => (
              <li key={easier}>
                <Button size="small" onClick={() => set({ easier: form.easier.filter((one) => one !== easier) })}>
                  {shelf.drills.find((drill) => drill.id === easier)?.name ?? easier} <Trash2 aria-hidden className="size-4" />
                  <span className="sr-only">{t('remove')}</span>
                </Button>
              </li>
            ))}
          </ul>
          {changing && (
            <label className="flex items-center gap-2">
              <input type="checkbox" className="size-5" checked={newRecords} onChange={(event) => setNewRecords(event.target.checked)} />
              {t('The movement is another one now: start new records')}
            </label>
          )}
        </Part>
      </div>
      <aside className="sticky top-4 flex flex-col gap-2" aria-label={t('As players and coaches will see it')}>
        <p className="text-dust">{t('As it will be')}</p>
        {parsed.success ? (
          <DrillSheet
            // It moves beside its words already.
            drill={{ ...parsed.data, moves: null }}
            shelf={[...others, parsed.data]}
            met={new Set(shelf.met)}
            school={shelf.squad.contactSchool}
            hrefOf={(one) => `${base}?drill=${one}`}
          />
        ) : (
          <Notice>
            {t('{message} The sheet appears when the drill is whole.', {
              message: parsed.error.issues[0]?.message ?? t('Something is not right yet.'),
            })}
          </Notice>
        )}
      </aside>
    </div>
  );
}

/** The same with the data that came with the page. */
export const DrillEditorPage = guarded(function DrillEditorPage() {
  const [data] = useState(pageData<Props>);
  return <DrillEditor {...data} />;
});
