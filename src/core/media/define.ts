/** What a card can be applied to within a medium. */
interface TargetKindFacts {
  readonly plural: string;
  /** Has no material of its own: what feeds it is heard or seen through it. In a few words, what it is for. */
  readonly group?: string;
}

/** What is said and known of a medium; what it does is in the other layers' rooms of it. */
interface MediumFacts {
  /** What a single piece of it is called in a sentence: `“Rain” is a picture`. */
  readonly piece: string;
  /** Has material, effects and renderings; of others, cards are read and kept. */
  readonly works: boolean;
  /** The drawn sign, and what it is called: the path of an SVG of 16 × 16. */
  readonly sign: { readonly name: string; readonly path: string };
  /** What a session of it is for: `a session for pictures`. */
  readonly plural: string;
  /** The kind of target that a file of it becomes. */
  readonly ownKind: string;
  /** The kinds of target that its cards can be meant for, the own one first. */
  readonly targets: Readonly<Record<string, TargetKindFacts>>;
  /** Other media whose cards, chains and effects go on it too. */
  readonly takes?: readonly string[];
  /** The medium whose likenesses tell what it looks like, where it has none of its own. */
  readonly comparedAs?: string;
  /** Has a length, so that a part of it can be worked with. */
  readonly timed: boolean;
  /** What is taken in, in a sentence. */
  readonly takesIn: string;
  /** Endings of the files that a folder is searched for, without the dot. */
  readonly endings: readonly string[];
  /** What a difference between two results is called small by, and how it is said. */
  readonly difference: {
    /** Not heard or not seen below this. */
    readonly tooSmall: number;
    say(difference: number): string;
  };
}

/** `Material`: what is learnt of a file of it when it is taken in. */
export const defineMedium =
  <Material extends object>() =>
  <const M extends MediumFacts>(
    facts: M & { readonly ownKind: keyof M["targets"] },
  ): M & { readonly material?: Material } =>
    facts;
