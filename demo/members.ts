import type { Role } from "../src/core/library/roles";

export const demoPassword = "tidal-year-demo";
export const demoMembers: readonly { readonly name: string; readonly email: string; readonly role: Role }[] =
  [
    { name: "sound", email: "sound@island.example", role: "editor" },
    { name: "picture", email: "picture@island.example", role: "editor" },
    { name: "stills", email: "stills@island.example", role: "editor" },
    { name: "curator", email: "curator@island.example", role: "curator" },
    { name: "owner", email: "owner@island.example", role: "owner" },
    { name: "visitor", email: "visitor@island.example", role: "viewer" },
  ];
export const demoLibraryName = "Tidal year";
