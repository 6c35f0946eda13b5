import { emptyChain, type Chain } from "../src/core/chain/model";
import type {
  Card,
  CardHead,
  FavouritesList,
  Folder,
  Hiding,
  Proposal,
  Tag,
  Target,
} from "../src/core/library/entities";

/* Rows for tests that need some and do not care which. */

export const aCard = (given: Partial<Card> = {}): Card => ({
  id: "card-1",
  version: 1,
  layer: "team",
  ownerId: null,
  name: "Foghorn distance",
  medium: "audio",
  fits: [],
  folderId: null,
  alsoIn: [],
  tagIds: [],
  note: "",
  maker: "",
  madeFor: "",
  keptOn: null,
  groupId: null,
  contentVersion: 1,
  fingerprint: "",
  chain: emptyChain(given.medium ?? "audio"),
  authorId: "user-1",
  addedAt: "2026-01-01T00:00:00.000Z",
  changedAt: "2026-01-01T00:00:00.000Z",
  withdrawn: false,
  proof: null,
  ...given,
});

/** What a copy of the library keeps of such a card. */
export const aHead = ({ effects = [], ...given }: Partial<CardHead> = {}): CardHead => {
  const { chain: _, ...card } = aCard(given);
  return { ...card, effects };
};

export const aFolder = (given: Partial<Folder> = {}): Folder => ({
  id: "folder-1",
  version: 1,
  parentId: null,
  name: "Weather",
  position: "a0",
  sign: "",
  pictureOf: null,
  fits: [],
  ...given,
});

export const aTag = (given: Partial<Tag> = {}): Tag => ({
  id: "tag-1",
  version: 1,
  parentId: null,
  name: "wet",
  position: "a0",
  ...given,
});

export const aList = (given: Partial<FavouritesList> = {}): FavouritesList => ({
  id: "list-1",
  version: 1,
  ownerId: "user-1",
  name: "Favourites",
  mark: "F",
  ink: "verdigris",
  position: "a0",
  removed: false,
  ...given,
});

export const aHiding = (given: Partial<Hiding> = {}): Hiding => ({
  id: "hiding-1",
  version: 1,
  ownerId: "user-1",
  cardId: null,
  folderId: null,
  tagId: null,
  effect: null,
  maker: null,
  ...given,
});

export const aProposal = (given: Partial<Proposal> = {}): Proposal => ({
  id: "proposal-1",
  version: 1,
  byId: "user-1",
  ownCardId: "card-1",
  name: "Foghorn distance",
  medium: "audio",
  fits: [],
  note: "",
  maker: "",
  madeFor: "",
  keptOn: null,
  effects: [],
  fingerprint: "",
  path: "",
  state: "open",
  answer: "",
  cardId: null,
  offeredAt: "2026-01-01T00:00:00.000Z",
  ...given,
});

export const aTarget = (given: Partial<Target> = {}): Target => ({
  id: "target-1",
  version: 1,
  sessionId: "session-1",
  kind: "clip",
  name: "Ferry ramp",
  mediaId: "media-1",
  part: null,
  origin: null,
  position: "a0",
  feedsId: null,
  at: 0,
  muted: false,
  soloed: false,
  sends: [],
  chain: emptyChain("audio"),
  strength: 100,
  cardId: null,
  cardVersion: null,
  ...given,
});

export const aGainChain = (...gains: number[]): Chain => ({
  medium: "audio",
  settings: gains.map((gain) => ({ effect: "audio.gain", values: { gain }, on: true, mix: 100 })),
});
