import { fileName } from "@/core/library/file-names";

/** Headers that offer a response as a file of this name: a plain one for old programs, the real one in UTF-8 (RFC 6266). */
export const attachment = (name: string, type: string): Record<string, string> => ({
  "content-type": type,
  "content-disposition": `attachment; filename="${fileName(name).replace(/[^\x20-\x7e]/g, "_")}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  "cache-control": "private, no-store",
});
