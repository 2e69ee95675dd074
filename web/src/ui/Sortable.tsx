import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { clsx } from 'clsx';
import { GripVertical } from 'lucide-react';
import type { ReactElement, ReactNode } from 'react';

interface SortableRowsProps {
  /** Of its rows, as they stand. */
  ids: readonly string[];
  /** A row was put where another stands, both counted from 0. */
  onMove: (from: number, to: number) => void;
  /** A list of `SortableRow`s. */
  children: ReactNode;
}

/** Rows that are put in another order by dragging their handles, or by keyboard: Space, arrows, Space. */
export function SortableRows({ ids, onMove, children }: SortableRowsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

interface SortableRowProps {
  id: string;
  /** What its handle is called, and what is said of it on hover. */
  handleLabel: string;
  handleTitle?: string;
  className?: string;
  /** Gets the handle, to stand where the row has it. */
  children: (handle: ReactElement) => ReactNode;
}

/** A row of `SortableRows`. */
export function SortableRow({ id, handleLabel, handleTitle, className, children }: SortableRowProps) {
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={transform ? { transform: `translateY(${transform.y}px)`, transition } : undefined}
      className={clsx(className, isDragging && 'relative z-10 shadow-lg')}
    >
      {children(
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={handleLabel}
          title={handleTitle}
          className="cursor-grab touch-none rounded-sm p-0.5 text-faint hover:text-ink"
        >
          <GripVertical size={14} />
        </button>,
      )}
    </li>
  );
}
