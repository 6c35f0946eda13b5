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

/** What queries can be completed from, in this library; each list is made when it is first asked for. */
export function useVocabulary(): Vocabulary {
  const { replica } = useDesk().data;
  return useMemo(() => {
    const { folder, card, member, keyBinding, alias } = replica;
    return {
      folders: once(() => folderRows(folder).map((row) => folderPath(folder, row.folder.id))),
      makers: once(() => distinct(Array.from(card.values(), ({ maker }) => maker))),
      members: once(() => distinct(Array.from(member.values(), ({ name }) => name))),
      keys: once(() => distinct(Array.from(keyBinding.values(), ({ key }) => key))),
      aliases: once(() => distinct(Array.from(alias.values(), ({ text }) => text))),
    };
  }, [replica]);
}
