import { spawn } from "node:child_process";

/** Material that cannot be read, with what the decoder said. */
export class UnreadableMedia extends Error {}

/**
 * What ffmpeg and ffprobe may open: plain sound files on this machine. Without it a hostile playlist, named like a
 * sound, could make them fetch addresses or read other files.
 */
export const soundFilesOnly = [
  "-protocol_whitelist",
  "file",
  "-format_whitelist",
  "wav,w64,aiff,flac,mp3,ogg,aac,mov",
] as const;

/** The same for moving pictures: plain files alone, of containers that hold all of it themselves. */
export const videoFilesOnly = ["-protocol_whitelist", "file", "-format_whitelist", "mov,matroska"] as const;

/** What ffprobe reads besides headers, and is asked for: whether the first packets are protected. */
export const firstPackets = ["-read_intervals", "%+#8"] as const;
export const packetEntries = "packet_side_data=side_data_type";
export interface ProbedPackets {
  readonly packets?: readonly { readonly side_data_list?: readonly { readonly side_data_type?: string }[] }[];
}

/**
 * Throws `UnreadableMedia` where packets are encrypted (ISO/IEC 23001-7 and the like). Their headers are not, so that a
 * decoder takes them for what they were and makes noise of them.
 */
export function refuseProtected({ packets = [] }: ProbedPackets): void {
  const isProtected = packets.some(({ side_data_list = [] }) =>
    side_data_list.some(({ side_data_type }) => side_data_type === "Encryption info"),
  );
  if (isProtected)
    throw new UnreadableMedia(
      "it is protected against copying; only a copy without protection can be worked with",
    );
}

/** A file of a kind that is not taken in, whatever it holds. */
export class OtherKind extends UnreadableMedia {}

/** Names of ffmpeg's readers as people know them; of others the reader's own. */
const kinds: Readonly<Record<string, string>> = {
  avi: "AVI",
  mpeg: "MPEG",
  mpegvideo: "MPEG",
  mpegts: "MPEG transport stream",
  asf: "WMV and WMA",
  flv: "FLV",
  gif: "GIF",
};
/** What can be read, by the list that a program was given. */
const readable = {
  [videoFilesOnly[3]]: "MP4, MOV, WebM and MKV",
  [soundFilesOnly[3]]: "WAV, AIFF, FLAC, MP3, Ogg, Opus, M4A and AAC",
};

/** Lines that only say that something was said before. */
const saysNothing =
  /^(Last message repeated|Conversion failed|Error while|Error opening|Failed to|At least one output)|: (Invalid argument|Invalid data found when processing input|Generic error in an external library|Operation not permitted|Input\/output error)$/;
const nothingSaid = "it is damaged, or nothing in it can be decoded";

/** Why a program could not read a file, by what it complained of; without the places in its own memory and files. */
export function complaintOf(parts: readonly Buffer[]): UnreadableMedia {
  const lines = Buffer.concat(parts as Buffer[])
    .toString()
    .split("\n")
    .map((line) => line.trim());
  for (const line of lines) {
    const [, reader, list] = /^\[([^ @\]]+) @ [^\]]*\] Format not on whitelist '([^']*)'/.exec(line) ?? [];
    if (!reader) continue;
    const kind = kinds[reader] ?? reader.split(",")[0].toUpperCase();
    const can = (readable as Readonly<Record<string, string>>)[list];
    return new OtherKind(`files of the kind ${kind} are not taken in${can ? `; ${can} are` : ""}`);
  }
  const said = lines
    .map((line) => line.replace(/^\[[^\]]*\] /, ""))
    .filter((line) => line !== "" && !saysNothing.test(line))
    .map((line) => line.replace(/^\S*\/\S+: /, ""));
  return new UnreadableMedia(said.at(-1) ?? nothingSaid);
}

/**
 * Runs a program and gives its standard output. Throws `UnreadableMedia` with what it complained of where it
 * fails, and an Error where it is not installed.
 */
export function outputOf(program: string, args: readonly string[]): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { stdio: ["ignore", "pipe", "pipe"] });
    const out: Buffer[] = [];
    const complaint: Buffer[] = [];
    child.on("error", (error) =>
      reject(new Error(`${program} cannot be run; bin/start installs it`, { cause: error })),
    );
    child.stdout.on("data", (part: Buffer) => out.push(part));
    child.stderr.on("data", (part: Buffer) => complaint.push(part));
    child.on("close", (code) => {
      if (code === 0) resolve(Buffer.concat(out));
      else reject(complaintOf(complaint));
    });
  });
}
