/** What was asked for cannot be done to what is there, with words for a person who has to act on it. */
export class Unfit extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly details: { readonly field?: string; readonly hint?: string } = {},
  ) {
    super(message);
  }
}
