import { chakra, HStack } from "@chakra-ui/react";
import { memo } from "react";
import { cardFile } from "@/core/api/operations/card-file";
import type { Resources } from "@/core/chain/active";
import { unbakeable } from "@/core/chain/bake";
import { chainNoun, effectName } from "@/core/chain/describe";
import type { Chain } from "@/core/chain/model";
import { changedSince } from "@/core/chain/otherwise";
import { isCorrection } from "@/core/formats/cdl/correction";
import { sayProof } from "@/core/library/proof";
import { lastOffer, sayOffer } from "@/core/library/proposals";
import { pathOf } from "@/core/library/tree";
import { count } from "@/core/library/words";
import { kindPlural, ownKind } from "@/core/media";
import type { FewestKeys } from "@/core/search/fewest-keys";
import { addressOf } from "../data/api";
import { useData, useDesk, useSettings } from "../data/desk";
import { nameOfMember } from "../data/library-data";
import { QuietButton } from "../parts/buttons";
import { CardLine } from "../parts/index-card";
import { KeyCap } from "../parts/key-cap";
import { Stars } from "../parts/stars";
import type { LibraryPlace } from "../state/places";
import { useLibrary } from "./library-context";
import { useCard } from "./use-card";
import { useFewestKeys } from "./use-fewest-keys";
import { useMeanRating } from "./use-mean-rating";

interface LineProps {
  /** The card's. */
  readonly id: string;
}

interface ContentLineProps extends LineProps {
  /** Its content, where that is here. */
  readonly chain: Chain | undefined;
}

const date = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** A place that the card is in, and the way there. */
function PlaceLink({ to, children }: { readonly to: LibraryPlace; readonly children: string }) {
  const { open } = useLibrary();
  return (
    <chakra.button
      type="button"
      display="block"
      maxWidth="100%"
      truncate
      textAlign="left"
      title={children}
      textDecoration="underline"
      textDecorationColor="cardRule"
      onClick={() => open(to)}
    >
      {children}
    </chakra.button>
  );
}

function KeyLine({ id }: LineProps) {
  const { act } = useDesk();
  const key = useData(({ shelf }) => shelf.keyOf(id));
  return (
    <CardLine name="Key">
      {key === undefined ? (
        "none"
      ) : (
        <>
          <KeyCap keys={key} />{" "}
          <QuietButton size="xs" onClick={() => void act("bind-key", { key, cardId: null })}>
            free it
          </QuietButton>
        </>
      )}
    </CardLine>
  );
}

/** A word that recalls it, which its owner can take away. */
function AliasMark({ id }: { readonly id: string }) {
  const { act } = useDesk();
  const alias = useData(({ replica }) => replica.alias.get(id));
  const isOwn = useData(({ member }) => alias?.ownerId === member.id);
  if (!alias) return null;
  return (
    <HStack gap="6px" display="inline-flex" mr="8px">
      <chakra.span fontFamily="mono">{alias.text}</chakra.span>
      {isOwn && (
        <QuietButton
          size="xs"
          aria-label={`Take away the alias ${alias.text}`}
          onClick={() => void act("remove-alias", { aliasId: id })}
        >
          remove
        </QuietButton>
      )}
    </HStack>
  );
}

function AliasLine({ id }: LineProps) {
  const ids = useData(({ shelf }) =>
    shelf
      .aliasesOf(id)
      .map((alias) => alias.id)
      .join(" "),
  );
  return (
    <CardLine name="Alias">
      {ids === "" ? "none" : ids.split(" ").map((one) => <AliasMark key={one} id={one} />)}
    </CardLine>
  );
}

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

function FewestLine({ id }: LineProps) {
  const fewest = useFewestKeys(id);
  return (
    <CardLine name="Fewest keys">
      {fewest === undefined ? (
        "…"
      ) : fewest === null ? (
        "none: others come before it"
      ) : (
        <KeySequence of={fewest} />
      )}
    </CardLine>
  );
}

function RatingLine({ id }: LineProps) {
  const stars = useData(({ shelf }) => shelf.starsOf(id));
  const mean = useMeanRating(id, stars);
  const isRated = mean !== undefined && mean.count > 0;
  if (stars === 0 && !isRated) return null;
  return (
    <CardLine name="Rating">
      <HStack gap="8px" display="inline-flex">
        <Stars stars={stars} />
        {isRated && mean.mean !== null && (
          <chakra.span fontSize="sm" color="cardMuted">
            {`${mean.mean.toFixed(1)} of ${count(mean.count, "member")}`}
          </chakra.span>
        )}
      </HStack>
    </CardLine>
  );
}

function TagsLine({ id }: LineProps) {
  const tags = useData(({ replica }) => replica.tag);
  const tagIds = useCard(id, (card) => card.tagIds) ?? [];
  if (tagIds.length === 0) return null;
  return (
    <CardLine name="Tags">
      {tagIds.map((one) => (
        <PlaceLink key={one} to={{ kind: "tag", id: one }}>
          {pathOf(tags, one)}
        </PlaceLink>
      ))}
    </CardLine>
  );
}

function FoldersLine({ id }: LineProps) {
  const folders = useData(({ replica }) => replica.folder);
  const folderId = useCard(id, (card) => card.folderId);
  const alsoIn = useCard(id, (card) => card.alsoIn) ?? [];
  if (alsoIn.length === 0) return null;
  return (
    <CardLine name="Filed in">
      {[folderId, ...alsoIn].flatMap((one) =>
        one ? (
          <PlaceLink key={one} to={{ kind: "folder", id: one }}>
            {pathOf(folders, one)}
          </PlaceLink>
        ) : (
          []
        ),
      )}
    </CardLine>
  );
}

