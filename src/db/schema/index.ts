export * from "./accounts";
export * from "./library";
