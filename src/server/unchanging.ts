/*
 * What never changes may stay in a browser, but only for those who may see it still: it is asked for each time, and
 * answered with "not modified" once the asker has been looked at. Source: RFC 9110 §8.8.3, §13.1.2; RFC 9111 §5.2.2.4.
 */

/** The tag of what follows from some parts. */
export const tagOf = (...parts: readonly (string | number)[]): string => `"${parts.join("-")}"`;

export const unchanging = (tag: string): Record<string, string> => ({
  "cache-control": "private, no-cache",
  etag: tag,
});

/** True where a request's If-None-Match names the tag. */
export const isSeen = (header: string | null, tag: string): boolean =>
  header !== null && header.split(",").some((each) => each.trim().replace(/^W\//, "") === tag);

export const notModified = (tag: string): Response =>
  new Response(null, { status: 304, headers: unchanging(tag) });
