import { findEffect } from "../../effects/registry";
import { aboutOne, cardsInUse, cardsOf } from "../cards";
import type { Finding } from "../define";
import { hideThem, withdrawThem } from "../remedies";

export const missingEffects: Finding = {
  id: "missing-effects",
  title: "Missing effects",
  why: "A part of what they do is not installed here; they are carried along untouched.",
  of: "card",
  find: (look) =>
    [...cardsInUse(look)].filter(({ effects }) => effects.some((id) => !findEffect(id))).map(aboutOne),
  says: (found, look) =>
    `needs ${[...new Set(cardsOf(found, look).flatMap(({ effects }) => effects.filter((id) => !findEffect(id))))].join(", ")}`,
  remedies: [hideThem, withdrawThem],
};
