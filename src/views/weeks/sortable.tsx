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
import { type KeyboardEvent, type ReactNode, useMemo } from 'react';
import { t } from '../../core/text/translate.ts';
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

/** Puts the focus back on what moved: in another list it is a new element, and the old one took the focus with it. */
function focusAgain(id: string): void {
  requestAnimationFrame(() => {
    const part = document.querySelector(`[data-id="${window.CSS.escape(id)}"]`);
    if (!part || part.contains(document.activeElement)) return;
    part.querySelector<HTMLElement>('[data-handle], button')?.focus();
  });
}

interface SortableProps {
  id: string;
  place: DropPlace;
  as: 'li' | 'div' | 'section';
  label: string;
  className: string;
  /** Gets the handle to put where it belongs. */
  children(handle: ReactNode): ReactNode;
  /** What the arrows do to it, with Alt: among its neighbours. */
  onMove(by: -1 | 1): void;
  /** And across, into the session before or after; a session has no such. */
  onAcross?(by: -1 | 1): void;
}

const EDGES = {
  up: 'shadow-[0_-4px_0_0_var(--lace)]',
  down: 'shadow-[0_4px_0_0_var(--lace)]',
  left: 'shadow-[-4px_0_0_0_var(--lace)]',
  right: 'shadow-[4px_0_0_0_var(--lace)]',
} as const;

/** What a screen reader is told of dragging. */
export const dragWords = () => ({
  screenReaderInstructions: {
    draggable: t('To pick this up, press Space. The arrow keys move it, Space puts it down, Escape puts it back where it was.'),
  },
  announcements: {
    onDragStart: () => t('Picked up.'),
    onDragOver: ({ over }: { over: unknown }) => (over ? t('Over another place.') : t('Over no place.')),
    onDragEnd: () => t('Put down.'),
    onDragCancel: () => t('Put back.'),
  },
});

/** A part of the week that can be moved: by its handle with the pointer or Space and arrows, or with Alt and an arrow from anywhere in it. */
export function Sortable({ id, place, as: Tag, label, className, children, onMove, onAcross }: SortableProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging, isOver, active, activeIndex, index } =
    useSortable({ id, data: place });
  const type = (active?.data.current as DropPlace | undefined)?.type;
  const lengthwise = place.type === 'session';
  const handle = (
    <button
      ref={setActivatorNodeRef}
      type="button"
      className="grid size-8 shrink-0 cursor-grab touch-none place-items-center text-dust"
      {...attributes}
      {...listeners}
      data-handle
      aria-label={t('Move {label}', { label })}
      title={t('Drag {label}, or Alt and an arrow', { label })}
    >
      <GripVertical aria-hidden className="size-4" />
    </button>
  );
  // The edge where it will land: after it when it comes from above in the same list, before it else; inside where lists take parts in.
  const comesAfter = activeIndex >= 0 && activeIndex < index;
  const edge =
    !isOver || isDragging
      ? ''
      : type !== place.type
        ? 'outline-2 outline-lace'
        : EDGES[lengthwise ? (comesAfter ? 'right' : 'left') : comesAfter ? 'down' : 'up'];
  const onKeyDown = (event: KeyboardEvent) => {
    if (!event.altKey) return;
    const by = event.key === 'ArrowUp' || event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowDown' || event.key === 'ArrowRight' ? 1 : 0;
    if (by === 0) return;
    const along = lengthwise
      ? event.key === 'ArrowLeft' || event.key === 'ArrowRight'
      : event.key === 'ArrowUp' || event.key === 'ArrowDown';
    const act = along ? onMove : onAcross;
    // What has nothing to do across leaves the key to what it stands in, never to the browser.
    event.preventDefault();
    if (!act) return;
    event.stopPropagation();
    act(by);
    focusAgain(id);
  };
  return (
    <Tag
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`${className} ${isDragging ? 'relative z-10 opacity-40' : ''} ${edge}`}
      aria-label={place.type === 'item' ? undefined : label}
      data-part={place.type}
      data-id={id}
      onKeyDown={onKeyDown}
    >
      {children(handle)}
    </Tag>
  );
}
