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

/** The last line of a program's complaint, without the places in its own memory and files. */
export const lastComplaint = (parts: readonly Buffer[]): string =>
  (
    Buffer.concat(parts as Buffer[])
      .toString()
      .trim()
      .split("\n")
      .at(-1) ?? ""
  )
    .replace(/^\[[^\]]*\] /, "")
    .replace(/^\S*\/\S+: /, "");

/**
 * Runs a program and gives its standard output. Throws `UnreadableMedia` with the last line of its complaint where it
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
      else reject(new UnreadableMedia(lastComplaint(complaint)));
    });
  });
}
