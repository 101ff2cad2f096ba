'use client';

import type { ComponentType, KeyboardEvent } from 'react';

/** Arrow keys go from tool to tool, so that Tab passes the whole bar in one step (the toolbar pattern of WAI-ARIA). */
export function byArrows(event: KeyboardEvent<HTMLDivElement>): void {
  if (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft' && event.key !== 'Home' && event.key !== 'End') return;
  const tools = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-tool]:not(:disabled)')];
  const at = tools.indexOf(event.target as HTMLElement);
  if (at < 0) return;
  const on = (event.key === 'ArrowRight') === (getComputedStyle(event.currentTarget).direction === 'ltr');
  const to =
    event.key === 'Home'
      ? 0
      : event.key === 'End'
        ? tools.length - 1
        : (at + (on ? 1 : -1) + tools.length) % tools.length;
  event.preventDefault();
  for (const [i, tool] of tools.entries()) tool.tabIndex = i === to ? 0 : -1;
  tools[to]?.focus();
}

/** A tool of the text. */
export interface Tool {
  readonly key: string;
  readonly word: string;
  readonly Icon: ComponentType<{ size: number; stroke: number }>;
  readonly pressed?: boolean;
  /** It opens a line, which is open or not. */
  readonly expanded?: boolean;
  /** What it does stands at the caret. */
  readonly active?: boolean;
  readonly disabled?: boolean;
  readonly run: () => void;
}

/** A tool in the row, by its sign; in the list of those without room, with its word. */
export function ToolButton({ tool, first, worded }: { tool: Tool; first: boolean; worded?: boolean }) {
  const { key, word, Icon, pressed, expanded, active, disabled, run } = tool;
  return (
    <button
      key={key}
      data-tool
      tabIndex={worded || first ? 0 : -1}
      type="button"
      aria-pressed={pressed}
      aria-expanded={expanded}
      aria-label={worded ? undefined : word}
      title={worded ? undefined : word}
      data-active={active || undefined}
      disabled={disabled}
      onClick={run}
    >
      <Icon size={18} stroke={1.8} />
      {worded ? word : null}
    </button>
  );
}
