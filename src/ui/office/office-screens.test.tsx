/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import type { ClassId } from '@/core/ids';
import { ALL_PEOPLE, type PeopleShown } from '@/core/office/people-shown';
import { classesScreen, classScreen } from '@/server/reading/office/classes';
import { peopleScreen } from '@/server/reading/office/people';
import { rosterScreen, rostersScreen } from '@/server/reading/office/rosters';
import { logScreen, officeToday, yearScreen } from '@/server/reading/office/year';
import { schoolAsSaid } from '@/server/reading/people/people';
import { Screens } from '@/testing/screen';
import { ClassScreen } from './class-screen';
import { ClassesScreen } from './classes-screen';
import { LogScreen } from './log-screen';
import { OfficeToday } from './office-today';
import { PeopleScreen } from './people-screen';
import { RosterScreen } from './roster-screen';
import { RostersScreen } from './rosters-screen';
import { YearScreen } from './year-screen';

const ZONE = 'Europe/Lisbon';
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('o-quill');
});
afterAll(() => screens.end());
const now = () => Date.now();
const db = () => screens.school.db;

const people = (shown: Partial<PeopleShown> = {}, person: string | null = null) =>
  screens.draw(
    async () => (
      <PeopleScreen
        view={await peopleScreen(db(), { ...ALL_PEOPLE, ...shown }, { from: 0, person: person as never }, now())}
        zone={ZONE}
        now={now()}
      />
    ),
    '(frame)/office/people',
  );

describe('people', () => {
  test('a table of everybody, by family name, with how they get in', async () => {
    const page = await people();
    const rows = page.getAllByRole('row').slice(1);
    expect(rows).toHaveLength(28);
    expect(rows[0]?.textContent).toContain('Imke Aalders');
    expect(page.getByText('28 in the school: 24 students, 3 teachers, 1 of the office')).toBeTruthy();
    page.leave();
  });

  test('what it shows is asked for in a sentence', async () => {
    const page = await people();
    await page.hand.click(page.getByRole('button', { name: 'Who is shown: everybody' }));
    await page.hand.click(page.getByRole('button', { name: 'teachers' }));
    expect(screens.went.at(-1)).toBe('/office/people?who=teacher');
    await page.hand.type(page.getByRole('textbox'), 'kerr');
    await waitFor(() => expect(screens.went.at(-1)).toContain('find=kerr'));
    page.leave();
  });

  test('something is done for all who are chosen', async () => {
    const page = await people({ find: 'Zofia' });
    await page.hand.click(page.getByRole('checkbox', { name: 'Choose Zofia Nowak' }));
    expect(page.getByText('1 of 1 chosen')).toBeTruthy();
    await page.hand.click(page.getByRole('button', { name: /Put into a class/ }));
    await page.hand.click(page.getByRole('button', { name: 'Island Stories' }));
    await waitFor(() => expect(page.queryByText('1 of 1 chosen')).toBeNull());
    const { rows } = await db().query("SELECT 1 FROM membership WHERE person_id = 's-zofia' AND class_id = 'stories'");
    expect(rows).toHaveLength(1);
    page.leave();
  });

  test('one person beside the list, each place of the sentence a way to change it; what is refused is said', async () => {
    const page = await people({}, 's-imke');
    expect(page.getByText('The office sees no work, no marks and no quiet words.')).toBeTruthy();
    await page.hand.click(page.getByRole('button', { name: 'User name: imke' }));
    const field = page.getByRole('textbox', { name: 'User name' });
    await page.hand.clear(field);
    await page.hand.type(field, 'leila{Enter}');
    await waitFor(() => expect(page.getByRole('alert').textContent).toBe('This user name is Leila Amrani’s already.'));
    // What was typed stays.
    expect((field as HTMLInputElement).value).toBe('leila');
    page.leave();
  });

  test('somebody is added, with a user name that follows the name', async () => {
    const page = await people();
    await page.hand.click(page.getByRole('button', { name: 'Add somebody' }));
    await page.hand.type(page.getByRole('textbox', { name: 'Whole name' }), 'Lund-Ferro, Chiara');
    expect((page.getByRole('textbox', { name: 'User name' }) as HTMLInputElement).value).toBe('chiara');
    await page.hand.click(page.getByRole('button', { name: 'Add' }));
    await waitFor(() => expect(page.getByText('This user name is Chiara Lund’s already.')).toBeTruthy());
    await page.hand.type(page.getByRole('textbox', { name: 'User name' }), '.l');
    await page.hand.click(page.getByRole('button', { name: 'Add' }));
    await waitFor(() => expect(page.getByText('Chiara Lund-Ferro is there. A slip is the way in.')).toBeTruthy());
    page.leave();
  });
});

