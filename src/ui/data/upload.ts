import { bringMaterial, type Brought } from "@/core/api/operations/bring-material";
import { addressOf, ApiError } from "./api";

/**
 * Sends a file to the server and gives what came of it. `onShare` hears how much has arrived, 0…1; after 1 the
 * server is decoding. Rejects with an ApiError; status 0 means that the connection broke off.
 */
export function uploadFile(
  libraryId: string,
  file: File,
  onShare: (share: number) => void,
  signal: AbortSignal,
): Promise<Brought> {
  // Not fetch(): only XMLHttpRequest tells how far an upload is.
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `${addressOf(bringMaterial, { libraryId })}?name=${encodeURIComponent(file.name)}`);
    request.setRequestHeader("content-type", "application/octet-stream");
    request.upload.onprogress = ({ loaded, total }) => onShare(total > 0 ? loaded / total : 1);
    request.onerror = () =>
      reject(
        new ApiError(0, "unreachable", "The connection broke off.", { hint: "Bring the file in again." }),
      );
    request.onabort = () => reject(new ApiError(0, "stopped", "Stopped.", {}));
    request.onload = () => {
      let answer: Partial<Brought> & { error?: { code: string; message: string } & Record<string, unknown> } =
        {};
      try {
        answer = JSON.parse(request.responseText) as typeof answer;
      } catch {
        // Said below, with the status.
      }
      if (request.status < 300 && answer.media) return resolve({ ...answer, media: answer.media });
      const {
        code = "internal",
        message = "The server could not take this file.",
        ...details
      } = answer.error ?? {};
      reject(new ApiError(request.status, code, message, details));
    };
    signal.addEventListener("abort", () => request.abort());
    request.send(file);
  });
}
