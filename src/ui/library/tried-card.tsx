import { Box, chakra, HStack } from "@chakra-ui/react";
import type { Chain } from "@/core/chain/model";
import type { Session } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { goesOn, media as mediaFacts, type Medium } from "@/core/media";
import { ActionButton } from "../actions/action-button";
import { useDesk, useData, useOpenSession } from "../data/desk";
import { lastTarget } from "../data/last-targets";
import { materialOf } from "../data/material";
import { useHolding } from "../data/library-data";
import type { SessionData } from "../data/session-store";
import { useSession } from "../data/use-session";
import { roomOf } from "../media";

/** The session whose material cards of a medium are tried on: the one that was on the bench last, where it has such. */
export function useTriedIn(medium: Medium): {
  readonly session: Session | undefined;
  readonly isKnown: boolean;
} {
  const { libraryId } = useDesk();
  const sessions = useData((data) => data.sessions);
  const sessionId = useOpenSession();
  const { data: holding, isPending } = useHolding(libraryId);
  const fitting = sessions.filter(({ id }) => holding?.[id]?.some((on) => goesOn(medium, on)));
  return { session: fitting.find(({ id }) => id === sessionId) ?? fitting[0], isKnown: !isPending };
}

/** The material of a medium that was looked at last there, or else the first there is. */
function materialIn({ session, replica, media }: SessionData, medium: Medium) {
  const targets = [...replica.target.values()].sort(byPosition);
  const last = targets.find(({ id }) => id === lastTarget(session.id));
  for (const target of last ? [last, ...targets] : targets) {
    const found = materialOf(media, target);
    if (found && found.facts.kind !== "lut" && goesOn(medium, found.facts.kind))
      return { name: target.name, media: found };
  }
  return undefined;
}

interface TriedCardProps {
  readonly medium: Medium;
  /** Undefined as long as it has not come. */
  readonly chain: Chain | undefined;
  readonly without: boolean;
}

/** What the chosen card makes of the material that was last on the bench. */
export function TriedCard({ medium, chain, without }: TriedCardProps) {
  const { session, isKnown } = useTriedIn(medium);
  return (
    <Box as="section" aria-label="Tried on" mt="16px">
      {session ? (
        <TriedOn key={session.id} sessionId={session.id} medium={medium} chain={chain} without={without} />
      ) : (
        isKnown && (
          <Box color="muted">{`There is no session with ${mediaFacts[medium].piece} to try it on.`}</Box>
        )
      )}
    </Box>
  );
}

function TriedOn({ sessionId, medium, chain, without }: TriedCardProps & { readonly sessionId: string }) {
  const { data: session, error } = useSession(sessionId);
  const found = session && materialIn(session, medium);
  const Try = roomOf(found?.media.facts.kind)?.Try;
  return (
    <>
      <HStack justifyContent="space-between" mb="6px" gap="10px">
        <chakra.h3 textStyle="hint" truncate title={found?.name}>
          {found ? `Tried on ${found.name}` : "Tried on"}
        </chakra.h3>
        <ActionButton action="library.without" short />
      </HStack>
      {found && chain && Try ? (
        <Try key={found.media.id} media={found.media} chain={chain} without={without} />
      ) : (
        <Box color="muted" role="status">
          {error
            ? "✕ The session could not be opened."
            : session && !found
              ? "Nothing lies in the session yet."
              : "Laying it out …"}
        </Box>
      )}
    </>
  );
}
