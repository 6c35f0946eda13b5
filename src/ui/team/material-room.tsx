"use client";

import type { UnusedMaterial } from "@/core/api/operations/unused-material";
import { removeMaterial } from "@/core/api/operations/remove-material";
import { Box, chakra, HStack } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { sayBytes } from "@/core/library/bytes";
import { count } from "@/core/library/words";
import { ask } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import { QuietButton } from "../parts/buttons";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { Form, useRequestForm } from "../parts/form";
import { roomKey, useRoom } from "./team-data";

const nothing = {};
const kinds: Record<UnusedMaterial["kind"], string> = {
  audio: "sound",
  image: "picture",
  video: "video",
  lut: "table",
};

/** What the library's material takes, and what of it nothing uses and could go. For owners. */
export function MaterialRoom() {
  const { libraryId, tell } = useDesk();
  const client = useQueryClient();
  const { data, error } = useRoom(libraryId, true);
  const [going, setGoing] = useState<readonly UnusedMaterial[] | null>(null);
  const close = useCallback(() => setGoing(null), []);
  const form = useRequestForm({
    schema: removeMaterial.body!,
    first: nothing,
    request: () => ({ ids: going?.map((m) => m.id) }),
    async send(request: { ids: string[] }) {
      const { removed } = await ask(removeMaterial, { libraryId }, request);
      tell({ kind: "done", text: `Removed ${count(removed.length, "file")}.` });
      await client.invalidateQueries({ queryKey: roomKey(libraryId) });
      close();
    },
  });
  const total = (list: readonly UnusedMaterial[]) => sayBytes(list.reduce((sum, m) => sum + m.bytes, 0));
  return (
    <Box as="section" aria-label="Material" mt="24px">
      <HStack justifyContent="space-between">
        <chakra.h2 textStyle="cardTitle">Material</chakra.h2>
        {data && data.unused.length > 1 && (
          <QuietButton onClick={() => setGoing(data.unused)}>Remove all</QuietButton>
        )}
      </HStack>
      {data && (
        <Box fontSize="sm" color="muted" mt="6px" mb="10px">
          {`${sayBytes(data.used)} of ${sayBytes(data.quota)}; there is room for ${sayBytes(data.left)} more. `}
          {data.unused.length === 0
            ? "Everything is in use."
            : `Nothing uses ${count(data.unused.length, "file")}, ${total(data.unused)}:`}
        </Box>
      )}
      {error && (
        <Box role="alert" color="loss">
          {sayError(error)}
        </Box>
      )}
      <Box as="ul" listStyleType="none" m="0" p="0" aria-label="Unused material">
        {data?.unused.map((m) => (
          <Box as="li" key={m.id} borderTop="1px solid" borderColor="rule" py="6px">
            <HStack justifyContent="space-between" gap="10px">
              <chakra.span truncate title={m.name}>
                {m.name}
              </chakra.span>
              <QuietButton size="xs" aria-label={`Remove ${m.name}`} onClick={() => setGoing([m])}>
                remove
              </QuietButton>
            </HStack>
            <Box fontSize="sm" color="muted">{`${kinds[m.kind]} · ${sayBytes(m.bytes)}`}</Box>
          </Box>
        ))}
      </Box>
      {going && (
        <Dialog
          title={going.length === 1 ? `Remove “${going[0].name}”` : `Remove ${count(going.length, "file")}`}
          onClose={close}
          width="440px"
        >
          <Form form={form} buttons={<DialogButtons action="Remove" onClose={close} />}>
            <Box mb="16px">{`Nothing in this library uses ${going.length === 1 ? "it" : "them"}, nor did in the last 30 days. ${total(going)} will be free. This cannot be taken back; the files can be brought in again.`}</Box>
          </Form>
        </Dialog>
      )}
    </Box>
  );
}
