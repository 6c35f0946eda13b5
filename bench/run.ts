import { benchChains } from "./chains";
import { benchKeys } from "./keys";

/** Prints, in one run on one machine, how fast Fichier is beside general-purpose peers. Asserts nothing. */
await benchChains();
await benchKeys();
