import { ensurePackages } from "../scripts/setup/packages";
import { benchApplying } from "./applying";
import { benchChains } from "./chains";
import { benchHostile } from "./hostile";
import { benchKeys } from "./keys";
import { benchMemory } from "./memory";
import { benchScale } from "./scale";
import { benchSearch } from "./search";
import { benchVideo } from "./video";

/** Prints, in one run on one machine, how fast Fichier is beside general-purpose peers, and what hostile requests cost. Asserts nothing. */
const parts = {
  chains: benchChains,
  memory: benchMemory,
  keys: benchKeys,
  applying: benchApplying,
  search: benchSearch,
  scale: benchScale,
  video: benchVideo,
  hostile: benchHostile,
} as const;

const asked = process.argv.slice(2);
const unknown = asked.find((name) => !(name in parts));
if (unknown !== undefined)
  throw new Error(`There is no part “${unknown}”; they are ${Object.keys(parts).join(", ")}.`);
ensurePackages(["postgresql", "ffmpeg", "chromium", "sox"]);
for (const [name, part] of Object.entries(parts))
  if (asked.length === 0 || asked.includes(name)) await part();
