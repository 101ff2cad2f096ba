/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { useState } from 'react';
import { Screens } from '@/testing/screen';
import { ProblemLine } from './problem-line';
import { SideSheet } from './side-sheet';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

function Problems({ first }: { first: string | null }) {
  const [problem, setProblem] = useState(first);
  return <ProblemLine of="writing" problem={problem} putAway={() => setProblem(null)} className={undefined} />;
}

describe('what went wrong', () => {
  test('is said at once to whoever cannot see it, until it is put away', async () => {
    const page = await screens.draw(() => <Problems first="picture-too-large" />, '(frame)/desk/[assignment]');
    const alert = page.getByRole('alert');
    expect(alert.textContent).not.toContain('picture-too-large');
    expect(await screens.found()).toEqual([]);
    await page.hand.click(page.getByRole('button'));
    expect(page.queryByRole('alert')).toBeNull();
  });

  test('a code that has no words of its own is said in those of any', async () => {
    const page = await screens.draw(() => <Problems first="broke" />, '(frame)/desk/[assignment]');
    const any = page.getByRole('alert').textContent;
    page.leave();
    const other = await screens.draw(() => <Problems first="a code of another year" />, '(frame)/desk/[assignment]');
    expect(other.getByRole('alert').textContent).toBe(any);
  });

  test('of nothing nothing is said', async () => {
    const page = await screens.draw(() => <Problems first={null} />, '(frame)/desk/[assignment]');
    expect(page.queryByRole('alert')).toBeNull();
  });
});

function Sheet() {
  const [opened, setOpened] = useState(false);
  return (
    <>
      <button type="button" onClick={() => setOpened(true)}>
        people
      </button>
      <SideSheet opened={opened} close={() => setOpened(false)} title="Who is here" closeWord="Close who is here">
        <p>Nobody yet.</p>
      </SideSheet>
    </>
  );
}

test('a sheet at the side has its name, takes the focus, and gives it back when it is closed', async () => {
  const page = await screens.draw(() => <Sheet />);
  const opener = page.getByRole('button', { name: 'people' });
  await page.hand.click(opener);
  const dialog = await page.findByRole('dialog', { name: 'Who is here' });
  await waitFor(() => expect(dialog.contains(document.activeElement)).toBe(true));
  // A page has one banner, and this is none.
  expect(page.queryByRole('banner')).toBeNull();
  expect(await screens.found()).toEqual([]);
  await page.hand.click(page.getByRole('button', { name: 'Close who is here' }));
  await waitFor(() => expect(page.queryByRole('dialog')).toBeNull());
  await waitFor(() => expect(document.activeElement).toBe(opener));
});
