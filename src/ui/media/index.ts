import type { Media } from "@/core/api/operations/session-replica";
import type { Medium, WorkingMedium } from "@/core/media";
import { audio } from "./audio";
import type { MediumRoom } from "./define";
import { image } from "./image";
import { video } from "./video";

/** What every medium that can be worked with looks like. */
const rooms: Record<WorkingMedium, MediumRoom> = { audio, image, video };

/** The room of a medium, or of what some material is; a medium that has no material yet and files that only effects use have none. */
export const roomOf = (kind: Medium | Media["facts"]["kind"] | undefined): MediumRoom | undefined =>
  kind !== undefined && Object.hasOwn(rooms, kind) ? rooms[kind as WorkingMedium] : undefined;
