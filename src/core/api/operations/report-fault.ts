import { operation, ofLibrary } from "../operation";

/** Something that broke in a browser. */
export interface Fault {
  /** Six letters and digits that the member is shown and the line of the server's log begins with. */
  readonly number: string;
  /** The place in the application, as the path of its address. */
  readonly where: string;
  readonly words: string;
  readonly stack: string;
}

export const reportFault = operation<{ readonly noted: true }, Fault>()({
  method: "POST",
  path: `${ofLibrary}/faults`,
  summary: "Have a fault of the interface written into the server's log",
  needs: "read",
  body: ({ Joi, faultNumber }) =>
    Joi.object({
      number: faultNumber.required(),
      where: Joi.string().allow("").max(300).required(),
      words: Joi.string().allow("").max(2000).required(),
      stack: Joi.string().allow("").max(8000).required(),
    }),
  answer: "`noted`; of many in a short time the first are",
});
