import { describe, expect, it } from "vitest";
import { demoPassword } from "../../demo/members";
import { requireStrong } from "./passwords";
import { Refusal } from "./refusal";

const refused = (password: string, ...owner: string[]) => {
  try {
    requireStrong(password, owner, "password");
    return null;
  } catch (error) {
    if (error instanceof Refusal) return error;
    throw error;
  }
};

describe("a password", () => {
  // Source: the estimates of zxcvbn, which says of each why it is soon guessed.
  it.each([
    ["password", "This is a heavily used password."],
    // Nothing is wrong with it but that it is short: what would help is said instead.
    ["xk2v", "Add more words that are less common."],
  ])("such as %s is refused, with what is wrong with it or would help", (password, hint) => {
    expect(refused(password)).toMatchObject({ code: "weak-password", details: { field: "password", hint } });
  });

  it("that the README prints is refused, also with a little more", () => {
    for (const password of [demoPassword, `${demoPassword}1`, "Tidal-Year-Demo", "tidalyeardemo"])
      expect(refused(password)?.code, password).toBe("weak-password");
  });

  it("of several words that have nothing to do with each other is taken", () => {
    expect(refused("slipway lantern thirteen porridge")).toBeNull();
    expect(refused("tQ9#vLm2!xWz")).toBeNull();
  });

  it("made of its owner's name or address, or of the application's name, is refused", () => {
    expect(refused("wexlorimquat")).toBeNull();
    expect(refused("wexlorimquat", "Wexlorimquat Esq", "wexlorimquat@island.example")).not.toBeNull();
    expect(refused("fichier7")).not.toBeNull();
    // Two letters of it are nothing to go by.
    expect(refused("tQ9#vLm2!xWz", "t Q")).toBeNull();
  });
});
