import { join } from "node:path";
import { mediaRoot } from "../media-store";

/** Where a rendering's result lies; its name for people is in the database. */
export const resultFolder = (renderId: string): string => join(mediaRoot(), "results", renderId);
export const resultPath = (renderId: string): string => join(resultFolder(renderId), "result");
