import { parentPort } from "node:worker_threads";
import { LinesHelper, type HelperMessage } from "@/core/chain/shared-lines";

/** The thread that runs half of a picture's lines; see `PictureHelper`. */
const helper = new LinesHelper();
parentPort?.on("message", (message: HelperMessage) => helper.take(message));
