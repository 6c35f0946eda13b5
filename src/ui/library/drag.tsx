import { Box } from "@chakra-ui/react";
import {
  DndContext,
  DragOverlay,
  pointerWithin,
  useDraggable,
  useDroppable,
  type Modifier,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import { createContext, useContext, useState, type ReactNode } from "react";
import type { CardHead } from "@/core/library/entities";
import { count } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import { unspoken, usePointerDrag } from "../parts/sortable";
import { dropOf, type Dragged } from "./drops";
import type { LibraryPlace } from "../state/places";

const DraggedContext = createContext<Dragged | null>(null);

/** What is dragged is shown beside the pointer, wherever its row was taken hold of. */
const besidePointer: Modifier = ({ activatorEvent, activeNodeRect, transform }) =>
  activeNodeRect && activatorEvent instanceof PointerEvent
    ? {
        ...transform,
        x: transform.x + activatorEvent.clientX - activeNodeRect.left + 12,
        y: transform.y + activatorEvent.clientY - activeNodeRect.top + 8,
      }
    : transform;

const sayDragged = (dragged: Dragged) =>
  dragged.kind === "folder"
    ? dragged.folder.name
    : dragged.cards.length === 1
      ? dragged.cards[0].name
      : count(dragged.cards.length, "card");

/** Lets cards and folders be dragged onto places of the index. By keys they are filed and moved by actions of their own. */
export function LibraryDrag({
  selected,
  onDropped,
  children,
}: {
  /** The ids that are selected when a row is taken hold of. */
  selected: () => readonly CardHead[];
  /** Hears of cards that were dropped where they can be put. */
  onDropped?: (cardIds: readonly string[]) => void;
  children: ReactNode;
}) {
  const { act, library } = useDesk();
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const drag = usePointerDrag();
  const begun = (id: UniqueIdentifier): Dragged | null => {
    const { replica } = library.state.get().data!;
    const folder = replica.folder.get(String(id));
    if (folder) return { kind: "folder", folder };
    const card = replica.card.get(String(id));
    // What is taken hold of outside of the selection goes alone.
    const all = selected();
    return card ? { kind: "cards", cards: all.some((one) => one.id === card.id) ? all : [card] } : null;
  };
  return (
    <DndContext
      {...drag}
      collisionDetection={pointerWithin}
      accessibility={unspoken}
      onDragStart={({ active }) => setDragged(begun(active.id))}
      onDragCancel={() => setDragged(null)}
      onDragEnd={({ over }) => {
        setDragged(null);
        const onto = over?.data.current?.place as LibraryPlace | undefined;
        const { replica, member } = library.state.get().data!;
        const drop = dragged && onto && dropOf(dragged, onto, replica, member.role);
        // Which input belongs to which command is seen to where the pair is made.
        if (!drop) return;
        void act(drop[0], drop[1] as never);
        if (dragged.kind === "cards") onDropped?.(dragged.cards.map(({ id }) => id));
      }}
    >
      <DraggedContext.Provider value={dragged}>{children}</DraggedContext.Provider>
      <DragOverlay dropAnimation={null} modifiers={[besidePointer]}>
        {dragged && (
          <Box
            bg="card"
            color="cardInk"
            textStyle="rowTitle"
            px="12px"
            py="6px"
            borderRadius="part"
            boxShadow="md"
            width="fit-content"
            maxWidth="260px"
            truncate
          >
            {sayDragged(dragged)}
          </Box>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** What makes a row one that can be taken hold of. */
export function useTaken(id: string) {
  const { setNodeRef, listeners } = useDraggable({ id });
  return { ref: setNodeRef, ...listeners };
}

/** What makes a place of the index one that things are dropped onto, and whether what is over it now could be put there. */
export function useDropPlace(id: string, place: LibraryPlace) {
  const dragged = useContext(DraggedContext);
  const { setNodeRef, isOver } = useDroppable({ id, data: { place } });
  const takes = useData(
    ({ replica, member }) =>
      isOver && dragged !== null && dropOf(dragged, place, replica, member.role) !== null,
  );
  return { ref: setNodeRef, takes };
}
