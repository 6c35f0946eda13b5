import { libraryFiles } from "@/core/api/operations/library-files";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import type { FileKind } from "@/core/effects/parameter";
import type { FileSource } from "@/workers/render-messages";
import { ask } from "./api";
import { copyUrl, soundSource } from "./material";
import { uploadFile } from "./upload";
import type { Media } from "@/core/api/operations/session-replica";

const filesKey = (libraryId: string) => ["files", libraryId];

/** Which kind of media holds which kind of file. */
export const mediaOf = { impulse: "audio", texture: "image", lut: "lut" } as const satisfies Record<
  FileKind,
  Media["facts"]["kind"]
>;

/** The library's impulse responses, textures and tables, by name. */
export function useFiles(libraryId: string) {
  return useQuery({
    queryKey: filesKey(libraryId),
    queryFn: async () => (await ask(libraryFiles, { libraryId })).files,
    staleTime: 60_000,
  });
}

/** Brings a file in for an effect, and gives it; the list is fetched anew. */
export function useBringFile(libraryId: string) {
  const client = useQueryClient();
  return useCallback(
    async (file: File): Promise<Media> => {
      const { media } = await uploadFile(libraryId, file, () => undefined, new AbortController().signal);
      // Known at once, so that what names it can be rendered.
      client.setQueryData<Media[]>(filesKey(libraryId), (now = []) => [
        ...now.filter((m) => m.id !== media.id),
        media,
      ]);
      void client.invalidateQueries({ queryKey: filesKey(libraryId) });
      return media;
    },
    [client, libraryId],
  );
}

/** Where the renderer finds a file's working copy; null for what no effect depends on. */
export function sourceOf(libraryId: string, { id, facts }: Media): FileSource | null {
  const url = (copy: string) => copyUrl(libraryId, id, copy);
  switch (facts.kind) {
    case "audio":
      return { hash: id, kind: "audio", ...soundSource(libraryId, id, facts) };
    case "image":
      return { hash: id, kind: "image", url: url("preview"), ...facts.preview };
    case "lut":
      return { hash: id, kind: "lut", url: url("table") };
    case "video":
      return null;
  }
}
