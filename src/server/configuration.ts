import { isIP } from "node:net";
import Joi from "joi";

/*
 * How the application is set up, from its environment. One place, so that what is missing or wrong is said once, in words,
 * before anything is served.
 */

const units: Readonly<Record<string, number>> = { "": 1, K: 2 ** 10, M: 2 ** 20, G: 2 ** 30, T: 2 ** 40 };

/** Bytes: a whole number, which K, M, G or T may follow. */
const bytes = Joi.string().custom((text: string) => {
  const match = /^(\d{1,15})\s*([KMGT]?)B?$/i.exec(text.trim());
  if (!match) throw new Error("it is a number of bytes, such as 500M or 20G");
  return Number(match[1]) * units[match[2].toUpperCase()];
});

/** Addresses, or networks as `10.0.0.0/8`, separated by commas. */
const networks = Joi.string()
  .allow("")
  .custom((text: string) => {
    const list = text
      .split(",")
      .map((each) => each.trim())
      .filter(Boolean);
    const wrong = list.find((each) => {
      const [address, length, more] = each.split("/");
      return (
        isIP(address) === 0 ||
        more !== undefined ||
        (length !== undefined &&
          !(/^\d+$/.test(length) && Number(length) <= (isIP(address) === 4 ? 32 : 128)))
      );
    });
    if (wrong) throw new Error(`“${wrong}” is no address or network`);
    return list;
  });

const schema = Joi.object({
  DATABASE_URL: Joi.string().uri({ scheme: ["postgres", "postgresql"] }),
  FICHIER_SECRET: Joi.string().min(32),
  FICHIER_MEDIA: Joi.string(),
  FICHIER_URL: Joi.string().uri({ scheme: ["http", "https"] }),
  FICHIER_HOST: Joi.string().hostname().default("127.0.0.1"),
  FICHIER_PORT: Joi.number().integer().min(1).max(65535).default(3000),
  FICHIER_PROXIES: networks.default([]),
  FICHIER_QUOTA: bytes.default(200 * units.G),
  FICHIER_RESERVE: bytes.default(units.G),
  FICHIER_PROCESSES: Joi.number().integer().min(1).max(64).default(1),
  FICHIER_JOBS: Joi.string().valid("beside", "elsewhere").default("beside"),
}).unknown();

export interface Configuration {
  readonly databaseUrl?: string;
  /** Signs the cookies of sign-ins. */
  readonly secret?: string;
  /** The folder of the material. */
  readonly media?: string;
  /** How people reach the application. */
  readonly publicUrl?: string;
  /** Where it listens. */
  readonly host: string;
  readonly port: number;
  /** Who may say for whom a request is made: reverse proxies. */
  readonly proxies: readonly string[];
  /** Bytes of material that a library may hold. */
  readonly quota: number;
  /** Bytes of the disk that are left free. */
  readonly reserve: number;
  /** Processes that answer requests; they share the port. */
  readonly processes: number;
  /** Whether background jobs run in a process beside the application, or are somebody else's. */
  readonly jobs: "beside" | "elsewhere";
}

/** Reads a configuration. Throws an Error whose words name the setting that is wrong. */
export function readConfiguration(environment: Readonly<Record<string, string | undefined>>): Configuration {
  const { error, value } = schema.validate(environment, {
    abortEarly: true,
    errors: { wrap: { label: false } },
  });
  if (error)
    throw new Error(
      `The setting ${error.details[0].message.replace(/ failed custom validation because /, ": ")}.`,
    );
  return {
    databaseUrl: value.DATABASE_URL,
    secret: value.FICHIER_SECRET,
    media: value.FICHIER_MEDIA,
    publicUrl: value.FICHIER_URL,
    host: value.FICHIER_HOST,
    port: value.FICHIER_PORT,
    proxies: value.FICHIER_PROXIES,
    quota: value.FICHIER_QUOTA,
    reserve: value.FICHIER_RESERVE,
    processes: value.FICHIER_PROCESSES,
    jobs: value.FICHIER_JOBS,
  };
}

/** The configuration of this process, read when it is asked for. */
export const configuration = (): Configuration => readConfiguration(process.env);
