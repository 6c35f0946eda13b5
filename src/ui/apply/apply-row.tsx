import { memo, type ReactNode } from "react";
import { sayEffects } from "@/core/chain/describe";
import type { EffectDefinition } from "@/core/effects/define";
import type { CardHead, FavouritesList } from "@/core/library/entities";
import type { Explanation } from "@/core/search/explain";
import type { RecallHit } from "@/core/search/recall";
import { KeyCap } from "../parts/key-cap";
import { ListStamp } from "../parts/stamp";
import { useClasses } from "../theme/classes";
import { Marked } from "../parts/marked";

interface ApplyRowProps {
  readonly card: CardHead;
  readonly hit: RecallHit;
  /** How far it is from what it was compared with, and what that is made of. */
  readonly apart?: string;
  readonly parts?: string;
  /** Only what tells it from others. */
  readonly narrow: boolean;
  /** What of it matched the query. */
  readonly why: Explanation;
  readonly index: number;
  readonly chosen: boolean;
  readonly path: string;
  readonly memberId: string;
  readonly kind: string;
  /** What it is made for, and what the target is instead. */
  readonly madeFor: string;
  readonly aliases: string;
  /** The key that applies it, if it has one. */
  readonly boundTo: string | undefined;
  readonly lists: readonly FavouritesList[];
  /** The names of its tags, as they are shown. */
  readonly tags: string;
  readonly top: number;
  readonly onPick: (index: number, upTo: boolean) => void;
  readonly onGather: (index: number) => void;
}

/** Pixels; rows are all of one height, so that only those in sight need be drawn. */
export const applyRowHeight = 50;

/** Where a card comes from, in a word. */
export const sayOrigin = (card: CardHead, memberId: string): string =>
  card.layer === "team" && card.authorId === memberId ? "own" : card.layer;

interface CandidateProps {
  readonly id: string;
  readonly index: number;
  readonly chosen: boolean;
  readonly narrow: boolean;
  readonly top: number;
  readonly onPick: (index: number, upTo: boolean) => void;
  readonly onGather: (index: number) => void;
  readonly children: ReactNode;
}

/* Rows are drawn at every letter: their parts are plain elements, see `useClasses`. */
const row = {
  cursor: "default",
  position: "absolute",
  left: "0",
  right: "0",
  display: "grid",
  alignItems: "center",
  gap: "10px",
  px: "12px",
  layerStyle: "cardRow",
  borderBottom: "1px solid",
  borderBottomColor: "cardRule",
} as const;
const styles = {
  wide: { ...row, gridTemplateColumns: "22px minmax(0, 1fr) 190px 92px 24px" },
  narrow: { ...row, gridTemplateColumns: "18px minmax(0, 1fr) 24px" },
  gather: {
    fontFamily: "mono",
    textAlign: "center",
    lineHeight: "24px",
    color: "cardMuted",
    borderRadius: "small",
    _hover: { color: "cardInk", bg: "cardSelectedGround" },
  },
  number: { textStyle: "figure", color: "cardMuted" },
  text: { minWidth: "0" },
  line: { display: "flex", alignItems: "center", gap: "8px" },
  name: { fontFamily: "heading", fontWeight: "600", fontSize: "md", truncate: true },
  effect: { fontSize: "md", truncate: true },
  second: { fontSize: "xs", color: "cardMuted", truncate: true },
  word: { fontSize: "xs", color: "cardMuted", whiteSpace: "nowrap" },
  origin: { fontSize: "xs", color: "cardMuted" },
  apart: { fontSize: "xs", whiteSpace: "nowrap" },
  chain: { textStyle: "figure", truncate: true },
} as const;

