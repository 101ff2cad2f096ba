import type { Params } from '@/server/entries';

interface Place {
  address?: string;
  readonly fixed: Map<string, Place>;
  named?: { readonly name: string; readonly place: Place };
}

/** An address as our table writes it, with what stands for its parameters. */
export interface Found {
  readonly address: string;
  readonly params: Params;
}

const place = (): Place => ({ fixed: new Map() });

function below(at: Place, part: string): Place {
  const name = /^\[(\w+)\]$/.exec(part)?.[1];
  if (name === undefined) {
    const next = at.fixed.get(part) ?? place();
    at.fixed.set(part, next);
    return next;
  }
  at.named ??= { name, place: place() };
  return at.named.place;
}

/** What is written out comes before what a parameter could stand for. */
function find(at: Place, [part, ...rest]: readonly string[], params: Params): Found | null {
  if (part === undefined) return at.address === undefined ? null : { address: at.address, params };
  const fixed = at.fixed.get(part);
  const found = fixed ? find(fixed, rest, params) : null;
  if (found || !at.named) return found;
  return find(at.named.place, rest, { ...params, [at.named.name]: part });
}

/** The parts of a path as they were meant; `null` where nobody could have meant it. */
function partsOf(path: string): string[] | null {
  try {
    return path.split('/').slice(1).map(decodeURIComponent);
  } catch {
    return null;
  }
}

/**
 * Finds paths among addresses.
 *
 * @param addresses such as `/api/classes/[class]/invite`
 * @returns the address of a path (`/api/classes/weather/invite`), or `null`
 */
export function finder(addresses: readonly string[]): (path: string) => Found | null {
  const root = place();
  for (const address of addresses) address.split('/').slice(1).reduce(below, root).address = address;
  return (path) => {
    const parts = partsOf(path);
    return parts && find(root, parts, {});
  };
}
