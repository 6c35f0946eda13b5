import { FormatFault } from "./fault";
import { mediumIds } from "../media";
import { readMotion } from "./motion";
import { isRecord, longestChain, type Chain, type EffectSetting, type Json } from "./model";

const longestId = 100;

function parseSetting(value: Json, where: string): EffectSetting {
  if (!isRecord(value))
    throw new FormatFault("A setting is an object with effect, values, on and mix.", where);
  const { effect, values = {}, on = true, mix = 100 } = value;
  if (typeof effect !== "string" || effect === "" || effect.length > longestId)
    throw new FormatFault("Name the effect by its id, such as audio.gain.", `${where}.effect`);
  if (!isRecord(values)) throw new FormatFault("Values are an object of parameters.", `${where}.values`);
  if (typeof on !== "boolean") throw new FormatFault("On is true or false.", `${where}.on`);
  if (typeof mix !== "number") throw new FormatFault("Mix is a number from 0 to 100.", `${where}.mix`);
  return {
    effect,
    values,
    on,
    mix,
    ...(value.motion !== undefined && { motion: readMotion(value.motion, `${where}.motion`) }),
  };
}

/**
 * Reads a chain out of parsed JSON: `{ medium, settings: [{ effect, values, on, mix, motion }] }`; `on` is true and `mix` 100
 * where they are left out. Only its shape is checked; values are the matter of `normaliseChain`. Throws a FormatFault.
 */
export function parseChain(value: Json | undefined, where = "chain"): Chain {
  if (!isRecord(value)) throw new FormatFault("A chain is an object with medium and settings.", where);
  const { medium, settings } = value;
  const known = mediumIds.find((m) => m === medium);
  if (!known) throw new FormatFault("The medium is audio, image or video.", `${where}.medium`);
  if (!Array.isArray(settings)) throw new FormatFault("Settings are a list.", `${where}.settings`);
  if (settings.length > longestChain)
    throw new FormatFault(
      `A chain has at most ${longestChain} settings; this one has ${settings.length}.`,
      `${where}.settings`,
    );
  return { medium: known, settings: settings.map((s, i) => parseSetting(s, `${where}.settings[${i}]`)) };
}
