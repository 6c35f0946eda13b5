import { readFormat, type Format } from "../../media/format";
import { defineField } from "./define";

/** True where a card is made for all that is asked for. */
const isFor = (madeFor: string, wanted: Format): boolean => {
  const made = readFormat(madeFor);
  return (
    typeof made !== "string" &&
    Object.entries(wanted).every(([part, value]) => made[part as keyof Format] === value)
  );
};

export const variant = defineField({
  name: "variant",
  says: "the format it is made for, of those that are variants of each other or alone",
  examples: [
    ["variant:portrait", "made for upright pictures"],
    ["variant:*", "each variant by itself, where one would stand for all"],
  ],
  read: ({ text, isOpen }) => {
    if (isOpen && text === "")
      return { kind: "fact", holds: ({ groupId, madeFor }) => groupId !== null || madeFor !== "" };
    if (isOpen)
      return {
        kind: "fact",
        holds: ({ madeFor }) => madeFor.split(" ").some((part) => part.startsWith(text.toLowerCase())),
      };
    if (text === "") return "Which format? stereo, portrait, 1080x1920, 25fps, or * for any.";
    const wanted = readFormat(text);
    if (typeof wanted === "string") return wanted;
    return { kind: "fact", holds: ({ madeFor }) => isFor(madeFor, wanted) };
  },
  offers: () => ["mono", "stereo", "5.1", "landscape", "portrait", "square", "*"].map((value) => ({ value })),
});
