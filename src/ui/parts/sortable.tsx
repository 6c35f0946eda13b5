import {
  closestCenter,
  DndContext,
  pointerWithin,
  PointerSensor,
  useSensor,
  useSensors,
  type CollisionDetection,
} from "@dnd-kit/core";
import {
  horizontalListSortingStrategy,
  SortableContext,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import type { CSSProperties, ReactNode } from "react";
import { useThemeRoot } from "./theme-root";

/** Pixels after which a press is a drag: a click that trembles is none. */
const dragFrom = 6;

/** The row under the pointer: the middle of a tall one may be far from where it was taken hold of. */
const underPointer: CollisionDetection = (given) => {
  const under = pointerWithin(given);
  return under.length > 0 ? under : closestCenter(given);
};

const nothing = () => undefined;
const silent = { onDragStart: nothing, onDragOver: nothing, onDragEnd: nothing, onDragCancel: nothing };

/** What a row is, its list says; what has come of moving it, the line at the foot. */
export const unspoken = { screenReaderInstructions: { draggable: "" }, announcements: silent };

interface SortableProps {
  readonly ids: readonly string[];
  readonly disabled?: boolean;
  /** Its rows stand side by side. */
  readonly across?: boolean;
  /** `dragged` was let go over another one. */
  onDrop(dragged: string, over: string): void;
  readonly children: ReactNode;
}

/** Constants: rows that can be taken hold of are drawn anew where these are other objects. */
const byPointer = { activationConstraint: { distance: dragFrom } };
const byNothing: ReturnType<typeof useSensors> = [];

/** How dragging by the pointer begins. */
export function usePointerDrag(disabled = false) {
  const sensors = useSensors(useSensor(PointerSensor, byPointer));
  return { sensors: disabled ? byNothing : sensors };
}

/** A list whose rows are dragged to where they shall be. By keys they are moved by actions of their own. */
export function Sortable({ ids, disabled = false, across = false, onDrop, children }: SortableProps) {
  const root = useThemeRoot();
  const drag = usePointerDrag(disabled);
  return (
    <DndContext
      {...drag}
      collisionDetection={underPointer}
      onDragEnd={({ active, over }) =>
        over && active.id !== over.id && onDrop(String(active.id), String(over.id))
      }
      // A list holds its rows alone.
      accessibility={{ ...unspoken, container: root.current ?? undefined }}
    >
      <SortableContext
        items={[...ids]}
        strategy={across ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** What a row of a `Sortable` needs to be one (`across` as that is), and what is taken hold of: all of it, or a part. */
export function useSortableRow(id: string, across = false) {
  const { setNodeRef, listeners, transform, transition, isDragging, isSorting } = useSortable({ id });
  const style: CSSProperties = {
    transform: transform
      ? across
        ? `translateX(${Math.round(transform.x)}px)`
        : `translateY(${Math.round(transform.y)}px)`
      : undefined,
    // Only while something is dragged: what was let go lies where it is shown at once.
    transition: isSorting ? transition : undefined,
    ...(isDragging && { position: "relative", zIndex: 2, opacity: 0.85 }),
  };
  return { row: { ref: setNodeRef, style }, handle: listeners };
}
