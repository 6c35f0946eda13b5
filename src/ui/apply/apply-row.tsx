import { Box, chakra, HStack } from "@chakra-ui/react";
import { sayChain } from "@/core/chain/describe";
import type { Replica } from "@/core/library/change";
import type { Card } from "@/core/library/entities";
import type { RecallHit } from "@/core/search/recall";
import { KeyCap } from "../parts/key-cap";
import { Stamp } from "../parts/stamp";
import { Marked } from "./marked";

interface ApplyRowProps {
  readonly card: Card;
  readonly hit: RecallHit;
  readonly number: number;
  readonly chosen: boolean;
  readonly path: string;
  readonly memberId: string;
  readonly replica: Replica;
  readonly kind: string;
  readonly onPick: () => void;
}

/** Where a card comes from, in a word. */
export const sayOrigin = (card: Card, memberId: string): string => (card.layer === "team" && card.authorId === memberId ? "own" : card.layer);

/** One candidate: number, name, where it matched, chain, origin. */
export function ApplyRow({ card, hit, number, chosen, path, memberId, replica, kind, onPick }: ApplyRowProps) {
  const { why, fits } = hit;
  const aliases = [...replica.alias.values()].filter((a) => a.cardId === card.id);
  const aliasText = [...aliases.filter((a) => a.ownerId !== null), ...aliases.filter((a) => a.ownerId === null)].map((a) => a.text).join(" ");
  const key = [...replica.keyBinding.values()].find((k) => k.cardId === card.id)?.key;
  const favourite = [...replica.favourite.values()].some((f) => f.cardId === card.id);
  const second = why.alias ? (
    <>alias <Marked text={aliasText} ranges={why.alias} /></>
  ) : why.note ? (
    <>note: <Marked text={card.note} ranges={why.note} /></>
  ) : (
    <Marked text={path || "Unfiled"} ranges={path ? why.folder : undefined} />
  );
  return (
    <Box
      role="option" id={`found-${card.id}`} aria-selected={chosen} onMouseDown={(event) => event.preventDefault()} onClick={onPick} cursor="default"
      display="grid" gridTemplateColumns="22px minmax(0, 1fr) 190px 70px" alignItems="center" gap="10px" px="13px" py="6px" borderLeft="3px solid" borderBottom="1px solid" borderBottomColor="cardRule"
      borderLeftColor={chosen ? "cardSelected" : "transparent"} bg={chosen ? "cardSelectedGround" : undefined}
    >
      <chakra.span fontFamily="mono" fontSize="xs" color="cardMuted">{number}</chakra.span>
      <Box minWidth="0">
        <HStack gap="7px">
          <chakra.span fontFamily="heading" fontWeight="600" fontSize="md" truncate><Marked text={card.name} ranges={why.name} /></chakra.span>
          {favourite && <Stamp letter="F" name="Favourites" />}
          {key && <KeyCap keys={key} />}
        </HStack>
        <chakra.div fontSize="xs" color="cardMuted" truncate>{second}</chakra.div>
      </Box>
      <chakra.span fontFamily="mono" fontSize="xs" truncate title={sayChain(card.chain)}>{sayChain(card.chain)}</chakra.span>
      <chakra.span fontSize="xs" color="cardMuted">{fits ? sayOrigin(card, memberId) : `not for ${kind}`}</chakra.span>
    </Box>
  );
}
