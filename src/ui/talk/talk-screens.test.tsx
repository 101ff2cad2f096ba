/** @jest-environment ./scripts/window-environment.mjs */

import { waitFor, within } from '@testing-library/react';
import type { ClassId, TalkId } from '@/core/ids';
import { plainBody } from '@/core/talk/body';
import { keepHalf } from '@/server/doing/talk/half-written';
import { say } from '@/server/doing/talk/posts';
import { reportsScreen } from '@/server/reading/office/reports';
import { floorScreen } from '@/server/reading/talk/floor-screen';
import { messagesScreen } from '@/server/reading/talk/messages';
import { Screens } from '@/testing/screen';
import { draftKey } from '@/ui/common/kept-draft';
import { useTimes } from '@/ui/common/times';
import { FloorSheet } from '@/ui/desk/floor-sheet';
import { ReportsScreen } from '@/ui/office/reports-screen';
import { Discussion } from './discussion';
import { FloorScreen } from './floor-screen';
import { MessagesScreen } from './messages-screen';
import { tellTalks } from './talk-event';

const ZONE = 'Europe/Lisbon';
const LADDER = 'floor.cloud-ladder' as TalkId;

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

/** What somebody has begun to write, as it came from another of their devices. */
const begun = async (id: string, place: string, words: string) =>
  keepHalf(screens.school.db, await screens.school.person(id), { place, body: plainBody(words) }, Date.now());

const went: string[] = [];
/** The open floor of the ladder on a student's Desk. */
async function onDesk(id: string) {
  await screens.signIn(id);
  return screens.draw(
    async () => (
      <FloorSheet
        view={await screens.desk(id, 'cloud-ladder')}
        zone={ZONE}
        now={Date.now()}
        toAside={() => went.push('aside')}
      />
    ),
    '(frame)/desk/[assignment]',
  );
}
/** The floors of a class as somebody reads them. */
async function ofClass(id: string, about: string | null = null) {
  await screens.signIn(id);
  const person = await screens.school.person(id);
  return screens.draw(async () => {
    const view = await floorScreen(screens.school.db, person, 'weather' as ClassId, about, Date.now());
    if (!view) throw new Error('there is no such floor');
    return <FloorScreen view={view} zone={ZONE} now={Date.now()} />;
  }, '(frame)/classes/[class]/floor');
}
async function messages(id: string, withWhom: string | null = null, talk: string | null = null) {
  await screens.signIn(id);
  const person = await screens.school.person(id);
  return screens.draw(async () => {
    const view = await messagesScreen(screens.school.db, person, { with: withWhom, talk }, ZONE, Date.now());
    return <MessagesScreen view={view} zone={ZONE} now={Date.now()} />;
  }, '(frame)/messages');
}
const posts = async (words: string) =>
  (await screens.school.db.query('SELECT id FROM post WHERE words = $1', [words])).rows.length;

test('who will read it stands above what is typed and on the button; what is asked comes to the class', async () => {
  await begun('s-wren', `floor ${LADDER}`, 'Which rung is the grey sheet?');
  const page = await onDesk('s-wren');
  const button = await page.findByRole('button', { name: /^Ask \d+ people in Weather & Sky$/ });
  const n = Number(/\d+/.exec(button.textContent ?? '')?.[0]);
  expect(page.getByText(new RegExp(`^${n} readers: your ${n - 1} classmates and Ngozi Bello-Strand\\.$`))).toBeTruthy();
  await page.findByText('Which rung is the grey sheet?');
  await page.hand.click(button);
  await waitFor(() => expect(page.getAllByRole('article')[0]?.textContent).toContain('Which rung is the grey sheet?'));
  expect(await posts('Which rung is the grey sheet?')).toBe(1);
  // Nothing is half written any more, here or elsewhere.
  await waitFor(async () => {
    const { rows } = await screens.school.db.query("SELECT 1 FROM half_written WHERE person_id = 's-wren'");
    expect(rows).toEqual([]);
  });
});

test('what sounds private is offered a quiet word: one click, and its words are there and not with the class', async () => {
  const words = 'My grandmother is in hospital. May I have more time?';
  await begun('s-imke', `floor ${LADDER}`, words);
  const page = await onDesk('s-imke');
  const quiet = await page.findByRole('button', { name: 'Put it into a quiet word' });
  expect(page.getByText('This sounds like something for Ngozi Bello-Strand alone.')).toBeTruthy();
  // It can still be asked; nobody is forbidden to.
  expect(page.getByRole('button', { name: /^Ask \d+ people/ })).toBeTruthy();
  await page.hand.click(quiet);
  expect(went).toEqual(['aside']);
  expect(localStorage.getItem(draftKey('aside-cloud-ladder-s-imke'))).toBe(words);
  expect(await posts(words)).toBe(0);
  await waitFor(() => expect(page.queryByRole('button', { name: 'Put it into a quiet word' })).toBeNull());
});

