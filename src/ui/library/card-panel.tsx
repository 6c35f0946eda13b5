import { Box, chakra, HStack } from "@chakra-ui/react";
import { pathOf } from "@/core/library/tree";
import type { Explanation } from "@/core/search/explain";
import type { Known } from "../data/contents";
import { useData } from "../data/desk";
import { CardPicture } from "../parts/card-picture";
import { IndexCard } from "../parts/index-card";
import { LockSign } from "../parts/lock-sign";
import { Marked } from "../parts/marked";
import { Note } from "../parts/note";
import { ListStamp } from "../parts/stamp";
import { CardLines } from "./card-lines";
import { SettingLines } from "./setting-lines";
import { useCard } from "./use-card";

interface CardPanelProps {
  /** The card's. */
  readonly id: string;
  /** What is known of its content. */
  readonly content: Known;
  /** Why it is among the cards that are shown, where something was asked for. */
  readonly why: Explanation | undefined;
  /** Asks for its content once more. */
  readonly onAgain: () => void;
}

function Title({ id, why }: Pick<CardPanelProps, "id" | "why">) {
  const card = useData(({ replica }) => replica.card.get(id));
  const lists = useData(({ shelf }) => shelf.listsOf(id));
  if (!card) return null;
  return (
    <HStack gap="8px" alignItems="flex-start">
      <chakra.h2 textStyle="cardTitle" overflowWrap="anywhere" flex="1" minWidth="0">
        <Marked text={card.name} ranges={why?.name} />
      </chakra.h2>
      {card.ownerId !== null && <LockSign />}
      {lists.map((list) => (
        <ListStamp key={list.id} list={list} />
      ))}
      <CardPicture card={card} width={96} height={64} />
    </HStack>
  );
}

/** Everything about one card. */
export function CardPanel({ id, content, why, onAgain }: CardPanelProps) {
  const tab = useData(({ replica }) => {
    const card = replica.card.get(id);
    return card && card.ownerId === null ? pathOf(replica.folder, card.folderId) || "Unfiled" : "Only yours";
  });
  const effects = useCard(id, (card) => card.effects) ?? [];
  const note = useCard(id, (card) => card.note) ?? "";
  return (
    <IndexCard label="Card" tab={tab} title={<Title id={id} why={why} />}>
      <SettingLines effects={effects} content={content} onAgain={onAgain} />
      <CardLines id={id} chain={content.chain} />
      {note !== "" && (
        <Box px="16px" py="12px">
          <Note marks={why?.note}>{note}</Note>
        </Box>
      )}
    </IndexCard>
  );
}
