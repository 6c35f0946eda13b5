import { useMemo } from "react";
import { pathOf, treeRows, type Branch } from "@/core/library/tree";
import type { Vocabulary } from "@/core/search/fields/define";
import { useData } from "./desk";

const once = <T>(make: () => T): (() => T) => {
  let made: { value: T } | null = null;
  return () => (made ??= { value: make() }).value;
};

const distinct = (values: Iterable<string>): string[] =>
  [...new Set(values)].filter((value) => value !== "").sort((a, b) => a.localeCompare(b));

const pathsIn = (rows: ReadonlyMap<string, Branch>): string[] =>
  treeRows(rows).map(({ row }) => pathOf(rows, row.id));

/** What queries can be completed from, in this library; each list is made when it is first asked for, and anew when its rows change. */
export function useVocabulary(): Vocabulary {
  const folder = useData(({ replica }) => replica.folder);
  const tag = useData(({ replica }) => replica.tag);
  const favouritesList = useData(({ replica }) => replica.favouritesList);
  const card = useData(({ replica }) => replica.card);
  const member = useData(({ replica }) => replica.member);
  const keyBinding = useData(({ replica }) => replica.keyBinding);
  const alias = useData(({ replica }) => replica.alias);
  const folders = useMemo(() => once(() => pathsIn(folder)), [folder]);
  const tags = useMemo(() => once(() => pathsIn(tag)), [tag]);
  const lists = useMemo(
    () => once(() => distinct(Array.from(favouritesList.values(), (row) => (row.removed ? "" : row.name)))),
    [favouritesList],
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
    () => ({ folders, tags, lists, makers, members, keys, aliases }),
    [folders, tags, lists, makers, members, keys, aliases],
  );
}
