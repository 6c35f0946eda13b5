import Joi from "joi";
import { roles, type Role } from "@/core/library/roles";
import { id, seen } from "../fields";
import { command } from "../command";

/** Gives a member another role. The last owner stays one. */
export const changeRole = command<{ memberId: string; role: Role; seen?: number }>()({
  name: "change-role",
  right: "govern",
  stream: "library",
  input: Joi.object({
    memberId: id.required(),
    role: Joi.string()
      .valid(...roles)
      .required(),
    seen,
  }),
});
