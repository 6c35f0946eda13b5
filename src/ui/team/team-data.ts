import { useQuery } from "@tanstack/react-query";
import type { KeyScope, Role } from "@/core/library/roles";
import { api } from "../data/api";

export interface OpenInvitation {
  readonly id: string;
  readonly role: Role;
  readonly madeBy: string;
  readonly madeAt: string;
  readonly expiresAt: string;
}

export interface ScriptKey {
  readonly id: string;
  readonly userId: string;
  readonly name: string;
  readonly scope: KeyScope;
  readonly madeAt: string;
  readonly expiresAt: string;
  readonly usedAt: string | null;
}

export interface UnusedMaterial {
  readonly id: string;
  readonly name: string;
  readonly kind: "audio" | "image" | "lut";
  readonly bytes: number;
  readonly addedAt: string;
}

export interface MaterialRoom {
  readonly used: number;
  readonly quota: number;
  readonly left: number;
  readonly unused: readonly UnusedMaterial[];
}

export const roomKey = (libraryId: string) => ["room", libraryId] as const;

/** How much material the library holds, and what of it nothing uses; asked for only by those who may see it. */
export const useRoom = (libraryId: string, allowed: boolean) =>
  useQuery({
    queryKey: roomKey(libraryId),
    queryFn: () => api<MaterialRoom>(`/api/libraries/${libraryId}/material/unused`),
    enabled: allowed,
    staleTime: 0,
  });

export const invitationsKey = (libraryId: string) => ["invitations", libraryId] as const;
export const scriptKeysKey = (libraryId: string) => ["script-keys", libraryId] as const;

/** The invitations that can still be taken up; asked for only by those who may see them. */
export const useInvitations = (libraryId: string, allowed: boolean) =>
  useQuery({
    queryKey: invitationsKey(libraryId),
    queryFn: () => api<{ invitations: OpenInvitation[] }>(`/api/libraries/${libraryId}/invitations`),
    enabled: allowed,
    staleTime: 0,
  });

export const useScriptKeys = (libraryId: string) =>
  useQuery({
    queryKey: scriptKeysKey(libraryId),
    queryFn: () => api<{ keys: ScriptKey[] }>(`/api/libraries/${libraryId}/keys`),
    staleTime: 0,
  });

export const scopeWords: Record<KeyScope, { readonly label: string; readonly hint: string }> = {
  look: { label: "Look", hint: "read the library and its sessions" },
  sessions: { label: "Work", hint: "also change sessions, and your own marks and keys" },
  library: { label: "Change", hint: "also keep cards and tidy folders, as far as you may" },
};
