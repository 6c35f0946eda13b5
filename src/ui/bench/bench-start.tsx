"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { ActionButton } from "../actions/action-button";
import type { ActionPlace } from "../actions/action";
import { doAgain } from "../actions/shared/do-again";
import { takeBack, type TakesBack } from "../actions/shared/take-back";
import { useActions } from "../actions/use-actions";
import { useDesk, useData } from "../data/desk";
import { Waiting } from "../frame/states";
import { useSessionActions } from "./session-menu";
import { useBringing } from "./use-bringing";

const startPlace: ActionPlace<TakesBack> = { title: "Bench", actions: [takeBack, doAgain] };

/** Where the bench leads when no session is named: to the first one, or to beginning one. */
export function BenchStart() {
  const { libraryId, takeBack: serverTakeBack } = useDesk();
  const data = useData();
  const bringing = useBringing(null);
  const opened = useSessionActions(null, bringing);
  useActions(startPlace, { takeBack: serverTakeBack });
  const router = useRouter();
  const first = data.sessions.find((s) => s.id === data.member.settings.lastSessionId) ?? data.sessions[0];
  useEffect(() => {
    if (first) router.replace(`/${libraryId}/bench/${first.id}`);
  }, [first, router, libraryId]);
  if (first) return <Waiting words="Laying out the session …" />;
  return (
    <Box as="main" display="grid" placeItems="center" height="100%">
      <Box textAlign="center" maxWidth="440px">
        <chakra.h1 textStyle="screenTitle" mb="10px">
          An empty bench
        </chakra.h1>
        <chakra.p color="muted" mb="20px">
          A session holds the sounds or pictures you work on. Begin one, then bring in your own files.
        </chakra.p>
        <ActionButton action="session.new" main />
        <ActionButton action="session.take-timeline" />
      </Box>
      {opened}
      {bringing.dialog}
    </Box>
  );
}
