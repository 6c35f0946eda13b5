import Joi from "joi";
import { command } from "../command";

/** Leaves the library. Only those who manage it can let one in again. */
export const leaveLibrary = command()({
  name: "leave-library",
  right: "read",
  undoRight: "govern",
  stream: "library",
  input: Joi.object({}),
});
