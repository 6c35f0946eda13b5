"use client";

import { Box, HStack } from "@chakra-ui/react";
import { useCallback } from "react";
import type { Schemas } from "@/core/api/schemas";
import { keyText } from "@/core/keys/combination";
import type { Medium } from "@/core/media";
import { fold } from "@/core/text/fold";
import { ApiError } from "../data/api";
import { sayError, useDesk, useData } from "../data/desk";
import { TextField } from "../parts/fields";
import type { RequestForm } from "../parts/form";

/** What a form asks for besides what is kept: an alias and a key of one's own for it; none where they are empty. */
export interface OwnRecall {
  readonly alias: string;
  readonly key: string;
}

export const ownRecallFields = ({ alias, printedKey }: Schemas) => ({
  alias: alias.allow(""),
  key: printedKey.allow(""),
});
export const noRecall: OwnRecall = { alias: "", key: "" };

/** Gives what was just kept an alias and a key. */
export function useOwnRecall() {
  const { send, tell } = useDesk();
  const data = useData();
  const { replica, member } = data;
  /** Throws, with the field, where one of them recalls something else (a key: on that medium): before anything is kept. */
  const refuseTaken = useCallback(
    ({ alias, key }: OwnRecall, medium: Medium | null) => {
      const word = fold(alias.trim());
      const isOwn = ({ ownerId }: { readonly ownerId: string | null }) => ownerId === member.id;
      if (word !== "" && [...replica.alias.values()].some((one) => isOwn(one) && fold(one.text) === word))
        throw new ApiError(409, "alias-taken", `“${alias}” recalls something else already.`, {
          field: "alias",
        });
      if (
        key !== "" &&
        [...replica.keyBinding.values()].some(
          (one) => isOwn(one) && one.key === keyText(key) && one.medium === medium,
        )
      )
        throw new ApiError(409, "key-taken", `The key ${key} stands for something else already.`, {
          field: "key",
        });
    },
    [replica, member.id],
  );
  const give = useCallback(
    async (
      of: { readonly cardId: string } | { readonly routineId: string } | { readonly searchId: string },
      { alias, key }: OwnRecall,
    ) => {
      // It is kept by now; what recalls it can be given again.
      try {
        if (alias.trim() !== "") await send("set-alias", () => ({ ...of, text: alias }));
        if (key !== "") await send("bind-key", () => ({ ...of, key }));
      } catch (error) {
        tell({ kind: "problem", text: `Kept, but ${sayError(error)}` });
      }
    },
    [send, tell],
  );
  return { refuseTaken, give };
}

/** The two fields, side by side. */
export function OwnRecallFields<Values extends OwnRecall>({ form }: { readonly form: RequestForm<Values> }) {
  const { field } = form as unknown as RequestForm<OwnRecall>;
  return (
    <HStack gap="16px" alignItems="flex-start">
      <Box flex="1">
        <TextField label="Alias" hint="Typed, it recalls just this." {...field("alias")} />
      </Box>
      <Box width="140px">
        <TextField label="Key" hint="Does it at once." maxLength={6} fontFamily="mono" {...field("key")} />
      </Box>
    </HStack>
  );
}
