import type { Finding } from "./define";
import { clashingAliases } from "./findings/clashing-aliases";
import { costly } from "./findings/costly";
import { deadKeys } from "./findings/dead-keys";
import { forgotten } from "./findings/forgotten";
import { longLists } from "./findings/long-lists";
import { missingEffects } from "./findings/missing-effects";
import { missingFiles } from "./findings/missing-files";
import { namesakes } from "./findings/namesakes";
import { nearFolders, nearTags } from "./findings/near-branches";
import { nearlySame } from "./findings/nearly-same";
import { sameSettings } from "./findings/same-settings";
import { unfiled } from "./findings/unfiled";
import { untagged } from "./findings/untagged";

/** All that Upkeep looks for, in the order in which it shows it. */
export const findings: readonly Finding[] = [
  unfiled,
  untagged,
  sameSettings,
  nearlySame,
  namesakes,
  costly,
  forgotten,
  longLists,
  clashingAliases,
  deadKeys,
  nearFolders,
  nearTags,
  missingEffects,
  missingFiles,
];
