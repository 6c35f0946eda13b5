import { reportFault } from "@/core/api/operations/report-fault";
import { ask } from "./api";

/** Letters and digits that are not taken for each other when they are read out. */
const alphabet = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

const numbers = new WeakMap<object, string>();

/** The number of a fault, the same for the same error: the member tells it, the server's log has it. */
export function numberOf(error: unknown): string {
  const known = typeof error === "object" && error !== null ? numbers.get(error) : undefined;
  if (known !== undefined) return known;
  const number = Array.from(
    crypto.getRandomValues(new Uint8Array(6)),
    (byte) => alphabet[byte % alphabet.length],
  ).join("");
  if (typeof error === "object" && error !== null) numbers.set(error, number);
  return number;
}

/** Has a fault written into the server's log, once. What cannot be sent is lost: there is nobody to tell. */
export function report(libraryId: string, error: unknown, where = window.location.pathname): string {
  const number = numberOf(error);
  const { message, stack = "" } = error instanceof Error ? error : new Error(String(error));
  void ask(
    reportFault,
    { libraryId },
    { number, where: where.slice(0, 300), words: message.slice(0, 2000), stack: stack.slice(0, 8000) },
  ).catch(() => undefined);
  return number;
}
