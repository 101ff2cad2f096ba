import type { Entry } from '@/server/entries';
import { finder } from './find-address';
import { type Handler, refuse } from './route';

type Method = 'GET' | 'HEAD' | 'POST' | 'PATCH' | 'DELETE';
type Asked = Extract<Entry, `${Method} /api/${string}`>;
type AddressOf<Of> = Of extends `${Method} ${infer Address}` ? Address : never;
type MethodOf<Of> = Of extends `${infer Of} ${string}` ? Of : never;

/** The handlers of an address: one for each method that the table has of it. */
type HandlersOf<Address extends string> = {
  readonly [Of in Extract<Asked, `${Method} ${Address}`> as MethodOf<Of>]: Handler<Of>;
};

/** Where the handlers of all addresses in the table are to be had. */
export type Addresses = { readonly [Address in AddressOf<Asked>]: () => Promise<HandlersOf<Address>> };

/** Loads the handlers of an address. */
type Load = () => Promise<Readonly<Partial<Record<string, Handler<Entry>>>>>;

/** Answers whatever is asked of some addresses; the handlers of each are loaded when it is first asked for. */
export function answering(addresses: Readonly<Record<string, Load>>): (request: Request) => Promise<Response> {
  const find = finder(Object.keys(addresses));
  return async (request) => {
    const found = find(new URL(request.url).pathname);
    const handlers = found && (await addresses[found.address]?.());
    if (!found || !handlers) return refuse(404, 'not-found');
    // Whoever asks for the head of something is given it without the rest, by whatever sends it.
    const handler = handlers[request.method] ?? (request.method === 'HEAD' ? handlers.GET : undefined);
    if (handler) return handler(request, found.params);
    return new Response(null, { status: 405, headers: { allow: Object.keys(handlers).join(', ') } });
  };
}
