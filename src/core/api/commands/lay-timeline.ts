import Joi from "joi";
import type { Json } from "../../chain/model";
import { command } from "../command";
import { laidMedia, nameOf, type LaidMedia } from "../fields";

interface LayTimeline {
  readonly name: string;
  /** Of OpenTimelineIO, as JSON. */
  readonly timeline: Json;
  /** The files that were found for its clips. */
  readonly media: readonly LaidMedia[];
}

/** Begins a session with the clips of a timeline, as far as their files are here; the others can be found later. */
export const layTimeline = command<LayTimeline, { sessionId: string }>()({
  name: "lay-timeline",
  right: "bench",
  stream: "library",
  exact: true,
  input: Joi.object({
    name: nameOf("session").required(),
    timeline: Joi.object().required(),
    media: laidMedia,
  }),
});
