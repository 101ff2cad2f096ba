'use client';

import { IconX } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { readVtt } from '@/core/formats/webvtt';
import { type CaptionLine, LONGEST_LINE, MOST_LINES } from '@/core/recording/captions';
import { post } from '@/ui/common/client-request';
import { draftKey, useKeptDraft } from '@/ui/common/kept-draft';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton } from '@/ui/common/primary-button';
import { wordsHere } from '@/ui/device/kept-words';
import { placeWords } from '@/ui/material/read-along';
import { Player } from './player';
import classes from './said-words.module.css';

interface Line extends CaptionLine {
  readonly id: number;
}

interface Props {
  readonly piece: string;
  readonly of: 'sound' | 'video';
  readonly lang: string;
  /** It is over: with other words than before, or as it was. */
  readonly done: (changed: boolean) => void;
}

const numbered = (lines: readonly CaptionLine[]): readonly Line[] => lines.map((line, id) => ({ ...line, id }));

function fromDraft(draft: string): readonly CaptionLine[] | null {
  try {
    return draft === '' ? null : (JSON.parse(draft) as readonly CaptionLine[]);
  } catch {
    return null;
  }
}

/** What is said in a recording, written down line by line while one hears it. */
export function SaidWords({ piece, of, lang, done }: Props) {
  const t = useTranslations('record');
  const media = useRef<HTMLAudioElement & HTMLVideoElement>(null);
  const list = useRef<HTMLOListElement>(null);
  const name = `said:${piece}`;
  const [, setDraft] = useKeptDraft(name);
  const [lines, setLines] = useState<readonly Line[] | null>(null);
  const [now, setNow] = useState(0);
  const [fresh, setFresh] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [going, setGoing] = useState(false);
  useEffect(() => {
    let left = false;
    fetch(`/api/pieces/${piece}/captions`)
      .then((answer) => (answer.ok ? answer.text() : ''))
      .catch(() => '')
      .then((text) => {
        if (left) return;
        const kept = readVtt(text).map(({ from, words }) => ({ at: from, words }));
        // What was typed and not kept yet comes first.
        const all = fromDraft(wordsHere(draftKey(name)) ?? '') ?? (kept.length > 0 ? kept : [{ at: 0, words: '' }]);
        setLines(numbered(all));
      });
    return () => {
      left = true;
    };
  }, [piece, name]);
  useEffect(() => {
    if (fresh === null) return;
    list.current?.querySelector<HTMLInputElement>(`[data-line="${fresh}"]`)?.focus();
    setFresh(null);
  }, [fresh]);
  if (!lines) return <p role="status">{t('words-opening')}</p>;
  const change = (next: readonly Line[]) => {
    setLines(next);
    setDraft(JSON.stringify(next.map(({ at, words }) => ({ at, words }))));
  };
  const put = (id: number, part: Partial<CaptionLine>) =>
    change(lines.map((line) => (line.id === id ? { ...line, ...part } : line)).toSorted((a, b) => a.at - b.at));
  const here = () => Math.round((media.current?.currentTime ?? 0) * 10) / 10;
  const add = () => {
    const id = Math.max(-1, ...lines.map((line) => line.id)) + 1;
    change([...lines, { id, at: here(), words: '' }].toSorted((a, b) => a.at - b.at));
    setFresh(id);
  };
  const hear = (at: number) => {
    if (!media.current) return;
    media.current.currentTime = at;
    void media.current.play().catch(() => {});
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      add();
    } else if (event.key === ' ' && event.ctrlKey) {
      event.preventDefault();
      if (media.current?.paused) void media.current.play().catch(() => {});
      else media.current?.pause();
    }
  };
  const keep = async () => {
    setGoing(true);
    setProblem(null);
    const answer = await post(`/api/pieces/${piece}`, {
      act: 'caption',
      lines: lines.map(({ at, words }) => ({ at, words })),
    });
    setGoing(false);
    if (!answer.ok) return setProblem(answer.code);
    setDraft('');
    done(true);
  };
  return (
    <section className={classes.words} aria-label={t('words')}>
      <h3>{t('words')}</h3>
      <p className="soft">{t('words-how')}</p>
      <div onTimeUpdateCapture={() => setNow(here())}>
        <Player of={of} src={`/api/pieces/${piece}/file`} label={t('kept-label')} media={media} />
      </div>
      <ol ref={list} className={classes.lines}>
        {lines.map(({ id, at, words }) => (
          <li key={id}>
            <button
              type="button"
              className="quiet"
              aria-label={t('hear-from', { at: placeWords(at) })}
              onClick={() => hear(at)}
            >
              <span dir="ltr">{placeWords(at)}</span>
            </button>
            <input
              className="field"
              data-line={id}
              value={words}
              lang={lang}
              dir="auto"
              maxLength={LONGEST_LINE}
              aria-label={t('said-from', { at: placeWords(at) })}
              onChange={({ currentTarget }) => put(id, { words: currentTarget.value })}
              onKeyDown={key}
            />
            <button
              type="button"
              className="quiet"
              aria-label={t('begins-here', { at: placeWords(at), now: placeWords(now) })}
              onClick={() => put(id, { at: here() })}
            >
              {t('begins-short', { now: placeWords(now) })}
            </button>
            <button
              type="button"
              className="quiet"
              aria-label={t('drop-line', { at: placeWords(at) })}
              onClick={() => change(lines.filter((line) => line.id !== id))}
            >
              <IconX size={18} stroke={1.6} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ol>
      {lines.length < MOST_LINES ? (
        <button type="button" className="quiet" onClick={add}>
          {t('add-line', { at: placeWords(now) })}
        </button>
      ) : null}
      {problem ? <p role="alert">{t(keyOr(t.has, `words-held.${problem}`, 'words-held.broke'))}</p> : null}
      <p className={classes.acts}>
        <PrimaryButton loading={going} onClick={() => void keep()}>
          {t('keep-words')}
        </PrimaryButton>
        <button
          type="button"
          className="quiet"
          onClick={() => {
            setDraft('');
            done(false);
          }}
        >
          {t('leave-words')}
        </button>
      </p>
    </section>
  );
}
