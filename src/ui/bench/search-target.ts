import type { MemberSettings } from "@/core/library/media";
import { usualMedium } from "@/core/media";
import { formatOf } from "@/core/library/variants";
import type { Bench } from "./use-bench";

/** What a card would be put on, as the index is told of it; of the usual medium where nothing is selected. */
export const searchTarget = (
  { lead, session }: Pick<Bench, "lead" | "session">,
  settings: MemberSettings,
) => ({
  medium: lead?.chain.medium ?? usualMedium,
  kind: lead?.kind ?? "",
  format: formatOf(lead?.mediaId ? session.media.get(lead.mediaId)?.facts : undefined),
  prefers: settings.preferredFormats,
});
