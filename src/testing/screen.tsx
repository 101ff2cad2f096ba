import { MantineProvider } from '@mantine/core';
import ar from '@messages/ar';
import en from '@messages/en';
import { act, cleanup, configure, render, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import axe from 'axe-core';
import { AppRouterContext } from 'next/dist/shared/lib/app-router-context.shared-runtime';
import { PathnameContext, SearchParamsContext } from 'next/dist/shared/lib/hooks-client-context.shared-runtime';
import { NextIntlClientProvider } from 'next-intl';
import type { ReactNode } from 'react';
import { ADDRESSES } from '@/app/api/addresses';
import type { AssignmentId, PersonId } from '@/core/ids';
import type { Locale } from '@/i18n/locales';
import { EVERYWHERE, LATER, SCREEN_WORDS, type ScreenName } from '@/i18n/screen-words';
import { signInToDemo } from '@/server/doing/accounts/signing-in';
import { answering } from '@/server/http/answering';
import { finder } from '@/server/http/find-address';
import { whoIs } from '@/server/http/who-is';
import { type DeskView, desk } from '@/server/reading/desk/desk';
import { type TestSchool, testSchool } from '@/store/test-school';

const SITE = 'http://localhost:3000';
const answer = answering(ADDRESSES);
const find = finder(Object.keys(ADDRESSES));
const MESSAGES = { en, ar };

configure({
  asyncUtilTimeout: 10_000,
  // Without everything that is on the screen.
  getElementError: (message) => new Error(String(message).split('\n\n')[0]),
});

/**
 * Components in a window of their own, whose requests go to the real route handlers on a copy of the demo school: what
 * a browser would do, without one.
 */
export class Screens {
  #cookie = '';
  readonly #open = new Set<Promise<Response>>();
  /** What was asked of the server, in order. */
  readonly asked: string[] = [];
  /** Where the router was sent. */
  readonly went: string[] = [];
  /** Answers these requests instead of the server, while it is set. */
  instead: ((request: Request) => Response | undefined) | null = null;

  private constructor(readonly school: TestSchool) {}

  static async open(): Promise<Screens> {
    const school = await testSchool();
    Object.assign(globalThis, { kiteDatabase: Promise.resolve(school.db) });
    process.env.KITE_DATA = school.folder;
    // What is drawn is drawn when it comes, as in a browser; each test waits for what it looks for.
    Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false });
    const screens = new Screens(school);
    globalThis.fetch = (input, init) => {
      const answer = screens.#fetch(new Request(new URL(String(input), SITE), init));
      screens.#open.add(answer);
      return answer.finally(() => screens.#open.delete(answer));
    };
    return screens;
  }

  /** Ends what is drawn, and the school once everything that was asked of it has been answered. */
  async end(): Promise<void> {
    cleanup();
    await Promise.allSettled(this.#open);
    await this.school.end();
  }

  /** What a student is given of some work on the Desk, now. */
  async desk(id: string, assignment: string): Promise<DeskView> {
    const view = await desk(this.school.db, await this.school.person(id), assignment as AssignmentId, Date.now());
    if (!view) throw new Error(`${id} has no ${assignment}`);
    return view;
  }

  /** Who is signed in in this window. */
  async whoIsIn(): Promise<string | null> {
    const person = await whoIs(this.school.db, this.#cookie.replace('kite_session=', ''), Date.now());
    return person?.id ?? null;
  }

  async signIn(id: string): Promise<void> {
    const entered = await signInToDemo(this.school.db, id as PersonId, Date.now());
    if (!entered.ok) throw new Error(entered.code);
    this.#cookie = `kite_session=${entered.token}`;
  }

  async #fetch(request: Request): Promise<Response> {
    const { pathname } = new URL(request.url);
    if (request.method !== 'GET') this.asked.push(`${request.method} ${pathname}`);
    const made = this.instead?.(request);
    if (made) return made;
    if (!find(pathname)) throw new TypeError(`nothing is at ${pathname}`);
    const headers = new Headers(request.headers);
    for (const [name, value] of Object.entries({ origin: SITE, host: new URL(SITE).host, cookie: this.#cookie }))
      headers.set(name, value);
    const answered = await answer(new Request(request, { headers }));
    for (const cookie of answered.headers.getSetCookie())
      if (cookie.startsWith('kite_session=')) this.#cookie = cookie.split(';')[0] ?? '';
    return answered;
  }

  /**
   * Draws a screen with the words that it has in the browser, and no others, or with `all` of them where the server
   * draws it (`over`: what opens over any screen); `read` is asked again whenever the screen
   * asks for itself anew. Gives back what is found on it, and a hand to use it with.
   */
  async draw(
    read: () => Promise<ReactNode> | ReactNode,
    of: ScreenName | 'all' | 'over' | null = null,
    locale: Locale = 'en',
  ) {
    const all: Record<string, unknown> = MESSAGES[locale];
    const own = of === null || of === 'all' ? [] : of === 'over' ? LATER : SCREEN_WORDS[of];
    const areas = of === 'all' ? Object.keys(all) : [...EVERYWHERE, ...own];
    const words = Object.fromEntries(areas.map((area) => [area, all[area]]));
    const go = (to: string) => void this.went.push(to);
    const router = {
      push: go,
      replace: go,
      refresh: () => void again(),
      prefetch: () => {},
      back: () => {},
      forward: () => {},
    };
    const around = (node: ReactNode) => (
      <AppRouterContext.Provider value={router as never}>
        <PathnameContext.Provider value="/">
          <SearchParamsContext.Provider value={new URLSearchParams()}>
            <NextIntlClientProvider
              locale={locale === 'en' ? 'en-GB' : locale}
              messages={words}
              timeZone="Europe/Lisbon"
              onError={(error) => {
                throw error;
              }}
            >
              <MantineProvider env="test">{node}</MantineProvider>
            </NextIntlClientProvider>
          </SearchParamsContext.Provider>
        </PathnameContext.Provider>
      </AppRouterContext.Provider>
    );
    const drawn = render(around(await read()));
    let left = false;
    const again = async (): Promise<void> => {
      const node = await read();
      // Whoever has left meanwhile is shown nothing more.
      if (!left && drawn.container.isConnected) act(() => drawn.rerender(around(node)));
    };
    return {
      ...within(document.body),
      container: drawn.container,
      again,
      leave: () => {
        left = true;
        drawn.unmount();
      },
      hand: userEvent.setup(),
    };
  }

  /** What axe finds in what is drawn, colours apart: those need a browser. */
  async found(): Promise<string[][]> {
    const { violations } = await axe.run(document.body, {
      resultTypes: ['violations'],
      rules: { 'color-contrast': { enabled: false }, region: { enabled: false } },
    });
    return violations.map(({ id, nodes }) => [id, ...nodes.slice(0, 4).map(({ html }) => html)]);
  }
}