test('what is refused or swallowed by the network stays where it was typed, and says why', async () => {
  await begun('s-dao', `floor ${LADDER}`, 'Does this get lost?');
  const page = await onDesk('s-dao');
  const button = await page.findByRole('button', { name: /^Ask / });
  await page.findByText('Does this get lost?');
  screens.instead = (request) => (request.url.endsWith('/posts') ? Response.error() : undefined);
  await page.hand.click(button);
  await page.findByText(/the school cannot be reached just now/);
  screens.instead = null;
  await screens.school.db.query('UPDATE talk SET closed_at = now() WHERE id = $1', [LADDER]);
  await page.hand.click(button);
  await page.findByText(/has just closed this floor/);
  expect(page.getByText('Does this get lost?')).toBeTruthy();
  await screens.school.db.query('UPDATE talk SET closed_at = NULL WHERE id = $1', [LADDER]);
  await page.hand.click(button);
  await waitFor(async () => expect(await posts('Does this get lost?')).toBe(1));
});

test('one asks the same, opens what others said, and hears what is added meanwhile', async () => {
  const page = await onDesk('s-zofia');
  const thread = await waitFor(() => {
    const found = page.getAllByRole('article').find((one) => one.textContent?.includes('a ring round the moon'));
    if (!found) throw new Error('it is on its way');
    return within(found);
  });
  await page.hand.click(thread.getByRole('button', { name: 'I ask this too' }));
  await waitFor(() => thread.getByRole('button', { name: 'You ask this too', pressed: true }));
  await page.hand.click(thread.getByRole('button', { name: '2 from the class' }));
  await thread.findByText(/I saw both last winter/);
  const hana = await screens.school.person('s-hana');
  const { rows } = await screens.school.db.query("SELECT id FROM post WHERE words LIKE 'Is a ring round%'");
  const added = {
    talkId: LADDER,
    to: (rows[0] as { id: never }).id,
    act: 'act-added-meanwhile',
    body: plainBody('It is ice.'),
    files: [],
  };
  expect(await say(screens.school.db, hana, added, Date.now())).toEqual({ ok: true });
  tellTalks(LADDER);
  await thread.findByText('It is ice.');
});

test('a teacher says which is the answer, closes a question, and withdraws with a reason only', async () => {
  const page = await ofClass('t-bello', 'cloud-ladder');
  const thread = await waitFor(() => {
    const found = page.getAllByRole('article').find((one) => one.textContent?.includes('a ring round the moon'));
    if (!found) throw new Error('it is on its way');
    return within(found);
  });
  await page.hand.click(thread.getByRole('button', { name: /from the class/ }));
  await thread.findByText(/Never look at the sun/);
  expect(await screens.found()).toEqual([]);
  const marks = thread.getAllByRole('button', { name: 'This is the answer', hidden: true });
  await page.hand.click(marks[1] as HTMLElement);
  await thread.findByText('The answer from');
  await page.hand.click(thread.getByRole('button', { name: 'Close this question', hidden: true }));
  await thread.findByText('closed: nothing more is added');
  await page.hand.click(thread.getAllByRole('button', { name: 'Withdraw it', hidden: true })[0] as HTMLElement);
  const why = thread.getByRole('textbox', { name: /Why is it withdrawn/, hidden: true });
  const act = within(why.parentElement as HTMLElement).getByRole('button', { name: 'Withdraw it', hidden: true });
  expect((act as HTMLButtonElement).disabled).toBe(true);
  await page.hand.type(why, 'said twice');
  await page.hand.click(act);
  await waitFor(async () => {
    const { rows } = await screens.school.db.query("SELECT reason FROM post WHERE words LIKE 'Is a ring round%'");
    expect(rows).toEqual([{ reason: 'said twice' }]);
  });
});

test('a post is reported, and the office withdraws it; nothing else of the talk is on its screen', async () => {
  const page = await ofClass('s-wren', 'class');
  const thread = within(await waitFor(() => page.getByRole('article')));
  await page.hand.click(thread.getAllByRole('button', { name: 'Report', hidden: true })[0] as HTMLElement);
  await page.hand.type(thread.getByRole('textbox', { hidden: true }), 'not for us');
  await page.hand.click(thread.getByRole('button', { name: 'Report it', hidden: true }));
  await thread.findByText('reported to the office');
  page.leave();
  await screens.signIn('o-quill');
  const office = await screens.draw(
    async () => <ReportsScreen view={await reportsScreen(screens.school.db)} zone={ZONE} now={Date.now()} />,
    '(frame)/office/reports',
  );
  expect(office.getByText('not for us')).toBeTruthy();
  expect(office.queryByText(/ink runs in the spray/)).toBeNull();
  await office.hand.click(office.getByRole('button', { name: 'Withdraw it' }));
  await office.findByText(/Withdrawn by/);
  // What a teacher withdrew stands below, with the reason; a post that was reported stands above alone.
  expect(office.getByText('said twice')).toBeTruthy();
  expect(office.getByText(/Is a ring round/)).toBeTruthy();
});

