'use client';

import { useTranslations } from 'next-intl';
import { type CSSProperties, useCallback, useEffect, useRef, useState } from 'react';
import { lookedUp } from '@/core/text/looked-up';
import { Meanings } from './meanings';
import classes from './words.module.css';

interface Selected {
  readonly word: string;
  /** Where it stands on the screen, in pixels. */
  readonly box: DOMRect;
}

/** So long a selection rests before something is offered for it: it is often still being made. */
const SETTLE = 250;
const GAP = 8;
/** So much the panel may need below the word. */
const ROOM = 330;

/** The word that is selected in something that is read; `null` for whatever else is. */
function selectedWord(): Selected | null {
  const selection = document.getSelection();
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  const at = range.commonAncestorContainer;
  const element = at instanceof Element ? at : at.parentElement;
  if (!element?.closest('[data-words]') || element.closest('[contenteditable="true"], button, input, textarea'))
    return null;
  const word = lookedUp(selection.toString());
  return word === null ? null : { word, box: range.getBoundingClientRect() };
}

/** Below the word, or above it where there is no room below; never over the edge. */
function besideOf(box: DOMRect): CSSProperties {
  const left = Math.max(12, Math.min(box.left, window.innerWidth - 432));
  return window.innerHeight - box.bottom > ROOM
    ? { left, top: box.bottom + GAP }
    : { left, bottom: window.innerHeight - box.top + GAP };
}

/** Offers the meaning of a word that is selected in what is read: by a click, or with Enter. */
export function SelectedWord() {
  const t = useTranslations('meaning');
  const [selected, setSelected] = useState<Selected | null>(null);
  const [open, setOpen] = useState(false);
  const panel = useRef<HTMLDialogElement>(null);
  const put = useCallback(() => {
    setSelected(null);
    setOpen(false);
  }, []);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      clearTimeout(timer);
      // What is open stays while one reads and selects in it.
      if (panel.current?.contains(document.getSelection()?.anchorNode ?? null)) return;
      timer = setTimeout(() => {
        const found = selectedWord();
        setSelected((before) => (before && found && before.word === found.word ? before : found));
        setOpen((before) => before && found !== null);
      }, SETTLE);
    };
    // What is moved takes the offer with it: it stands beside the word again when that has come to rest.
    const moved = () => {
      if (panel.current) return;
      setSelected(null);
      look();
    };
    document.addEventListener('selectionchange', look);
    window.addEventListener('scroll', moved, { capture: true, passive: true });
    window.addEventListener('resize', moved);
    return () => {
      clearTimeout(timer);
      document.removeEventListener('selectionchange', look);
      window.removeEventListener('scroll', moved, { capture: true });
      window.removeEventListener('resize', moved);
    };
  }, []);
  useEffect(() => {
    if (!selected) return;
    const byKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') put();
      const free = document.activeElement === document.body || document.activeElement?.hasAttribute('data-words');
      if (event.key === 'Enter' && free && !event.defaultPrevented) setOpen(true);
    };
    window.addEventListener('keydown', byKey);
    return () => window.removeEventListener('keydown', byKey);
  }, [selected, put]);
  useEffect(() => {
    if (open) panel.current?.focus();
  }, [open]);
  if (!selected) return null;
  const label = t('of', { word: selected.word });
  if (!open) {
    return (
      <>
        <button
          type="button"
          className={classes.chip}
          style={besideOf(selected.box)}
          // The words stay selected while it is pressed.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => setOpen(true)}
        >
          {label}
        </button>
        <span className="visually-hidden" role="status">
          {t('key', { word: selected.word })}
        </span>
      </>
    );
  }
  return (
    <dialog
      ref={panel}
      open
      tabIndex={-1}
      className={classes.panel}
      style={{ ...besideOf(selected.box), margin: 0 }}
      aria-label={label}
    >
      <header>
        <strong>{label}</strong>
        <button type="button" className="quiet" onClick={put}>
          {t('put-away')}
        </button>
      </header>
      <Meanings word={selected.word} />
    </dialog>
  );
}
