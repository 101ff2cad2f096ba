import type { BrowserContext, Page } from '@playwright/test';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { onServer } from '../bench/on-server';
import { expect, School, signIn, test } from './school';

// Once and with one beside all other tests, often and with three when it is asked for by itself. Nobody else’s journey writes
// what the first of them does.
const ROUNDS = Number(process.env.KITE_ROUNDS ?? 1);
const WRITERS = ['s-zofia', 's-yusuf', 's-keanu'].slice(0, ROUNDS > 1 ? 3 : 1);

/** What a browser sent, and what of it was acknowledged, as seen on the wire. */
class Wire {
  readonly #sent = new Map<string, Uint8Array>();
  readonly acknowledged: Uint8Array[] = [];
  document = '';

  constructor(page: Page) {
    let line = 0;
    page.on('websocket', (socket) => {
      line += 1;
      const own = line;
      socket.on('framesent', ({ payload }) => {
        const message = JSON.parse(String(payload));
        if (message.kind === 'join') this.document = message.document;
        if (message.kind === 'update')
          this.#sent.set(`${own}/${message.n}`, new Uint8Array(Buffer.from(message.update, 'base64')));
      });
      socket.on('framereceived', ({ payload }) => {
        const message = JSON.parse(String(payload));
        const update = message.kind === 'saved' ? this.#sent.get(`${own}/${message.n}`) : undefined;
        if (update) this.acknowledged.push(update);
      });
    });
  }
}

/** The whole document as the server has it now. */
async function stored(school: School, cookie: string, document: string): Promise<Map<number, number>> {
  return new Promise((resolve, reject) => {
    const socket = new WebSocket(`${school.url.replace('http', 'ws')}/api/save`, {
      headers: { cookie, origin: school.url },
    });
    socket.on('open', () => socket.send(JSON.stringify({ kind: 'join', document, vector: '' })));
    socket.on('error', reject);
    socket.on('message', (data) => {
      const message = JSON.parse(String(data));
      // What is typed meanwhile may be heard before the answer.
      if (message.kind === 'changed') return;
      socket.close();
      if (message.kind !== 'joined') reject(new Error(`${document}: ${data}`));
      else resolve(Y.decodeStateVector(new Uint8Array(Buffer.from(message.vector, 'base64'))));
    });
  });
}

/** A school of its own in a folder. */
async function inFolder<Made>(work: (school: School) => Promise<Made>): Promise<Made> {
  const school = await School.open();
  try {
    return await work(school);
  } finally {
    await school.end();
    school.remove();
  }
}

const TOLD = `the server is killed ${ROUNDS} times while ${WRITERS.length} browsers type: that is said, nothing is handed in meanwhile, nothing acknowledged is lost, and they go on by themselves`;

// Beside all other tests the school is that of the journeys; else its own, in a folder and on a PostgreSQL server.
if (ROUNDS === 1) test(TOLD, async ({ another, school }) => killed(another, school));
else {
  for (const [where, inSchool] of [
    ['in its folder', inFolder],
    ['on a PostgreSQL server', onServer],
  ] as const) {
    test(`${TOLD}, with the school ${where}`, async ({ browser }) => {
      test.setTimeout(120_000 + ROUNDS * 90_000);
      await inSchool((school) => killed(() => browser.newContext(), school));
    });
  }
}

/** Somebody who types until told to stop: numbers, one after the other. */
class Hand {
  #typed = 0;
  #typing: Promise<void> | null = null;
  #on = false;

  constructor(private readonly page: Page) {}

  /** Everything that was typed. */
  get words(): string {
    return Array.from({ length: this.#typed }, (_, i) => `${i} `)
      .join('')
      .trim();
  }

  async begin(): Promise<void> {
    const answer = this.page.locator('.answer').first().locator('p');
    await answer.click();
    // The end of the answer, and not of the line that was clicked.
    await answer.evaluate((paragraph) => {
      document.getSelection()?.selectAllChildren(paragraph);
      document.getSelection()?.collapseToEnd();
    });
    this.#on = true;
    this.#typing = this.#type();
  }

  async #type(): Promise<void> {
    while (this.#on) {
      await this.page.keyboard.type(`${this.#typed} `);
      this.#typed += 1;
      await this.page.waitForTimeout(ROUNDS > 1 ? 40 : 150);
    }
  }

  async stop(): Promise<void> {
    this.#on = false;
    await this.#typing;
  }
}

/** What somebody is told who wants to hand in while there is no server. */
async function refused(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'not handed in' })).toContainText('What you typed is kept');
  await dialog.getByRole('button', { name: 'Not yet' }).last().click();
}

async function killed(device: () => Promise<BrowserContext>, school: School): Promise<void> {
  const writers = await Promise.all(
    WRITERS.map(async (id) => {
      const context = await device();
      await signIn(context, school, id);
      // What listens to its line stays with its page: a second one.
      const page = await context.newPage();
      const wire = new Wire(page);
      await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`);
      await expect(page.locator('.answer').first()).toBeVisible();
      const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
      const hand = new Hand(page);
      await hand.begin();
      return { id, page, wire, cookie, hand };
    }),
  );
  for (let round = 1; round <= ROUNDS; round += 1) {
    await new Promise((resolve) => setTimeout(resolve, 900 + ((round * 367) % 900)));
    await school.end('SIGKILL');
    const counts = writers.map(({ wire }) => wire.acknowledged.length);
    if (round === 1) {
      for (const { page, hand } of writers) {
        await expect(page.locator('[data-safety="away"]')).toContainText('kept on this device');
        await hand.stop();
        await refused(page);
        await hand.begin();
      }
    }
    await new Promise((resolve) => setTimeout(resolve, 150));
    await school.start();
    for (const { id, wire, cookie } of writers) {
      // What was acknowledged before the server is asked: they type on meanwhile.
      const acknowledged = [...wire.acknowledged];
      const has = await stored(school, cookie, wire.document);
      for (const update of acknowledged) {
        for (const { id: at, length } of Y.decodeUpdate(update).structs) {
          expect([round, id, (has.get(at.client) ?? 0) >= at.clock + length]).toEqual([round, id, true]);
        }
      }
    }
    // They go on by themselves: each gets something acknowledged again.
    await expect
      .poll(() => writers.every(({ wire }, i) => wire.acknowledged.length > (counts[i] ?? 0)), { timeout: 25_000 })
      .toBe(true);
  }
  for (const { page, hand } of writers) {
    await hand.stop();
    await expect(page.locator('[data-safety="saved"]')).toBeVisible({ timeout: 25_000 });
    expect(hand.words.length).toBeGreaterThan(20);
    await page.reload();
    await expect(page.locator('.answer').first()).toContainText(hand.words);
  }
  console.log(
    `${ROUNDS} kills; acknowledged and found: ${writers.map(({ wire }) => wire.acknowledged.length).join(', ')} updates`,
  );
}