test('a message: the line of a teacher opens, what is written is sent, read marks and the sent list tell of it', async () => {
  await begun('s-imke', 'talk', 'x');
  const { rows } = await screens.school.db.query(
    "SELECT t.id FROM talk t JOIN talk_party y ON y.talk_id = t.id AND y.person_id = 't-kerr' JOIN talk_party i ON i.talk_id = t.id AND i.person_id = 's-imke'",
  );
  const talk = (rows[0] as { id: string }).id;
  await begun('s-imke', `talk ${talk}`, 'One more question.');
  const page = await messages('s-imke', 't-kerr');
  expect(page.getByText('Two readers: you and Tomasz Kerr.')).toBeTruthy();
  expect(page.getAllByText((_, one) => one?.tagName === 'P' && /^You, read /.test(one.textContent)).length).toBe(1);
  await page.findByText('One more question.');
  await page.hand.click(page.getByRole('button', { name: 'Send to Tomasz Kerr' }));
  await waitFor(() =>
    expect(
      page
        .getAllByRole('listitem')
        .some((one) => one.getAttribute('data-post') && one.textContent?.includes('One more question.')),
    ).toBe(true),
  );
  await page.hand.click(page.getByRole('button', { name: /^What you sent/ }));
  await page.findByText('One more question.');
  expect(page.getAllByText(/not read yet/).length).toBeGreaterThan(0);
  await page.hand.type(page.getByRole('searchbox', { name: 'Find in messages' }), 'metres or feet');
  await page.findByText(/Are the heights metres or feet/);
});

test('a teacher says when answers come, and writes to some of a class: a letter to each', async () => {
  const page = await messages('t-kerr');
  await page.hand.click(page.getByRole('button', { name: 'Change it' }));
  await page.hand.click(page.getByRole('checkbox', { name: 'Saturday' }));
  await page.hand.click(page.getByRole('button', { name: 'Keep it so' }));
  await page.findByText(/Sat 8:00 to 16:00/);
  await begun('t-kerr', 'many maths', 'Bring a compass.');
  await page.hand.selectOptions(page.getByRole('combobox', { name: 'Which class?', hidden: true }), 'maths');
  await page.findByText('Bring a compass.');
  await page.hand.click(await page.findByRole('checkbox', { name: 'Imke Aalders', hidden: true }));
  await page.hand.click(await page.findByRole('button', { name: 'Send to 1 student', hidden: true }));
  await page.findByText('It went to 1 student.');
  expect(await posts('Bring a compass.')).toBe(1);
});

function Discussed({ said }: { readonly said: () => void }) {
  const times = useTimes(ZONE);
  return (
    <Discussion step="old-lamp-2" lang="en" postsDue={Date.now() - 1} times={times} now={Date.now()} said={said} />
  );
}

test('a discussion: others are read once one has said something of one’s own; by post and by time; a reply stands at its post', async () => {
  const own = 'Keep it lit, and let each class climb up once a year with the can of oil.';
  await begun('s-tove', 'discussion old-lamp-2 ', own);
  await screens.signIn('s-tove');
  let said = 0;
  const page = await screens.draw(
    () => (
      <Discussed
        said={() => {
          said += 1;
        }}
      />
    ),
    '(frame)/desk/[assignment]',
  );
  await page.findByText(/Say something of your own first/);
  expect(page.queryByText(/only a habit/)).toBeNull();
  await page.findByText(own);
  await page.hand.click(page.getByRole('button', { name: /^Say it to \d+ people$/ }));
  await page.findByText(/only a habit/);
  expect(said).toBe(1);
  expect(page.getByText('after the time for posts', { exact: false })).toBeTruthy();
  const { rows } = await screens.school.db.query("SELECT id FROM post WHERE words LIKE '%only a habit%'");
  await begun('s-tove', `reply ${(rows[0] as { id: string }).id}`, 'Who would sell the rope?');
  const habit = (): HTMLElement => {
    const found = page.getAllByRole('article').find((one) => one.textContent?.includes('only a habit'));
    if (!found) throw new Error('it is on its way');
    return found;
  };
  await page.hand.click(within(habit()).getByRole('button', { name: 'Reply to Hana S.' }));
  await page.findByText('Who would sell the rope?');
  await page.findByText(/^5 words/);
  await page.hand.click(within(habit()).getAllByRole('button', { name: 'Reply to Hana S.' }).at(-1) as HTMLElement);
  await waitFor(() => {
    // As it was said, and no more as it is being written.
    const posts = [...habit().querySelectorAll('[data-post]')].map((one) => one.textContent ?? '');
    expect(posts.some((one) => one.includes('Who would sell the rope?'))).toBe(true);
  });
  await page.hand.click(page.getByRole('button', { name: 'By time' }));
  expect(page.queryAllByRole('article')).toEqual([]);
  const order = [...document.querySelectorAll('[data-post]')].map((one) => one.textContent ?? '');
  expect(order.findIndex((one) => one.includes('Who would sell the rope?'))).toBe(order.length - 1);
});
