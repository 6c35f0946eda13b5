import { Box, chakra, HStack } from "@chakra-ui/react";
import type { Resources } from "@/core/chain/active";
import { unbakeable } from "@/core/chain/bake";
import { chainNoun, effectName } from "@/core/chain/describe";
import { changedSince } from "@/core/chain/otherwise";
import { isCorrection } from "@/core/formats/cdl/correction";
import { cardFile } from "@/core/api/operations/card-file";
import type { CardHead } from "@/core/library/entities";
import { sayProof } from "@/core/library/proof";
import { kindPlural, ownKind } from "@/core/media";
import { pathOf } from "@/core/library/tree";
import { count } from "@/core/library/words";
import { addressOf } from "../data/api";
import type { Known } from "../data/contents";
import { nameOfMember } from "../data/library-data";
import type { LibraryData } from "../data/library-store";
import type { FewestKeys } from "@/core/search/fewest-keys";
import type { Explanation } from "@/core/search/explain";
import { Marked } from "../parts/marked";
import { CardLine, IndexCard } from "../parts/index-card";
import { KeyCap } from "../parts/key-cap";
import { CardPicture } from "../parts/card-picture";
import { QuietButton } from "../parts/buttons";
import { Stars } from "../parts/stars";
import { SettingLines } from "./setting-lines";
import { Note } from "../parts/note";
import { LockSign } from "../parts/lock-sign";
import { ListStamp } from "../parts/stamp";
import type { LibraryPlace } from "../state/places";
import { lastOffer, sayOffer } from "@/core/library/proposals";
import { useMeanRating } from "./use-mean-rating";

interface CardPanelProps {
  readonly card: CardHead;
  /** What is known of its content. */
  readonly content: Known;
  readonly data: LibraryData;
  /** The fewest keys that put it on what it is meant for; null where there are none, undefined where that is not known yet. */
  readonly fewest: FewestKeys | null | undefined;
  /** Why it is among the cards that are shown, where something was asked for. */
  readonly why: Explanation | undefined;
  /** Asks for its content once more. */
  readonly onAgain: () => void;
  readonly onRemoveAlias: (aliasId: string) => void;
  readonly onFreeKey: (key: string) => void;
  readonly onPlace: (place: LibraryPlace) => void;
}

const date = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** Whether a table can hold a look does not depend on what is in its files. */
const anyFile: Resources = { files: () => undefined };

const FileLink = ({ href, children }: { readonly href: string; readonly children: string }) => (
  <chakra.a href={href} download textDecoration="underline">
    {children}
  </chakra.a>
);

/** The keys of a way to a card, as they are pressed from the bench on. */
const KeySequence = ({ of: { keys, typed, key } }: { readonly of: FewestKeys }) => (
  <HStack gap="4px" display="inline-flex" aria-label={`${keys} keys`}>
    <chakra.span textStyle="figure">{keys}</chakra.span>
    {key !== undefined ? (
      <KeyCap keys={key} />
    ) : (
      <>
        <KeyCap keys="/" />
        <chakra.span fontFamily="mono">{typed}</chakra.span>
        <KeyCap keys="Enter" />
      </>
    )}
  </HStack>
);

/** A place that the card is in, and the way there. */
const PlaceLink = ({ onClick, children }: { readonly onClick: () => void; readonly children: string }) => (
  <chakra.button
    type="button"
    display="block"
    maxWidth="100%"
    truncate
    textAlign="left"
    title={children}
    textDecoration="underline"
    textDecorationColor="cardRule"
    onClick={onClick}
  >
    {children}
  </chakra.button>
);

