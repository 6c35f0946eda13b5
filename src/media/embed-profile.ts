import { open, rename, rm } from "node:fs/promises";
import { crc32, deflateSync } from "node:zlib";
import { shippedProfile } from "./profiles";

/*
 * Puts an ICC profile into a picture file that is there already. sharp would convert the codes while it does so, by way
 * of Display P3 where they have 16 bits, and no code should be touched.
 */

/** Writes a file anew with some bytes between its first `head` bytes and the rest. */
async function insert(path: string, head: number, bytes: Uint8Array): Promise<void> {
  const [from, to] = [await open(path), await open(`${path}.profiled`, "w")];
  try {
    const chunk = Buffer.alloc(1 << 20);
    const copy = async (start: number, end: number) => {
      for (let at = start; at < end;) {
        const { bytesRead } = await from.read(chunk, 0, Math.min(chunk.length, end - at), at);
        if (bytesRead === 0) return;
        await to.write(chunk, 0, bytesRead);
        at += bytesRead;
      }
    };
    await copy(0, head);
    await to.write(bytes);
    await copy(head, Infinity);
    await to.sync();
  } catch (error) {
    await rm(`${path}.profiled`, { force: true });
    throw error;
  } finally {
    await Promise.all([from.close(), to.close()]);
  }
  await rename(`${path}.profiled`, path);
}

/** After the signature and the header chunk. Source: PNG Specification, third edition (W3C), iCCP. */
async function intoPng(path: string, icc: Buffer): Promise<void> {
  const body = Buffer.concat([Buffer.from("iCCPsRGB\0\0", "latin1"), deflateSync(icc)]);
  const chunk = Buffer.alloc(body.length + 8);
  chunk.writeUInt32BE(body.length - 4, 0);
  body.copy(chunk, 4);
  chunk.writeUInt32BE(crc32(body), body.length + 4);
  await insert(path, 8 + 25, chunk);
}

/** After the first marker, and after what else names the file's own format. Source: ICC.1:2010 Annex B.4. */
async function intoJpeg(path: string, icc: Buffer): Promise<void> {
  const file = await open(path);
  const start = Buffer.alloc(8);
  await file.read(start, 0, 8, 0);
  await file.close();
  const head = start.readUInt16BE(2) === 0xffe0 ? 4 + start.readUInt16BE(4) : 2;
  const segment = Buffer.concat([
    Buffer.from([0xff, 0xe2, 0, 0]),
    Buffer.from("ICC_PROFILE\0\x01\x01", "latin1"),
    icc,
  ]);
  segment.writeUInt16BE(segment.length - 2, 2);
  await insert(path, head, segment);
}

/** By another directory at the end, with one entry more. Source: TIFF Revision 6.0; tag 34675 by ICC.1:2010 Annex B.2. */
async function intoTiff(path: string, icc: Buffer): Promise<void> {
  const file = await open(path, "r+");
  try {
    const head = Buffer.alloc(8);
    await file.read(head, 0, 8, 0);
    if (head.toString("latin1", 0, 4) !== "II*\0")
      throw new Error("a TIFF that is not little-endian was written");
    const at = head.readUInt32LE(4);
    const count = Buffer.alloc(2);
    await file.read(count, 0, 2, at);
    const entries = Buffer.alloc(12 * count.readUInt16LE(0));
    await file.read(entries, 0, entries.length, at + 2);
    const { size } = await file.stat();
    const place = size + (size & 1);
    const own = Buffer.alloc(12);
    own.writeUInt16LE(34675, 0);
    own.writeUInt16LE(7, 2);
    own.writeUInt32LE(icc.length, 4);
    own.writeUInt32LE(place, 8);
    const all = [
      own,
      ...Array.from({ length: entries.length / 12 }, (_, i) => entries.subarray(12 * i, 12 * i + 12)),
    ].sort((a, b) => a.readUInt16LE(0) - b.readUInt16LE(0));
    const padded = Buffer.alloc(icc.length + (icc.length & 1));
    icc.copy(padded);
    const length = Buffer.alloc(2);
    length.writeUInt16LE(all.length, 0);
    const directory = Buffer.concat([padded, length, ...all, Buffer.alloc(4)]);
    await file.write(directory, 0, directory.length, place);
    head.writeUInt32LE(place + padded.length, 4);
    await file.write(head, 0, 8, 0);
    await file.sync();
  } finally {
    await file.close();
  }
}

const ways = { png: intoPng, jpeg: intoJpeg, tiff: intoTiff } as const;

/** Says in a picture file that its codes are sRGB. Pre: it was written by sharp, without a profile, and nobody else has it open. */
export async function embedSrgb(path: string, format: keyof typeof ways): Promise<void> {
  await ways[format](path, await shippedProfile("srgb"));
}
