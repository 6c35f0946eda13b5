import { UnreadableMedia } from "../process";

/** What ffprobe says of the codes of a stream. */
export interface Coding {
  readonly codec_name?: string;
  /** The pixel format. */
  readonly coded: string;
  /** Rows as coded. */
  readonly height: number;
  readonly color_space?: string;
  readonly color_range?: string;
  readonly color_transfer?: string;
  readonly color_primaries?: string;
  readonly tags?: Readonly<Record<string, string>>;
}

export interface Colours {
  /** Filters of ffmpeg from a decoded frame to planes of 16-bit RGB of the wanted size, transparent parts on black. */
  readonly filters: readonly string[];
  /** See `VideoFacts`. */
  readonly decoder?: string;
  readonly notes: readonly string[];
}

/** A name between ffprobe and zimg, and how it is said. */
interface Named {
  readonly zimg: string;
  readonly said: string;
}

/** Matrices. Source: ITU-T H.273, table 4. */
const matrices: Readonly<Record<string, Named>> = {
  bt709: { zimg: "709", said: "BT.709" },
  smpte170m: { zimg: "170m", said: "BT.601" },
  bt470bg: { zimg: "470bg", said: "BT.601" },
  fcc: { zimg: "fcc", said: "FCC" },
  smpte240m: { zimg: "240m", said: "SMPTE 240M" },
  bt2020nc: { zimg: "2020_ncl", said: "BT.2020" },
  ycgco: { zimg: "ycgco", said: "YCgCo" },
};
/** What is meant where a file does not say: high pictures are BT.709, low ones BT.601 (common practice, no source). */
const guessedMatrix = (height: number) => (height > 576 ? matrices.bt709 : matrices.smpte170m);

/** Primaries other than BT.709's. Source: ITU-T H.273, table 2. */
const primaries: Readonly<Record<string, Named>> = {
  bt470m: { zimg: "bt470m", said: "BT.470 M" },
  bt470bg: { zimg: "bt470bg", said: "BT.601 (625 lines)" },
  smpte170m: { zimg: "smpte170m", said: "BT.601 (525 lines)" },
  smpte240m: { zimg: "smpte240m", said: "SMPTE 240M" },
  film: { zimg: "film", said: "film" },
  bt2020: { zimg: "bt2020", said: "BT.2020" },
  smpte428: { zimg: "smpte428", said: "XYZ" },
  smpte431: { zimg: "smpte431", said: "DCI-P3" },
  smpte432: { zimg: "smpte432", said: "Display P3" },
  ebu3213: { zimg: "ebu3213", said: "EBU 3213" },
  "jedec-p22": { zimg: "ebu3213", said: "EBU 3213" },
};

/**
 * Transfer functions whose codes are shown as they are: those of video, for which sRGB's curve stands in at both ends
 * (common practice, no source). Source of the names: ITU-T H.273, table 3.
 */
const shownAsTheyAre: readonly string[] = [
  "bt709",
  "smpte170m",
  "smpte240m",
  "iec61966-2-1",
  "iec61966-2-4",
  "bt1361e",
  "bt2020-10",
  "bt2020-12",
];
/** Those that are turned into sRGB's. */
const transfers: Readonly<Record<string, Named>> = {
  linear: { zimg: "linear", said: "linear light" },
  log100: { zimg: "log100", said: "logarithmic, 100:1" },
  log316: { zimg: "log316", said: "logarithmic, 316:1" },
  bt470m: { zimg: "bt470m", said: "gamma 2.2" },
  gamma22: { zimg: "bt470m", said: "gamma 2.2" },
  bt470bg: { zimg: "bt470bg", said: "gamma 2.8" },
  gamma28: { zimg: "bt470bg", said: "gamma 2.8" },
};
const srgb: Named = { zimg: "iec61966-2-1", said: "sRGB" };

const says = (text: string | undefined): text is string =>
  text !== undefined && !["", "unknown", "unspecified", "reserved"].includes(text);

/** Grey with transparency is taken for RGB, whose channels happen to be equal. */
const isRgb = (format: string) => /^(gbr|rgb|bgr|argb|abgr|pal8|ya\d|0rgb|0bgr|x2rgb|x2bgr)/.test(format);
const isGrey = (format: string) => /^(gray|mono)/.test(format);
const hasAlpha = (format: string) => /^(yuva|gbrap|argb|abgr|rgba|bgra|ya\d|pal8)/.test(format);
const isPacked = (format: string) => isRgb(format) && !format.startsWith("gbr");
/** Bits a channel. */
const bitsOf = (format: string): number =>
  /^(rgb|bgr)a?(48|64)/.test(format) ? 16 : Number(/(9|10|12|14|16)(le|be)$/.exec(format)?.[1] ?? 8);
/** The same codes as planes: libswscale reorders codes without touching them, but shifts them where it also widens them. */
const planar = (bits: number, alpha = "") => `gbr${alpha}p${bits === 8 ? "" : `${bits}le`}`;

/** A plane of grey as three equal ones, since zscale knows no grey. */
const threefold = (bits: number) => `mergeplanes=0x000000:${planar(bits)}`;

