'use client';

import { type Editor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { VARIETIES } from '@/core/text/spelling';
import { post } from '@/ui/common/client-request';
import { Meanings } from '@/ui/words/meanings';
import { countMisspelt, type Marked, misspeltAt, nextMisspelt, wordAt } from './spelling-marks';
import { ToolLine } from './tool-line';
import classes from './tool-lines.module.css';
import type { SpellingSettings, WritingHelp } from './writing-help';

interface SpellingProps {
  readonly editor: Editor;
  readonly help: WritingHelp;
  readonly settings: SpellingSettings;
  readonly choose: (variety: SpellingSettings['variety']) => void;
  readonly close: () => void;
}

/** The misspelt word at the caret: what may have been meant, take it as it is, go to the next. And which English. */
export function SpellingLine({ editor, help, settings, choose, close }: SpellingProps) {
  const t = useTranslations('writing');
  const at = useEditorState({ editor, selector: ({ editor: now }) => misspeltAt(now) });
  const left = useEditorState({ editor, selector: ({ editor: now }) => countMisspelt(now) });
  const [words, setWords] = useState<readonly string[] | null>(null);
  const word = at?.word ?? null;
  useEffect(() => {
    setWords(null);
    if (word === null) return;
    let gone = false;
    void help.suggest(word).then((found) => {
      if (!gone) setWords(found);
    });
    return () => {
      gone = true;
    };
  }, [help, word]);
  const put = ({ from, to }: Marked, instead: string) =>
    editor.chain().focus().insertContentAt({ from, to }, instead).run();
  const [own, setOwn] = useState(settings.own);
  const take = (one: string, taken: boolean) => {
    help.learn(one, taken);
    setOwn(taken ? [...own, one] : own.filter((other) => other !== one));
    void post('/api/own-words', { word: one, taken });
  };
  return (
    <ToolLine label={t('spelling')} close={close}>
      {settings.variety === 'off' ? null : (
        <>
          <span role="status">
            {at ? t('misspelt', { word: at.word }) : left === 0 ? t('none-misspelt') : t('some-misspelt', { n: left })}
          </span>
          {at && words === null ? <span className="soft">{t('looking')}</span> : null}
          {at && words?.length === 0 ? <span className="soft">{t('no-suggestion')}</span> : null}
          {at
            ? words?.map((one) => (
                <button key={one} type="button" className={classes.tone} lang="en" onClick={() => put(at, one)}>
                  {one}
                </button>
              ))
            : null}
          {at ? (
            <button type="button" className="quiet" onClick={() => take(at.word, true)}>
              {t('take-word')}
            </button>
          ) : null}
          {left > 0 ? (
            <button type="button" className="quiet" onClick={() => nextMisspelt(editor)}>
              {t('next-misspelt')}
            </button>
          ) : null}
        </>
      )}
      <label className={classes.variety}>
        {t('variety')}
        <select
          className="field"
          value={settings.variety}
          onChange={(event) => choose(event.target.value as SpellingSettings['variety'])}
        >
          {[...VARIETIES, 'off' as const].map((one) => (
            <option key={one} value={one}>
              {t(`variety-${one}`)}
            </option>
          ))}
        </select>
      </label>
      {own.length > 0 ? (
        <details className={classes.ownWords}>
          <summary>{t('own-words', { n: own.length })}</summary>
          <ul>
            {own.map((one) => (
              <li key={one}>
                <bdi lang="en">{one}</bdi>{' '}
                <button
                  type="button"
                  className="quiet"
                  aria-label={t('let-go', { word: one })}
                  onClick={() => take(one, false)}
                >
                  {t('let-go-short')}
                </button>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </ToolLine>
  );
}

/** What the word at the caret means, from the lexicon of the school. */
export function MeaningLine({ editor, close }: { editor: Editor; close: () => void }) {
  const t = useTranslations('writing');
  const word = useEditorState({ editor, selector: ({ editor: now }) => wordAt(now)?.word ?? null });
  return (
    <ToolLine label={t('meaning')} close={close}>
      <div className={classes.meanings}>
        <Meanings word={word} />
      </div>
    </ToolLine>
  );
}
