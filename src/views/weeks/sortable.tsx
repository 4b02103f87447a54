import {
  type CollisionDetection,
  closestCenter,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { sortableKeyboardCoordinates, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { moveBlockTo, moveItemTo, moveSessionTo } from '../../core/weeks/edit.ts';
import type { WeekPlan } from '../../core/weeks/schema.ts';

/** What is dragged or dropped on, and where it stands: an item in a block, a block in a session, a session in the week. */
export interface DropPlace {
  type: 'item' | 'block' | 'session';
  /** The block of an item, the session of a block; empty for a session. */
  within: string;
  index: number;
}

/** Items fall on items and blocks, blocks on blocks and sessions, sessions on sessions. */
const FALLS_ON: Record<DropPlace['type'], readonly DropPlace['type'][]> = {
  item: ['item', 'block'],
  block: ['block', 'session'],
  session: ['session'],
};

export const collision: CollisionDetection = (args) => {
  const type = (args.active.data.current as DropPlace | undefined)?.type ?? 'item';
  const droppableContainers = args.droppableContainers.filter((one) =>
    FALLS_ON[type].includes((one.data.current as DropPlace | undefined)?.type ?? 'item'),
  );
  const under = pointerWithin({ ...args, droppableContainers });
  const sameType = under.filter((hit) => (hit.data?.droppableContainer.data.current as DropPlace | undefined)?.type === type);
  if (sameType.length > 0) return sameType;
  return under.length > 0 ? under : closestCenter({ ...args, droppableContainers });
};

// Kept apart from the hook: new options with every letter would have every part of the bench drawn anew.
const BY_POINTER = { activationConstraint: { distance: 5 } };
const BY_KEYS = { coordinateGetter: sortableKeyboardCoordinates };

export function useBenchSensors() {
  return useSensors(useSensor(PointerSensor, BY_POINTER), useSensor(KeyboardSensor, BY_KEYS));
}

/** The plan after a drop; dropped beside everything it stays as it is. */
export function afterDrop(plan: WeekPlan, { active, over }: Pick<DragEndEvent, 'active' | 'over'>): WeekPlan {
  const from = active.data.current as DropPlace | undefined;
  const to = over?.data.current as DropPlace | undefined;
  if (!from || !to || !over || active.id === over.id) return plan;
  const id = String(active.id);
  if (from.type === 'session') return moveSessionTo(plan, id, to.index);
  if (from.type === 'block') {
    if (to.type === 'block') return moveBlockTo(plan, id, to.within, to.index);
    return from.within === over.id ? plan : moveBlockTo(plan, id, String(over.id), Number.POSITIVE_INFINITY);
  }
  if (to.type === 'item') return moveItemTo(plan, id, to.within, to.index);
  return from.within === over.id ? plan : moveItemTo(plan, id, String(over.id), Number.POSITIVE_INFINITY);
}

/** The ids of a list as the very same array while they stay the same: a new one would have every part drawn anew. */
export function useIds(list: readonly { id: string }[]): string[] {
  const joined = list.map((one) => one.id).join(' ');
  return useMemo(() => (joined === '' ? [] : joined.split(' ')), [joined]);
}

interface SortableProps {
  id: string;
  place: DropPlace;
  as: 'li' | 'div' | 'section';
  label: string;
  className: string;
  /** Gets the handle to put where it belongs. */
  children(handle: ReactNode): ReactNode;
  /** What a key does to it; the arrows come with Alt. */
  onMove(by: -1 | 1): void;
}

/** A part of the week that can be moved: by its handle with the pointer or Space and arrows, or with Alt and an arrow from anywhere in it. */
export function Sortable({ id, place, as: Tag, label, className, children, onMove }: SortableProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging, isOver } = useSortable({
    id,
    data: place,
  });
  const [before, after] = place.type === 'session' ? ['ArrowLeft', 'ArrowRight'] : ['ArrowUp', 'ArrowDown'];
  const handle = (
    <button
      ref={setActivatorNodeRef}
      type="button"
      className="grid size-8 shrink-0 cursor-grab touch-none place-items-center text-dust"
      {...attributes}
      {...listeners}
      aria-label={`Move ${label}`}
      title={`Drag ${label}, or Alt and an arrow`}
    >
      <GripVertical aria-hidden className="size-4" />
    </button>
  );
  return (
    <Tag
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`${className} ${isDragging ? 'relative z-10 opacity-70' : ''} ${isOver && !isDragging ? 'outline-2 outline-lace' : ''}`}
      aria-label={place.type === 'item' ? undefined : label}
      data-part={place.type}
      data-id={id}
      onKeyDown={(event) => {
        if (!event.altKey || (event.key !== before && event.key !== after)) return;
        event.preventDefault();
        event.stopPropagation();
        onMove(event.key === before ? -1 : 1);
      }}
    >
      {children(handle)}
    </Tag>
  );
}
