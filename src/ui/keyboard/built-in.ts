import type { WorkingMedium } from "@/core/media";
import { nameOf, type ActionPlace } from "../actions/action";
import { benchPlace } from "../actions/bench";
import { chainPlace } from "../actions/chain";
import { framePlace } from "../actions/frame";
import { sessionPlace } from "../actions/session";
import { picturePlace } from "../actions/viewer/picture";
import { videoPlace } from "../actions/viewer/video";
import { soundPlace } from "../actions/viewer/sound";

/** What keys reach on the bench besides what is bound, the uppermost first; by medium, as far as that matters. */
export const placesOn: Readonly<Record<WorkingMedium, readonly ActionPlace<never>[]>> = {
  audio: [chainPlace, soundPlace, benchPlace, sessionPlace, framePlace],
  image: [chainPlace, picturePlace, benchPlace, sessionPlace, framePlace],
  video: [chainPlace, videoPlace, benchPlace, sessionPlace, framePlace],
};

/** What each combination does on the bench, whatever is selected. */
export function builtIn(medium: WorkingMedium): ReadonlyMap<string, string> {
  const does = new Map<string, string>();
  for (const { actions } of placesOn[medium])
    for (const action of actions)
      if (!("each" in action))
        for (const keys of action.keys ?? []) if (!does.has(keys)) does.set(keys, nameOf(action));
  return does;
}
