/** @jest-environment ./scripts/window-environment.mjs */
import { newAct } from './act';

const V4 = /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** As browsers have it on a page that came without TLS. */
function without<Made>(work: () => Made): Made {
  const own = Object.getOwnPropertyDescriptor(crypto, 'randomUUID');
  Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true });
  try {
    return work();
  } finally {
    if (own) Object.defineProperty(crypto, 'randomUUID', own);
    else Reflect.deleteProperty(crypto, 'randomUUID');
  }
}

test('each is another UUID, on a page that came without TLS, too', () => {
  const some = [newAct(), newAct(), ...without(() => Array.from({ length: 200 }, newAct))];
  expect(some.filter((id) => !V4.test(id))).toEqual([]);
  expect(new Set(some).size).toBe(some.length);
});
