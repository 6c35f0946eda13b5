import { deflateSync } from "node:zlib";

type Triple = readonly [number, number, number];

/** CIE xy of a colour space's primaries and its white, and its transfer function. */
export interface SpaceFacts {
  readonly red: readonly [number, number];
  readonly green: readonly [number, number];
  readonly blue: readonly [number, number];
  readonly white: readonly [number, number];
  /** A power, or the parameters g a b c d of ICC's parametric curve of type 3. */
  readonly curve: number | readonly [number, number, number, number, number];
}

const d65 = [0.3127, 0.329] as const;
/** Primaries: IEC 61966-2-1, SMPTE EG 432-1 (with D65), IEC 61966-2-5, ISO 22028-2. */
export const spaces = {
  srgb: {
    red: [0.64, 0.33],
    green: [0.3, 0.6],
    blue: [0.15, 0.06],
    white: d65,
    curve: [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045],
  },
  p3: {
    red: [0.68, 0.32],
    green: [0.265, 0.69],
    blue: [0.15, 0.06],
    white: d65,
    curve: [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045],
  },
  opRgb: { red: [0.64, 0.33], green: [0.21, 0.71], blue: [0.15, 0.06], white: d65, curve: 563 / 256 },
  romm: {
    red: [0.7347, 0.2653],
    green: [0.1596, 0.8404],
    blue: [0.0366, 0.0001],
    white: [0.3457, 0.3585],
    curve: [1.8, 1, 0, 1 / 16, 1 / 32],
  },
} as const satisfies Record<string, SpaceFacts>;

const xyz = ([x, y]: readonly [number, number]): Triple => [x / y, 1, (1 - x - y) / y];
const d50: Triple = [0.9642, 1, 0.8249];

type Matrix = readonly [Triple, Triple, Triple];
const times = (m: Matrix, [x, y, z]: Triple): Triple => [
  m[0][0] * x + m[0][1] * y + m[0][2] * z,
  m[1][0] * x + m[1][1] * y + m[1][2] * z,
  m[2][0] * x + m[2][1] * y + m[2][2] * z,
];
function inverse(m: Matrix): Matrix {
  const [[a, b, c], [d, e, f], [g, h, i]] = m;
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  const at = (v: number) => v / determinant;
  return [
    [at(e * i - f * h), at(c * h - b * i), at(b * f - c * e)],
    [at(f * g - d * i), at(a * i - c * g), at(c * d - a * f)],
    [at(d * h - e * g), at(b * g - a * h), at(a * e - b * d)],
  ];
}
/** Bradford's cone responses, as ICC.1 Annex E has them. */
const bradford: Matrix = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];

function adapted(colour: Triple, white: Triple): Triple {
  const [from, to] = [times(bradford, white), times(bradford, d50)];
  const cones = times(bradford, colour);
  return times(inverse(bradford), [
    (cones[0] * to[0]) / from[0],
    (cones[1] * to[1]) / from[1],
    (cones[2] * to[2]) / from[2],
  ]);
}

const fixed = (v: number) => {
  const bytes = Buffer.alloc(4);
  bytes.writeInt32BE(Math.round(v * 65536));
  return bytes;
};
const word = (text: string) => Buffer.from(text.padEnd(4, "\0").slice(0, 4), "latin1");
const u32 = (v: number) => {
  const bytes = Buffer.alloc(4);
  bytes.writeUInt32BE(v);
  return bytes;
};
const padded = (bytes: Buffer) => Buffer.concat([bytes, Buffer.alloc((4 - (bytes.length % 4)) % 4)]);
const text = (value: string) => {
  const letters = Buffer.from(value, "utf16le").swap16();
  return Buffer.concat([
    word("mluc"),
    u32(0),
    u32(1),
    u32(12),
    Buffer.from("enUS"),
    u32(letters.length),
    u32(28),
    letters,
  ]);
};
const xyzTag = (value: Triple) => Buffer.concat([word("XYZ "), u32(0), ...value.map(fixed)]);
const curveTag = (curve: SpaceFacts["curve"]) =>
  Buffer.concat([
    word("para"),
    u32(0),
    ...(typeof curve === "number"
      ? [Buffer.from([0, 0, 0, 0]), fixed(curve)]
      : [Buffer.from([0, 3, 0, 0]), ...curve.map(fixed)]),
  ]);

/** An ICC profile, version 4: by a matrix for three channels, or of grey by a curve alone. Source: ICC.1:2010. */
export function iccProfile(space: SpaceFacts | { readonly grey: number }): Buffer {
  const grey = "grey" in space;
  const tags: [string, Buffer][] = [
    ["desc", text("made for a test")],
    ["cprt", text("none")],
    ["wtpt", xyzTag(d50)],
  ];
  if (grey) tags.push(["kTRC", curveTag(space.grey)]);
  else {
    const primaries = [space.red, space.green, space.blue].map(xyz) as unknown as Matrix;
    const columns: Matrix = [0, 1, 2].map((row) => primaries.map((p) => p[row])) as unknown as Matrix;
    const weights = times(inverse(columns), xyz(space.white));
    primaries.forEach((p, n) =>
      tags.push(
        [
          `${"rgb"[n]}XYZ`,
          xyzTag(adapted(p.map((v) => v * weights[n]) as unknown as Triple, xyz(space.white))),
        ],
        [`${"rgb"[n]}TRC`, curveTag(space.curve)],
      ),
    );
  }
  let at = 128 + 4 + 12 * tags.length;
  const table: Buffer[] = [u32(tags.length)];
  const data: Buffer[] = [];
  for (const [name, bytes] of tags) {
    table.push(word(name), u32(at), u32(bytes.length));
    data.push(padded(bytes));
    at += data.at(-1)!.length;
  }
  const head = Buffer.alloc(128);
  u32(at).copy(head, 0);
  u32(0x04200000).copy(head, 8);
  word("mntr").copy(head, 12);
  word(grey ? "GRAY" : "RGB ").copy(head, 16);
  word("XYZ ").copy(head, 20);
  word("acsp").copy(head, 36);
  Buffer.concat(d50.map(fixed)).copy(head, 68);
  return Buffer.concat([head, ...table, ...data]);
}

