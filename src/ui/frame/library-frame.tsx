"use client";

import { Box } from "@chakra-ui/react";
import { usePathname } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode, type RefObject } from "react";
import { ContextMenus } from "../actions/context-menu";
import { DeskProvider, useDesk, useSettings } from "../data/desk";
import { useHoldingKeys } from "../keys/held-keys";
import { useArrivals } from "../keys/use-go";
import { KeysProvider } from "../keys/keys";
import { BrokenDialogContext } from "../parts/boundary";
import { BrokenDialog } from "../parts/broken-dialog";
import { loadAhead } from "../parts/later";
import { ThemeRootContext } from "../parts/theme-root";
import { FindingContext, type Finding } from "./finding";
import { KeyStrip } from "./key-strip";
import { Failed, Waiting } from "./states";
import { TopBar } from "./top-bar";

/** What surrounds every place of a library: top bar above, key strip below. The bench is lit as Night, the rest as Paper. */
export function LibraryFrame({ libraryId, children }: { libraryId: string; children: ReactNode }) {
  useHoldingKeys();
  const root = useRef<HTMLDivElement>(null);
  const [finding, setFinding] = useState<Finding | null>(null);
  const night = usePathname().startsWith(`/${libraryId}/bench`);
  const value = useMemo(() => ({ finding, setFinding }), [finding]);
  return (
    <Box
      ref={root}
      className={night ? "dark" : "light"}
      height="100vh"
      bg="canvas"
      color="ink"
      display="grid"
      gridTemplateRows="{sizes.topBar} minmax(0, 1fr) {sizes.keyStrip}"
    >
      <ThemeRootContext.Provider value={root}>
        <FindingContext.Provider value={value}>
          <DeskProvider
            libraryId={libraryId}
            waiting={<Waiting words="Opening the library …" />}
            failed={(error, retry) => <Failed error={error} retry={retry} />}
          >
            <Framed root={root}>{children}</Framed>
          </DeskProvider>
        </FindingContext.Provider>
      </ThemeRootContext.Provider>
    </Box>
  );
}

function Framed({ root, children }: { root: RefObject<HTMLDivElement | null>; children: ReactNode }) {
  const { notices, tell } = useDesk();
  const { bareKeys = true } = useSettings();
  const tellRefused = useCallback((text: string) => tell({ kind: "problem", text }), [tell]);
  const path = usePathname();
  useArrivals(path);
  useEffect(() => notices.turn(), [notices, path]);
  // Each place brings parts of its own.
  useEffect(() => loadAhead(), [path]);
  return (
    <BrokenDialogContext.Provider value={BrokenDialog}>
      <KeysProvider bareKeys={bareKeys} onRefused={tellRefused}>
        <TopBar />
        <Box minHeight="0" overflow="hidden">
          {children}
        </Box>
        <KeyStrip />
        <ContextMenus root={root} />
      </KeysProvider>
    </BrokenDialogContext.Provider>
  );
}
