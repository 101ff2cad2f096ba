/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { Temporal } from 'temporal-polyfill';
import { Screens } from '@/testing/screen';
import { useTimes } from '@/ui/common/times';
import { MomentSlot, NumberSlot } from './moment-slot';
import { YesSlot } from './slot';

const ZONE = 'Europe/Lisbon';
/** Wall-clock time in the zone, by another implementation (temporal-polyfill 1.0.8). */
const at = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime(ZONE).epochMilliseconds;
/** A Tuesday. */
const NOW = at('2027-03-09T10:42');
const LESSONS = [
  { weekday: 2, starts: '9:00', ends: '9:45', from: null, until: null, room: null },
  { weekday: 4, starts: '11:00', ends: '11:45', from: null, until: null, room: null },
] as never;

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

const changed: unknown[] = [];
const change = (to: unknown) => void changed.push(to);
beforeEach(() => {
  changed.length = 0;
});

function Moment({ now, lesson }: { now: number | null; lesson: 'start' | 'end' }) {
  const times = useTimes(ZONE);
  const holidays = [{ title: 'Bridge', from: '2027-03-11', to: '2027-03-11' }];
  return (
    <MomentSlot
      at={now}
      label="Due"
      none="at no time"
      zone={ZONE}
      now={NOW}
      lessons={LESSONS}
      {...{ change, lesson, holidays, times }}
    />
  );
}
const open = async (now: number | null = null, lesson: 'start' | 'end' = 'end') => {
  const page = await screens.draw(() => <Moment now={now} lesson={lesson} />, '(frame)/set/[draft]');
  await page.hand.click(page.getByRole('button', { name: /^Due: / }));
  const field = (await page.findByLabelText('Another time', { selector: 'input' })) as HTMLInputElement;
  const type = async (text: string) => {
    await page.hand.clear(field);
    await page.hand.type(field, text);
    await page.hand.click(page.getByRole('button', { name: 'Take this time' }));
  };
  return { page, field, type };
};
const choices = (page: Awaited<ReturnType<typeof open>>['page']) =>
  page.getAllByRole('listitem').map(({ textContent }) => textContent);

describe('a moment in a sentence', () => {
  test('the next lessons are offered to their ends, holidays left out', async () => {
    const { page } = await open();
    expect(choices(page)).toEqual([
      'at no time',
      'at the end of the lesson Tue 16 March 9:45',
      'at the end of the lesson Thu 18 March 11:45',
      'at the end of the lesson Tue 23 March 9:45',
      'at the end of the lesson Thu 25 March 11:45',
      'at the end of the lesson Tue 30 March 9:45',
      'at the end of the lesson Thu 1 April 11:45',
    ]);
    await page.hand.click(page.getByRole('button', { name: /Thu 18 March/ }));
    expect(changed).toEqual([at('2027-03-18T11:45')]);
    await waitFor(() => expect(page.queryByText('at the end of the lesson Tue 16 March 9:45')).toBeNull());
  });

  test('or from their beginnings, and at no time at all', async () => {
    const { page } = await open(at('2027-03-18T11:00'), 'start');
    expect(page.getByRole('button', { name: 'Due: Thu 18 March 11:00' })).toBeTruthy();
    const pressed = page.getAllByRole('button', { pressed: true }).map(({ textContent }) => textContent);
    expect(pressed).toHaveLength(1);
    expect(pressed[0]).toContain('Thu 18 March 11:00');
    await page.hand.click(page.getByRole('button', { name: 'at no time' }));
    expect(changed).toEqual([null]);
  });

  test('another time is one of the school’s clock; one that the clock is put forward over is none', async () => {
    const { page, type } = await open();
    // In the night to 28 March one o’clock becomes two.
    await type('2027-03-28T01:30');
    expect(page.getByRole('alert').textContent).not.toBe('');
    expect(changed).toEqual([]);
    await type('2027-03-28T02:30');
    expect(changed).toEqual([at('2027-03-28T02:30')]);
  });

  test('what is set stands in the field, and nothing is taken before something else is said', async () => {
    const { page, field } = await open(at('2027-06-01T08:15'));
    expect(field.value).toBe('2027-06-01T08:15');
    expect((page.getByRole('button', { name: 'Take this time' }) as HTMLButtonElement).disabled).toBe(true);
    expect(await screens.found()).toEqual([]);
  });

  test('Escape leaves it as it is, and the focus where it was', async () => {
    const { page } = await open();
    await page.hand.keyboard('{Escape}');
    await waitFor(() => expect(document.activeElement).toBe(page.getByRole('button', { name: 'Due: at no time' })));
    expect(changed).toEqual([]);
  });
});

test('a number in a sentence is taken as a number, within its bounds, or as none', async () => {
  const page = await screens.draw(
    () => (
      <NumberSlot
        value={3}
        words="three times"
        label="How often"
        most={100}
        none="as often as one likes"
        change={change}
      />
    ),
    '(frame)/set/[draft]',
  );
  const slot = () => page.getByRole('button', { name: 'How often: three times' });
  await page.hand.click(slot());
  const field = await page.findByRole('textbox', { name: 'How often' });
  await page.hand.clear(field);
  expect((page.getByRole('button', { name: 'Take it' }) as HTMLButtonElement).disabled).toBe(true);
  await page.hand.type(field, '1200{Enter}');
  // More than a hundred cannot be typed.
  expect(changed).toEqual([12]);
  await page.hand.click(slot());
  await page.hand.click(await page.findByRole('button', { name: 'as often as one likes' }));
  expect(changed).toEqual([12, null]);
});

test('of two each is said in words, and which it is', async () => {
  const page = await screens.draw(
    () => (
      <YesSlot
        value={false}
        yes="It may be taken back"
        no="It may not be taken back"
        label="Taking back"
        change={change}
      />
    ),
    '(frame)/set/[draft]',
  );
  await page.hand.click(page.getByRole('button', { name: 'Taking back: It may not be taken back' }));
  expect((await page.findByRole('button', { name: 'It may not be taken back' })).getAttribute('aria-pressed')).toBe(
    'true',
  );
  await page.hand.click(page.getByRole('button', { name: 'It may be taken back' }));
  expect(changed).toEqual([true]);
});
