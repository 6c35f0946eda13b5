import { useCallback } from "react";
import type { CardHead } from "@/core/library/entities";
import type { MemberSettings } from "@/core/library/media";
import { kindPlural, ownKind, workingMedia, type TargetKind, type WorkingMedium } from "@/core/media";
import { sayError, useDesk, useData } from "./desk";

const nothing: NonNullable<MemberSettings["begins"]> = {};

/** The cards that new material begins with, and how they become others. */
export function useBegins() {
  const { library, tell } = useDesk();
  const data = useData();
  const { begins = nothing } = data.member.settings;
  const { card } = data.replica;
  const setBegins = useCallback(
    (kind: TargetKind, cardId: string | null) =>
      void library
        .saveSettings({ begins: { ...begins, [kind]: cardId } })
        .then(() =>
          tell({
            kind: "done",
            text: `New ${kindPlural(kind)} begin with ${cardId === null ? "nothing" : `“${card.get(cardId)?.name}”`}.`,
          }),
        )
        .catch((error) => tell({ kind: "problem", text: sayError(error) })),
    [library, begins, card, tell],
  );
  return { begins, setBegins };
}

/** The cards that new material begins with, by its medium, where there are any in use. */
export function useBeginnings(): (readonly [WorkingMedium, CardHead])[] {
  const data = useData();
  return workingMedia.flatMap((medium) => {
    const card = data.replica.card.get(data.member.settings.begins?.[ownKind(medium)] ?? "");
    return card && !card.withdrawn ? [[medium, card] as const] : [];
  });
}
