import { fitIds } from "../../time/fit";
import { mostKeyframes } from "../../time/lane";
import { longestChain } from "../../chain/model";
import { mediumIds, targetKinds } from "../../media";
import { longestFormat } from "../../media/format";
import { deepestFolder, longestName, longestNote } from "../../text/names";
import { cardFormat, cardFormatVersion } from "./card-file";

const time = (description: string) => ({
  type: "array",
  description: `${description} Seconds as a ratio of whole numbers.`,
  items: { type: "integer" },
  minItems: 2,
  maxItems: 2,
});

/** Keyframes of a setting. */
const motion = {
  type: "object",
  description: "Keyframes, and how they fit a clip of another length than the one that they were set on.",
  required: ["length", "lanes"],
  properties: {
    length: time("Of the clip that they were set on; above 0."),
    frame: time("How long each of its frames was; above 0."),
    way: {
      enum: fitIds,
      default: "start",
      description:
        "How they fit: stretched with the clip, timed from its start or its end, or opening and closing kept.",
    },
    opening: time("How long the opening lasts."),
    closing: time("How long the closing lasts."),
    lanes: {
      type: "object",
      description: "By the effect's parameter, or by mix: keyframes in the order of their times.",
      additionalProperties: {
        type: "array",
        maxItems: mostKeyframes,
        items: {
          type: "object",
          required: ["at", "value"],
          properties: {
            at: time("From the start of the clip that they were set on."),
            value: { type: "number" },
            ease: {
              default: "linear",
              description:
                "How the value goes on: evenly, not before the next one is there, or along a cubic Bézier curve of x1, y1, x2, y2.",
              oneOf: [
                { enum: ["linear", "hold"] },
                { type: "array", items: { type: "number" }, minItems: 4, maxItems: 4 },
              ],
            },
          },
        },
      },
    },
  },
};

/** The JSON Schema (2020-12) of `*.card.json`, as published by the application. */
export const cardSchema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "A card of Fichier",
  type: "object",
  required: ["format", "version", "name", "chain"],
  properties: {
    format: { const: cardFormat },
    version: { const: cardFormatVersion },
    name: { type: "string", minLength: 1, maxLength: longestName },
    note: { type: "string", maxLength: longestNote },
    maker: { type: "string", maxLength: longestName, description: "Who made it." },
    madeFor: {
      type: "string",
      maxLength: longestFormat,
      description:
        "The format it is made for: mono, stereo, 5.1 or 4 ch; landscape, portrait, square or 1080×1920; 25 fps. Empty for any.",
    },
    fits: {
      type: "array",
      items: { enum: targetKinds },
      uniqueItems: true,
      description: "Kinds of target the card is meant for.",
    },
    folder: {
      type: "array",
      items: { type: "string", minLength: 1, maxLength: longestName },
      maxItems: deepestFolder,
      description: "Names of its folders from the top.",
    },
    fingerprint: {
      type: "string",
      pattern: "^[0-9a-f]{64}$",
      description: "SHA-256 of the chain's canonical JSON (RFC 8785).",
    },
    chain: {
      type: "object",
      required: ["medium", "settings"],
      properties: {
        medium: { enum: mediumIds },
        settings: {
          type: "array",
          minItems: 1,
          maxItems: longestChain,
          items: {
            type: "object",
            required: ["effect"],
            properties: {
              effect: {
                type: "string",
                minLength: 1,
                maxLength: 100,
                description:
                  "An effect's id. One that is unknown where the file is read is carried along untouched.",
              },
              values: {
                type: "object",
                description:
                  "By the effect's parameters. A file that an effect depends on is named by the SHA-256 of its bytes, 64 digits; see files.",
              },
              on: { type: "boolean", default: true },
              mix: {
                type: "number",
                minimum: 0,
                maximum: 100,
                default: 100,
                description: "Wet share in percent.",
              },
              motion,
            },
          },
        },
      },
    },
    files: {
      type: "array",
      maxItems: longestChain,
      description:
        "What the card's effects depend on. At most 24 MB together; a larger file is named alone and travels apart.",
      items: {
        type: "object",
        required: ["sha256"],
        properties: {
          sha256: { type: "string", pattern: "^[0-9a-f]{64}$" },
          name: { type: "string", maxLength: longestName },
          base64: { type: "string", contentEncoding: "base64" },
        },
      },
    },
  },
} as const;
