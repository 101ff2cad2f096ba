import { DEMO_PASSWORD } from '@demo/school';
import type { Page, WebSocketRoute } from '@playwright/test';
import { found } from './axe';
import { expect, pageOf, type School, saved, test, typeAnswer } from './school';

/** Signs in on the device itself, as one does at a school: the page is the same for everybody who uses it. */
async function enter(page: Page, school: School, name: string): Promise<void> {
  await page.goto(`${school.url}/sign-in`);
  await page.getByRole('button', { name, exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Do next' })).toBeVisible();
}

async function leave(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name, exact: true }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
}

/** Everything that the browser keeps of anybody, as one text. */
const kept = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const parts = Object.entries(localStorage).map(([key, value]) => `${key}=${value}`);
    for (const { name = '' } of await indexedDB.databases()) {
      const db = await new Promise<IDBDatabase | null>((resolve) => {
        const opening = indexedDB.open(name);
        // One that has gone since it was listed is not made anew by being looked at.
        opening.onupgradeneeded = () => opening.transaction?.abort();
        opening.onsuccess = () => resolve(opening.result);
        opening.onerror = () => resolve(null);
      });
      if (!db) continue;
      parts.push(name);
      for (const store of db.objectStoreNames) {
        const all = await new Promise<unknown[]>((resolve) => {
          const asked = db.transaction(store).objectStore(store).getAll();
          asked.onsuccess = () => resolve(asked.result);
        });
        const text = (value: unknown): string => {
          if (value instanceof ArrayBuffer) return new TextDecoder('latin1').decode(value);
          if (ArrayBuffer.isView(value)) return new TextDecoder('latin1').decode(value);
          if (typeof value === 'object' && value !== null) return Object.values(value).map(text).join(' ');
          return String(value);
        };
        parts.push(all.map(text).join(' '));
      }
      db.close();
    }
    return parts.join('\n');
  });

// Nobody else’s journey does this person’s work of it: a school is shared by the journeys of a worker.
const DESK = '/desk/cloud-ladder#step=cloud-ladder-2';

test('one device, two people: nothing that is saved stays, what is not is locked, and comes back to whose it is', async ({
  school,
  another,
}) => {
  // Its line is taken apart, which stays with its page: a second one.
  const device = await another();
  await pageOf(device);
  const page = await device.newPage();
  await test.step('what has reached the school leaves no trace on the device', async () => {
    await enter(page, school, 'Yusuf Demir');
    await page.goto(`${school.url}${DESK}`);
    await typeAnswer(page, 1, 'Saved by the first.');
    await saved(page);
    // What is typed is kept letter by letter; the questions stand there whole.
    expect(await kept(page)).toMatch(/kite:.*document/);
    expect(await kept(page)).toContain('Which rung is your sky on');
    await leave(page, 'Yusuf D.');
    await expect.poll(() => kept(page)).not.toMatch(/kite:|Which rung/);
    await expect(page.getByRole('note')).toHaveCount(0);
  });

  const lines: WebSocketRoute[] = [];
  let cut = false;
  await page.routeWebSocket(/\/api\/save/, (line) => {
    if (cut) return void line.close();
    line.connectToServer();
    lines.push(line);
  });

  await test.step('what has not is locked: it is said, and nobody can read it there', async () => {
    await enter(page, school, 'Yusuf Demir');
    await page.goto(`${school.url}${DESK}`);
    await expect(page.getByText('Saved by the first.').filter({ visible: true })).toBeVisible();
    await saved(page);
    cut = true;
    for (const line of lines) await line.close();
    await typeAnswer(page, 2, 'Typed without a line.');
    await page.getByRole('button', { name: /^Quiet word/ }).click();
    await page.getByRole('textbox', { name: 'Write a quiet word' }).fill('A half-typed line for one.');
    await expect(page.locator('[data-safety="away"]')).toBeVisible();
    await leave(page, 'Yusuf D.');
    await expect(page.getByRole('note')).toContainText('It is locked');
    await expect.poll(() => kept(page)).not.toMatch(/kite:|Which rung|line for one/);
    expect(await kept(page)).toContain('kite-sealed');
  });

  await test.step('the next person finds nothing of it, and goes', async () => {
    await enter(page, school, 'Imke Aalders');
    await page.goto(`${school.url}/desk/cloud-ladder`);
    await expect(page.getByRole('heading', { name: 'Reading the cloud ladder' })).toBeVisible();
    expect(await page.content()).not.toMatch(/without a line|line for one/);
    await leave(page, 'Imke A.');
    await expect(page.getByRole('note')).toContainText('It is locked');
  });

  await test.step('whose it is gets it back, is told, and it is saved without opening anything', async () => {
    cut = false;
    await enter(page, school, 'Yusuf Demir');
    await expect(page.getByText('It is saved now.')).toBeVisible({ timeout: 30_000 });
    const tablet = await another();
    const elsewhere = await pageOf(tablet);
    await enter(elsewhere, school, 'Yusuf Demir');
    await elsewhere.goto(`${school.url}${DESK}`);
    await expect(elsewhere.getByText('Typed without a line.').filter({ visible: true })).toBeVisible();
    await page.goto(`${school.url}/desk/cloud-ladder#sheet=aside`);
    await expect(page.getByRole('textbox', { name: 'Write a quiet word' })).toHaveValue('A half-typed line for one.');
  });
});

test('one’s password is changed by who knows it, and other devices are signed out at once', async ({
  context,
  school,
  another,
}) => {
  const page = await pageOf(context);
  const sign = async (on: Page, password: string) => {
    await on.goto(`${school.url}/sign-in`);
    await on.getByLabel('User name').fill('otso');
    await on.getByLabel('Password', { exact: true }).fill(password);
    await on.getByRole('button', { name: 'Sign in', exact: true }).click();
  };
  await sign(page, DEMO_PASSWORD);
  await expect(page.getByRole('heading', { name: 'Do next' })).toBeVisible();
  const other = await pageOf(await another());
  await sign(other, DEMO_PASSWORD);
  await expect(other.getByRole('heading', { name: 'Do next' })).toBeVisible();
  await page.getByRole('button', { name: 'Otso L.' }).click();
  await page.getByRole('link', { name: 'Change my password' }).click();
  await page.getByLabel('Password up to now').fill(DEMO_PASSWORD);
  await page.getByLabel('New password').fill('password1');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Very many people have this password' })).toBeVisible();
  await page.getByLabel('New password').fill('seven grey gulls');
  expect(await found(page)).toEqual([]);
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('It is changed. Other devices are signed out.')).toBeVisible();
  await expect(other.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await sign(other, 'seven grey gulls');
  await expect(other.getByRole('heading', { name: 'Do next' })).toBeVisible();
});
