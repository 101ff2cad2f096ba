import { afterAll, beforeAll, jest } from '@jest/globals';

/** What a process of ours keeps for as long as it runs (`kiteDatabase` and others). */
const OURS = /^kite[A-Z]/;
/** Processes that take a second to start and know nothing of whom they work for, and what is cleared away at the end of all. */
const STAYS = ['kiteWorkshop', 'kiteScratch'];

const places = () => [...new Set([globalThis, globalThis.window ?? globalThis])];

/** Puts back what was replaced on the global and the window, and takes away what is ours and was not there. */
function putBack(before) {
  for (const [place, own] of before)
    for (const [name, now] of Object.entries(Object.getOwnPropertyDescriptors(place))) {
      const first = own[name];
      if (first === undefined) {
        if (OURS.test(name) && !STAYS.includes(name)) delete place[name];
      } else if (first.value !== now.value && now.configurable) Object.defineProperty(place, name, first);
    }
}

function emptyWindow() {
  window.localStorage.clear();
  window.sessionStorage.clear();
  window.history.replaceState(null, '', '/');
  const { documentElement: root, body } = document;
  for (const element of [root, body]) for (const { name } of [...element.attributes]) element.removeAttribute(name);
  Object.assign(root, { lang: 'en', dir: 'ltr' });
  body.replaceChildren();
}

/** Inside a test file that shares its global with others: what it finds is what it would find by itself. */
export function asAtFirst() {
  let env;
  let before;
  beforeAll(() => {
    env = { ...process.env };
    before = places().map((place) => [place, Object.getOwnPropertyDescriptors(place)]);
  });
  afterAll(() => {
    jest.useRealTimers();
    jest.restoreAllMocks();
    for (const name of Object.keys(process.env)) if (!(name in env)) delete process.env[name];
    Object.assign(process.env, env);
    putBack(before);
    if (globalThis.window) emptyWindow();
  });
}
