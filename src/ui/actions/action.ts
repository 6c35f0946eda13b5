import type { ReactNode } from "react";

/** What a context menu can be about. */
export type Subject =
  | "target"
  | "setting"
  | "keyframe"
  | "chain"
  | "draft"
  | "viewer"
  | "session"
  | "card"
  | "folder"
  | "tag"
  | "list"
  | "search"
  | "finding"
  | "offer"
  | "change"
  | "member"
  | "account";

interface ActionDialogProps<Here> {
  readonly here: Here;
  close(): void;
}

/**
 * Something that can be done here and now: by its key, in the key strip, in context menus, in the list of all actions.
 * Each is a file of its place's folder and a line in the place's list; nothing else names it.
 */
export interface Action<Here> {
  /** `place.action`; names it for good. */
  readonly id: string;
  /** What it does, in menus and in the list of all actions. */
  readonly words: string | ((here: Here) => string);
  /** What it does whatever is selected, for the map of keys: where its words depend on that. */
  readonly name?: string;
  /** The same for the key strip, where there is little room. */
  readonly short?: string | ((here: Here) => string);
  /** Its words say nothing of what may be missing, so that it is shown also where it is not offered. */
  readonly sayable?: true;
  /** Combinations as `core/keys/combination` writes them; the first is the one that is shown. */
  readonly keys?: readonly string[];
  /** Whose menus hold it. */
  readonly on?: readonly Subject[];
  /** Shown in the key strip. */
  readonly strip?: boolean | ((here: Here) => boolean);
  /** Whether it can be done; always, where this is left out. Pure. */
  offered?(here: Here): boolean;
  /** Why it cannot be done though it is about what is here; null where it can. Told to who presses its key. Pure. */
  refused?(here: Here): string | null;
  run?(here: Here): unknown;
  /** Opened by it, after `run`. */
  readonly dialog?: (props: ActionDialogProps<Here>) => ReactNode;
}

/** Actions that come and go with what is there, such as those of keys that are bound to cards. */
export interface ActionFamily<Here> {
  readonly each: (here: Here) => readonly Action<Here>[];
}

/** Between two groups of a place's actions: where both are in a menu, a line parts them. */
export const line: ActionFamily<unknown> = { each: () => [] };

/** A part of the screen with its actions, in the order in which the key strip and menus show them. */
export interface ActionPlace<Here> {
  /** Heads its actions in the list of all. */
  readonly title: string;
  readonly actions: readonly (Action<Here> | ActionFamily<Here>)[];
}

/** The actions of a place, those of families among them. */
export const actionsOf = <Here>({ actions }: ActionPlace<Here>, here: Here): Action<Here>[] =>
  actions.flatMap((one) => ("each" in one ? one.each(here) : one));

/** The name of the group that each action of a place is in, by the action's id. */
export function groupsOf<Here>(
  { title, actions }: ActionPlace<Here>,
  here: Here,
): ReadonlyMap<string, string> {
  const groups = new Map<string, string>();
  let passed = 0;
  for (const one of actions) {
    if (one === line) passed++;
    for (const { id } of "each" in one ? one.each(here) : [one]) groups.set(id, `${title} ${passed}`);
  }
  return groups;
}

/** An action as it stands here and now. */
export interface Offer {
  readonly id: string;
  readonly words: string;
  readonly short: string;
  readonly keys: readonly string[];
  readonly on: readonly Subject[];
  readonly strip: boolean;
  readonly offered: boolean;
  /** Why it is not offered, to be told to who presses its key. */
  readonly refused: string | null;
  /** It opens something that takes what is typed next. */
  readonly opens: boolean;
  /** Menus part those of one group from those of another. */
  readonly group: string;
  run(): void;
}

const said = <Here>(words: string | ((here: Here) => string), here: Here) =>
  typeof words === "string" ? words : words(here);

/** What an action does, whatever is selected; empty where nobody says. */
export const nameOf = ({ name, words }: Pick<Action<never>, "name" | "words">): string =>
  name ?? (typeof words === "string" ? words : "");

/** Whether an action can be done here and now. */
export const isOffered = <Here>(action: Action<Here>, here: Here): boolean =>
  (action.offered?.(here) ?? true) && (action.refused?.(here) ?? null) === null;

/** The facts of an offer; `run` is the caller's matter. */
export function standingOf<Here>(action: Action<Here>, here: Here, group = ""): Omit<Offer, "run"> {
  const isMeant = action.offered?.(here) ?? true;
  const refused = isMeant ? (action.refused?.(here) ?? null) : null;
  const offered = isMeant && refused === null;
  // What is not offered may have no words: they can be about what is not there.
  const known = <W extends Action<Here>["words"]>(text: W) =>
    isMeant || action.sayable || typeof text === "string" ? said(text, here) : "";
  const words = known(action.words);
  return {
    id: action.id,
    words,
    short: (action.short !== undefined && known(action.short)) || words,
    keys: action.keys ?? [],
    on: action.on ?? [],
    strip: offered && (typeof action.strip === "function" ? action.strip(here) : (action.strip ?? false)),
    offered,
    refused,
    opens: action.dialog !== undefined,
    group,
  };
}