describe('rosters', () => {
  test('a file is let in, mended where it is not understood, done and undone', async () => {
    const list = await screens.draw(
      async () => <RostersScreen view={await rostersScreen(db())} zone={ZONE} now={now()} />,
      '(frame)/office/rosters',
    );
    const file = new File(['name,user name,class\nLotte Brandt,,Weather & Sky\n'], 'list.csv', { type: 'text/csv' });
    const input = list.container.querySelector('input[type=file]') as HTMLInputElement;
    await list.hand.upload(input, file);
    await waitFor(() => expect(screens.went.at(-1)).toMatch(/^\/office\/rosters\/./));
    list.leave();
    const id = screens.went.at(-1)?.split('/').at(-1) ?? '';
    const page = await screens.draw(async () => {
      const view = await rosterScreen(db(), id, now());
      if (!view) throw new Error('no roster');
      return <RosterScreen view={view} zone={ZONE} now={now()} />;
    }, '(frame)/office/rosters/[roster]');
    expect(page.getByText('1 line not understood')).toBeTruthy();
    expect(await screens.found()).toEqual([]);
    await page.hand.type(page.getByRole('textbox', { name: /^Line 2/ }), 'lotte{Enter}');
    await waitFor(() => expect(page.getByText('understood')).toBeTruthy());
    await page.hand.click(page.getByRole('button', { name: /What becomes of them: leave the class/ }));
    await page.hand.click(page.getByRole('button', { name: 'stay in the class' }));
    await waitFor(() => expect(page.getByRole('button', { name: /: stay in the class/ })).toBeTruthy());
    await page.hand.click(page.getByRole('button', { name: 'Do it for 1 person' }));
    await waitFor(() => expect(page.getByRole('heading', { name: 'What was done' })).toBeTruthy());
    await page.hand.click(page.getByRole('button', { name: 'Undo it' }));
    await waitFor(() => expect(page.getByRole('heading', { name: 'What was undone' })).toBeTruthy());
    const { rows } = await db().query("SELECT 1 FROM person WHERE user_name = 'lotte'");
    expect(rows).toEqual([]);
    page.leave();
  });
});

describe('classes and the year', () => {
  test('a class is opened, and its lessons are pressed in', async () => {
    const page = await screens.draw(
      async () => <ClassesScreen view={await classesScreen(db(), '', 0)} zone={ZONE} now={now()} />,
      '(frame)/office/classes',
    );
    await page.hand.type(page.getByRole('textbox', { name: 'Name of the class' }), 'Signals');
    await page.hand.click(page.getByRole('button', { name: 'Open it' }));
    await waitFor(() => expect(page.getByRole('link', { name: 'Signals' })).toBeTruthy());
    const id = page.getByRole('link', { name: 'Signals' }).getAttribute('href')?.split('/').at(-1) as ClassId;
    page.leave();
    const own = await screens.draw(async () => {
      const view = await classScreen(db(), id);
      if (!view) throw new Error('no class');
      return <ClassScreen view={view} zone={ZONE} now={now()} />;
    }, '(frame)/office/classes/[class]');
    await own.hand.click(own.getByRole('button', { name: 'Tuesday 2' }));
    await waitFor(() =>
      expect(own.getByRole('button', { name: 'Tuesday 2' }).getAttribute('aria-pressed')).toBe('true'),
    );
    await own.hand.click(own.getByRole('button', { name: 'Messages between students: may not write' }));
    await own.hand.click(own.getByRole('button', { name: 'may write' }));
    await own.findByRole('button', { name: 'Messages between students: may write' });
    const { rows } = await db().query('SELECT students_write FROM class WHERE id = $1', [id]);
    expect(rows).toEqual([{ students_write: true }]);
    own.leave();
  });

  test('the year is kept when every line of it is right', async () => {
    const page = await screens.draw(
      async () => (
        <YearScreen view={await yearScreen(db(), now())} school={await schoolAsSaid(db())} zone={ZONE} now={now()} />
      ),
      '(frame)/office/year',
    );
    await page.hand.click(page.getByRole('button', { name: '+ a term' }));
    expect(page.getByText('One line is not right yet.')).toBeTruthy();
    await page.hand.click(page.getByRole('button', { name: 'Take out' }));
    await page.hand.click(page.getByRole('button', { name: 'Keep the year' }));
    await waitFor(() => expect(page.queryByRole('button', { name: 'Keep the year' })).toBeNull());
    await page.hand.type(page.getByRole('textbox', { name: 'What everybody should know' }), 'Fire drill');
    await page.hand.click(page.getByRole('button', { name: 'Give notice' }));
    await waitFor(() => expect(page.getByText('Fire drill')).toBeTruthy());
    page.leave();
  });

  test('Today of the office, and who did what', async () => {
    const today = await screens.draw(
      async () => <OfficeToday view={await officeToday(db(), now())} zone={ZONE} now={now()} />,
      'all',
    );
    expect(today.getByText(/Only one person looks after the office/)).toBeTruthy();
    expect(today.getByText(/notice given: Fire drill/)).toBeTruthy();
    today.leave();
    const log = await screens.draw(async () => {
      const { acts, more } = await logScreen(db(), null);
      return <LogScreen acts={acts} more={more} zone={ZONE} now={now()} />;
    }, 'all');
    expect(log.getAllByText('by Ms Quill').length).toBeGreaterThan(3);
    log.leave();
  });
});
