import { changeDetails } from "@/core/api/operations/change-details";
import { Box, chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { describeChange, type NameOf } from "@/core/library/describe-change";
import { ask } from "../data/api";
import { sayError } from "../data/desk";
import type { HistoryEntry } from "@/core/api/operations/history";
import { sayEntry, sayWhen, sayWhere } from "./history-list";

const longestList = 200;

/** What one change did, row by row. */
export function ChangeDetails({
  libraryId,
  entry,
  who,
  nameOf,
}: {
  libraryId: string;
  entry: HistoryEntry;
  who: string;
  nameOf: NameOf;
}) {
  const { streamId, revision } = entry;
  // Recorded once and never changed.
  const { data, error } = useQuery({
    queryKey: ["change", streamId, revision],
    queryFn: () => ask(changeDetails, { libraryId, streamId, revision: String(revision) }),
  });
  const lines = data && describeChange(data.forward, data.backward, nameOf);
  return (
    <>
      <chakra.h2 textStyle="cardTitle" overflowWrap="anywhere">
        {sayEntry(entry)}
      </chakra.h2>
      <Box fontSize="sm" color="muted" mt="4px" mb="16px">
        {`${who}, ${sayWhen(entry.at)} · ${sayWhere(entry)}`}
        <chakra.span textStyle="figure">{` · revision ${revision}`}</chakra.span>
      </Box>
      {entry.takenBack && (
        <Box mb="12px" fontWeight="600">
          This change has been taken back.
        </Box>
      )}
      {error && (
        <Box role="alert" color="loss">
          {sayError(error)}
        </Box>
      )}
      <Box as="ul" listStyleType="none" m="0" p="0" aria-label="What it changed">
        {lines?.slice(0, longestList).map((line, i) => (
          <Box
            as="li"
            key={i}
            py="6px"
            borderTop="1px solid"
            borderColor="rule"
            fontSize="sm"
            overflowWrap="anywhere"
          >
            {line}
          </Box>
        ))}
      </Box>
      {lines && lines.length > longestList && (
        <Box color="muted" fontSize="sm" pt="6px">{`and ${lines.length - longestList} more`}</Box>
      )}
      {lines?.length === 0 && (
        <Box color="muted" fontSize="sm">
          Only what follows by itself.
        </Box>
      )}
    </>
  );
}
