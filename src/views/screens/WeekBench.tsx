import { DndContext, type DragEndEvent, DragOverlay } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import { Eye, ListChecks, ListOrdered, Plus, Redo2, Undo2, Video, Wand2 } from 'lucide-react';
import { lazy, Suspense, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import { useKeys } from '../../client/use-keys.ts';
import type { ShelfDrill } from '../../contract/drills.ts';
import type { Facts } from '../../contract/planning.ts';
import { type Template, type WeekDetail, weeksApi } from '../../contract/weeks.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { allItems } from '../../core/planning/measure.ts';
import { mendAll, mendThese } from '../../core/planning/mending.ts';
import { checkWeek } from '../../core/planning/planner.ts';
import type { CheckName } from '../../core/planning/planner-view.ts';
import { isForAll } from '../../core/planning/reach.ts';
import { plural, t } from '../../core/text/translate.ts';
import { newInSessions } from '../../core/training/meeting.ts';
import { changeMany, itemsBetween } from '../../core/weeks/bulk.ts';
import { newItem } from '../../core/weeks/defaults.ts';
import { changeBlock } from '../../core/weeks/edit.ts';
import type { PlanFault } from '../../core/weeks/savable.ts';
import type { Session, WeekPlan } from '../../core/weeks/schema.ts';
import { Button, ButtonLink, Dialog, Field, Notice } from '../../ui/parts/index.ts';
import { WelcomeDialog } from '../clips/WelcomeDialog.tsx';
import { DoseStrip, NeedsStrip } from '../weeks/BenchStrip.tsx';
import { BulkBar } from '../weeks/BulkBar.tsx';
import { ChecksStrip } from '../weeks/ChecksStrip.tsx';
import { ConflictBox } from '../weeks/ConflictBox.tsx';
import { SquadGroups } from '../weeks/GroupsOfItem.tsx';
import { NumbersDialog } from '../weeks/NumbersDialog.tsx';
import { PreviewDialog } from '../weeks/PreviewDialog.tsx';
import { ProposeDialog } from '../weeks/ProposeDialog.tsx';
import { ReleaseBox } from '../weeks/ReleaseBox.tsx';
import { type Choosing, type ColumnMarks, SessionColumn } from '../weeks/SessionColumn.tsx';
import { SessionTabs } from '../weeks/SessionTabs.tsx';
import { ShapesDialog } from '../weeks/ShapesDialog.tsx';
import { ShelfDialog } from '../weeks/ShelfDialog.tsx';
import { afterDrop, collision, dragWords, useBenchSensors, useIds } from '../weeks/sortable.tsx';
import { type SaveState, useDraft } from '../weeks/use-draft.ts';
import { useMends } from '../weeks/use-mends.ts';
import { WeekDate } from '../weeks/WeekDate.tsx';
import { WeekFiles } from '../weeks/WeekFiles.tsx';

const MOST_SESSIONS = 7;
/** Looked at now and then. */
const DrillSheet = lazy(async () => ({ default: (await import('../drills/DrillSheet.tsx')).DrillSheet }));

function saveWords(save: SaveState, faults: number): string {
  if (save.kind === 'saved') return faults > 0 ? t('Saved, but for {fields}', { fields: plural(faults, 'field') }) : t('All saved');
  if (save.kind === 'not kept') return t('Not yet sent, and this browser has no room to keep it: stay on this page');
  return save.kind === 'saving' ? t('Saving…') : t('Kept here, not yet sent');
}

/** A part of the week by its name, as it is shown while it is dragged. */
function nameOfPart(plan: WeekPlan, drills: ReadonlyMap<string, Drill>, id: string): string {
  for (const session of plan.sessions) {
    if (session.id === id) return session.name;
    for (const block of session.blocks) {
      if (block.id === id) return block.kind;
      const item = block.items.find((one) => one.id === id);
      if (item) return drills.get(item.drillId)?.name ?? 'a drill';
    }
  }
  return '';
}

/** A field that does not hold, with its session and drill. */
const faultInWords = ({ session, item, sentence }: PlanFault, drills: ReadonlyMap<string, Drill>): string => {
  const where = [session, item ? (drills.get(item.drillId)?.name ?? item.drillId) : null].filter(Boolean).join(', ');
  return where ? `${where}: ${sentence}` : sentence;
};

interface BenchData {
  first: WeekDetail;
  /** The squad's shelf, the archive too. */
  shelf: ShelfDrill[];
  facts: Facts;
  templates: Template[];
}

/** The week bench: sessions as columns; dose, checks, needs and the release at the right; saved by itself. */
function WeekBench({ first, shelf: whole, facts, templates: firstTemplates }: BenchData) {
  // Heading is not offered to a squad with players below its age: a plan with it would not be kept.
  const shelf = useMemo(() => {
    const young = facts.players.some((player) => player.age < facts.headingAge);
    return whole.filter((drill) => !drill.archived && !(young && drill.loads.includes('heading')));
  }, [whole, facts]);
  // An archived drill stays known where the plan still has it.
  const drills = useMemo(() => {
    const planned = new Set(allItems(first.plan).map((item) => item.drillId));
    return new Map<string, Drill>(whole.filter((drill) => !drill.archived || planned.has(drill.id)).map((drill) => [drill.id, drill]));
  }, [whole, first]);
  const met = useMemo(() => new Set(facts.met), [facts]);
  const { week, setWeek, plan, held, edit, undo, redo, canUndo, canRedo, save, saveNow, faults, theirs, settle } = useDraft(first);
  const [adding, setAdding] = useState<string | null>(null);
  const [sheet, setSheet] = useState<Drill | null>(null);
  const forAll = useCallback((drill: Drill) => isForAll(drill, facts), [facts]);
  const [proposing, setProposing] = useState(false);
  const [chosen, setChosen] = useState<{ ids: ReadonlySet<string>; last: string | null } | null>(null);
  const choose = useCallback(
    (itemId: string, through: boolean) =>
      setChosen((was) => {
        if (!was) return was;
        const ids = new Set(was.ids);
        if (through && was.last !== null) for (const id of itemsBetween(plan, was.last, itemId)) ids.add(id);
        else if (!ids.delete(itemId)) ids.add(itemId);
        return { ids, last: itemId };
      }),
    [plan],
  );
  const atHand = useMemo(() => ({ id: first.id, saveNow }), [first.id, saveNow]);
  const choosing: Choosing | null = useMemo(() => chosen && { chosen: chosen.ids, choose }, [chosen, choose]);
  const [shaping, setShaping] = useState(false);
  const [previewing, setPreviewing] = useState(false);
  const [numbering, setNumbering] = useState(false);
  const [greeting, setGreeting] = useState(false);
  const [templates, setTemplates] = useState(firstTemplates);
  const [said, setSaid] = useState<string | null>(null);
  const sensors = useBenchSensors();
  const sessionIds = useIds(plan.sessions);
  const [dragged, setDragged] = useState<string | null>(null);
  const onDragEnd = useCallback(
    (event: DragEndEvent) => {
      setDragged(null);
      edit((now) => afterDrop(now, event));
    },
    [edit],
  );
  const [shown, setShown] = useState<string | null>(null);
  const here = plan.sessions.find((session) => session.id === shown) ?? plan.sessions[0];
  // The first look at every drill in every yard takes a moment, so the bench is there before it.
  const looked = useDeferredValue(true, false);
  const fresh = useMemo(() => newInSessions(held.sessions, drills, met), [held.sessions, drills, met]);
  const [asides, setAsides] = useState(facts.asides);
  const known = useMemo(() => ({ ...facts, aside: asides.map((one) => one.check) }), [facts, asides]);
  const look = useCallback((one: WeekPlan) => checkWeek(one, drills, facts.runner, known, uuid), [drills, facts, known]);
  const checks = useMemo(() => (looked ? look(held) : null), [looked, held, look]);
  const mends = useMends(held, drills, known, facts.runner);
  const onMend = useCallback(
    (keys: readonly string[]) =>
      edit((now) => {
        const [key] = keys;
        const found = keys.length === 1 && key !== undefined && mends?.plan === now ? mends.byKey.get(key) : undefined;
        return found ? found.plan : mendThese(now, keys, look);
      }),
    [edit, mends, look],
  );
  const onMendAll = useCallback(
    () => edit((now) => (mends?.all && mends.plan === now ? mends.all : mendAll(now, look))),
    [edit, mends, look],
  );
  const onAside = useCallback(
    async (check: CheckName, scope: 'week' | 'squad' | 'look again', reason: string) => {
      try {
        const body = scope === 'look again' ? { check, scope } : { check, scope, reason };
        setAsides((await call(weeksApi.setAside, { week: first.id }, body)).asides);
        return null;
      } catch (error) {
        return sentenceOf(error);
      }
    },
    [first.id],
  );
  // The columns are drawn anew only when a mark really changed.
  const marked = JSON.stringify(
    (checks ?? []).toReversed().flatMap((check) => (check.at ? [[check.at, check.blocks ? 'blocks' : 'look']] : [])),
  );
  const marks: ColumnMarks = useMemo(() => new Map(JSON.parse(marked) as [string, 'blocks' | 'look'][]), [marked]);
  const pick = (drill: Drill) => {
    // The squad's school decides which foot shows the way.
    const starts = facts.footOrder === 'catch-up' ? ('stronger' as const) : ('turn about' as const);
    const item = { ...newItem(uuid(), drill), starts };
    if (adding) edit((now) => changeBlock(now, adding, (block) => ({ ...block, items: [...block.items, item] })));
    setAdding(null);
  };
  const keep = useCallback(
    async (name: string, sessions: Session[]) => {
      try {
        const kept = await call(weeksApi.keepTemplate, { squad: first.squadId }, { id: uuid(), name, sessions });
        setTemplates((all) => [...all, kept]);
        setSaid(t('“{name}” is kept as a template.', { name: kept.name }));
      } catch (error) {
        setSaid(sentenceOf(error));
      }
    },
    [first.squadId],
  );
  const keepSession = useCallback((session: Session) => void keep(session.name, [session]), [keep]);
  const drop = async (template: Template) => {
    try {
      await call(weeksApi.dropTemplate, { template: template.id });
      setTemplates((all) => all.filter((one) => one.id !== template.id));
    } catch (error) {
      setSaid(sentenceOf(error));
    }
  };
  useKeys(() => ({
    '$mod+Shift+z': redo,
    '$mod+z': undo,
    a: ({ target }) => {
      const here = target instanceof Element ? target.closest('[data-part=block]')?.getAttribute('data-id') : null;
      const block = here ?? plan.sessions.at(-1)?.blocks.at(-1)?.id;
      if (!block) return false;
      return setAdding(block);
    },
    s: () => {
      if (plan.sessions.length >= MOST_SESSIONS) return false;
      return setShaping(true);
    },
  }));
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>{t('Week {number}', { number: week.number })}</h1>
        <div className="flex flex-wrap items-center gap-1.5">
          <span className="text-dust" role="status">
            {saveWords(save, faults.length)}
          </span>
          <Button size="small" disabled={!canUndo} onClick={undo} title={t('Ctrl Z')}>
            <Undo2 aria-hidden className="size-4" /> {t('Undo')}
          </Button>
          <Button size="small" disabled={!canRedo} onClick={redo} title={t('Ctrl Shift Z')}>
            <Redo2 aria-hidden className="size-4" /> {t('Redo')}
          </Button>
          <Button size="small" look={plan.sessions.length === 0 ? 'main' : 'plain'} onClick={() => setProposing(true)}>
            <Wand2 aria-hidden className="size-4" /> {t('Propose')}
          </Button>
          {plan.sessions.length > 0 && (
            <Button
              size="small"
              aria-pressed={chosen !== null}
              onClick={() => setChosen(chosen ? null : { ids: new Set(), last: null })}
              title={t('Set the same for many drills')}
            >
              <ListChecks aria-hidden className="size-4" /> {t('Choose')}
            </Button>
          )}
          <Button size="small" onClick={() => setPreviewing(true)}>
            <Eye aria-hidden className="size-4" /> {t('Preview')}
          </Button>
          <Button size="small" onClick={() => setNumbering(true)}>
            <ListOrdered aria-hidden className="size-4" /> {t('Numbers')}
          </Button>
          <Button size="small" onClick={() => setGreeting(true)}>
            <Video aria-hidden className="size-4" /> {t('Welcome film')}
          </Button>
          <ButtonLink href="#release" size="small">
            {t('To the release')}
          </ButtonLink>
          <WeekFiles week={week} onKeep={() => void keep(plan.title, plan.sessions)} canKeep={plan.sessions.length > 0} saveNow={saveNow} />
        </div>
      </div>
      {theirs && <ConflictBox mine={plan} theirs={theirs} drills={drills} onSettle={settle} />}
      {save.kind === 'problem' && !theirs && <Notice tone="stop">{save.sentence}</Notice>}
      {said && <Notice>{said}</Notice>}
      {faults.length > 0 && (
        <Notice tone="stop">
          <ul>
            {faults.map((fault) => (
              <li key={fault.field + fault.sentence}>{faultInWords(fault, drills)}</li>
            ))}
          </ul>
          {t('{kind}The week is released once these are right.', { kind: save.kind === 'saved' ? t('Everything else is saved. ') : '' })}
        </Notice>
      )}
      {chosen && (
        <BulkBar
          chosen={chosen.ids.size}
          all={allItems(plan).map((item) => item.id)}
          scored={allItems(plan).flatMap((item) => (item.scored ? [item.id] : []))}
          onChoose={(ids) => setChosen({ ids: new Set(ids), last: null })}
          onChange={(change) => edit((now) => changeMany(now, chosen.ids, change, drills))}
          onClose={() => setChosen(null)}
        />
      )}
      <div className="grid gap-3 sm:grid-cols-[2fr_3fr_auto]">
        <Field label={t('Title')} value={plan.title} onChange={(event) => edit((now) => ({ ...now, title: event.target.value }))} />
        <Field label={t('Focus')} value={plan.focus} onChange={(event) => edit((now) => ({ ...now, focus: event.target.value }))} />
        <WeekDate week={week} onMoved={setWeek} />
      </div>
      <SessionTabs sessions={plan.sessions} shown={here?.id ?? null} onShow={setShown} />
      <div className="grid gap-4 xl:grid-cols-[minmax(0,1fr)_290px]">
        <DndContext
          accessibility={dragWords()}
          id="bench"
          sensors={sensors}
          collisionDetection={collision}
          onDragStart={({ active }) => setDragged(nameOfPart(plan, drills, String(active.id)))}
          onDragCancel={() => setDragged(null)}
          onDragEnd={onDragEnd}
        >
          <DragOverlay>{dragged && <div className="slab border-2 border-lace p-2 font-semibold shadow-lg">{dragged}</div>}</DragOverlay>
          <SquadGroups value={facts.groups}>
            <section className="flex items-start gap-3 overflow-x-auto pb-3" aria-label={t('Sessions')} tabIndex={-1}>
              <SortableContext items={sessionIds} strategy={horizontalListSortingStrategy}>
                {plan.sessions.map((session, i) => (
                  <SessionColumn
                    key={session.id}
                    session={session}
                    hiddenOnPhone={session.id !== here?.id}
                    measured={held === plan ? session : (held.sessions.find((one) => one.id === session.id) ?? session)}
                    runner={facts.runner}
                    index={i}
                    newDrills={fresh[i]?.drills ?? 0}
                    newMinutes={Math.ceil((fresh[i]?.seconds ?? 0) / 60)}
                    drills={drills}
                    edit={edit}
                    marks={marks}
                    onAdd={setAdding}
                    onSheet={setSheet}
                    onKeep={keepSession}
                    choosing={choosing}
                    week={atHand}
                  />
                ))}
              </SortableContext>
              {plan.sessions.length < MOST_SESSIONS && (
                <Button className="min-h-24 w-40 shrink-0" onClick={() => setShaping(true)} title="S">
                  <Plus aria-hidden className="size-5" /> {t('Add a session')}
                </Button>
              )}
            </section>
          </SquadGroups>
        </DndContext>
        <div className="flex flex-col gap-4">
          <DoseStrip plan={held} drills={drills} facts={facts} />
          <ChecksStrip checks={checks} mends={mends} asides={asides} onMend={onMend} onMendAll={onMendAll} onAside={onAside} />
          {looked && <NeedsStrip plan={held} drills={drills} facts={facts} />}
          <ReleaseBox
            key={week.startsOn}
            week={week}
            blocked={(checks ?? []).filter((check) => check.blocks).length}
            saveNow={saveNow}
            onReleased={setWeek}
          />
        </div>
      </div>
      <p className="text-dust text-sm">
        {t('Keys:')} <kbd>A</kbd> {t('adds a drill where you stand,')} <kbd>S</kbd> {t('a session,')} <kbd>{t('Alt')}</kbd>{' '}
        {t('and an arrow moves what you stand on,')} <kbd>{t('Delete')}</kbd> {t('removes a drill,')} <kbd>{t('Ctrl Z')}</kbd>{' '}
        {t('undoes.')}
      </p>
      {adding && (
        <ShelfDialog drills={shelf} met={met} isForAll={forAll} onPick={pick} onSheet={setSheet} onClose={() => setAdding(null)} />
      )}
      {sheet && (
        <Dialog label={sheet.name} onClose={() => setSheet(null)} className="max-w-4xl bg-slab">
          <Suspense fallback={<p className="text-dust">{t('One moment…')}</p>}>
            <DrillSheet
              drill={sheet}
              shelf={whole}
              met={met}
              school={facts.contactSchool}
              hrefOf={(id) => `/coach/${first.squadId}/drills?drill=${id}`}
            />
          </Suspense>
        </Dialog>
      )}
      {proposing && (
        <ProposeDialog
          weekId={week.id}
          drills={drills}
          facts={facts}
          there={plan.sessions}
          onTake={(sessions, inPlace) => {
            edit((now) => ({ ...now, sessions: inPlace ? sessions : [...now.sessions, ...sessions].slice(0, MOST_SESSIONS) }));
            setProposing(false);
          }}
          onClose={() => setProposing(false)}
        />
      )}
      {shaping && (
        <ShapesDialog
          drills={drills}
          facts={known}
          templates={templates}
          there={plan.sessions}
          room={MOST_SESSIONS - plan.sessions.length}
          onTake={(sessions) => {
            edit((now) => ({ ...now, sessions: [...now.sessions, ...sessions].slice(0, MOST_SESSIONS) }));
            setShaping(false);
          }}
          onDrop={(template) => void drop(template)}
          onClose={() => setShaping(false)}
        />
      )}
      {numbering && <NumbersDialog weekId={week.id} saveNow={saveNow} onClose={() => setNumbering(false)} />}
      {greeting && <WelcomeDialog week={{ ...week, squadId: first.squadId }} onClose={() => setGreeting(false)} />}
      {previewing && <PreviewDialog weekId={week.id} facts={facts} saveNow={saveNow} onClose={() => setPreviewing(false)} />}
    </div>
  );
}

/** The same with the data that came with the page. */
export const WeekBenchPage = guarded(function WeekBenchPage() {
  const [data] = useState(pageData<BenchData>);
  return <WeekBench {...data} />;
});
