import { useEffect, useSyncExternalStore } from "react";
import { mostContents } from "@/core/api/operations/card-contents";
import type { Chain } from "@/core/chain/model";

/** Contents that are held in memory; the ones that came first go first. */
const mostHeld = 4000;

/** What is known of a content: its chain, or why it could not be had. */
export interface Known {
  readonly chain?: Chain;
  readonly problem?: Error;
}

/** Where contents come from: those of some fingerprints that there are. */
export type ContentSource = (fingerprints: readonly string[]) => Promise<Readonly<Record<string, Chain>>>;

/**
 * The contents of cards by their fingerprints: asked for when they are wanted, those wanted at the same moment together,
 * and kept, since what a fingerprint stands for never changes.
 */
export class Contents {
  private readonly known = new Map<string, Known>();
  private readonly asked = new Map<string, Promise<Chain>>();
  private waiting: string[] = [];
  private turn: Promise<Readonly<Record<string, Chain>>> | null = null;
  private readonly listeners = new Set<() => void>();

  constructor(private readonly source: ContentSource) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** What is known of a content; the same object until something else is. */
  peek(fingerprint: string): Known | undefined {
    return this.known.get(fingerprint);
  }

  /** Takes in a content that came by another way. */
  keep(fingerprint: string, chain: Chain): void {
    this.put(fingerprint, { chain });
  }

  /** A content, asked for where it is not here. Rejects where it cannot be had; asking again tries again. */
  get(fingerprint: string): Promise<Chain> {
    const { chain } = this.known.get(fingerprint) ?? {};
    if (chain) return Promise.resolve(chain);
    const asked = this.asked.get(fingerprint);
    if (asked) return asked;
    this.waiting.push(fingerprint);
    this.turn ??= Promise.resolve().then(() => {
      const all = this.waiting;
      this.waiting = [];
      this.turn = null;
      return this.source(all);
    });
    const one = this.turn.then((chains) => {
      if (!chains[fingerprint]) throw new Error("This content of the card is not there any more.");
      return chains[fingerprint];
    });
    this.asked.set(fingerprint, one);
    one
      .then(
        (chain) => this.put(fingerprint, { chain }),
        (problem: Error) => this.put(fingerprint, { problem }),
      )
      .finally(() => this.asked.delete(fingerprint));
    return one;
  }

  /** Asks for what will be wanted soon. Nothing happens where it cannot be had. */
  ahead(fingerprints: Iterable<string>): void {
    for (const fingerprint of fingerprints)
      if (!this.known.get(fingerprint)?.chain) this.get(fingerprint).catch(() => undefined);
  }

  private put(fingerprint: string, known: Known): void {
    this.known.delete(fingerprint);
    this.known.set(fingerprint, known);
    const oldest = this.known.keys().next().value;
    if (this.known.size > mostHeld && oldest !== undefined) this.known.delete(oldest);
    this.listeners.forEach((listener) => listener());
  }
}

/** A source that asks for no more at once than the server answers. */
export const inPortions =
  (source: ContentSource): ContentSource =>
  async (fingerprints) => {
    const portions: string[][] = [];
    for (let at = 0; at < fingerprints.length; at += mostContents)
      portions.push(fingerprints.slice(at, at + mostContents));
    return Object.assign({}, ...(await Promise.all(portions.map(source)))) as Record<string, Chain>;
  };

const unknown: Known = {};

/** A card's content, asked for while it is shown. */
export function useContent(contents: Contents, fingerprint: string | undefined): Known {
  useEffect(() => {
    if (fingerprint !== undefined) contents.ahead([fingerprint]);
  }, [contents, fingerprint]);
  const peek = () => (fingerprint === undefined ? unknown : (contents.peek(fingerprint) ?? unknown));
  return useSyncExternalStore(contents.subscribe, peek, () => unknown);
}
