import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { findMaterial } from "@/core/api/operations/find-material";
import type { LaidMedia } from "@/core/api/fields";
import { foundAmong, foundIn, whyNot, type WantedFile } from "@/core/library/timeline/match";
import { mostTargets } from "@/core/library/stand";
import { longestName, shortened } from "@/core/text/names";
import type { Material } from "@/core/library/timeline/lay";
import { ask, sayError } from "../data/api";
import { useDesk } from "../data/desk";
import { uploadFile } from "../data/upload";

/** Where the file that some clips want is. */
export type Found =
  | { readonly state: "looking" | "missing" }
  | { readonly state: "there"; readonly material: Material }
  | { readonly state: "at hand"; readonly file: File; readonly share: number | null }
  | { readonly state: "refused"; readonly problem: string };

/** Larger files are not read to see whether they are the ones of a hash. */
const hashedAtMost = 512 * 2 ** 20;

const nothing: readonly Material[] = [];

async function hashOfFile(file: File): Promise<string> {
  const bytes = new Uint8Array(await crypto.subtle.digest("SHA-256", await file.arrayBuffer()));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

/**
 * Looks for the files that the clips of a timeline want: in the library by hash or name, among the files at hand by name or
 * hash. `bring` sends those that are not in the library yet, and tells which clip got which.
 */
export function useFoundFiles(wanted: readonly WantedFile[], first: readonly File[]) {
  const { libraryId } = useDesk();
  const [library, setLibrary] = useState<readonly Material[] | null>(null);
  const [files, setFiles] = useState(first);
  const [chosen, setChosen] = useState<ReadonlyMap<string, File>>(new Map());
  const [sent, setSent] = useState<ReadonlyMap<string, Found>>(new Map());
  const stop = useRef<AbortController | null>(null);
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
      stop.current?.abort();
    };
  }, [libraryId, wanted]);

  const whereIs = useCallback(
    (one: WantedFile, has: readonly Material[] | null): Found => {
      const known = sent.get(one.key);
      if (known) return known;
      const own = chosen.get(one.key);
      if (own) return { state: "at hand", file: own, share: null };
      const there = has && foundIn(one, has);
      if (there) return { state: "there", material: there };
      const file = foundAmong(one, files);
      if (file) return { state: "at hand", file, share: null };
      return { state: has ? "missing" : "looking" };
    },
    [chosen, files, sent],
  );
  const found = useMemo(
    () => new Map(wanted.map((one) => [one.key, whereIs(one, library)] as const)),
    [wanted, library, whereIs],
  );

  /** Takes files for those that are missing: of their names, or, whatever they are called, of their hashes. */
  const add = useCallback(
    async (more: readonly File[]) => {
      setFiles((now) => [...now, ...more]);
      // What was refused may be among them; what is in the library stays there.
      setSent((now) => new Map([...now].filter(([, { state }]) => state === "there")));
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
    setSent((now) => new Map([...now].filter(([other]) => other !== key)));
  }, []);

  /** Sends what is at hand. Throws where a file is refused, or is none that its clips can show. */
  const bring = useCallback(async (): Promise<LaidMedia[]> => {
    stop.current = new AbortController();
    const media: LaidMedia[] = [];
    // Whoever is faster than the library waits for it.
    const has = await looking.current;
    for (const one of wanted) {
      const now = whereIs(one, has);
      let material = now.state === "there" ? now.material : null;
      if (now.state === "at hand") {
        const { file } = now;
        const tell = (next: Found) => setSent((all) => new Map(all).set(one.key, next));
        try {
          tell({ state: "at hand", file, share: 0 });
          const brought = await uploadFile(
            libraryId,
            file,
            (share) => tell({ state: "at hand", file, share }),
            stop.current.signal,
          );
          const problem = whyNot(one, brought.media);
          if (problem !== null) throw new Error(problem);
          material = brought.media;
          tell({ state: "there", material });
        } catch (error) {
          tell({ state: "refused", problem: sayError(error) });
          throw error;
        }
      }
      if (material) for (const { clip } of one.clips) media.push({ clip, mediaId: material.id });
    }
    return media;
  }, [wanted, whereIs, libraryId]);

  return { found, add, choose, bring };
}
