import { useMemo } from "react";
import type { Replica } from "@/core/library/change";
import { fold } from "@/core/text/fold";
import { useData } from "../data/desk";

export interface HiddenThings {
  readonly folders: ReadonlySet<string>;
  readonly tags: ReadonlySet<string>;
  readonly effects: ReadonlySet<string>;
  /** Folded. */
  readonly makers: ReadonlySet<string>;
}

/** What a member has hidden besides single cards. */
export function hiddenThings({ hiding }: Pick<Replica, "hiding">): HiddenThings {
  const rows = [...hiding.values()];
  return {
    folders: new Set(rows.flatMap(({ folderId }) => folderId ?? [])),
    tags: new Set(rows.flatMap(({ tagId }) => tagId ?? [])),
    effects: new Set(rows.flatMap(({ effect }) => effect ?? [])),
    makers: new Set(rows.flatMap(({ maker }) => (maker === null ? [] : fold(maker)))),
  };
}

export function useHidden(): HiddenThings {
  const hiding = useData(({ replica }) => replica.hiding);
  return useMemo(() => hiddenThings({ hiding }), [hiding]);
}
