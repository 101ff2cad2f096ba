/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import type { ClassId } from '@/core/ids';
import { classLine } from '@/server/reading/class-line/class-line';
import { Screens } from '@/testing/screen';
import { SignInScreen } from '@/ui/sign-in/sign-in-screen';
import { ClassLineScreen } from './class-line-screen';
import { JoinClass } from './join-class';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

async function openAs(id: string, of: string, order: 'course' | 'newest' = 'course', unit: string | null = null) {
  await screens.signIn(id);
  const person = await screens.school.person(id);
  return screens.draw(async () => {
    const chosen = { order, chip: 'all' } as const;
    const line = await classLine(screens.school.db, person, of as ClassId, chosen, Date.now());
    return <ClassLineScreen line={line} order={order} chip="all" unit={unit} zone="Europe/Lisbon" now={Date.now()} />;
  }, 'all');
}

test('a student sees who is in the class and when its teachers answer, and no code', async () => {
  const page = await openAs('s-imke', 'weather');
  await page.hand.click(page.getByRole('button', { name: 'Who is in it: 25' }));
  const sheet = within(await page.findByRole('dialog'));
  expect(sheet.getAllByText(/Answers messages/).length).toBeGreaterThan(0);
  expect(sheet.queryByRole('button', { name: 'Make a password code' })).toBeNull();
  expect(await screens.found()).toEqual([]);
});

test('a teacher makes a code, and the student who forgot the password gets in with it, and with no other', async () => {
  const staff = await openAs('t-kerr', 'maths');
  await staff.hand.click(staff.getByText('Who is in it: 25'));
  const sheet = within(await staff.findByRole('dialog'));
  const row = within(sheet.getByText('Abena Mensah').closest('li') as HTMLElement);
  await staff.hand.click(row.getByRole('button', { name: 'Make a password code' }));
  const said = (await row.findByRole('status')).textContent ?? '';
  const code = /: (\d{8})\./.exec(said)?.[1] ?? '';
  expect(code).toHaveLength(8);
  staff.leave();

  const page = await screens.draw(() => <SignInScreen school="The school" help="Ms Quill" people={[]} />, 'sign-in');
  await page.hand.click(page.getByRole('button', { name: 'I have forgotten my password' }));
  await page.hand.type(page.getByLabelText('User name'), 'abena');
  const box = page.getByLabelText('Code from your teacher') as HTMLInputElement;
  await page.hand.type(box, '00000000');
  await page.hand.type(page.getByLabelText('New password'), 'a kite of my own');
  await page.hand.click(page.getByRole('button', { name: 'Set it and sign in' }));
  await waitFor(() => expect(page.getByRole('alert').textContent).toContain('Ask your teacher for a new one'));
  // What was typed stays.
  expect((page.getByLabelText('User name') as HTMLInputElement).value).toBe('abena');
  await page.hand.clear(box);
  await page.hand.type(box, code);
  await page.hand.click(page.getByRole('button', { name: 'Set it and sign in' }));
  await waitFor(async () => expect(await screens.whoIsIn()).toBe('s-abena'));
});

test('a new invite code takes the place of the old one, and says so beforehand', async () => {
  const page = await openAs('t-bello', 'weather');
  await page.hand.click(page.getByText('Who is in it: 25'));
  const sheet = within(await page.findByRole('dialog'));
  const shown = () =>
    sheet.getByRole('heading', { name: /code/i }).closest('section')?.querySelector('strong')?.textContent;
  const make = () => page.hand.click(sheet.getByRole('button', { name: /new code/i }));
  await make();
  await waitFor(() => expect(shown()).toMatch(/^\w{4} \w{4}$/));
  const before = shown();
  expect(sheet.getByText(/^A new code ends this one/)).toBeTruthy();
  await make();
  await waitFor(() => expect(shown()).not.toBe(before));
  expect(shown()).toMatch(/^\w{4} \w{4}$/);
});

