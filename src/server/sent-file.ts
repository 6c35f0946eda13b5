import { open, type FileHandle } from "node:fs/promises";

/**
 * Large enough that many files sent at once leave the event loop free: each piece costs a turn of several promises, and
 * three hundred megabytes in pieces of Node's usual 64 KB made the application deaf for half a second.
 */
const pieceBytes = 1 << 20;
/** An open file whose answer nobody begins to read, since they left or asked for its head alone, is closed after so many milliseconds. */
const unreadFor = 60_000;

/**
 * A file, or a stretch of it (first and last byte), as the body of an answer. A file that is not open yet is opened when
 * the answer is read; either is closed at its end, or when nobody wants it any more.
 */
export function sentFile(
  file: string | FileHandle,
  stretch?: { readonly first: number; readonly last: number },
): ReadableStream<Uint8Array> {
  let handle = typeof file === "string" ? null : file;
  let at = stretch?.first ?? 0;
  let end = stretch ? stretch.last + 1 : undefined;
  const unread = handle && setTimeout(() => void handle?.close(), unreadFor).unref();
  return new ReadableStream(
    {
      async pull(controller) {
        clearTimeout(unread ?? undefined);
        handle ??= await open(file as string);
        try {
          end ??= (await handle.stat()).size;
          // The stream keeps what it is given, so each piece is memory of its own.
          const piece = new Uint8Array(Math.min(pieceBytes, end - at));
          const { bytesRead } = await handle.read(piece, 0, piece.length, at);
          at += bytesRead;
          if (bytesRead > 0) controller.enqueue(piece.subarray(0, bytesRead));
          if (bytesRead > 0 && at < end) return;
          await handle.close();
          controller.close();
        } catch (error) {
          await handle.close().catch(() => undefined);
          throw error;
        }
      },
      async cancel() {
        clearTimeout(unread ?? undefined);
        await handle?.close();
      },
    },
    // Nothing is read before it is wanted.
    { highWaterMark: 0 },
  );
}
