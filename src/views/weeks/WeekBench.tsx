import { Plus, Redo2, Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { WeekDetail } from '../../contract/weeks.ts';
import { addDoses, doseOf, minutesInWords, NO_DOSE } from '../../core/dose/index.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../core/runsheet/index.ts';
import { kitOf } from '../../core/weeks/checks.ts';
import { newItem, newSession } from '../../core/weeks/defaults.ts';
import { changeBlock } from '../../core/weeks/edit.ts';
import type { WeekPlan } from '../../core/weeks/schema.ts';
import { Seam } from '../../ui/notations/index.ts';
import { Button, Field, Notice } from '../../ui/parts/index.ts';
import { ReleaseBox } from './ReleaseBox.tsx';
import { SessionColumn } from './SessionColumn.tsx';
import { ShelfDialog } from './ShelfDialog.tsx';
import { type SaveState, useDraft } from './use-draft.ts';

function saveWords(save: SaveState): string {
  return save.kind === 'saved' ? 'All saved' : save.kind === 'saving' ? 'Saving…' : save.kind === 'changed' ? 'Changed' : 'Not saved';
}

/** The dose of the whole week: minutes, touches on a seam, hop seconds a leg, kit to announce. */
function DoseStrip({ plan, drills }: { plan: WeekPlan; drills: ReadonlyMap<string, Drill> }) {
  const dose = useMemo(
    () =>
      plan.sessions
        .map((session) => ({
          ...session,
          blocks: session.blocks.map((b) => ({ ...b, items: b.items.filter((i) => drills.has(i.drillId)) })),
        }))
        .map((session) => doseOf(compileRunSheet(session, drills, TYPICAL_RUNNER), drills, TYPICAL_RUNNER))
        .reduce(addDoses, NO_DOSE),
    [plan, drills],
  );
  const kit = kitOf(
    plan.sessions.flatMap((s) => s.blocks.flatMap((b) => b.items)),
    drills,
  );
  const touches = { left: Math.round(dose.touches.left) || 0, right: Math.round(dose.touches.right) || 0 };
  const hops = { left: Math.round(dose.hopSeconds.left) || 0, right: Math.round(dose.hopSeconds.right) || 0 };
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label="Dose of the week">
      <h2>The whole week</h2>
      <p>
        <span className="font-bold font-display text-2xl" data-testid="week-minutes">
          {minutesInWords(dose)}
        </span>{' '}
        <span className="text-dust">at a steady level</span>
      </p>
      <Seam
        labelWidth={54}
        half={62}
        rows={[{ label: 'touches', ...touches }]}
        summary={`Touches in the week: left ${touches.left}, right ${touches.right}`}
      />
      <p className="text-sm">
        Hopping: <span className="text-foot-left">left leg {hops.left} s</span>,{' '}
        <span className="text-foot-right">right leg {hops.right} s</span>
      </p>
      <p className="text-sm">Kit: {kit.length > 0 ? kit.join(', ') : 'none'}</p>
    </section>
  );
}

/** The week bench: sessions as columns, the dose and the release at the right; saved by itself. */
export function WeekBench({ first, shelf }: { first: WeekDetail; shelf: Drill[] }) {
  const drills = useMemo(() => new Map(shelf.map((drill) => [drill.id, drill])), [shelf]);
  const { week, setWeek, plan, edit, undo, redo, canUndo, canRedo, save, saveNow, problems } = useDraft(first);
  const [adding, setAdding] = useState<string | null>(null);
  const addSession = () =>
    edit((now) => ({ ...now, sessions: [...now.sessions, newSession(uuid(), `Session ${now.sessions.length + 1}`)] }));
  const pick = (drill: Drill) => {
    if (adding) edit((now) => changeBlock(now, adding, (block) => ({ ...block, items: [...block.items, newItem(uuid(), drill)] })));
    setAdding(null);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: undo and redo by keyboard work wherever one stands on the bench.
    <div
      className="flex flex-col gap-4"
      onKeyDown={(event) => {
        const typing = event.target instanceof HTMLInputElement && event.target.type !== 'checkbox';
        if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      }}
    >
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>Week {week.number}</h1>
        <div className="flex items-center gap-2">
          <span className="text-dust" role="status">
            {saveWords(save)}
          </span>
          <Button size="small" disabled={!canUndo} onClick={undo}>
            <Undo2 aria-hidden className="size-4" /> Undo
          </Button>
          <Button size="small" disabled={!canRedo} onClick={redo}>
            <Redo2 aria-hidden className="size-4" /> Redo
          </Button>
        </div>
      </div>
      {save.kind === 'problem' && (
        <Notice tone="stop">
          {save.sentence}{' '}
          {save.conflict && (
            <a href={window.location.href} target="_blank" rel="noreferrer">
              Open the other version in a new tab
            </a>
          )}
        </Notice>
      )}
      {problems.slice(1).map((problem) => (
        <Notice key={problem.field + problem.sentence} tone="stop">
          {problem.sentence}
        </Notice>
      ))}
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="Title" value={plan.title} onChange={(event) => edit((now) => ({ ...now, title: event.target.value }))} />
        <Field label="Focus" value={plan.focus} onChange={(event) => edit((now) => ({ ...now, focus: event.target.value }))} />
      </div>
      <div className="grid gap-4 xl:grid-cols-[minmax(0,1fr)_280px]">
        <section className="flex items-start gap-3 overflow-x-auto pb-3" aria-label="Sessions" tabIndex={-1}>
          {plan.sessions.map((session) => (
            <SessionColumn key={session.id} session={session} drills={drills} edit={edit} onAdd={setAdding} />
          ))}
          <Button className="min-h-24 w-40 shrink-0" onClick={addSession}>
            <Plus aria-hidden className="size-5" /> Add a session
          </Button>
        </section>
        <div className="flex flex-col gap-4">
          <DoseStrip plan={plan} drills={drills} />
          <ReleaseBox week={week} saveNow={saveNow} onReleased={setWeek} />
        </div>
      </div>
      {adding && <ShelfDialog drills={shelf} onPick={pick} onClose={() => setAdding(null)} />}
    </div>
  );
}