function ListsLine({ id }: LineProps) {
  const lists = useData(({ shelf }) => shelf.listsOf(id));
  if (lists.length === 0) return null;
  return (
    <CardLine name="Lists">
      {lists.map((list) => (
        <PlaceLink key={list.id} to={{ kind: "list", id: list.id }}>
          {list.name}
        </PlaceLink>
      ))}
    </CardLine>
  );
}

function MakerLine({ id }: LineProps) {
  const maker = useCard(id, (card) => card.maker) ?? "";
  return maker === "" ? null : <CardLine name="Made by">{maker}</CardLine>;
}

function FitsLine({ id }: LineProps) {
  const fits = useCard(id, (card) => card.fits.join(", ")) ?? "";
  return <CardLine name="Meant for">{fits === "" ? "any target" : fits}</CardLine>;
}

function BeginningLine({ id }: LineProps) {
  const { begins } = useSettings();
  const kind = useCard(id, ({ medium }) => ownKind(medium));
  if (!kind || begins?.[kind] !== id) return null;
  return <CardLine name="Beginning">{`new ${kindPlural(kind)} begin with this card`}</CardLine>;
}

function DefaultLine({ id }: LineProps) {
  const isDefault = useData(({ shelf }) => shelf.isDefault(id));
  const effect = useCard(id, (card) => card.effects[0]);
  if (!isDefault || effect === undefined) return null;
  return <CardLine name="Default">{`${effectName(effect)} begins as this card`}</CardLine>;
}

function MadeForLine({ id }: LineProps) {
  const madeFor = useCard(id, (card) => card.madeFor) ?? "";
  return madeFor === "" ? null : <CardLine name="Made for">{madeFor}</CardLine>;
}

function VariantsLine({ id }: LineProps) {
  const variants = useData(({ shelf, replica }) =>
    shelf
      .variantsOf(id)
      .flatMap((one) => (one === id ? [] : (replica.card.get(one) ?? [])))
      .map(({ name, madeFor }) => (madeFor ? `${name}, ${madeFor}` : name))
      .join("\n"),
  );
  if (variants === "") return null;
  return (
    <CardLine name="Variants">
      {variants.split("\n").map((one, i) => (
        <div key={i}>{one}</div>
      ))}
    </CardLine>
  );
}

/** How the last offer of a private card stands. */
function OfferLine({ id }: LineProps) {
  const isOwn = useCard(id, (card) => card.ownerId !== null) ?? false;
  const offers = useData(({ replica }) => replica.proposal);
  const last = isOwn ? lastOffer(offers.values(), id) : undefined;
  return last ? <CardLine name="Offered">{sayOffer(last)}</CardLine> : null;
}

function KeptLine({ id }: LineProps) {
  const addedAt = useCard(id, (card) => card.addedAt);
  const authorId = useCard(id, (card) => card.authorId) ?? null;
  const author = useData(({ replica }) =>
    authorId === null ? "supplied with Fichier" : (nameOfMember(replica, authorId) ?? "a former member"),
  );
  return addedAt === undefined ? null : (
    <CardLine name="Kept">{`${date.format(new Date(addedAt))}, ${author}`}</CardLine>
  );
}

/** The material that the card was proved on, with the result, and the effects whose results have changed since. */
function ProofLines({ id, chain }: ContentLineProps) {
  const proof = useCard(id, (card) => card.proof);
  const medium = useCard(id, (card) => card.medium);
  if (!proof || !medium) return null;
  const since = chain ? changedSince(chain, proof.results ?? 0) : [];
  return (
    <>
      <CardLine name={proof.same ? "Proved" : "Not proved"}>
        {`on “${proof.on}”: ${sayProof(proof, medium)}`}
      </CardLine>
      {since.length > 0 && (
        <CardLine name="Since then">
          {since.map(({ effect, said }, i) => (
            <div key={i}>{`${effectName(effect)} ${said}`}</div>
          ))}
        </CardLine>
      )}
    </>
  );
}

/** Whether a table can hold a look does not depend on what is in its files. */
const anyFile: Resources = { files: () => undefined };

const FileLink = ({ href, children }: { readonly href: string; readonly children: string }) => (
  <chakra.a href={href} download textDecoration="underline">
    {children}
  </chakra.a>
);

function FileLine({ id, chain }: ContentLineProps) {
  const { libraryId } = useDesk();
  const file = addressOf(cardFile, { libraryId, cardId: id });
  return (
    <CardLine name="File">
      <HStack gap="12px" display="inline-flex">
        <FileLink href={file}>card</FileLink>
        {chain && unbakeable(chain, anyFile).length === 0 && (
          <FileLink href={`${file}?form=cube`}>.cube table</FileLink>
        )}
        {chain && isCorrection(chain) && <FileLink href={`${file}?form=cc`}>.cc</FileLink>}
      </HStack>
    </CardLine>
  );
}

function VersionLine({ id }: LineProps) {
  const version = useCard(id, (card) => `${card.contentVersion}, a ${chainNoun(card.effects.length)}`);
  return <CardLine name="Version">{version}</CardLine>;
}

const lines = [
  KeyLine,
  AliasLine,
  FewestLine,
  RatingLine,
  TagsLine,
  FoldersLine,
  ListsLine,
  MakerLine,
  FitsLine,
  BeginningLine,
  DefaultLine,
  MadeForLine,
  VariantsLine,
  OfferLine,
  KeptLine,
  ProofLines,
  FileLine,
  VersionLine,
].map((Line) => memo(Line));

/** The ruled lines of a card. Each follows what it says by itself. */
export const CardLines = ({ id, chain }: ContentLineProps) => (
  <chakra.dl m="0">
    {lines.map((Line, at) => (
      <Line key={at} id={id} chain={chain} />
    ))}
  </chakra.dl>
);
