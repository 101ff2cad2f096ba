/** @jest-environment ./scripts/window-environment.mjs */
import { act, renderHook } from '@testing-library/react';
import { useTyped } from './use-typed';

beforeAll(() => {
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
});

test('what others write comes in; what is typed and still on its way stays, and is not taken back by an older word of it', () => {
  const { result, rerender } = renderHook(({ value }) => useTyped(value), { initialProps: { value: 'a' } });
  const type = (text: string) => act(() => result.current[1](text));
  rerender({ value: 'b of another' });
  expect(result.current[0]).toBe('b of another');
  type('c');
  type('cd');
  // The first letter has been written by now, the second has not.
  rerender({ value: 'c' });
  expect(result.current[0]).toBe('cd');
  rerender({ value: 'cd' });
  expect(result.current[0]).toBe('cd');
  rerender({ value: 'cd and more of another' });
  expect(result.current[0]).toBe('cd and more of another');
});
