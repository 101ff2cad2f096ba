/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { act, cleanup, render, screen } from '@testing-library/react';
import type { Editor } from '@tiptap/react';
import { useRef } from 'react';
import { useFitting, useFreeEdge } from './use-room';

afterEach(cleanup);

function Row({ count, beside }: { count: number; beside: boolean }) {
  const { row, fit } = useFitting(count);
  return (
    <div ref={row} style={{ columnGap: '2px' }}>
      {beside ? <select aria-label="kind" /> : null}
      {Array.from({ length: fit }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: they are alike
        <button key={i} type="button" data-tool>
          {i}
        </button>
      ))}
      {fit < count ? (
        <button type="button" data-tool>
          more
        </button>
      ) : null}
    </div>
  );
}

const box = (top: number, bottom: number) => ({ top, bottom, height: bottom - top }) as DOMRect;

/** An editor of 600 px with its caret somewhere. */
class MadeUp {
  isDestroyed = false;
  caret = box(0, 20);
  broken = false;
  readonly heard = new Set<() => void>();
  readonly state = { selection: { head: 1 } };
  readonly view = {
    dom: { parentElement: { parentElement: { getBoundingClientRect: () => box(100, 700) } } },
    coordsAtPos: () => {
      if (this.broken) throw new RangeError('nothing is laid out');
      return this.caret;
    },
  };
  on = (_: string, listener: () => void) => void this.heard.add(listener);
  off = (_: string, listener: () => void) => void this.heard.delete(listener);
  goesTo(top: number) {
    this.caret = box(top, top + 20);
    act(() => {
      for (const listener of this.heard) listener();
    });
  }
}

function Floating({ editor, open }: { editor: MadeUp; open: string | null }) {
  const lines = useRef<HTMLDivElement>(null);
  const edge = useFreeEdge(editor as unknown as Editor, open, lines);
  return (
    <div ref={lines} data-testid="lines" data-edge={edge}>
      <p
        ref={(line) => {
          // A line of 80 px, where it lies.
          if (line) line.getBoundingClientRect = () => (edge === 'top' ? box(100, 180) : box(620, 700));
        }}
      >
        open
      </p>
    </div>
  );
}

describe('how many tools fit', () => {
  /** How wide the row is; each tool takes 34 and a gap of 2, what else stands in it 80. */
  let wide = 0;
  let measure = () => {};
  beforeAll(() => {
    const { prototype } = window.HTMLElement;
    jest.spyOn(prototype, 'offsetWidth', 'get').mockImplementation(function of(this: HTMLElement) {
      return this.matches('[data-tool]') ? 34 : 80;
    });
    jest.spyOn(prototype, 'clientWidth', 'get').mockImplementation(() => wide);
    Object.assign(globalThis, {
      ResizeObserver: class {
        constructor(changed: () => void) {
          measure = changed;
        }
        observe() {}
        disconnect() {}
      },
    });
  });

  afterAll(() => jest.restoreAllMocks());

  const shown = () => screen.getAllByRole('button').map(({ textContent }) => textContent);
  const becomes = (width: number) => {
    wide = width;
    act(() => measure());
  };

  test('all of them in a wide row; in a narrower one the last is what holds the rest', () => {
    // Ten of 34 with nine gaps of 2 are 358.
    wide = 358;
    render(<Row count={10} beside={false} />);
    expect(shown()).toHaveLength(10);
    becomes(357);
    expect(shown()).toEqual(['0', '1', '2', '3', '4', '5', '6', '7', 'more']);
    becomes(700);
    expect(shown()).toHaveLength(10);
  });

  test('what stands beside them takes its room, and one tool is always there', () => {
    wide = 82 + 358;
    render(<Row count={10} beside />);
    expect(shown()).toHaveLength(10);
    becomes(82 + 357);
    expect(shown()).toHaveLength(9);
    becomes(20);
    expect(shown()).toEqual(['0', 'more']);
  });
});

describe('the edge at which something floats', () => {
  const edge = () => screen.getByTestId('lines').getAttribute('data-edge');

  test('is the one away from the caret when it opens', () => {
    const editor = new MadeUp();
    editor.caret = box(120, 140);
    const { rerender } = render(<Floating editor={editor} open={null} />);
    expect(edge()).toBe('top');
    rerender(<Floating editor={editor} open="link" />);
    expect(edge()).toBe('bottom');
    editor.caret = box(640, 660);
    rerender(<Floating editor={editor} open="table" />);
    expect(edge()).toBe('top');
  });

  test('stays while the caret is free of it, and gives way when it is not', () => {
    const editor = new MadeUp();
    editor.caret = box(120, 140);
    render(<Floating editor={editor} open="find" />);
    expect(edge()).toBe('bottom');
    editor.goesTo(500);
    expect(edge()).toBe('bottom');
    editor.goesTo(630);
    expect(edge()).toBe('top');
    editor.goesTo(400);
    expect(edge()).toBe('top');
    editor.goesTo(110);
    expect(edge()).toBe('bottom');
  });

  test('stays where it is while nothing is laid out, and is not asked any more when nothing is open', () => {
    const editor = new MadeUp();
    editor.broken = true;
    const { rerender } = render(<Floating editor={editor} open="find" />);
    expect(edge()).toBe('top');
    editor.goesTo(110);
    expect(edge()).toBe('top');
    rerender(<Floating editor={editor} open={null} />);
    expect(editor.heard.size).toBe(0);
  });
});
