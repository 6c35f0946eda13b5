import { v7 as newId } from "uuid";
import { layTimeline as shape } from "@/core/api/commands/lay-timeline";
import { FormatFault } from "@/core/chain/fault";
import type { Json } from "@/core/chain/model";
import { readTimeline } from "@/core/formats/timeline/read";
import { unlaid, wantedOf } from "@/core/library/timeline/laid";
import { count, countTargets } from "@/core/library/words";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { lastSessionPlace } from "../sessions";
import { layFound } from "../timelines";

function read(json: Json) {
  try {
    return readTimeline(json);
  } catch (error) {
    if (error instanceof FormatFault)
      throw new Refusal(400, "bad-timeline", error.message, { field: "timeline", where: error.where });
    throw error;
  }
}

export const layTimeline = carryOut(shape, async (ledger, { name, timeline, media }) => {
  const file = read(timeline);
  const session = await ledger.insert("session", {
    id: newId(),
    name,
    position: await lastSessionPlace(ledger),
    removed: false,
  });
  const { tracks, targets, shortened } = await layFound(
    ledger,
    unlaid(file),
    { sessionId: session.id, targets: [] },
    media,
  );
  if (targets.length > 0) await ledger.insertAll("target", targets);
  await ledger.insert("timeline", {
    id: newId(),
    sessionId: session.id,
    name: file.name || name,
    json: file.json,
    tracks,
  });
  const missing = wantedOf(tracks).length;
  const clips = targets.filter(({ mediaId }) => mediaId !== null);
  return {
    summary: `began the session “${name}” with ${clips.length > 0 ? countTargets(clips) : "no clip"} of a timeline${missing > 0 ? `; the files of ${count(missing, "clip")} are missing` : ""}${shortened > 0 ? `; ${count(shortened, "dissolve")} shorter than it says, for want of material` : ""}`,
    result: { sessionId: session.id },
  };
});
