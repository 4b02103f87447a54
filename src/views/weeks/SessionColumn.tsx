import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ChevronDown, ChevronRight, Plus, Trash2 } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { WEEKDAYS, weekdayInWords } from '../../core/calendar/weekdays.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { measureSession } from '../../core/planning/measure.ts';
import { doseInWords } from '../../core/scores/result.ts';
import { t, term } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import { isInPairs, type Runner } from '../../core/training/index.ts';
import { newBlock } from '../../core/weeks/defaults.ts';
import { changeBlock, changeItem, changeSession, moveById, removeById, stepAcross, stepItem } from '../../core/weeks/edit.ts';
import { faultsOfItem } from '../../core/weeks/savable.ts';
import { BLOCK_KINDS, type Block, type BlockKind, type Item, type Session, type WeekPlan } from '../../core/weeks/schema.ts';
import { Seam, Skyline, StillImage } from '../../ui/notations/index.ts';
import { SmallSoon } from '../../ui/notations/moves/StageSoon.tsx';
import { Button } from '../../ui/parts/index.ts';
import { ForGroups, GroupsOfItem } from './GroupsOfItem.tsx';
import { ItemEditor } from './ItemEditor.tsx';
import { OwnStepBox, type WeekAtHand } from './OwnStepBox.tsx';
import { Sortable, useIds } from './sortable.tsx';

type Edit = (change: (plan: WeekPlan) => WeekPlan) => void;

/** Items, blocks and sessions that a check speaks of, by id: which of them blocks, which only wants a look. */
export type ColumnMarks = ReadonlyMap<string, 'blocks' | 'look'>;

/** Choosing many items at once: which are chosen; null while nobody chooses. */
export interface Choosing {
  chosen: ReadonlySet<string>;
  /** Chooses an item or lets it go; with `through` all from the last one to it. */
  choose(itemId: string, through: boolean): void;
}

const targetWords = ({ scored, target }: Item): string => {
  if (!scored) return t('not counted');
  if (target.rule === 'same for all') return t('reach {number}', { number: target.number });
  return target.rule === 'no number' ? t('counted, no number') : term(target.rule);
};

interface Shared {
  week: WeekAtHand;
  choosing: Choosing | null;
  drills: ReadonlyMap<string, Drill>;
  edit: Edit;
  marks: ColumnMarks;
  onAdd(blockId: string): void;
  /** Shows a drill whole. */
  onSheet(drill: Drill): void;
}

function Remove({ id, name, edit }: { id: string; name: string; edit: Edit }) {
  return (
    <button
      type="button"
      className="grid size-8 shrink-0 place-items-center text-dust"
      aria-label={t('Remove {name}', { name })}
      title={t('Remove {name}', { name })}
      onClick={() => edit((plan) => removeById(plan, id))}
    >
      <Trash2 aria-hidden className="size-4" />
    </button>
  );
}

const ladderWords = (item: Item) =>
  item.paces.length === 0 ? '' : `, ${item.paces.map((stretch) => term(stretch.pace)).join('–')}${isInPairs(item) ? t(' by pairs') : ''}`;