test('joining by a code: a wrong one keeps what was typed, the right one opens the class', async () => {
  await screens.signIn('s-zofia');
  const page = await screens.draw(() => <JoinClass />, '(frame)/classes');
  const box = page.getByLabelText(/^Join a class/) as HTMLInputElement;
  await page.hand.type(box, 'STRY2469');
  await page.hand.click(page.getByRole('button', { name: 'Join' }));
  await page.findByText(/^No class has this code/);
  expect(box.value).toBe('STRY2469');
  expect(await screens.found()).toEqual([]);
  await page.hand.clear(box);
  await page.hand.type(box, 'stry-2468');
  await page.hand.click(page.getByRole('button', { name: 'Join' }));
  await waitFor(() => expect(screens.went).toContain('/classes/stories'));
});

test('what was said to the class stands at the top of its unit, what was posted and what is due are told apart', async () => {
  const page = await openAs('s-imke', 'weather');
  const imke = await screens.school.person('s-imke');
  const chosen = { order: 'course', chip: 'all' } as const;
  const line = await classLine(screens.school.db, imke, 'weather' as ClassId, chosen, Date.now());
  const said = line.units.filter(({ entries }) => entries.some(({ kind }) => kind === 'announcement'));
  expect(said.length).toBeGreaterThan(0);
  for (const { entries } of said) {
    const kinds = entries.map(({ kind }) => kind === 'announcement');
    expect(kinds).toEqual([...kinds].sort((a, b) => Number(b) - Number(a)));
  }
  const row = page.getByRole('link', { name: 'Reading the cloud ladder' }).closest('li');
  expect(row?.textContent).toMatch(/due (today|tomorrow|\w+day) \d/);
  page.leave();
  const newest = await openAs('s-imke', 'weather', 'newest');
  const rows = newest.getAllByRole('listitem').filter((one) => one.textContent?.includes('posted'));
  expect(rows.length).toBeGreaterThan(10);
});

test('a unit stands by itself under an address of its own; one that is done is folded away to it', async () => {
  const page = await openAs('s-imke', 'weather');
  const heads = page.getAllByRole('heading', { level: 2 }).flatMap((head) => within(head).queryAllByRole('link'));
  expect(heads.length).toBeGreaterThan(1);
  const address = new URL(heads[0]?.getAttribute('href') ?? '', 'http://school');
  const unit = address.searchParams.get('unit') ?? '';
  expect([address.pathname, unit === '']).toEqual(['/classes/weather', false]);
  page.leave();
  const alone = await openAs('s-imke', 'weather', 'course', unit);
  expect(alone.getAllByRole('heading', { level: 2 })).toHaveLength(1);
  expect(alone.getByRole('link', { name: 'All of the class' }).getAttribute('href')).toBe(
    '/classes/weather?order=course&show=all',
  );
});

test('a teacher tells the class something, and it is there for its students; what is refused stays typed', async () => {
  const page = await openAs('t-bello', 'weather', 'newest');
  await page.hand.click(await page.findByRole('button', { name: 'Tell the class something' }));
  const title = (await page.findByLabelText('In one line')) as HTMLInputElement;
  await page.hand.type(title, 'No lesson on Friday');
  await page.hand.type(page.getByLabelText('What you tell them'), 'We meet at the pier on Monday.');
  await page.hand.click(page.getByText('Attach materials'));
  await page.hand.click(page.getAllByRole('checkbox')[0] as HTMLElement);
  expect(await screens.found()).toEqual([]);
  screens.instead = ({ url }) =>
    url.endsWith('/announcements') ? Response.json({ ok: false, code: 'class-over' }, { status: 409 }) : undefined;
  await page.hand.click(page.getByRole('button', { name: 'Tell 24 students' }));
  await page.findByText('The class has come to its end.');
  expect(title.value).toBe('No lesson on Friday');
  screens.instead = null;
  await page.hand.click(page.getByRole('button', { name: 'Tell 24 students' }));
  await waitFor(() => expect(page.queryByLabelText('In one line')).toBeNull());
  page.leave();
  const student = await openAs('s-imke', 'weather', 'newest');
  const said = student.getByText('No lesson on Friday').closest('li') as HTMLElement;
  expect(within(said).getByText('We meet at the pier on Monday.')).toBeTruthy();
  expect(within(said).getAllByRole('link')).toHaveLength(1);
  // A student has none of what sets.
  expect(student.queryByRole('button', { name: /Set work|Tell the class|Add a unit/ })).toBeNull();
  expect(student.queryByText('Drafts')).toBeNull();
});

