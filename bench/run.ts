import { benchChains } from "./chains";
import { benchKeys } from "./keys";
import { benchMemory } from "./memory";

/** Prints, in one run on one machine, how fast Fichier is beside general-purpose peers. Asserts nothing. */
await benchChains();
await benchMemory();
await benchKeys();
