import Joi from "joi";
import { readFormat, sayFormat } from "../media/format";
import { longestChain, type Json } from "@/core/chain/model";
import { readMotion } from "@/core/chain/motion";
import { fitIds } from "@/core/time/fit";
import { keyProblem, keyText } from "@/core/keys/combination";
import { mediumIds } from "@/core/media";
import {
  cleanName,
  deepestFolder,
  lengthOf,
  longestAlias,
  longestName,
  longestNote,
  parsePath,
} from "@/core/text/names";
import { mostTargets } from "@/core/library/stand";

/* The fields that several requests share. What is wrong with one is said here once, for forms and for the server. */

/** A UUID as the database writes it: Joi alone would take braces and other separators too. */
export const id = Joi.string().guid({ separator: "-", wrapper: false });
/** PostgreSQL's integers end here. */
const version = () =>
  Joi.number()
    .integer()
    .min(1)
    .max(2 ** 31 - 1);
/** A version of a content. */
export const versionNumber = version();
/** The row version that the client saw; a command on an older state is refused. */
export const seen = version();

/** The versions of targets that the client saw, by their ids: where one has changed since, all of it is refused. */
export type SeenTargets = Readonly<Record<string, number>>;
/** An input that names the versions of its targets as the client saw them. */
export interface OnSeen {
  readonly seenTargets?: SeenTargets;
}
export const seenTargets = Joi.object().pattern(id, version()).max(1000);

/** Cards that one request changes; with more, all others would wait for it too long. */
export const mostCards = 10_000;
export const sayMostCards = `At most ${mostCards.toLocaleString("en")} cards can be changed at once. Choose fewer, a folder at a time`;

/** Several cards that are changed together. */
export const cardIds = Joi.array().items(id).min(1).max(mostCards).unique().messages({
  "array.max": sayMostCards,
  "array.min": "Choose a card first",
  "array.unique": "A card is named twice",
});

/** Gives what Joi finds at a field a code of ours, under which its words stand too. Allowing "" instead would pass it by all other rules. */
export const empty =
  (code: string): Joi.ValidationErrorFunction =>
  (reports) => {
    for (const report of reports) if (report.code === "string.empty") report.code = code;
    // Joi takes the reports; its types know only errors.
    return reports as unknown as Joi.ValidationErrorItem;
  };

/** The name of something, which `noun` names in the words of a refusal. Comes out as it is stored. */
export const nameOf = (noun: string) =>
  Joi.string()
    .max(longestName * 4)
    .custom((text: string, { error }) => {
      const clean = cleanName(text);
      if (clean === "") return error("no-name");
      const length = lengthOf(clean);
      return length > longestName ? error("long-name", { length }) : clean;
    })
    .messages({
      "no-name": `Give the ${noun} a name`,
      "long-name": `A ${noun}'s name has at most ${longestName} characters; this one has {#length}`,
      "string.max": `A ${noun}'s name has at most ${longestName} characters`,
    })
    .error(empty("no-name"));

/** Names of folders or tags, separated by `/`. */
const pathOf = (plural: string, noun: string) =>
  Joi.string()
    .max(longestName * deepestFolder * 2)
    .custom((text: string, { error }) => {
      const names = parsePath(text);
      if (names.length > deepestFolder) return error("too-deep");
      const length = Math.max(...names.map(lengthOf));
      return length > longestName ? error("long-name", { length }) : text;
    })
    .messages({
      "too-deep": `${plural} lie at most ${deepestFolder} deep`,
      "long-name": `A ${noun}'s name has at most ${longestName} characters; this one has {#length}`,
      "string.max": `${plural} lie at most ${deepestFolder} deep, with names of at most ${longestName} characters`,
    });

/** Where folders lie; an empty one leads to no folder. */
export const path = pathOf("Folders", "folder").allow("");
/** Where a tag lies. */
export const tagPath = pathOf("Tags", "tag")
  .custom((text: string, { error }) => (parsePath(text).length === 0 ? error("no-name") : text))
  .messages({ "no-name": "Give the tag a name" })
  .error(empty("no-name"));

export const note = Joi.string()
  .max(longestNote * 2)
  .allow("")
  .custom((text: string, { error }) => (lengthOf(text) > longestNote ? error("string.max") : text))
  .messages({ "string.max": `A note has at most ${longestNote} characters` });

/** Who made a card; empty where nobody says. Comes out as it is stored. */
export const maker = Joi.string()
  .allow("")
  .max(longestName * 4)
  .custom((text: string, { error }) => {
    const clean = cleanName(text);
    return lengthOf(clean) > longestName ? error("string.max") : clean;
  })
  .messages({ "string.max": `A maker's name has at most ${longestName} characters` });