/** Colours into planes of 16-bit RGB; those of transparent pictures have a fourth, which is not looked at. */
function colourFilters(
  { coded, color_range }: Coding,
  size: string,
  matrix: Named,
  isFull: boolean,
): string[] {
  const range = `rangein=${isFull ? "full" : "limited"}:range=full`;
  const bits = bitsOf(coded);
  if (isGrey(coded))
    return [
      // What is no plane of codes yet becomes one of 8 bits.
      `format=${bits === 8 ? "gray" : `gray${bits}le`}`,
      threefold(bits),
      `zscale=${size}:${range}`,
      `format=${planar(16)}`,
    ];
  const end = `format=${planar(16, hasAlpha(coded) && !isPacked(coded) ? "a" : "")}`;
  if (!isRgb(coded)) return [`zscale=${size}:matrixin=${matrix.zimg}:${range}`, end];
  return [
    // Taken out of packed codes first: from there into planes of four libswscale changes transparency by a code.
    ...(isPacked(coded) && bits === 8 ? ["format=rgb24"] : []),
    ...(end.includes("gbra") ? [] : [`format=${planar(bits)}`]),
    `zscale=${size}:${color_range === "tv" ? range : "rangein=full:range=full"}`,
    end,
  ];
}

/** From planes of 16-bit RGB of other primaries, or another transfer function, to those of sRGB. */
function conversion(from: Named | undefined, transfer: Named | undefined): string[] {
  if (!from && !transfer) return [];
  const curves = `transferin=${(transfer ?? srgb).zimg}:transfer=${srgb.zimg}`;
  return [
    `zscale=matrixin=gbr:matrix=gbr:rangein=full:range=full:primariesin=${from?.zimg ?? "bt709"}:primaries=bt709:${curves}`,
  ];
}

/** The filters of a stream whose frames carry transparency: colours and transparency each their own way to 16 bits, then multiplied. */
function onBlack(coded: string, size: string, colours: readonly string[]): string {
  const bits = bitsOf(coded);
  const whole = !isPacked(coded) ? coded : bits === 8 ? "rgba" : planar(16, "a");
  return [
    // Named, since a stream may leave transparency out of some frames.
    `format=${whole},split[colours][whole]`,
    `[whole]extractplanes=a,${threefold(bits)},zscale=${size}:rangein=full:range=full,format=${planar(16)}[alpha]`,
    `[colours]${colours.join(",")}[opaque]`,
    "[opaque][alpha]mergeplanes=0x00010210:gbrap16le,premultiply=inplace=1,format=gbrp16le",
  ].join(";");
}

/** Decoders that find the transparency of streams which keep it beside their frames. Source: WebM's container guidelines, AlphaMode. */
const alphaDecoders: Readonly<Record<string, string>> = { vp8: "libvpx", vp9: "libvpx-vp9" };

/**
 * How the frames of a stream become sRGB of 16 bits: its matrix, range, primaries and transfer function, and its
 * transparency on black. Throws `UnreadableMedia` for colours that cannot be converted: high dynamic range, and coded in
 * ways that are unknown here.
 */
export function coloursOf(coding: Coding, { width, height }: { width: number; height: number }): Colours {
  const { color_space, color_primaries, color_transfer, codec_name = "", tags } = coding;
  if (["smpte2084", "arib-std-b67"].includes(color_transfer ?? ""))
    throw new UnreadableMedia(
      "it is of high dynamic range (PQ or HLG); only standard dynamic range can be worked with",
    );
  const decoder =
    tags?.alpha_mode === "1" && coding.coded === "yuv420p" ? alphaDecoders[codec_name] : undefined;
  const coded = decoder ? "yuva420p" : coding.coded;
  const [rgb, grey] = [isRgb(coded), isGrey(coded)];
  const isYuv = !rgb && !grey;
  const named = (what: string, list: Readonly<Record<string, Named>>, text: string | undefined) => {
    if (!says(text)) return undefined;
    if (!Object.hasOwn(list, text))
      throw new UnreadableMedia(`its ${what} (${text}) cannot be converted; BT.709 can be worked with`);
    return list[text];
  };
  const matrix = isYuv && color_space !== "gbr" ? named("colour matrix", matrices, color_space) : undefined;
  const from = color_primaries === "bt709" ? undefined : named("primaries", primaries, color_primaries);
  const transfer = shownAsTheyAre.includes(color_transfer ?? "")
    ? undefined
    : named("transfer function", transfers, color_transfer);
  const usual = matrix ?? guessedMatrix(coding.height);
  // Codecs of video leave limited range unsaid, codecs of pictures full range (common practice, no source).
  const isFull =
    coding.color_range === "pc" ||
    coded.startsWith("yuvj") ||
    (grey && coding.color_range !== "tv" && !["h264", "hevc", "vp9", "av1"].includes(codec_name));
  const size = `w=${width}:h=${height}:filter=bicubic`;
  const colours = [
    ...colourFilters({ ...coding, coded }, size, usual, isFull),
    ...conversion(from, transfer),
  ];
  return {
    filters: hasAlpha(coded) ? [onBlack(coded, size, colours)] : colours,
    ...(decoder && { decoder }),
    notes: [
      `${bitsOf(coded)} bits`,
      ...(rgb ? ["RGB"] : [grey ? "grey" : usual.said, isFull ? "full range" : "limited range"]),
      ...(isYuv && !matrix ? ["matrix guessed by its size"] : []),
      ...(from ? [`${from.said} primaries, brought to BT.709`] : []),
      ...(transfer ? [`${transfer.said}, brought to sRGB`] : []),
      ...(hasAlpha(coded) ? ["transparent parts on black"] : []),
    ],
  };
}
