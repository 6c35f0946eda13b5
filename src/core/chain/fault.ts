/** A file that is not what its format asks for: what is wrong, and where. */
export class FormatFault extends Error {
  constructor(
    message: string,
    /** A place a person can look up: `line 3, column 14`, or a path such as `chain.settings[0].effect`. */
    readonly where: string,
  ) {
    super(message);
  }
}
