import { added } from "./added";
import { alias } from "./alias";
import { by } from "./by";
import { changed } from "./changed";
import { effect } from "./effect";
import { fits } from "./fits";
import { folder } from "./folder";
import { inFolder } from "./in";
import { is } from "./is";
import { key } from "./key";
import { layer } from "./layer";
import { list } from "./list";
import { length } from "./length";
import { maker } from "./maker";
import { variant } from "./variant";
import { medium } from "./medium";
import { name } from "./name";
import { note } from "./note";
import { rating } from "./rating";
import { tag } from "./tag";
import { used } from "./used";

/** Every field that a query can name, in the order in which help and completion show them. */
export const queryFields = [
  name,
  alias,
  inFolder,
  folder,
  tag,
  list,
  maker,
  effect,
  medium,
  fits,
  layer,
  by,
  note,
  rating,
  length,
  variant,
  key,
  added,
  changed,
  used,
  is,
];

const byName = new Map(queryFields.map((field) => [field.name, field]));

/** The field of a name as it is typed, in any letter case. */
export const findField = (typed: string) => byName.get(typed.toLowerCase());
