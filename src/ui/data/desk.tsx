"use client";

import { useQueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect, useState, type ReactNode } from "react";
import type { MemberSettings } from "@/core/library/media";
import { sayError } from "./api";
import { sourceOf, useFiles } from "./files";
import type { LibraryData } from "./library-store";
import { OpenDesk } from "./open-desk";
import { Store, useStore } from "./store";

/** The operations and stores that screens share. */
export type Desk = Omit<OpenDesk, "open" | "know">;

const DeskContext = createContext<Desk | null>(null);

/** The operations and stores of the open library, the same object as long as it is open. Throws outside of a `DeskProvider`. */
export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error("useDesk outside of DeskProvider");
  return desk;
}

/** A value selected from the library's data; the calling part is drawn anew when it is another one. `select` must give the same for the same data. */
export function useData<T = LibraryData>(select?: (data: LibraryData) => T): T {
  const { state } = useDesk().library;
  return useStore(state, ({ data }) => (select ? select(data!) : (data as T)));
}

/** The member's settings of the interface. */
export const useSettings = (): MemberSettings => useData(({ member }) => member.settings);

/** The bench session that was open last, also while another place is shown. */
export const useOpenSession = (): string | undefined => useStore(useDesk().opened);

export { sayError };

interface DeskProviderProps {
  readonly libraryId: string;
  readonly waiting: ReactNode;
  readonly failed: (error: Error, retry: () => void) => ReactNode;
  readonly children: ReactNode;
}

const nowhere = new Store<{ readonly data: LibraryData | null; readonly error: Error | null }>({
  data: null,
  error: null,
});

/** Opens a library for all that is drawn in it, and closes it with that. */
export function DeskProvider({ libraryId, waiting, failed, children }: DeskProviderProps) {
  const client = useQueryClient();
  const [desk, setDesk] = useState<OpenDesk | null>(null);
  useEffect(() => {
    const opened = new OpenDesk(libraryId, client);
    setDesk(opened);
    return opened.open();
  }, [libraryId, client]);
  const state = desk?.library.state ?? nowhere;
  const isHere = useStore(state, ({ data }) => data !== null);
  const error = useStore(state, (now) => (now.data ? null : now.error));
  const files = useFiles(libraryId);
  useEffect(() => {
    if (desk && files.data) desk.know(files.data.flatMap((media) => sourceOf(libraryId, media) ?? []));
  }, [desk, files.data, libraryId]);
  if (error) return failed(error, () => void desk?.library.open());
  if (!desk || !isHere) return waiting;
  return <DeskContext.Provider value={desk}>{children}</DeskContext.Provider>;
}
