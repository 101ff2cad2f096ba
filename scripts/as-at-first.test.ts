/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { asAtFirst } from './as-at-first.mjs';

const place = globalThis as { kiteMade?: string; kiteWorkshop?: string; madeElsewhere?: string };
const { matchMedia, fetch } = globalThis;
process.env.KITE_TEST_KEPT = 'kept';

describe('a file that leaves everything behind', () => {
  asAtFirst();

  test('may do so', () => {
    jest.useFakeTimers();
    jest.spyOn(Date, 'now').mockReturnValue(1);
    Object.assign(globalThis, { kiteMade: 'mine', kiteWorkshop: 'warm', madeElsewhere: 'by a package' });
    globalThis.fetch = () => Promise.reject(new Error('away'));
    Object.assign(window, { matchMedia: () => ({ matches: true }) });
    process.env.KITE_TEST_KEPT = 'changed';
    process.env.KITE_TEST_NEW = 'new';
    localStorage.setItem('words', 'half written');
    sessionStorage.setItem('words', 'half written');
    history.pushState(null, '', '/desk');
    document.body.append('something');
    document.documentElement.dir = 'rtl';
    document.documentElement.setAttribute('data-reading-size', 'large');
    expect(Date.now()).toBe(1);
  });
});

describe('the file after it', () => {
  test('finds what it would find by itself', async () => {
    expect(Date.now()).toBeGreaterThan(1_000_000);
    await new Promise((resolve) => setTimeout(resolve, 1));
    expect([place.kiteMade, globalThis.fetch, window.matchMedia('(width)').matches]).toEqual([undefined, fetch, false]);
    expect(globalThis.matchMedia).toBe(matchMedia);
    expect([process.env.KITE_TEST_KEPT, process.env.KITE_TEST_NEW]).toEqual(['kept', undefined]);
    expect([localStorage.length, sessionStorage.length, location.pathname]).toEqual([0, 0, '/']);
    const { documentElement: root } = document;
    expect([document.body.childNodes.length, root.dir, root.getAttribute('data-reading-size')]).toEqual([
      0,
      'ltr',
      null,
    ]);
  });

  test('and the processes that are warm, and what packages put there', () => {
    expect([place.kiteWorkshop, place.madeElsewhere]).toEqual(['warm', 'by a package']);
    place.kiteWorkshop = undefined;
  });
});
