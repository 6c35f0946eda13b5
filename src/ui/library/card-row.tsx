import { memo, type MouseEvent } from "react";
import type { TableColumnId } from "@/core/library/media";
import { count } from "@/core/library/words";
import { useData } from "../data/desk";
import type { LibraryData } from "../data/library-store";
import { LockSign } from "../parts/lock-sign";
import { MediumSign } from "../parts/medium-sign";
import { selectsAlso } from "../parts/row-press";
import { Stars } from "../parts/stars";
import { ListStamp } from "../parts/stamp";
import { useClasses } from "../theme/classes";
import { useTaken } from "./drag";
import { useShown } from "./library-context";
import { columnsOfTable, type TableLook } from "./table-columns";

/** The parts of the library's data that the texts of the table are made of. */
export const lookOf = ({ replica, shelf, habitsOf, member }: LibraryData): TableLook => ({
  replica,
  shelf,
  habitsOf,
  memberId: member.id,
});

const styles = {
  row: {
    position: "absolute",
    left: "0",
    right: "0",
    display: "grid",
    gap: "12px",
    alignItems: "center",
    px: "8px",
    layerStyle: "row",
    borderBottom: "1px solid",
    borderBottomColor: "rule",
    "& > [role=gridcell]": { minWidth: "0" },
  },
  named: { display: "flex", alignItems: "center", gap: "8px", minWidth: "0" },
  sign: { color: "muted" },
  name: { textStyle: "rowTitle", truncate: true },
  folded: { color: "muted", textStyle: "figure", flexShrink: 0 },
  alias: { textStyle: "figure", borderBottom: "2px solid", borderColor: "keyGround", flexShrink: 0 },
  text: { color: "muted", truncate: true, display: "block" },
} as const;

/** The name of a card, with the signs of what it is and what belongs to it. */
function NameCell({ id }: { readonly id: string }) {
  const classes = useClasses(styles);
  const card = useData(({ replica }) => replica.card.get(id));
  const aliases = useData(({ shelf }) =>
    shelf
      .aliasesOf(id)
      .map(({ text }) => text)
      .join("\n"),
  );
  const lists = useData(({ shelf }) => shelf.listsOf(id));
  const stars = useData(({ shelf }) => shelf.starsOf(id));
  const folded = useShown((view) => view.folded.get(id) ?? 0);
  if (!card) return null;
  return (
    <div className={classes.named}>
      <div className={classes.sign} {...selectsAlso}>
        <MediumSign medium={card.medium} />
      </div>
      <span className={classes.name} title={card.name}>
        {card.name}
      </span>
      {card.layer === "private" && <LockSign />}
      {folded > 0 && (
        <span className={classes.folded} title={`${count(folded, "variant")} folded away`}>
          {`+${folded}`}
        </span>
      )}
      {aliases !== "" &&
        aliases.split("\n").map((alias) => (
          <span key={alias} className={classes.alias}>
            {alias}
          </span>
        ))}
      {lists.map((list) => (
        <ListStamp key={list.id} list={list} />
      ))}
      {stars !== 0 && <Stars stars={stars} />}
    </div>
  );
}

/** The text of a column for a card. */
function TextCell({ id, column }: { readonly id: string; readonly column: TableColumnId }) {
  const classes = useClasses(styles);
  const { text: say, shown } = columnsOfTable[column];
  const text = useData((data) => {
    const card = data.replica.card.get(id);
    return card ? say(card, lookOf(data)) : "";
  });
  return shown ? (
    shown(text)
  ) : (
    <span className={classes.text} title={text}>
      {text}
    </span>
  );
}

interface CardRowProps {
  /** The card's. */
  readonly id: string;
  /** The columns beside the name, in their order. */
  readonly shown: readonly TableColumnId[];
  readonly index: number;
  /** Pixels from the top, and high. */
  readonly start: number;
  readonly height: number;
  /** The tracks of its columns. */
  readonly grid: string;
  readonly onPress: (event: MouseEvent, id: string) => void;
  readonly onOpen: () => void;
}

/** A row of the table. Its cells follow their card by themselves: a change to it draws those alone anew that show it. */
export const CardRow = memo(function CardRow(props: CardRowProps) {
  const { id, shown, index, start, height, grid, onPress, onOpen } = props;
  const classes = useClasses(styles);
  const name = useData(({ replica }) => replica.card.get(id)?.name);
  const selected = useShown(({ selection }) => selection.ids.has(id));
  const press = (event: MouseEvent) => onPress(event, id);
  return (
    <div
      {...useTaken(id)}
      id={`card-${id}`}
      className={classes.row}
      role="row"
      aria-rowindex={index + 2}
      aria-selected={selected}
      style={{ height, top: start, gridTemplateColumns: grid }}
      data-subject="card"
      data-subject-name={name}
      onDoubleClick={onOpen}
      onMouseDown={press}
      onClick={press}
    >
      <div role="gridcell">
        <NameCell id={id} />
      </div>
      {shown.map((column) => (
        <div key={column} role="gridcell">
          <TextCell id={id} column={column} />
        </div>
      ))}
    </div>
  );
});