/** What a card is made for, such as `portrait 25 fps`; empty for anything. Comes out as it is stored. */
export const madeFor = Joi.string()
  .allow("")
  .max(200)
  .custom((text: string, { error }) => {
    const format = readFormat(text);
    return typeof format === "string" ? error("any.format", { says: format }) : sayFormat(format);
  })
  .messages({ "any.format": "{#says}" });

/** Fingerprints of contents in a query. */
export const fingerprintsUpTo = (most: number) =>
  Joi.string()
    .pattern(new RegExp(`^[0-9a-f]{64}(,[0-9a-f]{64}){0,${most - 1}}$`))
    .messages({
      "string.pattern.base": `“of” takes up to ${most} fingerprints of 64 hexadecimal digits, separated by commas`,
    });

/** A medium by the sum of its file. */
export const mediaId = Joi.string().hex().length(64);

/** The file that was found for a clip of a timeline, counted through its tracks from 0. */
export interface LaidMedia {
  readonly clip: number;
  readonly mediaId: string;
}
export const laidMedia = Joi.array()
  .items(Joi.object({ clip: Joi.number().integer().min(0).required(), mediaId: mediaId.required() }))
  .max(mostTargets)
  .unique("clip")
  .required()
  .messages({
    "array.max": `A session has at most ${mostTargets} targets`,
    "array.unique": "A clip is named twice",
  });

/** A stretch of a session's timeline, in seconds. */
export const timeRange = Joi.object({
  start: Joi.number().min(0).required(),
  end: Joi.number().greater(Joi.ref("start")).max(1_000_000).required(),
}).messages({ "number.greater": "The range ends before it begins" });

/** The material that a content is kept on. */
export const keptOn = mediaId.allow(null);

/** One word that recalls a card. Comes out as it is stored. */
export const alias = Joi.string()
  .max(longestAlias * 4)
  .custom((text: string, { error }) => {
    const clean = cleanName(text);
    return clean === "" || lengthOf(clean) > longestAlias || /\s/.test(clean) ? error("bad-alias") : clean;
  })
  .messages(
    Object.fromEntries(
      ["bad-alias", "string.max"].map((type) => [
        type,
        `An alias is one word of at most ${longestAlias} characters`,
      ]),
    ),
  )
  .error(empty("bad-alias"));

/** The key that applies a card: a printed character, one of the numeric pad (`Num7`) or a pad (`PadA1`). Comes out as it is stored. */
export const printedKey = Joi.string()
  .max(8)
  .custom((text: string, { error }) => {
    const key = keyText(text);
    const problem = keyProblem(key);
    if (problem === null) return key;
    return problem === "reserved" ? error("key-reserved", { printed: key }) : error("bad-key");
  })
  .messages({
    "key-reserved": "The bench itself uses {#printed}",
    "bad-key": "A card's key is one printed character",
    "string.max": "A card's key is one printed character",
  })
  .error(empty("bad-key"));

/** The number of a fault of the interface. */
export const faultNumber = Joi.string().pattern(/^[A-Z0-9]{6}$/);

/** Percent, to a thousandth; less than that is nothing, and nothing that the database could hold. */
export const strength = Joi.number()
  .min(0)
  .max(100)
  .custom((value: number) => Math.round(value * 1000) / 1000);

const json = Joi.any();

/** Keyframes: read as those of a card's file are. */
const motion = Joi.object({
  length: Joi.array().required(),
  frame: Joi.array(),
  way: Joi.string()
    .valid(...fitIds)
    .required(),
  opening: Joi.array().required(),
  closing: Joi.array().required(),
  lanes: Joi.object().pattern(Joi.string().max(100), Joi.array()).max(100).required(),
})
  .custom((value: Json, { error }) => {
    try {
      return readMotion(value, "motion");
    } catch (fault) {
      return error("any.motion", { said: (fault as Error).message });
    }
  })
  .messages({ "any.motion": "{#said}" });
export const chain = Joi.object({
  medium: Joi.string()
    .valid(...mediumIds)
    .required(),
  settings: Joi.array()
    .max(longestChain)
    .items(
      Joi.object({
        effect: Joi.string().max(100).required(),
        values: Joi.object().pattern(Joi.string(), json).required(),
        on: Joi.boolean().required(),
        mix: Joi.number().required(),
        motion,
      }),
    )
    .required(),
});
