import { hostname, networkInterfaces } from "node:os";
import { isOpenToOthers, type Options } from "./options.ts";

const EVERYWHERE = ["0.0.0.0", "::"];

/** Names and addresses, without port, that a server answers to. */
export function hostsOf({ host, allowHosts }: Pick<Options, "host" | "allowHosts">): string[] {
  const own = EVERYWHERE.includes(host)
    ? [
        hostname().toLowerCase(),
        ...Object.values(networkInterfaces())
          .flat()
          .flatMap((one) => (one ? [one.family === "IPv6" ? `[${one.address}]` : one.address] : [])),
      ]
    : [];
  return [...new Set(["127.0.0.1", "localhost", "[::1]", host.toLowerCase(), ...own, ...allowHosts])];
}

/** What is open to whom, in a line for whoever starts it. */
export function openLine(options: Options): string {
  const { host, cert } = options;
  const behindProxy = options.proxies.length > 0;
  if (!isOpenToOthers(options)) return "Open to this computer alone, without sign-in.";
  const where = EVERYWHERE.includes(host) ? "to every network of this computer" : `on ${host}`;
  const through = behindProxy ? " and through a proxy" : "";
  return cert || behindProxy
    ? `Open ${where}${through}; people sign in.`
    : `Open ${where}; people sign in, over plain HTTP: pass-phrases can be overheard. Give --cert and --key, or put it behind a proxy with --behind-proxy ADDRESS.`;
}
