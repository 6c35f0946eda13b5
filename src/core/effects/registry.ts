import { channelSwap } from "./audio/channel-swap";
import { chorus } from "./audio/chorus";
import { compressor } from "./audio/compressor";
import { convolutionReverb } from "./audio/convolution-reverb";
import { deClick } from "./audio/de-click";
import { deEsser } from "./audio/de-esser";
import { delay } from "./audio/delay";
import { flanger } from "./audio/flanger";
import { gain } from "./audio/gain";
import { gate } from "./audio/gate";
import { highPass } from "./audio/high-pass";
import { humRemoval } from "./audio/hum-removal";
import { limiter } from "./audio/limiter";
import { loudnessTarget } from "./audio/loudness-target";
import { lowPass } from "./audio/low-pass";
import { monoBelow } from "./audio/mono-below";
import { noiseReduction } from "./audio/noise-reduction";
import { pan } from "./audio/pan";
import { parametricEq } from "./audio/parametric-eq";
import { phaser } from "./audio/phaser";
import { pitchShift } from "./audio/pitch-shift";
import { plate } from "./audio/plate";
import { roomReverb } from "./audio/room";
import { saturation as audioSaturation } from "./audio/saturation";
import { spring } from "./audio/spring";
import { transientShaper } from "./audio/transient-shaper";
import { tremolo } from "./audio/tremolo";
import { width } from "./audio/width";
import type { EffectDefinition } from "./define";
import { goesOn, type Medium } from "../media";
import { blackAndWhite } from "./image/black-and-white";
import { blackWhitePoints } from "./image/black-white-points";
import { blur } from "./image/blur";
import { border } from "./image/border";
import { brightness } from "./image/brightness";
import { channelCurves } from "./image/channel-curves";
import { channelMixer } from "./image/channel-mixer";
import { colourDecisionList } from "./image/colour-decision-list";
import { colourWash } from "./image/colour-wash";
import { contrast } from "./image/contrast";
import { crop } from "./image/crop";
import { exposure } from "./image/exposure";
import { flip } from "./image/flip";
import { gamma } from "./image/gamma";
import { glow } from "./image/glow";
import { grain } from "./image/grain";
import { hazeRemoval } from "./image/haze-removal";
import { highlightsShadows } from "./image/highlights-shadows";
import { hueRanges } from "./image/hue-ranges";
import { levels } from "./image/levels";
import { lightLeak } from "./image/light-leak";
import { localContrast } from "./image/local-contrast";
import { lut } from "./image/lut";
import { imageNoiseReduction } from "./image/noise-reduction";
import { opponentSpread } from "./image/opponent-spread";
import { perspective } from "./image/perspective";
import { rotate } from "./image/rotate";
import { saturation } from "./image/saturation";
import { scale } from "./image/scale";
import { sharpen } from "./image/sharpen";
import { splitTone } from "./image/split-tone";
import { straighten } from "./image/straighten";
import { texture } from "./image/texture";
import { toneCurve } from "./image/tone-curve";
import { toner } from "./image/toner";
import { vibrance } from "./image/vibrance";
import { vignette } from "./image/vignette";
import { whiteBalance } from "./image/white-balance";
import { bars } from "./video/bars";
import { blend } from "./video/blend";
import { superimpose } from "./video/superimpose";
import { countdown } from "./video/countdown";
import { dropShadow } from "./video/drop-shadow";
import { edgeCrop } from "./video/edge-crop";
import { fade } from "./video/fade";
import { flicker } from "./video/flicker";
import { gradient } from "./video/gradient";
import { grid } from "./video/grid";
import { hueDrift } from "./video/hue-drift";
import { videoNoise } from "./video/noise";
import { opacity } from "./video/opacity";
import { shake } from "./video/shake";
import { slowZoom } from "./video/slow-zoom";
import { solid } from "./video/solid";
import { title } from "./video/title";
import { transform } from "./video/transform";
import { whipBlur } from "./video/whip-blur";
import { dissolve } from "./video/dissolve";
import { dip } from "./video/dip";
import { wipe } from "./video/wipe";
import { push } from "./video/push";
import { slide } from "./video/slide";

const listed = [
  highPass,
  lowPass,
  parametricEq,
  compressor,
  limiter,
  gate,
  deEsser,
  transientShaper,
  delay,
  roomReverb,
  plate,
  spring,
  convolutionReverb,
  audioSaturation,
  chorus,
  flanger,
  phaser,
  tremolo,
  pitchShift,
  gain,
  pan,
  width,
  monoBelow,
  channelSwap,
  deClick,
  humRemoval,
  noiseReduction,
  loudnessTarget,
  exposure,
  contrast,
  brightness,
  highlightsShadows,
  blackWhitePoints,
  levels,
  gamma,
  toneCurve,
  channelCurves,
  whiteBalance,
  saturation,
  vibrance,
  hueRanges,
  opponentSpread,
  channelMixer,
  blackAndWhite,
  toner,
  splitTone,
  colourWash,
  colourDecisionList,
  lut,
  sharpen,
  localContrast,
  blur,
  imageNoiseReduction,
  hazeRemoval,
  glow,
  vignette,
  grain,
  texture,
  lightLeak,
  border,
  crop,
  rotate,
  straighten,
  perspective,
  flip,
  scale,
  transform,
  edgeCrop,
  opacity,
  fade,
  blend,
  superimpose,
  dropShadow,
  shake,
  slowZoom,
  whipBlur,
  hueDrift,
  flicker,
  solid,
  gradient,
  videoNoise,
  grid,
  bars,
  countdown,
  title,
  dissolve,
  dip,
  wipe,
  push,
  slide,
] as const;

type Listed = (typeof listed)[number];
/** The ids of all effects of a medium. */
export type EffectId<M extends Listed["medium"] = Listed["medium"]> = Extract<Listed, { medium: M }>["id"];

/**
 * Every effect that this installation has, in the order in which they are offered. Each effect's values follow from its
 * own parameters; a list of all can only know them as checked data.
 */
export const effects = listed as unknown as readonly EffectDefinition[];

const byId = new Map(effects.map((effect) => [effect.id, effect]));

/** The effect of that id, or undefined where this installation does not have it. */
export const findEffect = (id: string): EffectDefinition | undefined => byId.get(id);

export const effectsFor = (medium: Medium): readonly EffectDefinition[] =>
  effects.filter((e) => goesOn(e.medium, medium));
