import { audio } from "./audio";
import { image } from "./image";
import { video } from "./video";

/** Every medium. A new one is a file beside these and a line here; see `docs/architecture.md` for its other rooms. */
export const media = { audio, image, video } as const;

export type Medium = keyof typeof media;
export const mediumIds = Object.keys(media) as Medium[];

/** The media that have material, effects and renderings. */
export type WorkingMedium = { [M in Medium]: (typeof media)[M]["works"] extends true ? M : never }[Medium];
export const workingMedia = mediumIds.filter((id): id is WorkingMedium => media[id].works);

/** The media in which things are told to be like each other. */
export type ComparedMedium = {
  [M in WorkingMedium]: (typeof media)[M] extends { readonly comparedAs: string } ? never : M;
}[WorkingMedium];
export const comparedMedia = workingMedia.filter((id): id is ComparedMedium => !("comparedAs" in media[id]));
/** The one in which things of a medium are; its own, or what it looks like. */
export const comparedAs = (medium: Medium): ComparedMedium =>
  comparedMedia.find(
    (one) => one === ((media[medium] as { readonly comparedAs?: string }).comparedAs ?? medium),
  )!;

/** The one that is meant where nothing says which. */
export const usualMedium: WorkingMedium = "audio";

/** What was learnt of a file of a medium when it was taken in. */
export type MaterialOf<M extends Medium> = NonNullable<(typeof media)[M]["material"]>;

/** True where cards, chains and effects of a medium go on material of another: on its own, and on what takes them too. */
export const goesOn = (of: Medium, on: Medium): boolean =>
  of === on || ((media[on] as { readonly takes?: readonly string[] }).takes ?? []).includes(of);

type Kinds = { [M in Medium]: keyof (typeof media)[M]["targets"] };
export type TargetKind = Kinds[Medium];

type KindFacts = { readonly plural: string; readonly group?: string };
const kinds = Object.assign({}, ...mediumIds.map((id) => media[id].targets)) as Record<TargetKind, KindFacts>;
export const targetKinds = Object.keys(kinds) as TargetKind[];

/** The kinds of target that cards of a medium can be meant for. */
export const kindsOf = (medium: Medium): TargetKind[] => Object.keys(media[medium].targets) as TargetKind[];
export const kindPlural = (kind: TargetKind): string => kinds[kind].plural;
/** True where a card that names kinds of target is meant for one; a card that names none, or all of its medium, is for all that it goes on. */
export const isMeantFor = (
  { medium, fits }: { readonly medium: Medium; readonly fits: readonly string[] },
  kind: string,
): boolean =>
  fits.length === 0 || fits.includes(kind) || kindsOf(medium).every((each) => fits.includes(each));

type GroupsIn<T> = { [K in keyof T]: T[K] extends { readonly group: string } ? K : never }[keyof T];
/** Targets without material of their own. */
export type GroupKind = { [M in Medium]: GroupsIn<(typeof media)[M]["targets"]> }[Medium];
export const groupKinds = targetKinds.filter((kind): kind is GroupKind => kinds[kind].group !== undefined);
/** The kinds of group that targets of a medium can feed. */
export const groupKindsOf = (medium: Medium): TargetKind[] =>
  kindsOf(medium).filter((kind) => kinds[kind].group !== undefined);
/** The medium that targets of a kind are of. */
export const mediumOfKind = (kind: TargetKind): Medium => mediumIds.find((id) => kindsOf(id).includes(kind))!;
/** What a group is for, in a few words. */
export const groupPurpose = (kind: GroupKind): string => kinds[kind].group!;

/** The kind of target that a file of a medium becomes. */
export const ownKind = (medium: Medium): TargetKind => media[medium].ownKind;