function ItemRow({ item, index, blockId, shared }: { item: Item; index: number; blockId: string; shared: Shared }) {
  const { drills, edit, marks, choosing } = shared;
  const [open, setOpen] = useState(false);
  const drill = drills.get(item.drillId);
  const name = drill?.name ?? t('a drill that is gone');
  const sides = item.side === 'untracked' ? '' : `, ${term(item.side)}`;
  const rounds = 'rounds' in item.dose && item.dose.rounds > 1 ? ` × ${item.dose.rounds}` : '';
  const Chevron = open ? ChevronDown : ChevronRight;
  const faults = useMemo(() => faultsOfItem(item), [item]);
  const mark = faults.size > 0 ? 'blocks' : marks.get(item.id);
  return (
    <Sortable
      id={item.id}
      place={{ type: 'item', within: blockId, index }}
      as="li"
      label={name}
      className={`border-joint border-t bg-slab py-0.5 ${mark ? `border-s-4 ${mark === 'blocks' ? 'border-s-stop' : 'border-s-mustard'}` : ''}`}
      onMove={(by) => edit((plan) => stepItem(plan, item.id, by))}
      onAcross={(by) => edit((plan) => stepAcross(plan, item.id, by))}
    >
      {(handle) => (
        <>
          <div className="flex items-start">
            {choosing ? (
              <input
                type="checkbox"
                className="m-1.5 size-5 shrink-0 accent-lace"
                aria-label={t('Choose {name}', { name })}
                checked={choosing.chosen.has(item.id)}
                onClick={(event) => choosing.choose(item.id, event.shiftKey)}
                onChange={() => undefined}
              />
            ) : (
              handle
            )}
            <button
              type="button"
              className="flex min-w-0 flex-1 items-start gap-1 py-1 text-start"
              aria-expanded={open}
              onClick={() => setOpen(!open)}
              onKeyDown={(event) => event.key === 'Delete' && edit((plan) => removeById(plan, item.id))}
            >
              <Chevron aria-hidden className="mt-0.5 size-4 shrink-0 text-dust" />
              {drill && <StillImage drill={drill} lively className="-my-0.5 size-9 shrink-0" />}
              <span className="min-w-0">
                <span className="block font-semibold leading-tight">{name}</span>
                <span className="block text-dust text-sm">
                  {faults.size > 0 ? (
                    <span className="text-stop">{t('not right yet')}</span>
                  ) : (
                    `${doseInWords(item.dose)}${rounds}${sides}${ladderWords(item)} · ${targetWords(item)}${item.ownStep ? t(' · each the own step') : ''}${item.groups ? t(' · other for a group') : ''}`
                  )}
                </span>
              </span>
            </button>
            <Remove id={item.id} name={name} edit={edit} />
          </div>
          {open && drill && (
            <div className="py-2 ps-5">
              <SmallSoon drill={drill} className="h-32" />
              <Button size="tight" look="quiet" onClick={() => shared.onSheet(drill)}>
                {t('Its whole sheet')}
                <span className="sr-only">: {name}</span>
              </Button>
              <ItemEditor
                item={item}
                faults={faults}
                drill={drill}
                onChange={(next) => edit((plan) => changeItem(plan, item.id, () => next))}
              />
              {!item.ownStep && (
                <GroupsOfItem
                  item={item}
                  drill={drill}
                  drills={drills}
                  faults={faults}
                  onChange={(next) => edit((plan) => changeItem(plan, item.id, () => next))}
                />
              )}
              <OwnStepBox
                item={item}
                drill={drill}
                drills={drills}
                week={shared.week}
                onChange={(next) => edit((plan) => changeItem(plan, item.id, () => next))}
              />
            </div>
          )}
        </>
      )}
    </Sortable>
  );
}

function SecondsField({ label, words, value, onChange }: { label: string; words: string; value: number; onChange(seconds: number): void }) {
  return (
    <label className="flex items-center gap-1 text-dust text-sm">
      {words}
      <input
        type="number"
        className="field min-h-8 w-13 px-1 text-end"
        aria-label={label}
        value={Number.isNaN(value) ? '' : value}
        onChange={(event) => onChange(event.target.value === '' ? Number.NaN : Number(event.target.value))}
      />
      s
    </label>
  );
}

function BlockBox({
  block,
  index,
  sessionId,
  last,
  shared,
}: {
  block: Block;
  index: number;
  sessionId: string;
  last: boolean;
  shared: Shared;
}) {
  const { edit, marks, onAdd } = shared;
  const itemIds = useIds(block.items);
  const set = (change: Partial<Block>) => edit((plan) => changeBlock(plan, block.id, (old) => ({ ...old, ...change })));
  return (
    <Sortable
      id={block.id}
      place={{ type: 'block', within: sessionId, index }}
      as="div"
      label={t('the block {kind}', { kind: block.kind })}
      className={`min-w-0 rounded-sm border bg-slab p-2 ${marks.has(block.id) ? 'border-mustard' : 'border-joint'}`}
      onMove={(by) => edit((plan) => moveById(plan, block.id, by))}
      onAcross={(by) => edit((plan) => stepAcross(plan, block.id, by))}
    >
      {(handle) => (
        // biome-ignore lint/a11y/useSemanticElements: a fieldset would hide the handle's drag from assistive tools in a list of lists.
        <div role="group" aria-label={term(block.kind)}>
          <div className="flex items-center justify-between gap-1">
            {handle}
            <select
              className="min-h-9 min-w-0 flex-1 bg-transparent font-bold font-display"
              aria-label={t('Kind of block')}
              value={block.kind}
              onChange={(event) => set({ kind: event.target.value as BlockKind })}
            >
              {BLOCK_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {term(kind)}
                </option>
              ))}
            </select>
            <Remove id={block.id} name={t('the block {kind}', { kind: block.kind })} edit={edit} />
          </div>
          <SortableContext items={itemIds} strategy={verticalListSortingStrategy}>
            <ul className="min-h-2">
              {block.items.map((item, i) => (
                <ItemRow key={item.id} item={item} index={i} blockId={block.id} shared={shared} />
              ))}
            </ul>
          </SortableContext>
          <div className="flex flex-wrap items-center justify-between gap-1 pt-1">
            <Button size="small" onClick={() => onAdd(block.id)} aria-label={t('Add a drill')} title={t('Add a drill here (A)')}>
              <Plus aria-hidden className="size-4" /> {t('Add')}
            </Button>
            {block.items.length > 1 && (
              <SecondsField
                label={t('Rest between drills in seconds')}
                words={t('rest')}
                value={block.restSeconds}
                onChange={(restSeconds) => set({ restSeconds })}
              />
            )}
            {!last && (
              <SecondsField
                label={t('Drink break in seconds')}
                words={t('drink')}
                value={block.drinkSeconds}
                onChange={(drinkSeconds) => set({ drinkSeconds })}
              />
            )}
          </div>
        </div>
      )}
    </Sortable>
  );
}