/** A row with its number and its place; a press picks it. */
function Candidate({ id, index, chosen, narrow, top, onPick, onGather, children }: CandidateProps) {
  const classes = useClasses(styles);
  return (
    <div
      role="option"
      id={`found-${id}`}
      aria-selected={chosen}
      onMouseDown={(event) => event.preventDefault()}
      onClick={({ shiftKey }) => onPick(index, shiftKey)}
      className={narrow ? classes.narrow : classes.wide}
      style={{ top, height: applyRowHeight }}
    >
      <span className={classes.number}>{index + 1}</span>
      {children}
      <span
        className={classes.gather}
        title="gather into the draft"
        onClick={(event) => {
          event.stopPropagation();
          onGather(index);
        }}
      >
        +
      </span>
    </div>
  );
}

interface EffectRowProps {
  readonly effect: EffectDefinition;
  /** The name of the card that it begins as. */
  readonly beginsAs?: string;
  /** Only what tells it from others. */
  readonly narrow: boolean;
  readonly index: number;
  readonly chosen: boolean;
  readonly top: number;
  readonly onPick: (index: number, upTo: boolean) => void;
  readonly onGather: (index: number) => void;
}

/** An effect by itself, below the cards. */
export const EffectRow = memo(function EffectRow({
  effect,
  beginsAs,
  narrow,
  index,
  chosen,
  top,
  onPick,
  onGather,
}: EffectRowProps) {
  const classes = useClasses(styles);
  return (
    <Candidate
      id={effect.id}
      index={index}
      chosen={chosen}
      narrow={narrow}
      top={top}
      onPick={onPick}
      onGather={onGather}
    >
      <div className={classes.text}>
        <div className={classes.effect}>{effect.name}</div>
        <div className={classes.second}>{beginsAs ?? effect.summary}</div>
      </div>
      {!narrow && (
        <>
          <span className={classes.chain}>{effect.category}</span>
          <span className={classes.origin}>effect</span>
        </>
      )}
    </Candidate>
  );
});

/** One candidate: number, name, where it matched, chain, origin. Drawn anew only when what it shows has changed. */
export const ApplyRow = memo(function ApplyRow({
  card,
  hit,
  apart,
  parts,
  narrow,
  why,
  index,
  chosen,
  path,
  memberId,
  kind,
  madeFor,
  aliases,
  boundTo,
  lists,
  tags,
  top,
  onPick,
  onGather,
}: ApplyRowProps) {
  const { fits } = hit;
  const classes = useClasses(styles);
  const second = why.alias ? (
    <>
      alias <Marked text={aliases} ranges={why.alias} />
    </>
  ) : why.maker ? (
    <>
      by <Marked text={card.maker} ranges={why.maker} />
    </>
  ) : why.tag ? (
    <>
      tag <Marked text={tags} ranges={why.tag} />
    </>
  ) : why.note ? (
    <>
      note: <Marked text={card.note} ranges={why.note} />
    </>
  ) : (
    <>
      {narrow && apart !== undefined && `${apart} · `}
      {narrow && !fits && `not for ${kind} · `}
      <Marked text={path || "Unfiled"} ranges={path ? why.folder : undefined} />
      {parts !== undefined && ` · ${parts}`}
    </>
  );
  const chain = sayEffects(card.effects);
  return (
    <Candidate
      id={card.id}
      index={index}
      chosen={chosen}
      narrow={narrow}
      top={top}
      onPick={onPick}
      onGather={onGather}
    >
      <div className={classes.text}>
        <div className={classes.line}>
          <span className={classes.name}>
            <Marked text={card.name} ranges={why.name} />
          </span>
          {lists.map((list) => (
            <ListStamp key={list.id} list={list} />
          ))}
          {madeFor !== "" && <span className={classes.word}>{madeFor}</span>}
          {boundTo && <KeyCap keys={boundTo} />}
        </div>
        <div className={classes.second}>{second}</div>
      </div>
      {!narrow && (
        <>
          <span className={classes.chain} title={chain}>
            {chain}
          </span>
          {apart === undefined ? (
            <span className={classes.origin}>{fits ? sayOrigin(card, memberId) : `not for ${kind}`}</span>
          ) : (
            <span className={classes.apart} title={parts}>
              {apart}
            </span>
          )}
        </>
      )}
    </Candidate>
  );
});
