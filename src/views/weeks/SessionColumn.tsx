import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { doseInWords } from '../../core/counts/result.ts';
import { doseOf, minutesInWords } from '../../core/dose/index.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../core/runsheet/index.ts';
import { newBlock } from '../../core/weeks/defaults.ts';
import { changeBlock, changeItem, changeSession, moveById, removeById } from '../../core/weeks/edit.ts';
import { BLOCK_KINDS, type Block, type BlockKind, type Item, type Session, type WeekPlan } from '../../core/weeks/schema.ts';
import { Seam, Skyline } from '../../ui/notations/index.ts';
import { Button } from '../../ui/parts/index.ts';
import { WEEKDAYS } from '../words.ts';
import { ItemEditor } from './ItemEditor.tsx';

type Edit = (change: (plan: WeekPlan) => WeekPlan) => void;

interface ToolsProps {
  id: string;
  name: string;
  edit: Edit;
}

/** Up, down and remove, the same for items, blocks and sessions. */
function Tools({ id, name, edit }: ToolsProps) {
  const tools = [
    { label: `Move ${name} up`, Icon: ArrowUp, act: (plan: WeekPlan) => moveById(plan, id, -1) },
    { label: `Move ${name} down`, Icon: ArrowDown, act: (plan: WeekPlan) => moveById(plan, id, 1) },
    { label: `Remove ${name}`, Icon: Trash2, act: (plan: WeekPlan) => removeById(plan, id) },
  ];
  return (
    <span className="flex shrink-0">
      {tools.map(({ label, Icon, act }) => (
        <button
          key={label}
          type="button"
          className="grid size-8 place-items-center text-dust"
          aria-label={label}
          title={label}
          onClick={() => edit(act)}
        >
          <Icon aria-hidden className="size-4" />
        </button>
      ))}
    </span>
  );
}

function ItemRow({ item, drill, edit }: { item: Item; drill: Drill | undefined; edit: Edit }) {
  const [open, setOpen] = useState(false);
  const name = drill?.name ?? 'a drill that is gone';
  const sides = item.side === 'untracked' ? '' : `, ${item.side}`;
  const rounds = 'rounds' in item.dose && item.dose.rounds > 1 ? ` × ${item.dose.rounds}` : '';
  const Chevron = open ? ChevronDown : ChevronRight;
  return (
    <li className="border-joint border-t py-1">
      <div className="flex items-start gap-1">
        <button
          type="button"
          className="flex min-w-0 flex-1 items-start gap-1 py-1 text-start"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <Chevron aria-hidden className="mt-0.5 size-4 shrink-0 text-dust" />
          <span className="min-w-0">
            <span className="block font-semibold leading-tight">{name}</span>
            <span className="block text-dust text-sm">
              {doseInWords(item.dose)}
              {rounds}
              {sides}
            </span>
          </span>
        </button>
        <Tools id={item.id} name={name} edit={edit} />
      </div>
      {open && drill && (
        <div className="py-2 ps-5">
          <ItemEditor item={item} drill={drill} onChange={(next) => edit((plan) => changeItem(plan, item.id, () => next))} />
        </div>
      )}
    </li>
  );
}

