import { Box, chakra, HStack } from "@chakra-ui/react";
import { memo, type ReactNode } from "react";
import { sayEffects } from "@/core/chain/describe";
import type { EffectDefinition } from "@/core/effects/define";
import type { CardHead, FavouritesList } from "@/core/library/entities";
import type { Explanation } from "@/core/search/explain";
import type { RecallHit } from "@/core/search/recall";
import { KeyCap } from "../parts/key-cap";
import { ListStamp } from "../parts/stamp";
import { Marked } from "./marked";

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
  readonly aliases: string;
  /** The key that applies it, if it has one. */
  readonly boundTo: string | undefined;
  readonly lists: readonly FavouritesList[];
  /** The names of its tags, as they are shown. */
  readonly tags: string;
  readonly top: number;
  readonly onPick: (index: number) => void;
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
  readonly onPick: (index: number) => void;
  readonly children: ReactNode;
}

/** A row with its number and its place; a press picks it. */
const Candidate = ({ id, index, chosen, narrow, top, onPick, children }: CandidateProps) => (
  <Box
    role="option"
    id={`found-${id}`}
    aria-selected={chosen}
    onMouseDown={(event) => event.preventDefault()}
    onClick={() => onPick(index)}
    cursor="default"
    position="absolute"
    left="0"
    right="0"
    style={{ top, height: applyRowHeight }}
    display="grid"
    gridTemplateColumns={narrow ? "18px minmax(0, 1fr)" : "22px minmax(0, 1fr) 190px 92px"}
    alignItems="center"
    gap="10px"
    px="12px"
    layerStyle="cardRow"
    borderBottom="1px solid"
    borderBottomColor="cardRule"
  >
    <chakra.span textStyle="figure" color="cardMuted">
      {index + 1}
    </chakra.span>
    {children}
  </Box>
);

interface EffectRowProps {
  readonly effect: EffectDefinition;
  /** The name of the card that it begins as. */
  readonly beginsAs?: string;
  /** Only what tells it from others. */
  readonly narrow: boolean;
  readonly index: number;
  readonly chosen: boolean;
  readonly top: number;
  readonly onPick: (index: number) => void;
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
}: EffectRowProps) {
  return (
    <Candidate id={effect.id} index={index} chosen={chosen} narrow={narrow} top={top} onPick={onPick}>
      <Box minWidth="0">
        <chakra.div fontSize="md" truncate>
          {effect.name}
        </chakra.div>
        <chakra.div fontSize="xs" color="cardMuted" truncate>
          {beginsAs === undefined ? effect.summary : `begins as “${beginsAs}”`}
        </chakra.div>
      </Box>
      {!narrow && (
        <>
          <chakra.span textStyle="figure" truncate>
            {effect.category}
          </chakra.span>
          <chakra.span fontSize="xs" color="cardMuted">
            effect
          </chakra.span>
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
  aliases,
  boundTo,
  lists,
  tags,
  top,
  onPick,
}: ApplyRowProps) {
  const { fits } = hit;
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
  return (
    <Candidate id={card.id} index={index} chosen={chosen} narrow={narrow} top={top} onPick={onPick}>
      <Box minWidth="0">
        <HStack gap="8px">
          <chakra.span fontFamily="heading" fontWeight="600" fontSize="md" truncate>
            <Marked text={card.name} ranges={why.name} />
          </chakra.span>
          {lists.map((list) => (
            <ListStamp key={list.id} list={list} />
          ))}
          {card.madeFor !== "" && (
            <chakra.span fontSize="xs" color="cardMuted" whiteSpace="nowrap">
              {card.madeFor}
            </chakra.span>
          )}
          {boundTo && <KeyCap keys={boundTo} />}
        </HStack>
        <chakra.div fontSize="xs" color="cardMuted" truncate>
          {second}
        </chakra.div>
      </Box>
      {!narrow && (
        <>
          <chakra.span textStyle="figure" truncate title={sayEffects(card.effects)}>
            {sayEffects(card.effects)}
          </chakra.span>
          {apart === undefined ? (
            <chakra.span fontSize="xs" color="cardMuted">
              {fits ? sayOrigin(card, memberId) : `not for ${kind}`}
            </chakra.span>
          ) : (
            <chakra.span fontSize="xs" title={parts} whiteSpace="nowrap">
              {apart}
            </chakra.span>
          )}
        </>
      )}
    </Candidate>
  );
});
