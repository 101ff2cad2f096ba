/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { act, render, waitFor } from '@testing-library/react';
import { NextIntlClientProvider, useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import { Screens } from '@/testing/screen';
import { AttachedFiles, MOST_ATTACHED, sendUp } from './attached-files';
import { FetchedWords } from './fetched-words';
import { useRefresh } from './use-refresh';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

function Again() {
  const refresh = useRefresh();
  return (
    <button type="button" onClick={refresh}>
      again
    </button>
  );
}

function Said() {
  const t = useTranslations();
  return <p>{`${t('own.word' as never)}, ${t('around.word' as never)}`}</p>;
}

function Files() {
  const [files, setFiles] = useState([
    { sha256: 'a'.repeat(64), name: 'map.pdf' },
    { sha256: 'b'.repeat(64), name: 'خريطة.png' },
  ]);
  return <AttachedFiles files={files} className={undefined} change={(next) => setFiles([...next])} />;
}

let closes: () => void = () => {};
/** Asks for the screen, and is gone. */
function Closing() {
  const [open, setOpen] = useState(true);
  closes = () => setOpen(false);
  return open ? <Again /> : <p>closed</p>;
}

describe('the present screen asked for again', () => {
  test('is drawn anew once the server answers, and not while it is away', async () => {
    let drawn = 0;
    const page = await screens.draw(() => {
      drawn += 1;
      return <Again />;
    });
    let away = true;
    screens.instead = () => (away ? new Response(null, { status: 503 }) : undefined);
    jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'setImmediate', 'nextTick'] });
    try {
      act(() => page.getByRole('button', { name: 'again' }).click());
      await jest.advanceTimersByTimeAsync(3900);
      expect(drawn).toBe(1);
      away = false;
      await jest.advanceTimersByTimeAsync(200);
    } finally {
      jest.useRealTimers();
    }
    await waitFor(() => expect(drawn).toBe(2));
    screens.instead = null;
  });

  test('what closes itself over what it did still has its screen drawn anew', async () => {
    let drawn = 0;
    const page = await screens.draw(() => {
      drawn += 1;
      return <Closing />;
    });
    act(() => page.getByRole('button', { name: 'again' }).click());
    act(() => closes());
    expect(page.getByText('closed')).toBeTruthy();
    await waitFor(() => expect(drawn).toBe(2));
  });

  test('for who has left a server that is away is not asked again, whenever the answer comes', async () => {
    const page = await screens.draw(() => <Again />);
    let asked = 0;
    let answer: (to: Response) => void = () => {};
    const before = globalThis.fetch;
    globalThis.fetch = () => {
      asked += 1;
      return new Promise((resolve) => {
        answer = resolve;
      });
    };
    jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'setImmediate', 'nextTick'] });
    try {
      act(() => page.getByRole('button', { name: 'again' }).click());
      page.leave();
      answer(new Response(null, { status: 503 }));
      await jest.advanceTimersByTimeAsync(60_000);
      expect([asked, jest.getTimerCount()]).toEqual([1, 0]);
    } finally {
      jest.useRealTimers();
      globalThis.fetch = before;
    }
  });
});

describe('words that come with what most screens do not show', () => {
  const OF = {
    en: async () => ({ default: { own: { word: 'kite' } } }),
    ar: async () => ({ default: { own: { word: 'طائرة' } } }),
  };
  const drawn = (locale: string, { meanwhile, ...other }: { meanwhile?: ReactNode; en?: typeof OF.en } = {}) => {
    const of = { ...OF, ...other };
    document.documentElement.lang = locale;
    return render(
      <NextIntlClientProvider locale={locale} messages={{ around: { word: 'sky' } } as never} timeZone="UTC">
        <FetchedWords of={of} meanwhile={meanwhile}>
          <Said />
        </FetchedWords>
      </NextIntlClientProvider>,
    );
  };

  test('nothing is drawn before they are there; then they stand beside those that were', async () => {
    const { container, findByText } = drawn('en-GB');
    expect(container.textContent).toBe('');
    expect(await findByText('kite, sky')).toBeTruthy();
  });

  test('they are those of the language of the page', async () => {
    const { findByText } = drawn('ar');
    expect(await findByText('طائرة, sky')).toBeTruthy();
    document.documentElement.lang = 'en';
  });

  test('where a network loses them they are asked for again, and something as large stands there meanwhile', async () => {
    let asked = 0;
    const { container, findByText } = drawn('en-GB', {
      meanwhile: <p>…</p>,
      en: async () => {
        asked += 1;
        if (asked === 1) throw new TypeError('lost');
        return { default: { own: { word: 'kite' } } };
      },
    });
    expect(container.textContent).toBe('…');
    await waitFor(() => expect(asked).toBe(1));
    await new Promise((resolve) => setTimeout(resolve, 0));
    act(() => void dispatchEvent(new Event('online')));
    expect(await findByText('kite, sky')).toBeTruthy();
    expect(asked).toBe(2);
  });
});

describe('files that go along', () => {
  test('each is named, and taken off again; of none nothing is said', async () => {
    const page = await screens.draw(() => <Files />, '(frame)/asides');
    expect(page.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      expect.stringContaining('map.pdf'),
      expect.stringContaining('خريطة.png'),
    ]);
    expect(await screens.found()).toEqual([]);
    await page.hand.click(page.getByRole('button', { name: /map\.pdf/ }));
    expect(page.getAllByRole('listitem')).toHaveLength(1);
    await page.hand.click(page.getByRole('button', { name: /خريطة/ }));
    expect(page.queryByRole('list')).toBeNull();
    expect(MOST_ATTACHED).toBeGreaterThan(1);
  });

  test('one that is sent up is known by its bytes, and keeps its name', async () => {
    const file = new File(['The vane turns.'], 'vane & mast.txt', { type: 'text/plain' });
    const sent = await sendUp(file);
    expect(sent).toMatchObject({ ok: true, file: { name: 'vane & mast.txt' } });
    // SHA-256 of these fifteen bytes, by the platform.
    const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode('The vane turns.'));
    expect(sent.ok && sent.file.sha256).toBe(Buffer.from(digest).toString('hex'));
  });

  test('where it is refused, why is said', async () => {
    screens.instead = () => Response.json({ ok: false, code: 'too-large' }, { status: 413 });
    expect(await sendUp(new File(['x'], 'x.txt'))).toEqual({ ok: false, code: 'too-large' });
    screens.instead = null;
  });
});
