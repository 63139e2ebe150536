import { lookup } from "node:dns/promises";
import { BlockList, isIP } from "node:net";

/** What is of one's own house: this computer and the private networks (RFC 1918, RFC 4193). */
const OWN = new BlockList();
OWN.addSubnet("127.0.0.0", 8, "ipv4");
OWN.addSubnet("10.0.0.0", 8, "ipv4");
OWN.addSubnet("172.16.0.0", 12, "ipv4");
OWN.addSubnet("192.168.0.0", 16, "ipv4");
OWN.addAddress("::1", "ipv6");
OWN.addSubnet("fc00::", 7, "ipv6");

/** Whether an address, given in numbers, is of this computer or of a private network. */
function isOwnNetwork(address: string): boolean {
  const family = isIP(address);
  return family !== 0 && OWN.check(address, family === 6 ? "ipv6" : "ipv4");
}

/** The address of an instrument in numbers, or why it is not asked. */
export type Found = { readonly address: string } | { readonly why: string };

/**
 * Where an instrument is. A name is looked up each time and asked at what was found: no name leads out of the house.
 * @param anywhere whether the server was started to ask beyond its own networks
 */
export async function findInstrument(host: string, anywhere: boolean): Promise<Found> {
  const found = isIP(host)
    ? [host]
    : await lookup(host, { all: true }).then(
        (all) => all.map(({ address }) => address),
        () => [],
      );
  const [first] = found;
  if (first === undefined) return { why: `There is no “${host}” on this network.` };
  const own = found.find(isOwnNetwork);
  if (own !== undefined) return { address: own };
  return anywhere
    ? { address: first }
    : {
        why: `“${host}” is outside this shop's own network. Only a server started with --instruments-anywhere asks there.`,
      };
}
