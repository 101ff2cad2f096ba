'use client';

import { useTranslations } from 'next-intl';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { useReadingSettings } from '@/ui/common/reading-settings';
import classes from './material.module.css';

const BLOCKS = 'p, h2, h3, li, blockquote, td, th, figcaption';
const SPOKEN = 'kite-spoken';

/** The blocks of a text that hold words of their own, in order; a list item with paragraphs is read by those. */
const blocksOf = (text: HTMLElement): HTMLElement[] =>
  [...text.querySelectorAll<HTMLElement>(BLOCKS)].filter(
    (block) =>
      block.querySelector(BLOCKS) === null && (block.textContent ?? '').trim() !== '' && !block.closest('nav, header'),
  );

/** Where the letters from `start` to `end` of a block stand on the page. */
function rangeIn(block: HTMLElement, start: number, end: number): Range | null {
  const walker = document.createTreeWalker(block, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  let passed = 0;
  let begun = false;
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const length = node.textContent?.length ?? 0;
    if (!begun && start < passed + length) {
      range.setStart(node, start - passed);
      begun = true;
    }
    if (begun && end <= passed + length) {
      range.setEnd(node, end - passed);
      return range;
    }
    passed += length;
  }
  return null;
}

/** Marks the word that is being read, and keeps it in view. */
function follow(block: HTMLElement, start: number, length: number): void {
  const text = block.textContent ?? '';
  const end = length > 0 ? start + length : start + (/^\S+/.exec(text.slice(start))?.[0].length ?? 0);
  const range = rangeIn(block, start, Math.min(text.length, end));
  if (!range || !('highlights' in CSS)) return;
  CSS.highlights.set(SPOKEN, new Highlight(range));
  block.scrollIntoView({ block: 'nearest', inline: 'nearest' });
}

interface Props {
  readonly text: RefObject<HTMLElement | null>;
  readonly lang: string;
}

type Going = 'off' | 'reading' | 'paused';

/** Some browsers come to know their voices a while after they were asked: until then none is not said to be there, in milliseconds. */
const VOICES_COME_WITHIN = 2000;

/**
 * Has a text read aloud by the browser's own voice, the word followed; says so where there is no voice. Which it is only the
 * browser knows: its place is there from the beginning, so that the text stays where it is when it is known.
 */
export function ReadAloud(props: Props) {
  return (
    <span className={classes.aloudPlace}>
      <Voices {...props} />
    </span>
  );
}

function Voices({ text, lang }: Props) {
  const t = useTranslations('aloud');
  const { settings, change } = useReadingSettings();
  const [going, setGoing] = useState<Going>('off');
  const [voices, setVoices] = useState<readonly SpeechSynthesisVoice[] | null>(null);
  const stopped = useRef(true);
  /** The block that is read: in it alone, and in what is within it, a word is marked (`texts.css`). */
  const here = useRef<Element | null>(null);
  const mark = useCallback((block: Element | null) => {
    here.current?.removeAttribute('data-read-aloud');
    block?.setAttribute('data-read-aloud', '');
    here.current = block;
  }, []);

  useEffect(() => {
    const speech = window.speechSynthesis;
    if (!speech) {
      setVoices([]);
      return;
    }
    const look = () => setVoices(speech.getVoices());
    const late = setTimeout(look, VOICES_COME_WITHIN);
    if (speech.getVoices().length > 0) look();
    speech.addEventListener('voiceschanged', look);
    return () => {
      clearTimeout(late);
      speech.removeEventListener('voiceschanged', look);
    };
  }, []);

  const stop = useCallback(() => {
    stopped.current = true;
    window.speechSynthesis?.cancel();
    if ('highlights' in CSS) CSS.highlights.delete(SPOKEN);
    mark(null);
    setGoing('off');
  }, [mark]);
  useEffect(() => stop, [stop]);

  const fitting = (voices ?? []).filter((voice) => voice.lang.toLowerCase().startsWith(lang.slice(0, 2)));
  const start = () => {
    if (!text.current) return;
    const blocks = blocksOf(text.current);
    stopped.current = false;
    setGoing('reading');
    const read = (i: number) => {
      const block = blocks[i];
      if (!block || stopped.current) {
        stop();
        return;
      }
      mark(block);
      const said = new SpeechSynthesisUtterance(block.textContent ?? '');
      said.lang = lang;
      said.rate = settings.speed;
      said.voice = fitting.find(({ name }) => name === settings.voice) ?? fitting[0] ?? null;
      said.onboundary = ({ charIndex, charLength, name }) => {
        if (name === 'word' || name === undefined) follow(block, charIndex, charLength ?? 0);
      };
      said.onend = () => read(i + 1);
      said.onerror = stop;
      window.speechSynthesis.speak(said);
    };
    read(0);
  };

  if (voices === null) return null;
  if (voices.length === 0) return <span className="soft">{t('no-voice')}</span>;
  return (
    <span className={classes.aloud}>
      {going === 'off' ? (
        <button type="button" className="quiet" onClick={start}>
          {t('start')}
        </button>
      ) : (
        <>
          <button
            type="button"
            className="quiet"
            onClick={() => {
              if (going === 'reading') window.speechSynthesis.pause();
              else window.speechSynthesis.resume();
              setGoing(going === 'reading' ? 'paused' : 'reading');
            }}
          >
            {going === 'reading' ? t('pause') : t('on')}
          </button>
          <button type="button" className="quiet" onClick={stop}>
            {t('stop')}
          </button>
        </>
      )}
      <select
        className="field"
        aria-label={t('speed')}
        value={settings.speed}
        onChange={(event) => change({ speed: Number(event.target.value) })}
      >
        {[0.6, 0.8, 1, 1.25, 1.5].map((speed) => (
          <option key={speed} value={speed}>
            {t('times', { n: speed })}
          </option>
        ))}
      </select>
      {fitting.length > 1 ? (
        <select
          className="field"
          aria-label={t('voice')}
          value={settings.voice}
          onChange={(event) => change({ voice: event.target.value })}
        >
          {fitting.map(({ name }) => (
            <option key={name} value={name}>
              {name}
            </option>
          ))}
        </select>
      ) : null}
    </span>
  );
}
