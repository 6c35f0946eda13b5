"use client";

import {
  createContext,
  useContext,
  useId,
  useLayoutEffect,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from "react";
import { actionsOf, groupsOf, isOffered, standingOf, type ActionPlace, type Offer } from "./action";
import { Boundary, BrokenDialogContext } from "../parts/boundary";
import { ActionStack, type ActionScope } from "./stack";

export const ActionStackContext = createContext<ActionStack | null>(null);

/** Throws outside of `KeysProvider`. */
export function useActionStack(): ActionStack {
  const stack = useContext(ActionStackContext);
  if (!stack) throw new Error("actions are used outside of KeysProvider");
  return stack;
}

/** True where two values are the same, or lists of the same. */
const isSame = (a: unknown, b: unknown): boolean =>
  a === b ||
  (Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((one, i) => one === b[i]));

/** What of the scopes a part shows, drawn anew when that changes; `select` gives the same for the same scopes. */
export function useScopes<T>(select: (scopes: readonly ActionScope[]) => T): T {
  const stack = useActionStack();
  const kept = useRef<{ scopes: readonly ActionScope[]; select: unknown; value: T } | null>(null);
  const value = () => {
    const scopes = stack.current();
    if (kept.current?.scopes !== scopes || kept.current.select !== select) {
      const value = select(scopes);
      const before = kept.current?.value;
      kept.current = {
        scopes,
        select,
        value: before !== undefined && isSame(before, value) ? before : value,
      };
    }
    return kept.current.value;
  };
  return useSyncExternalStore(stack.subscribe, value, value);
}

/** An action of any place as it stands now, for a button of its own. */
export function useOffer(id: string): Offer | undefined {
  const stack = useActionStack();
  const find = () =>
    stack
      .current()
      .flatMap((scope) => scope.offers)
      .find((offer) => offer.id === id);
  return useSyncExternalStore(stack.subscribe, find, find);
}

interface Options {
  readonly modal?: boolean;
  readonly note?: string;
}

/**
 * Offers a place's actions while the calling part is shown, and gives what is opened by them, to be drawn by it. Scopes
 * lie on top of each other in the order in which their parts came. `here` is whatever the actions ask for; it may be
 * another object each time.
 */
export function useActions<Here>(
  place: ActionPlace<Here>,
  here: Here,
  { modal = false, note }: Options = {},
): ReactNode {
  const id = useId();
  const stack = useActionStack();
  const [open, setOpen] = useState<string | null>(null);
  const latest = useRef(here);
  const said = useRef("");
  const given = useRef(new Map<string, { readonly saying: string; readonly offer: Offer }>());
  useLayoutEffect(() => {
    latest.current = here;
    const groups = groupsOf(place, here);
    const facts = actionsOf(place, here).map((action) => standingOf(action, here, groups.get(action.id)));
    const sayings = facts.map((fact) => JSON.stringify(fact));
    const saying = JSON.stringify([sayings, modal, note]);
    // Only what is seen of it makes others draw anew.
    if (saying === said.current) return;
    said.current = saying;
    const before = given.current;
    given.current = new Map();
    const offers = facts.map((fact, i) => {
      // An offer that stands as it did is the same object, so that its button need not be drawn anew.
      const kept = before.get(fact.id);
      const offer =
        kept?.saying === sayings[i]
          ? kept.offer
          : {
              ...fact,
              run() {
                const now = latest.current;
                const action = actionsOf(place, now).find((one) => one.id === fact.id);
                if (!action || !isOffered(action, now)) return;
                action.run?.(now);
                if (action.dialog) setOpen(action.id);
              },
            };
      given.current.set(fact.id, { saying: sayings[i], offer });
      return offer;
    });
    stack.put({ id, title: place.title, offers, modal, note });
  });
  useLayoutEffect(
    () => () => {
      said.current = "";
      stack.remove(id);
    },
    [stack, id],
  );
  const Opened = open === null ? undefined : actionsOf(place, here).find((one) => one.id === open)?.dialog;
  const BrokenDialog = useContext(BrokenDialogContext);
  const close = () => setOpen(null);
  return Opened ? (
    <Boundary fallback={(error) => <BrokenDialog error={error} onClose={close} />}>
      <Opened here={here} close={close} />
    </Boundary>
  ) : null;
}
