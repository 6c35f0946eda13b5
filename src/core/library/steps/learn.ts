import { longestName, shortened } from "../../text/names";
import { chainText } from "../../chain/fingerprint";
import type { Chain, EffectSetting } from "../../chain/model";
import type { Target } from "../entities/target";
import type { Piece } from "./define";
import type { Step } from "./index";

/** What was sent to the server on the bench, as far as steps can be learnt from it. */
interface Sent {
  readonly command: string;
  readonly input: {
    readonly cardId?: string | null;
    readonly how?: string;
    readonly strength?: number;
    readonly chain?: Chain;
    readonly parts?: readonly (
      { readonly cardId: string } | { readonly name: string; readonly chain: Chain }
    )[];
  };
  /** The target that it was about, as it was. */
  readonly before?: Pick<Target, "chain" | "strength">;
  /** What effects are called. */
  readonly nameOf: (effect: string) => string;
}

/** What became of a chain by hand: an effect switched, or settings added behind it; null where it is neither. */
function stepOfChain(before: Chain, after: Chain, nameOf: Sent["nameOf"]): Step | null {
  const [was, is] = [before.settings, after.settings];
  // As contents are compared: fields may have come in another order.
  const isSame = (a: EffectSetting, b: EffectSetting) =>
    chainText({ ...after, settings: [a] }) === chainText({ ...after, settings: [b] });
  if (was.length === is.length) {
    const others = is.filter((setting, i) => !isSame(setting, was[i]));
    const [one] = others;
    return others.length === 1 && isSame({ ...was[is.indexOf(one)], on: one.on }, one)
      ? { kind: "switch", effect: one.effect, on: one.on }
      : null;
  }
  const added = { ...after, settings: is.slice(was.length) };
  const isBehind =
    is.length > was.length &&
    chainText({ ...after, settings: is.slice(0, was.length) }) === chainText(before);
  return isBehind
    ? {
        kind: "put",
        of: {
          name: shortened(added.settings.map(({ effect }) => nameOf(effect)).join(", "), longestName),
          chain: added,
        },
        how: "after",
        strength: 100,
      }
    : null;
}

/**
 * A change of the bench as a step for whatever is selected another time; null where it is about just what was selected then,
 * such as a value that was turned.
 */
export function stepOf({ command, input, before, nameOf }: Sent): Step | null {
  const { cardId, how = "replace", strength = 100, chain, parts = [] } = input;
  // There may be no chosen setting then.
  const way = (how === "at" ? "after" : how) as Extract<Step, { kind: "put" }>["how"];
  if (command === "apply-card" && cardId) return { kind: "put", of: { cardId }, how: way, strength };
  if (command === "apply-draft") {
    const pieces = parts.map((part): Piece => ("cardId" in part ? { cardId: part.cardId } : part));
    if (how === "return") return { kind: "returns", parts: pieces.map((of) => ({ of, level: 0 })) };
    return pieces.length === 1 ? { kind: "put", of: pieces[0], how: way, strength } : null;
  }
  if (command === "cut-targets") return { kind: "cut" };
  if (command === "set-chain") {
    if (chain) return before ? stepOfChain(before.chain, chain, nameOf) : null;
    return input.strength === undefined ? null : { kind: "strength", strength };
  }
  return null;
}

/** The steps that were learnt with one more: a strength that was set again and again counts once. */
export function learnt(steps: readonly Step[], step: Step, most: number): readonly Step[] {
  const last = steps.at(-1);
  const isAgain =
    last !== undefined &&
    (JSON.stringify(last) === JSON.stringify(step) || (last.kind === "strength" && step.kind === "strength"));
  return [...(isAgain ? steps.slice(0, -1) : steps), step].slice(-most);
}
