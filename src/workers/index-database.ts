/** The browser's database of indexes. Nobody keeps it open, so that it can be thrown away at any time. */
export const indexDatabase = "fichier-index";
