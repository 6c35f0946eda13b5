import { oneRender, type Rendering } from "@/core/api/operations/one-render";
import { ask } from "./api";

const lookEvery = 250;

/** Waits until a rendering has ended, and hears how far it is meanwhile. Throws where it cannot be asked for. */
export async function followRender(
  libraryId: string,
  begun: Rendering,
  onProgress: (rendering: Rendering) => void,
): Promise<Rendering> {
  let now = begun;
  while (now.state === "waiting" || now.state === "running") {
    onProgress(now);
    await new Promise((resolve) => setTimeout(resolve, lookEvery));
    now = (await ask(oneRender, { libraryId, renderId: begun.id })).render;
  }
  return now;
}