test('a teacher puts units and what stands in them in order by key, names a unit anew, mends what was told and tells later', async () => {
  const page = await openAs('t-bello', 'weather', 'course');
  await page.hand.click(await page.findByRole('button', { name: 'Put units in order' }));
  const panel = within(await page.findByRole('region', { name: 'Put units in order' }));
  expect(await screens.found()).toEqual([]);
  const grips = panel.getAllByRole('button', { name: /^Move “/ });
  const first = grips[0]?.getAttribute('aria-label') ?? '';
  grips[0]?.focus();
  await page.hand.keyboard('{Alt>}{ArrowDown}{/Alt}');
  await panel.findByText(/is number 2 of 3 now/);
  const name = panel.getByLabelText(/^Name of the unit “What the air does”/);
  await page.hand.clear(name);
  await page.hand.type(name, 'Air');
  await page.hand.tab();
  await waitFor(() => expect(screens.asked.filter((one) => /order$|units\//.test(one))).toHaveLength(2));
  page.leave();
  const after = await openAs('t-bello', 'weather', 'course');
  const heads = after.getAllByRole('heading', { level: 2 }).map(({ textContent }) => textContent ?? '');
  expect(first).toContain('What the air does');
  const [, second] = heads.filter((head) => !/^Drafts|not in a unit/.test(head));
  expect(second).toMatch(/^Air/);

  const [mend] = await after.findAllByRole('button', { name: 'Mend it' });
  await after.hand.click(mend as HTMLElement);
  const line = (await after.findByLabelText('In one line')) as HTMLInputElement;
  await after.hand.clear(line);
  await after.hand.type(line, 'Bring two coats');
  await after.hand.click(after.getByRole('button', { name: 'Mend it now' }));
  await waitFor(() => expect(after.queryByLabelText('In one line')).toBeNull());
  await after.hand.click(after.getByRole('button', { name: 'Tell the class something' }));
  await after.hand.type(await after.findByLabelText('In one line'), 'Later');
  await after.hand.click(after.getByRole('button', { name: /^It is told: at once/ }));
  await after.hand.click((await after.findAllByRole('button', { name: /^before the lesson/ }))[1] as HTMLElement);
  await after.hand.click(after.getByRole('button', { name: 'Tell 24 students' }));
  await waitFor(() => expect(after.queryByLabelText('In one line')).toBeNull());
  after.leave();
  const again = await openAs('t-bello', 'weather', 'newest');
  await again.findByText(/^will be told/);
  again.leave();
  const student = await openAs('s-imke', 'weather', 'newest');
  expect(student.getByText('Bring two coats')).toBeTruthy();
  expect(student.getByText(/· mended/)).toBeTruthy();
  expect(student.queryByText('Later')).toBeNull();
});

test('a teacher adds a unit, begins work in it, and puts a draft away and brings it back', async () => {
  const page = await openAs('t-bello', 'weather');
  await page.hand.click(await page.findByRole('button', { name: 'Add a unit' }));
  await page.hand.type(await page.findByLabelText('What the unit is called'), 'Fog and bells{Enter}');
  const here = await page.findByRole('button', { name: 'Set work here, in “Fog and bells”' });
  await page.hand.click(here);
  await waitFor(() => expect(screens.went.at(-1)).toMatch(/^\/set\/\w+$/));
  const draft = () => page.getByRole('link', { name: 'What the fog bell says' }).closest('li') as HTMLElement;
  await page.hand.click(within(draft()).getByRole('button', { name: 'Put away' }));
  await page.hand.click(await page.findByText('1 put away'));
  await page.hand.click(within(draft()).getByRole('button', { name: 'Bring back' }));
  await waitFor(() => expect(page.queryByText('1 put away')).toBeNull());
  // What waits for its time says so, and is not put away.
  const drafts = within(page.getByRole('heading', { name: 'Drafts' }).closest('section') as HTMLElement);
  const waits = drafts.getByRole('link', { name: 'Three signs of a storm' }).closest('li') as HTMLElement;
  expect(waits.textContent).toMatch(/will be posted/);
  expect(within(waits).queryByRole('button')).toBeNull();
});
