import { useMemo } from "react";
import { folderPath, folderRows } from "@/core/library/folders";
import type { Vocabulary } from "@/core/search/fields/define";
import { useDesk } from "./desk";

const once = <T>(make: () => T): (() => T) => {
  let made: { value: T } | null = null;
  return () => (made ??= { value: make() }).value;
};

const distinct = (values: Iterable<string>): string[] =>
  [...new Set(values)].filter((value) => value !== "").sort((a, b) => a.localeCompare(b));

/** What queries can be completed from, in this library; each list is made when it is first asked for, and anew when its rows change. */
export function useVocabulary(): Vocabulary {
  const { folder, card, member, keyBinding, alias } = useDesk().data.replica;
  const folders = useMemo(
    () => once(() => folderRows(folder).map((row) => folderPath(folder, row.folder.id))),
    [folder],
  );
  const makers = useMemo(() => once(() => distinct(Array.from(card.values(), (row) => row.maker))), [card]);
  const members = useMemo(
    () => once(() => distinct(Array.from(member.values(), (row) => row.name))),
    [member],
  );
  const keys = useMemo(
    () => once(() => distinct(Array.from(keyBinding.values(), (row) => row.key))),
    [keyBinding],
  );
  const aliases = useMemo(() => once(() => distinct(Array.from(alias.values(), (row) => row.text))), [alias]);
  return useMemo(
    () => ({ folders, makers, members, keys, aliases }),
    [folders, makers, members, keys, aliases],
  );
}
