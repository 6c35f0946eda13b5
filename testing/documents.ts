import type { SearchDocument } from "../src/core/search/document";

/** A card as an index sees it, for tests that do not care about most of it. */
export const aDocument = (given: Partial<SearchDocument> = {}): SearchDocument => ({
  id: "a",
  name: "Foghorn distance",
  ownAliases: [],
  teamAliases: [],
  folder: [],
  alsoIn: [],
  tags: [],
  lists: [],
  stars: 0,
  maker: "",
  effects: [],
  note: "",
  medium: "audio",
  fits: ["clip"],
  madeFor: "",
  groupId: null,
  layer: "team",
  origin: 1,
  by: "curator",
  added: Date.UTC(2026, 0, 1),
  changed: Date.UTC(2026, 0, 1),
  used: null,
  habit: {},
  keys: [],
  isFavourite: false,
  isDefault: false,
  isWithdrawn: false,
  isHidden: false,
  isDouble: false,
  ...given,
});

/** A moment at which queries are asked. */
export const aMoment = { now: Date.UTC(2026, 5, 15, 12), offset: 0 } as const;
