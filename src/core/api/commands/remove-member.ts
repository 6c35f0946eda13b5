import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Takes somebody out of the library. What they made stays, with their name; their marks and keystrokes wait for their return, their keys for scripts end. */
export const removeMember = command<{ memberId: string; seen?: number }>()({
  name: "remove-member",
  right: "govern",
  stream: "library",
  input: Joi.object({ memberId: id.required(), seen }),
});