/** A picture by its codes, as often as it takes to fill it: those of one colour, or of as many pixels as there are. */
export interface PlainPicture {
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly codes: readonly number[];
  /** 1 grey, 2 grey with transparency, 3 RGB, 4 RGB with transparency in PNG and CMYK in TIFF; as many as there are codes where left out. */
  readonly channels?: 1 | 2 | 3 | 4;
  readonly profile?: Buffer;
}

const channelsOf = ({ codes, channels = codes.length as 3 }: PlainPicture) => channels;

const samples = (picture: PlainPicture, little: boolean) => {
  const { width, height, bits, codes } = picture;
  const count = width * height * channelsOf(picture);
  const bytes = Buffer.alloc((count * bits) / 8);
  for (let i = 0; i < count; i++) {
    const code = codes[i % codes.length];
    if (bits === 8) bytes[i] = code;
    else if (little) bytes.writeUInt16LE(code, 2 * i);
    else bytes.writeUInt16BE(code, 2 * i);
  }
  return bytes;
};

const crcTable = Array.from({ length: 256 }, (_, n) =>
  Array.from({ length: 8 }).reduce<number>((c) => (c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1), n),
);
const crc = (bytes: Buffer) =>
  (bytes.reduce((c, b) => crcTable[(c ^ b) & 255] ^ (c >>> 8), 0xffffffff) ^ 0xffffffff) >>> 0;

/** A PNG with its profile, untouched by any library of pictures. Source: PNG Specification, third edition (W3C). */
export function pngFile(picture: PlainPicture): Buffer {
  const { width, height, bits, profile } = picture;
  const channels = channelsOf(picture);
  const chunk = (type: string, bytes: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), bytes]);
    return Buffer.concat([u32(bytes.length), body, u32(crc(body))]);
  };
  const row = (width * channels * bits) / 8;
  const data = samples(picture, false);
  const lines = Array.from({ length: height }, (_, y) =>
    Buffer.concat([Buffer.from([0]), data.subarray(y * row, (y + 1) * row)]),
  );
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk(
      "IHDR",
      Buffer.concat([
        u32(width),
        u32(height),
        Buffer.from([bits, { 1: 0, 2: 4, 3: 2, 4: 6 }[channels], 0, 0, 0]),
      ]),
    ),
    ...(profile ? [chunk("iCCP", Buffer.concat([Buffer.from("test\0\0"), deflateSync(profile)]))] : []),
    chunk("IDAT", deflateSync(Buffer.concat(lines))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

/** A TIFF with its profile, likewise. Source: TIFF Revision 6.0; tag 34675 by ICC.1 Annex B. */
export function tiffFile(picture: PlainPicture): Buffer {
  const { width, height, bits, profile } = picture;
  const channels = channelsOf(picture);
  const data = samples(picture, true);
  const parts: Buffer[] = [];
  let at = 8;
  const put = (bytes: Buffer) => {
    const place = at;
    parts.push(padded(bytes));
    at += parts.at(-1)!.length;
    return place;
  };
  const place = put(data);
  const depth = Buffer.alloc(2 * channels);
  for (let n = 0; n < channels; n++) depth.writeUInt16LE(bits, 2 * n);
  const entries: [number, number, number, number][] = [
    [256, 4, 1, width],
    [257, 4, 1, height],
    [258, 3, channels, channels === 1 ? bits : put(depth)],
    [259, 3, 1, 1],
    [262, 3, 1, { 1: 1, 2: 1, 3: 2, 4: 5 }[channels]],
    [273, 4, 1, place],
    [277, 3, 1, channels],
    [278, 4, 1, height],
    [279, 4, 1, data.length],
    ...(channels === 4 ? ([[332, 3, 1, 1]] as [number, number, number, number][]) : []),
    ...(profile ? ([[34675, 7, profile.length, put(profile)]] as [number, number, number, number][]) : []),
  ];
  const directory = Buffer.alloc(2 + 12 * entries.length + 4);
  directory.writeUInt16LE(entries.length);
  entries.forEach(([tag, type, count, value], n) => {
    directory.writeUInt16LE(tag, 2 + 12 * n);
    directory.writeUInt16LE(type, 4 + 12 * n);
    directory.writeUInt32LE(count, 6 + 12 * n);
    directory.writeUInt32LE(value, 10 + 12 * n);
  });
  const head = Buffer.from([0x49, 0x49, 42, 0, 0, 0, 0, 0]);
  head.writeUInt32LE(at, 4);
  return Buffer.concat([head, ...parts, directory]);
}
