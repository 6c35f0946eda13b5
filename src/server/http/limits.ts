/** Bytes of one file that is brought in. */
export const largestFile = 2 * 2 ** 30;
/** Bytes of a request about who somebody is; anybody may send one. */
export const longestSignIn = 16 * 2 ** 10;
/** Bytes of all other requests; a chain of 64 settings stays far below. */
export const longestRequest = 2 ** 20;

/** Bytes that a request to an address may hold. */
export function longestBodyOf(url: string): number {
  const [path] = url.split("?");
  if (/^\/api\/libraries\/[^/]+\/material$/.test(path)) return largestFile;
  return /^\/api\/(auth|invitations|founding)\//.test(path) ? longestSignIn : longestRequest;
}
