import Joi from "joi";
import { recalledFields } from "@/core/library/entities";
import { mostKeyLines } from "@/core/library/key-file";
import type { Medium } from "@/core/media";
import { command } from "../command";
import { printedKey } from "../fields";
import { keyMeans, keyMedium, type KeyMeans } from "./bind-key";

interface SetKeys {
  readonly keys: (KeyMeans & { readonly key: string; readonly medium?: Medium | null })[];
}

/** Binds several keys of the member's at once, as `bind-key` does, whatever they were bound to. */
export const setKeys = command<SetKeys>()({
  name: "set-keys",
  right: "own",
  stream: "member",
  input: Joi.object({
    keys: Joi.array()
      .items(
        Joi.object({ key: printedKey.required(), ...keyMeans, medium: keyMedium }).xor(...recalledFields),
      )
      .min(1)
      .max(mostKeyLines)
      .required(),
  }),
});
