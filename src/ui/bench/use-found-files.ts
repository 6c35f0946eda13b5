import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { findMaterial } from "@/core/api/operations/find-material";
import type { LaidMedia } from "@/core/api/fields";
import { foundAmong, foundIn, type WantedFile } from "@/core/library/timeline/match";
import { mostTargets } from "@/core/library/stand";
import { longestName, shortened } from "@/core/text/names";
import type { Material } from "@/core/library/timeline/lay";
import { ask } from "../data/api";
import { useDesk } from "../data/desk";

/** Where the file that some clips want is. */
export type Found =
  | { readonly state: "looking" | "missing" }
  | { readonly state: "there"; readonly material: Material }
  | { readonly state: "at hand"; readonly file: File };

interface Settled {
  readonly media: LaidMedia[];
  readonly coming: readonly { readonly file: File; readonly wanted: WantedFile }[];
}

/** Larger files are not read to see whether they are the ones of a hash. */
const hashedAtMost = 512 * 2 ** 20;

const nothing: readonly Material[] = [];

async function hashOfFile(file: File): Promise<string> {
  const bytes = new Uint8Array(await crypto.subtle.digest("SHA-256", await file.arrayBuffer()));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

/**
 * Looks for the files that the clips of a timeline want: in the library by hash or name, among the files at hand by name or
 * hash. `settled` tells which clip gets which, and what has to be brought in.
 */
export function useFoundFiles(wanted: readonly WantedFile[], first: readonly File[]) {
  const { libraryId } = useDesk();
  const [library, setLibrary] = useState<readonly Material[] | null>(null);
  const [files, setFiles] = useState(first);
  const [chosen, setChosen] = useState<ReadonlyMap<string, File>>(new Map());
  /** What the library has of them, once it is known. */
  const looking = useRef<Promise<readonly Material[]>>(Promise.resolve(nothing));

  useEffect(() => {
    let current = true;
    looking.current = ask(
      findMaterial,
      { libraryId },
      {
        hashes: wanted.flatMap(({ hash }) => hash ?? []).slice(0, mostTargets),
        // No file of the library has a longer name.
        names: wanted.map(({ file }) => shortened(file, longestName)).slice(0, mostTargets),
      },
    ).then(
      ({ media }) => media,
      // What cannot be looked for is missing; its files can still be chosen.
      () => nothing,
    );
    void looking.current.then((media) => current && setLibrary(media));
    return () => {
      current = false;
    };
  }, [libraryId, wanted]);

  const whereIs = useCallback(
    (one: WantedFile, has: readonly Material[] | null): Found => {
      const own = chosen.get(one.key);
      if (own) return { state: "at hand", file: own };
      const there = has && foundIn(one, has);
      if (there) return { state: "there", material: there };
      const file = foundAmong(one, files);
      if (file) return { state: "at hand", file };
      return { state: has ? "missing" : "looking" };
    },
    [chosen, files],
  );
  const found = useMemo(
    () => new Map(wanted.map((one) => [one.key, whereIs(one, library)] as const)),
    [wanted, library, whereIs],
  );

  /** Takes files for those that are missing: of their names, or, whatever they are called, of their hashes. */
  const add = useCallback(
    async (more: readonly File[]) => {
      setFiles((now) => [...now, ...more]);
      const looked = wanted.filter((one) => one.hash !== null && !foundAmong(one, more));
      if (looked.length === 0 || !globalThis.crypto?.subtle) return;
      for (const file of more) {
        if (file.size > hashedAtMost || wanted.some((one) => foundAmong(one, [file]))) continue;
        const hash = await hashOfFile(file);
        const one = looked.find((each) => each.hash === hash);
        if (one) setChosen((now) => new Map(now).set(one.key, file));
      }
    },
    [wanted],
  );

  const choose = useCallback((key: string, file: File) => {
    setChosen((now) => new Map(now).set(key, file));
  }, []);

  /** What of them is in the library, by the clips that show it, and the files at hand that have to be brought in. */
  const settled = useCallback(async (): Promise<Settled> => {
    // Whoever is faster than the library waits for it.
    const has = await looking.current;
    const media: LaidMedia[] = [];
    const coming: { file: File; wanted: WantedFile }[] = [];
    for (const one of wanted) {
      const now = whereIs(one, has);
      if (now.state === "there")
        for (const { clip } of one.clips) media.push({ clip, mediaId: now.material.id });
      if (now.state === "at hand") coming.push({ file: now.file, wanted: one });
    }
    return { media, coming };
  }, [wanted, whereIs]);

  return { found, add, choose, settled };
}
