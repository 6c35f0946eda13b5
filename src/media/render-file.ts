import type { Resources } from "@/core/chain/active";
import type { Part } from "@/core/media/part";
import { goesOn, type WorkingMedium } from "@/core/media";
import type { Chain } from "@/core/chain/model";
import { decodeFiles } from "./dependencies";
import { renderPictureFile } from "./render-picture";
import { renderSoundFile } from "./render-sound";
import { renderVideoFile, type VideoRendering } from "./video/render-video";
import {
  resultFormats,
  type FilmShape,
  type ResultFormat,
  type ResultFormatOf,
} from "@/core/library/renders";
import { type RenderHooks } from "./results";

export interface Rendering {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly format: ResultFormat;
  /** Samples of a sound to use; all of it where left out. */
  readonly range?: { readonly start: number; readonly end: number };
  /** The same with edges that come and go; of a video the frames to use. */
  readonly part?: Part;
  /** The size and rate of a video, where they are not its own. */
  readonly shape?: FilmShape;
  /** The sound that goes with a video; see there. */
  readonly sound?: VideoRendering["sound"];
  /** The clip before a video, for transitions; see there. */
  readonly earlier?: VideoRendering["earlier"];
  /** Where files that effects depend on lie, by their hash; null for those that are not here. */
  readonly pathOf?: (hash: string) => string | null;
}

type Renderer<F extends ResultFormat> = (
  input: string,
  output: string,
  rendering: Omit<Rendering, "pathOf" | "format"> & Pick<Resources, "files"> & { readonly format: F },
  hooks?: RenderHooks,
) => Promise<unknown>;

/** How material of each medium is rendered into a file. */
const renderers: { readonly [M in WorkingMedium]: Renderer<ResultFormatOf<M>> } = {
  audio: renderSoundFile,
  image: renderPictureFile,
  video: renderVideoFile,
};

/** Renders a chain over one file into another; the one way for server jobs and the command line, so that both give the same bytes. */
export async function renderFile(
  input: string,
  output: string,
  { chain, strength, format, range, part, shape, sound, earlier, pathOf = () => null }: Rendering,
  hooks?: RenderHooks,
): Promise<void> {
  const { medium } = resultFormats[format];
  if (!goesOn(chain.medium, medium))
    throw new Error(`A chain for ${chain.medium} cannot be rendered to ${resultFormats[format].label}.`);
  const others = [sound, earlier].flatMap((other) => other?.chain.settings ?? []);
  const files = await decodeFiles({ ...chain, settings: [...chain.settings, ...others] }, pathOf);
  const render = renderers[medium] as Renderer<ResultFormat>;
  await render(
    input,
    output,
    {
      chain,
      strength,
      format,
      files,
      ...(range && { range }),
      ...(part && { part }),
      ...(shape && { shape }),
      ...(sound !== undefined && { sound }),
      ...(earlier && { earlier }),
    },
    hooks,
  );
}