interface Props extends Shared {
  session: Session;
  /** On a phone one session is shown at a time. */
  hiddenOnPhone: boolean;
  /** As much of it as holds. */
  measured: Session;
  runner: Runner;
  index: number;
  /** Drills that the squad meets in it for the first time, and the minutes that takes each player more. */
  newDrills: number;
  newMinutes: number;
  onKeep(session: Session): void;
}

/** One session as a column: its skyline and dose on top, its blocks in order. The dose follows each keystroke. */
export const SessionColumn = memo(function SessionColumn({
  session,
  hiddenOnPhone,
  measured,
  runner,
  index,
  newDrills,
  newMinutes,
  onKeep,
  ...shared
}: Props) {
  const { drills, edit, marks, onAdd } = shared;
  const blockIds = useIds(session.blocks);
  const { sheet, dose } = measureSession(measured, drills, runner);
  const touches = { left: Math.round(dose.touches.left) || 0, right: Math.round(dose.touches.right) || 0 };
  const set = (change: Partial<Session>) => edit((plan) => changeSession(plan, session.id, (old) => ({ ...old, ...change })));
  const addBlock = (kind: BlockKind) => {
    const block = newBlock(uuid(), kind);
    set({ blocks: [...session.blocks, block] });
    onAdd(block.id);
  };
  return (
    <Sortable
      id={session.id}
      place={{ type: 'session', within: '', index }}
      as="section"
      label={t('Session {name}', { name: session.name })}
      className={`slab flex w-full shrink-0 flex-col gap-2 p-3 sm:w-[330px] ${hiddenOnPhone ? 'max-sm:hidden' : ''} ${marks.has(session.id) ? 'border-t-4 border-t-mustard' : ''}`}
      onMove={(by) => edit((plan) => moveById(plan, session.id, by))}
    >
      {(handle) => (
        <>
          <div className="flex items-center gap-1">
            {handle}
            <input
              className="field min-w-0 flex-1 font-bold font-display"
              aria-label={t('Name of the session')}
              value={session.name}
              onChange={(event) => set({ name: event.target.value })}
            />
            <Remove id={session.id} name={t('the session {name}', { name: session.name })} edit={edit} />
          </div>
          <div className="flex items-center justify-between gap-2">
            <select
              className="field min-h-9"
              aria-label={t('Wished day')}
              value={session.day ?? ''}
              onChange={(event) => set({ day: event.target.value === '' ? null : Number(event.target.value) })}
            >
              <option value="">{t('any day')}</option>
              {WEEKDAYS.map((day, i) => (
                <option key={day} value={i + 1}>
                  {weekdayInWords(i + 1)}
                </option>
              ))}
            </select>
            <span className="font-bold font-display text-xl" data-testid="session-minutes">
              {minutesInWords(dose)}
            </span>
          </div>
          <ForGroups
            groups={session.groups}
            onChange={(groups) => {
              const { groups: _, ...everybodys } = session;
              edit((plan) => changeSession(plan, session.id, () => (groups.length > 0 ? { ...everybodys, groups } : everybodys)));
            }}
          />
          {newDrills > 0 && (
            <p className="text-dust text-sm">
              {t('and about {newMinutes} min to meet {newDrills}', {
                newMinutes,
                newDrills: newDrills === 1 ? t('the new drill') : t('{newDrills} new drills', { newDrills }),
              })}
            </p>
          )}
          <Skyline intervals={sheet} width={304} height={70} summary={`${session.name}: ${minutesInWords(dose)}`} />
          <Seam
            rows={[{ label: t('touches'), left: touches.left, right: touches.right }]}
            labelWidth={54}
            half={90}
            showHeads={false}
            summary={t('Touches: left {left}, right {right}', { left: touches.left, right: touches.right })}
          />
          <SortableContext items={blockIds} strategy={verticalListSortingStrategy}>
            {session.blocks.map((block, i) => (
              <BlockBox
                key={block.id}
                block={block}
                index={i}
                sessionId={session.id}
                last={i === session.blocks.length - 1}
                shared={shared}
              />
            ))}
          </SortableContext>
          <label className="flex items-center gap-2 text-sm">
            <span className="shrink-0">{t('Add a block:')}</span>
            <select
              className="field min-h-9 min-w-0 flex-1"
              value=""
              onChange={(event) => event.target.value && addBlock(event.target.value as BlockKind)}
            >
              <option value="">{t('choose its kind…')}</option>
              {BLOCK_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {term(kind)}
                </option>
              ))}
            </select>
          </label>
          <button type="button" className="self-start text-dust text-sm underline" onClick={() => onKeep(session)}>
            {t('Keep this session as a template')}
          </button>
        </>
      )}
    </Sortable>
  );
});
