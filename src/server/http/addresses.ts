/**
 * Where this school is reached, as it was configured: `KITE_URL` is the address that stands in people's browsers. Without
 * one it is reached on this machine only, under each of its own names.
 */
export function ownOrigins(): readonly string[] {
  const configured = process.env.KITE_URL;
  if (configured) return [new URL(configured).origin];
  const port = process.env.PORT ?? '3000';
  return ['localhost', '127.0.0.1', '[::1]'].map((name) => `http://${name}:${port}`);
}

/** Is it reached over TLS? */
export const isSecure = (): boolean => ownOrigins().every((origin) => origin.startsWith('https:'));

/** Does a request name this school in its `Host`? Another name may have been pointed here to get around the browser. */
export const isOwnHost = (host: string | undefined): boolean =>
  host !== undefined && ownOrigins().some((origin) => new URL(origin).host === host.toLowerCase());

/**
 * Where sockets may be opened to, for a policy of what a page may connect to. Such a policy has no way to name an address of
 * IPv6 (CSP level 3, `host-source`); under one, its own `'self'` counts.
 */
export const ownSockets = (): readonly string[] =>
  ownOrigins()
    .filter((origin) => !origin.includes('['))
    .map((origin) => origin.replace(/^http/, 'ws'));

/**
 * Where a request comes from. Behind a proxy that is configured (`KITE_PROXIES` of them, each of which adds the address
 * that it saw) it is the one that the outermost of them saw; what a browser itself says of it is never believed.
 */
export function clientAddress(socket: string | undefined, forwarded: string | string[] | undefined): string {
  const proxies = Number(process.env.KITE_PROXIES ?? 0);
  const seen = String(forwarded ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  const found = Number.isInteger(proxies) && proxies > 0 ? seen.at(-proxies) : undefined;
  return (found ?? socket ?? 'unknown').slice(0, 64);
}
