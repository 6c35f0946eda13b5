/** Endings of files that can become cards, as a file chooser takes them. */
export const importable = ".json,application/json,.cube,.cc,.ccc,.cdl";
