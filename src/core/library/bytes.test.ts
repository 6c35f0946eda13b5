import { expect, it } from "vitest";
import { sayBytes } from "./bytes";

it.each([
  [0, "0 bytes"],
  [999, "999 bytes"],
  [1000, "0.98 kB"],
  [1024, "1.00 kB"],
  [10 * 1024, "10.0 kB"],
  [999.4 * 1024, "999 kB"],
  [1000 * 1024, "0.98 MB"],
  [1.46 * 2 ** 30, "1.46 GB"],
  [20 * 2 ** 30, "20.0 GB"],
  [123 * 2 ** 40, "123 TB"],
  [5000 * 2 ** 40, "5000 TB"],
])("%d bytes are %s", (bytes, words) => expect(sayBytes(bytes)).toBe(words));
