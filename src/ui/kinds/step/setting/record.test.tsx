/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import { initialSettings } from '@/core/kinds/step';
import { addThing } from '@/core/setting/draft-writes';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import { draftOnScreen, writtenOn } from '@/testing/draft-on-screen';
import type { Screens } from '@/testing/screen';
import type { SetTools } from '@/ui/set/tools';
import { SetRecording } from './record';

let screens: Screens;
let view: SetDesk;
beforeAll(async () => {
  ({ screens, view } = await draftOnScreen());
});
afterAll(() => screens.end());

/** A draft with one step at which something is recorded, as its setting shows it. */
function open(editable = true) {
  const of = (tools: SetTools) => {
    const [step] = tools.draft.steps.filter(({ id }) => (id as string) === 'say');
    return step ? <SetRecording step={step as never} tools={{ ...tools, editable }} /> : null;
  };
  return writtenOn({ screens, view }, of, (ydoc) =>
    addThing(ydoc, 'steps', 'say', {
      kind: 'record',
      title: 'Say it',
      minutes: 6,
      settings: { ...initialSettings('record'), of: 'sound', least: 60, most: 120, simple: false },
      material: null,
      starter: null,
    } as never),
  );
}

test('what is recorded is a sentence of which each slot says something else', async () => {
  const { page, draft } = await open();
  const settings = () => draft().steps.find(({ id }) => (id as string) === 'say')?.settings;
  const say = async (slot: RegExp, choice: string) => {
    await page.hand.click(page.getByRole('button', { name: slot }));
    await page.hand.click(await page.findByRole('button', { name: choice }));
  };
  const count = async (slot: RegExp, n: string) => {
    await page.hand.click(page.getByRole('button', { name: slot }));
    const field = await page.findByRole('textbox', { name: slot });
    await page.hand.clear(field);
    await page.hand.type(field, `${n}{Enter}`);
  };
  expect(page.getByRole('button', { name: /It is long enough from 60 seconds on/ })).toBeTruthy();
  await say(/^What is recorded/, 'One records voice and picture.');
  await say(/^How one records/, 'There is one large button, for those who do not read much yet.');
  await waitFor(() => expect(settings()).toMatchObject({ of: 'video', simple: true }));
  // What has to end before it is long enough is long enough when it ends.
  await count(/^Ends after so many seconds/, '45');
  await waitFor(() => expect(settings()).toMatchObject({ most: 45, least: 45 }));
  // Nothing can be said in two seconds.
  await count(/^Ends after so many seconds/, '2');
  await waitFor(() => expect(settings()).toMatchObject({ most: 5, least: 5 }));
  await page.hand.click(page.getByRole('button', { name: /^Long enough from/ }));
  await page.hand.click(await page.findByRole('button', { name: 'It may be as short as one likes.' }));
  await waitFor(() => expect(settings()).toMatchObject({ most: 5, least: 0 }));
  expect(await screens.found()).toEqual([]);
  page.leave();
});

test('what fits a recording is offered first, and words that are counted last', async () => {
  const { page } = await open();
  await page.hand.click(page.getByRole('button', { name: /ask for something of the whole/ }));
  const list = page.getByRole('button', { name: 'So many files' }).closest('ul') as HTMLElement;
  const offered = within(list)
    .getAllByRole('button')
    .map(({ textContent }) => textContent);
  expect(offered.indexOf('The length of a recording')).toBeLessThan(offered.indexOf('So many words'));
  expect(offered.slice(0, 3)).toEqual(['So many files', 'So many pages', 'The length of a recording']);
  page.leave();
});

test('whoever may only look reads the sentence', async () => {
  const { page } = await open(false);
  await page.findByText(
    'One records the voice. It ends after 120 seconds. It is long enough from 60 seconds on. One can pause, listen, and say the last part again.',
  );
  expect(page.queryByRole('button', { name: /^What is recorded/ })).toBeNull();
  page.leave();
});
