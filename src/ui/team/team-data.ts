import { useQuery } from "@tanstack/react-query";
import { invitations } from "@/core/api/operations/invitations";
import { scriptKeys } from "@/core/api/operations/script-keys";
import { unusedMaterial } from "@/core/api/operations/unused-material";
import type { KeyScope } from "@/core/library/roles";
import { ask } from "../data/api";

export const roomKey = (libraryId: string) => ["room", libraryId] as const;

/** How much material the library holds, and what of it nothing uses; asked for only by those who may see it. */
export const useRoom = (libraryId: string, allowed: boolean) =>
  useQuery({
    queryKey: roomKey(libraryId),
    queryFn: () => ask(unusedMaterial, { libraryId }),
    enabled: allowed,
    staleTime: 0,
  });

export const invitationsKey = (libraryId: string) => ["invitations", libraryId] as const;
export const scriptKeysKey = (libraryId: string) => ["script-keys", libraryId] as const;

/** The invitations that can still be taken up; asked for only by those who may see them. */
export const useInvitations = (libraryId: string, allowed: boolean) =>
  useQuery({
    queryKey: invitationsKey(libraryId),
    queryFn: () => ask(invitations, { libraryId }),
    enabled: allowed,
    staleTime: 0,
  });

export const useScriptKeys = (libraryId: string) =>
  useQuery({
    queryKey: scriptKeysKey(libraryId),
    queryFn: () => ask(scriptKeys, { libraryId }),
    staleTime: 0,
  });

export const scopeWords: Record<KeyScope, { readonly label: string; readonly hint: string }> = {
  look: { label: "Look", hint: "read the library and its sessions" },
  sessions: { label: "Work", hint: "also change sessions, and your own marks and keys" },
  library: { label: "Change", hint: "also keep cards and tidy folders, as far as you may" },
};