function BlockBox({
  block,
  last,
  drills,
  edit,
  onAdd,
}: {
  block: Block;
  last: boolean;
  drills: ReadonlyMap<string, Drill>;
  edit: Edit;
  onAdd(blockId: string): void;
}) {
  const set = (change: Partial<Block>) => edit((plan) => changeBlock(plan, block.id, (old) => ({ ...old, ...change })));
  return (
    <fieldset className="min-w-0 rounded-sm border border-joint p-2" aria-label={block.kind}>
      <div className="flex items-center justify-between gap-2">
        <select
          className="-ms-1 min-h-9 bg-transparent font-bold font-display"
          aria-label="Kind of block"
          value={block.kind}
          onChange={(event) => set({ kind: event.target.value as BlockKind })}
        >
          {BLOCK_KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
        <Tools id={block.id} name={`the block ${block.kind}`} edit={edit} />
      </div>
      <ul>
        {block.items.map((item) => (
          <ItemRow key={item.id} item={item} drill={drills.get(item.drillId)} edit={edit} />
        ))}
      </ul>
      <div className="flex flex-wrap items-center justify-between gap-2 pt-1">
        <Button size="small" onClick={() => onAdd(block.id)}>
          <Plus aria-hidden className="size-4" /> Add a drill
        </Button>
        {!last && (
          <label className="flex items-center gap-1 text-dust text-sm">
            then drink
            <input
              type="number"
              className="field min-h-8 w-16 text-end"
              aria-label="Drink break in seconds"
              value={Number.isNaN(block.drinkSeconds) ? '' : block.drinkSeconds}
              onChange={(event) => set({ drinkSeconds: event.target.value === '' ? Number.NaN : Number(event.target.value) })}
            />
            s
          </label>
        )}
      </div>
    </fieldset>
  );
}

interface Props {
  session: Session;
  drills: ReadonlyMap<string, Drill>;
  edit: Edit;
  onAdd(blockId: string): void;
}

/** One session as a column: its skyline and dose on top, its blocks in order. The dose follows each keystroke. */
export function SessionColumn({ session, drills, edit, onAdd }: Props) {
  const known = useMemo(
    () => ({ ...session, blocks: session.blocks.map((b) => ({ ...b, items: b.items.filter((i) => drills.has(i.drillId)) })) }),
    [session, drills],
  );
  const sheet = useMemo(() => compileRunSheet(known, drills, TYPICAL_RUNNER), [known, drills]);
  const dose = useMemo(() => doseOf(sheet, drills, TYPICAL_RUNNER), [sheet, drills]);
  const touches = { left: Math.round(dose.touches.left) || 0, right: Math.round(dose.touches.right) || 0 };
  const set = (change: Partial<Session>) => edit((plan) => changeSession(plan, session.id, (old) => ({ ...old, ...change })));
  const addBlock = (kind: BlockKind) => {
    const block = newBlock(uuid(), kind);
    set({ blocks: [...session.blocks, block] });
    onAdd(block.id);
  };
  return (
    <section className="slab flex w-[330px] shrink-0 flex-col gap-2 p-3" aria-label={`Session ${session.name}`}>
      <div className="flex items-center gap-1">
        <input
          className="field min-w-0 flex-1 font-bold font-display"
          aria-label="Name of the session"
          value={session.name}
          onChange={(event) => set({ name: event.target.value })}
        />
        <Tools id={session.id} name={`the session ${session.name}`} edit={edit} />
      </div>
      <div className="flex items-center justify-between gap-2">
        <select
          className="field min-h-9"
          aria-label="Wished day"
          value={session.day ?? ''}
          onChange={(event) => set({ day: event.target.value === '' ? null : Number(event.target.value) })}
        >
          <option value="">any day</option>
          {WEEKDAYS.map((day, i) => (
            <option key={day} value={i + 1}>
              {day}
            </option>
          ))}
        </select>
        <span className="font-bold font-display text-xl" data-testid="session-minutes">
          {minutesInWords(dose)}
        </span>
      </div>
      <Skyline intervals={sheet} width={304} height={70} summary={`${session.name}: ${minutesInWords(dose)}`} />
      <Seam
        rows={[{ label: 'touches', left: touches.left, right: touches.right }]}
        labelWidth={54}
        half={90}
        showHeads={false}
        summary={`Touches: left ${touches.left}, right ${touches.right}`}
      />
      {session.blocks.map((block, i) => (
        <BlockBox key={block.id} block={block} last={i === session.blocks.length - 1} drills={drills} edit={edit} onAdd={onAdd} />
      ))}
      <label className="flex items-center gap-2 text-sm">
        <span>Add a block:</span>
        <select
          className="field min-h-9 flex-1"
          value=""
          onChange={(event) => event.target.value && addBlock(event.target.value as BlockKind)}
        >
          <option value="">choose its kind…</option>
          {BLOCK_KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
      </label>
    </section>
  );
}
