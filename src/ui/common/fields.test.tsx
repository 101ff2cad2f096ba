/** @jest-environment ./scripts/window-environment.mjs */
import { MantineProvider } from '@mantine/core';
import { act, cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import fc from 'fast-check';
import { useState } from 'react';
import * as Y from 'yjs';
import { NumberField } from './number-field';
import { useSharedText } from './use-shared-text';

afterEach(cleanup);

const said: (number | null)[] = [];
function Points({ first }: { first: number | null }) {
  const [value, setValue] = useState(first);
  return (
    <MantineProvider env="test">
      <NumberField
        label="Points"
        value={value}
        hideControls
        change={(next) => {
          said.push(next);
          setValue(next);
        }}
      />
      <button type="button" onClick={() => setValue(12)}>
        twelve
      </button>
    </MantineProvider>
  );
}

function Area({ text }: { text: Y.Text | null }) {
  const { area, value, type } = useSharedText(text);
  return <textarea ref={area} value={value} onChange={({ currentTarget }) => type(currentTarget.value)} />;
}

/** What is typed by a hand that has no area. */
function Typed({ text, give }: { text: Y.Text; give: (type: (next: string) => void) => void }) {
  give(useSharedText(text).type);
  return null;
}

describe('a field for a number', () => {
  beforeEach(() => {
    said.length = 0;
  });
  const field = () => screen.getByLabelText('Points') as HTMLInputElement;

  test('what is typed stays as it is typed on the way to a number', async () => {
    const hand = userEvent.setup();
    render(<Points first={6} />);
    await hand.type(field(), '.5');
    expect([field().value, said.at(-1)]).toEqual(['6.5', 6.5]);
    await hand.clear(field());
    expect([field().value, said.at(-1)]).toEqual(['', null]);
    await hand.type(field(), '-');
    expect(said.at(-1)).toBeNull();
    await hand.type(field(), '3');
    expect([field().value, said.at(-1)]).toEqual(['-3', -3]);
  });

  test('a number from elsewhere stands before what was typed', async () => {
    const hand = userEvent.setup();
    render(<Points first={null} />);
    expect(field().value).toBe('');
    await hand.type(field(), '7');
    await hand.click(screen.getByRole('button', { name: 'twelve' }));
    expect(field().value).toBe('12');
  });
});

describe('a text area on a text that several devices write in', () => {
  const area = () => document.querySelector('textarea') as HTMLTextAreaElement;
  /** Two devices that hear each other. */
  function two() {
    const [here, there] = [new Y.Doc(), new Y.Doc()];
    here.on('update', (update, origin) => origin !== there && Y.applyUpdate(there, update, here));
    there.on('update', (update, origin) => origin !== here && Y.applyUpdate(here, update, there));
    return [here.getText('x'), there.getText('x')] as const;
  }

  test('what is typed is put in where it was typed, and what comes from elsewhere is shown', async () => {
    const [here, there] = two();
    here.insert(0, 'The mast stands.');
    render(<Area text={here} />);
    expect(area().value).toBe('The mast stands.');
    const hand = userEvent.setup();
    await hand.type(area(), 'old ', { initialSelectionStart: 4, initialSelectionEnd: 4 });
    expect(there.toString()).toBe('The old mast stands.');
    act(() => there.insert(there.length, ' It leans.'));
    expect(area().value).toBe('The old mast stands. It leans.');
  });

  test('the caret stays with the letters it stood at while somebody else writes', async () => {
    const [here, there] = two();
    here.insert(0, 'one two three');
    render(<Area text={here} />);
    const next = () => new Promise((resolve) => requestAnimationFrame(() => resolve(null)));
    area().focus();
    area().setSelectionRange(4, 7);
    act(() => there.insert(0, 'zero '));
    await next();
    expect([area().selectionStart, area().selectionEnd]).toEqual([9, 12]);
    act(() => there.delete(0, 5));
    await next();
    expect([area().selectionStart, area().selectionEnd]).toEqual([4, 7]);
    // What comes behind it moves nothing.
    act(() => there.insert(there.length, '!'));
    await next();
    expect([area().selectionStart, area().selectionEnd]).toEqual([4, 7]);
  });

  test('whatever becomes of a text, the other device has it, and what it did not touch is not written anew', () => {
    const letters = fc.string({ unit: fc.constantFrom('a', 'b', ' '), maxLength: 12 });
    fc.assert(
      fc.property(letters, letters, letters, (start, middle, next) => {
        const [here, there] = two();
        here.insert(0, `<${start}${middle}>`);
        let type: (next: string) => void = () => {};
        const { unmount } = render(
          <Typed
            text={here}
            give={(own) => {
              type = own;
            }}
          />,
        );
        let written = 0;
        here.observe(({ delta }) => {
          for (const { insert = '' } of delta) written += String(insert).length;
        });
        act(() => type(`<${start}${next}>`));
        unmount();
        expect(there.toString()).toBe(`<${start}${next}>`);
        expect(written).toBeLessThanOrEqual(next.length);
      }),
      { numRuns: 40 },
    );
  });

  test('where there is no text yet nothing is typed', () => {
    render(<Area text={null} />);
    expect(area().value).toBe('');
    act(() => {
      area().dispatchEvent(new Event('input', { bubbles: true }));
    });
    expect(area().value).toBe('');
  });
});
