import { uncapital } from "@/core/library/words";
import type { Offer, Subject } from "./action";

/** The offers of one part of the screen. */
export interface ActionScope {
  readonly id: string;
  readonly title: string;
  readonly offers: readonly Offer[];
  /** Keeps keys from reaching the scopes below, as a dialog does. */
  readonly modal: boolean;
  /** A word at the right end of the key strip, such as what is selected. */
  readonly note?: string;
}

/**
 * The scopes on top of each other. Changed at once, not with the next rendering: the key after the one that closed a
 * dialog must already reach what lies below, however fast the hand.
 */
export class ActionStack {
  private scopes: readonly ActionScope[] = [];
  private readonly listeners = new Set<() => void>();

  readonly current = (): readonly ActionScope[] => this.scopes;

  put(scope: ActionScope): void {
    const known = this.scopes.some((s) => s.id === scope.id);
    this.set(known ? this.scopes.map((s) => (s.id === scope.id ? scope : s)) : [...this.scopes, scope]);
  }

  remove(id: string): void {
    if (this.scopes.some((s) => s.id === id)) this.set(this.scopes.filter((s) => s.id !== id));
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private set(scopes: readonly ActionScope[]): void {
    this.scopes = scopes;
    this.listeners.forEach((listener) => listener());
  }
}

/** The scopes that keys reach, the topmost first. */
export function reached(scopes: readonly ActionScope[]): readonly ActionScope[] {
  const lowest = Math.max(
    0,
    scopes.findLastIndex((scope) => scope.modal),
  );
  return scopes.slice(lowest).reverse();
}

/** What a key does here and now. */
export const offerFor = (keys: string, scopes: readonly ActionScope[]): Offer | undefined =>
  reached(scopes)
    .flatMap((scope) => scope.offers)
    .find((offer) => offer.offered && offer.keys.includes(keys));

/** Why a key does nothing here and now. */
export interface Refusal {
  readonly why: string;
}

/** A character, as words are typed of; Enter and the like also belong to whatever has the focus. */
const isTyped = (keys: string): boolean => /^(Shift\+)?\S$/u.test(keys);

/** Said of an action whose dialog has nothing to be about here. */
const sayNotHere = ({ words }: Offer): string =>
  words === "" ? "That is not possible here." : `Not possible here: ${uncapital(words)}.`;

/**
 * The offer that a key runs here and now, or why it runs none; undefined where no action has the key. A character that would
 * have opened a dialog is refused where it is not offered: what is typed after it was meant for that.
 */
export function meaningOf(keys: string, scopes: readonly ActionScope[]): Offer | Refusal | undefined {
  const all = reached(scopes)
    .flatMap((scope) => scope.offers)
    .filter((offer) => offer.keys.includes(keys));
  // A key that is refused up here does not mean another thing below.
  const first = all.find(({ offered, refused }) => offered || refused !== null);
  if (first) return first.offered ? first : { why: first.refused! };
  const opening = isTyped(keys) ? all.find(({ opens }) => opens) : undefined;
  return opening && { why: sayNotHere(opening) };
}

/** For a press with several meanings: the first offer that can be run; where none can, why the first meant one cannot. */
export function meaningAmong(
  all: readonly string[],
  scopes: readonly ActionScope[],
): Offer | Refusal | undefined {
  const meant = all.flatMap((keys) => meaningOf(keys, scopes) ?? []);
  return meant.find((one) => "run" in one) ?? meant.at(0);
}

/** What the menu of a row, card or the like holds. */
export const offersOn = (subject: Subject, scopes: readonly ActionScope[]): Offer[] =>
  [...scopes]
    .reverse()
    .flatMap((scope) => scope.offers)
    .filter((offer) => offer.offered && offer.on.includes(subject));

/** What the key strip shows, the topmost scope first; a key that means something above does not mean another thing below. */
export function stripOf(scopes: readonly ActionScope[]): Offer[] {
  const seen = new Set<string>();
  return reached(scopes)
    .flatMap((scope) => scope.offers)
    .filter(({ offered, strip, keys }) => {
      if (!offered || keys.length === 0 || seen.has(keys[0])) return false;
      seen.add(keys[0]);
      return strip;
    });
}