/** Everything about one card. */
export function CardPanel({
  card,
  content,
  data,
  fewest,
  why,
  onAgain,
  onRemoveAlias,
  onFreeKey,
  onPlace,
}: CardPanelProps) {
  const { chain } = content;
  const since = chain && card.proof ? changedSince(chain, card.proof.results ?? 0) : [];
  const { replica, shelf, member } = data;
  const aliases = shelf.aliasesOf(card.id);
  const key = shelf.keyOf(card.id);
  const lists = shelf.listsOf(card.id);
  const stars = shelf.starsOf(card.id);
  const mean = useMeanRating(card.id, stars);
  const variants = shelf
    .variantsOf(card.id)
    .flatMap((id) => (id === card.id ? [] : (replica.card.get(id) ?? [])));
  const offered = card.ownerId === null ? undefined : lastOffer([...replica.proposal.values()], card.id);
  const author =
    card.authorId === null
      ? "supplied with Fichier"
      : (nameOfMember(replica, card.authorId) ?? "a former member");
  const file = addressOf(cardFile, { libraryId: data.library.id, cardId: card.id });
  return (
    <IndexCard
      label="Card"
      tab={card.ownerId !== null ? "Only yours" : pathOf(replica.folder, card.folderId) || "Unfiled"}
      title={
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
      }
    >
      <SettingLines effects={card.effects} content={content} onAgain={onAgain} />
      <Box as="dl" m="0">
        <CardLine name="Key">
          {key ? (
            <>
              <KeyCap keys={key} />{" "}
              <QuietButton size="xs" onClick={() => onFreeKey(key)}>
                free it
              </QuietButton>
            </>
          ) : (
            "none"
          )}
        </CardLine>
        <CardLine name="Alias">
          {aliases.length === 0
            ? "none"
            : aliases.map((alias) => (
                <HStack key={alias.id} gap="6px" display="inline-flex" mr="8px">
                  <chakra.span fontFamily="mono">{alias.text}</chakra.span>
                  {alias.ownerId === member.id && (
                    <QuietButton
                      size="xs"
                      aria-label={`Take away the alias ${alias.text}`}
                      onClick={() => onRemoveAlias(alias.id)}
                    >
                      remove
                    </QuietButton>
                  )}
                </HStack>
              ))}
        </CardLine>
        <CardLine name="Fewest keys">
          {fewest === undefined ? (
            "…"
          ) : fewest === null ? (
            "none: others come before it"
          ) : (
            <KeySequence of={fewest} />
          )}
        </CardLine>
        {(stars !== 0 || (mean && mean.count > 0)) && (
          <CardLine name="Rating">
            <HStack gap="8px" display="inline-flex">
              <Stars stars={stars} />
              {mean && mean.count > 0 && mean.mean !== null && (
                <chakra.span fontSize="sm" color="cardMuted">
                  {`${mean.mean.toFixed(1)} of ${count(mean.count, "member")}`}
                </chakra.span>
              )}
            </HStack>
          </CardLine>
        )}
        {card.tagIds.length > 0 && (
          <CardLine name="Tags">
            {card.tagIds.map((id) => (
              <PlaceLink key={id} onClick={() => onPlace({ kind: "tag", id })}>
                {pathOf(replica.tag, id)}
              </PlaceLink>
            ))}
          </CardLine>
        )}
        {card.alsoIn.length > 0 && (
          <CardLine name="Filed in">
            {[card.folderId, ...card.alsoIn].map(
              (id) =>
                id !== null && (
                  <PlaceLink key={id} onClick={() => onPlace({ kind: "folder", id })}>
                    {pathOf(replica.folder, id)}
                  </PlaceLink>
                ),
            )}
          </CardLine>
        )}
        {lists.length > 0 && (
          <CardLine name="Lists">
            {lists.map(({ id, name }) => (
              <PlaceLink key={id} onClick={() => onPlace({ kind: "list", id })}>
                {name}
              </PlaceLink>
            ))}
          </CardLine>
        )}
        {card.maker !== "" && <CardLine name="Made by">{card.maker}</CardLine>}
        <CardLine name="Meant for">{card.fits.length === 0 ? "any target" : card.fits.join(", ")}</CardLine>
        {data.member.settings.begins?.[ownKind(card.medium)] === card.id && (
          <CardLine name="Beginning">{`new ${kindPlural(ownKind(card.medium))} begin with this card`}</CardLine>
        )}
        {shelf.isDefault(card.id) && (
          <CardLine name="Default">{`${effectName(card.effects[0])} begins as this card`}</CardLine>
        )}
        {card.madeFor !== "" && <CardLine name="Made for">{card.madeFor}</CardLine>}
        {variants.length > 0 && (
          <CardLine name="Variants">
            {variants.map((one) => (
              <chakra.div key={one.id}>{one.madeFor ? `${one.name}, ${one.madeFor}` : one.name}</chakra.div>
            ))}
          </CardLine>
        )}
        {offered && <CardLine name="Offered">{sayOffer(offered)}</CardLine>}
        <CardLine name="Kept">{`${date.format(new Date(card.addedAt))}, ${author}`}</CardLine>
        {card.proof && (
          <CardLine
            name={card.proof.same ? "Proved" : "Not proved"}
          >{`on “${card.proof.on}”: ${sayProof(card.proof, card.medium)}`}</CardLine>
        )}
        {since.length > 0 && (
          <CardLine name="Since then">
            {since.map(({ effect, said }, i) => (
              <div key={i}>{`${effectName(effect)} ${said}`}</div>
            ))}
          </CardLine>
        )}
        <CardLine name="File">
          <HStack gap="12px" display="inline-flex">
            <FileLink href={file}>card</FileLink>
            {chain && unbakeable(chain, anyFile).length === 0 && (
              <FileLink href={`${file}?form=cube`}>.cube table</FileLink>
            )}
            {chain && isCorrection(chain) && <FileLink href={`${file}?form=cc`}>.cc</FileLink>}
          </HStack>
        </CardLine>
        <CardLine name="Version">{`${card.contentVersion}, a ${chainNoun(card.effects.length)}`}</CardLine>
      </Box>
      {card.note && (
        <Box px="16px" py="12px">
          <Note marks={why?.note}>{card.note}</Note>
        </Box>
      )}
    </IndexCard>
  );
}
