import { BlockList, isIPv6 } from "node:net";

/** The header in which the application itself says from where a request came; nobody outside can set it. */
export const addressHeader = "x-fichier-address";

const family = (address: string) => (isIPv6(address) ? "ipv6" : "ipv4") as "ipv6" | "ipv4";
/** An IPv4 address as sockets of both families write it. */
const plain = (address: string) => address.replace(/^::ffff:(?=\d+\.)/, "");

/** A test whether an address belongs to one of some networks (`10.0.0.0/8`, or single addresses). */
export function memberOf(networks: readonly string[]): (address: string) => boolean {
  const list = new BlockList();
  for (const network of networks) {
    const [address, length] = network.split("/");
    if (length === undefined) list.addAddress(address, family(address));
    else list.addSubnet(address, Number(length), family(address));
  }
  return (address) => list.check(plain(address), family(plain(address)));
}

/**
 * From where a request came: the peer of its connection, or, where that is a proxy, whom the proxy names: the last one
 * in `X-Forwarded-For` that is none itself. Whatever stands before that anybody can have written.
 */
export function addressOf(
  peer: string | undefined,
  forwardedFor: string | undefined,
  isProxy: (address: string) => boolean,
): string {
  let address = plain(peer ?? "");
  if (address === "" || !isProxy(address)) return address || "unknown";
  const named = (forwardedFor ?? "")
    .split(",")
    .map((each) => plain(each.trim().replace(/^\[(.*)\](:\d+)?$/, "$1")))
    .filter(Boolean);
  for (let i = named.length - 1; i >= 0; i--) {
    address = named[i];
    if (!isProxy(address)) break;
  }
  return address;
}
