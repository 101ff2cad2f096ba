import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { type BrowserContext, test as base, type Page } from '@playwright/test';
import { scratch } from '@/testing/scratch';
import { Devices, PHONE, pageOf, putAway } from './handed-on';
import { expect } from './waited';

async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

// A school of a journey lives for a minute or two: only what runs very often is worth being compiled once more. It takes a tenth
// of what the server costs. What measures one has it as it is.
const SHORT_LIVED = process.env.TEST_WORKER_INDEX === undefined ? [] : ['--interrupt-budget=1000000'];

/** The built application on a copy of the demo school, as a process that can be killed and started again. */
export class School {
  #process: ChildProcess | undefined;
  #said = '';
  readonly folder = scratch('kite-e2e-');

  private constructor(
    readonly port: number,
    private readonly more: Readonly<Record<string, string>>,
  ) {}

  /** `more` is said to the process besides, as where its database is. */
  static async open(more: Readonly<Record<string, string>> = {}): Promise<School> {
    const school = new School(await freePort(), more);
    cpSync(join(process.cwd(), '.cache', 'template'), school.folder, { recursive: true });
    await school.start();
    return school;
  }

  /** The built application as somebody has it who begins a school of their own: on a folder in which nothing is. */
  static async empty(): Promise<School> {
    const school = new School(await freePort(), { KITE_OWN: '1' });
    await school.start();
    return school;
  }

  /** What the terminal has said since it was started. */
  get said(): string {
    return this.#said;
  }

  /** The process that answers. */
  get pid(): number {
    return this.#process?.pid ?? 0;
  }

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  async start(): Promise<void> {
    const started = spawn('node', [...SHORT_LIVED, 'server.mjs'], {
      env: { ...process.env, PORT: String(this.port), KITE_DATA: this.folder, NODE_ENV: 'production', ...this.more },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.#process = started;
    this.#said = '';
    await new Promise<void>((resolve, reject) => {
      started.stdout?.on('data', (data: Buffer) => {
        this.#said += String(data);
        if (this.#said.includes('Kite String is at')) resolve();
      });
      started.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    });
  }

  /** How much memory the server holds now, in bytes, as the system counts it. */
  memory(): number {
    const status = readFileSync(`/proc/${this.#process?.pid}/status`, 'utf8');
    return Number(/^VmRSS:\s+(\d+)/m.exec(status)?.[1] ?? 0) * 1024;
  }

  /** Ends the server: politely, or as a crash would. */
  async end(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const ending = this.#process;
    if (!ending || ending.exitCode !== null || ending.signalCode !== null) return;
    ending.removeAllListeners('exit');
    const gone = new Promise((resolve) => ending.once('exit', resolve));
    ending.kill(signal);
    await gone;
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Signs a person of the demo in, in a browser of their own. */
export async function signIn(context: BrowserContext, school: School, person: string): Promise<Page> {
  const answer = await context.request.post(`${school.url}/api/sign-in/demo`, {
    data: { person },
    headers: { origin: school.url },
  });
  expect(answer.status()).toBe(200);
  return pageOf(context);
}

/** Waits until the Desk says that everything is on the server's disk. */
export const saved = (page: Page) =>
  expect(
    page.locator('[data-safety="saved"], [data-short-safety="saved"]').filter({ visible: true }).first(),
  ).toBeVisible();

/** Puts words where the caret is: the first by key, the rest in one piece, as what completes words and what hears speech do. */
export async function write(page: Page, text: string): Promise<void> {
  const [first = ''] = text.split(/(?<=\s\S)/);
  await page.keyboard.type(first);
  await page.keyboard.insertText(text.slice(first.length));
}

/** Writes into the answer place with this number, at its end. */
export async function typeAnswer(page: Page, number: number, text: string): Promise<void> {
  const answer = page.locator('.answer').nth(number - 1);
  await answer.locator('p').last().click();
  await page.keyboard.press('End');
  await write(page, text);
}

/** Takes a tool of the text, out of the row or from what had no room in it. */
export async function takeTool(page: Page, name: string): Promise<void> {
  const tools = page.getByRole('toolbar', { name: 'Text tools' });
  const tool = tools.getByRole('button', { name, exact: true });
  if (!(await tool.isVisible())) await tools.getByRole('button', { name: 'More tools' }).click();
  await tool.or(page.getByRole('group', { name: 'More tools' }).getByRole('button', { name, exact: true })).click();
}

export const test = base.extend<
  { leavesNothing: undefined; another: Devices['lend'] },
  { school: School; rack: Devices }
>({
  rack: [
    async ({ browser, school }, use) => {
      await use(new Devices(browser, school.url));
    },
    { scope: 'worker' },
  ],
  // Windows that a journey left open go on listening and drawing beside every journey after it.
  leavesNothing: [
    async ({ rack }, use) => {
      await use(undefined);
      await rack.takeBack();
    },
    { auto: true },
  ],
  context: async ({ rack }, use) => use(await rack.lend()),
  /** One more device than the first. */
  another: async ({ rack }, use) => use((how) => rack.lend(how)),
  school: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the names from the pattern
    async ({}, use) => {
      const school = await School.open();
      await use(school);
      await school.end();
      school.remove();
    },
    { scope: 'worker', timeout: 60_000 },
  ],
});

export { expect, PHONE, pageOf, putAway };
