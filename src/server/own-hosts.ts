import { networkInterfaces } from 'node:os';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** The name in a Host header without its port, in lower case; null where it is none. */
function nameIn(host: string): string | null {
  const match = /^(\[[\da-f:.]+\]|[^:[\]\s/@\\]+)(?::\d{1,5})?$/i.exec(host.trim());
  return match === null ? null : match[1]!.toLowerCase();
}

/**
 * The names under which this server answers: loopback, this machine's own addresses where it listens on more than that,
 * and what EUPHON_HOSTS lists (names with commas between). Every other name is a foreign page that was pointed at this
 * machine.
 */
export function ownHosts(env: Readonly<Record<string, string | undefined>>): (host: string | null) => boolean {
  const listens = env.EUPHON_HOST ?? '127.0.0.1';
  const open = !LOOPBACK.includes(listens) && listens !== '::1';
  const addresses = open
    ? Object.values(networkInterfaces()).flatMap((list) =>
        (list ?? []).map((a) => (a.family === 'IPv6' ? `[${a.address}]` : a.address)),
      )
    : [];
  const listed = (env.EUPHON_HOSTS ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== '');
  const own = new Set([...LOOPBACK, ...addresses, ...listed]);
  return (host) => {
    const name = host === null ? null : nameIn(host);
    return name !== null && own.has(name);
  };
}
