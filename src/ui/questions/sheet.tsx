'use client';

import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import { readAnswer } from '@/core/kinds/question/answered';
import { partLetter } from '@/core/questions/answers';
import type { AskedPart, AskedSheet } from '@/core/questions/paper';
import { plainText } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import { DocumentView } from '@/ui/common/document-view';
import { inputOf } from '@/ui/kinds/question';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { MaterialView } from '@/ui/material/material-view';
import classes from './questions.module.css';
import { type Tried, TriedWords } from './tried-words';
import type { Answering } from './use-answering';

/** A hint, given when it is asked for. */
function Hint({ ask: asked, lang }: { ask: () => Promise<Doc | null>; lang: string }) {
  const t = useTranslations('questions');
  const [hint, setHint] = useState<Doc | null>(null);
  const ask = async () => {
    setHint(await asked());
  };
  return hint ? (
    <div className={classes.hint} role="status">
      <strong>{t('hint')}</strong> <DocumentView document={hint} lang={lang} />
    </div>
  ) : (
    <button type="button" className="quiet" onClick={ask}>
      {t('give-hint')}
    </button>
  );
}

interface PartProps {
  readonly part: AskedPart;
  readonly letter: string | null;
  readonly answering: Answering;
  readonly editable: boolean;
  readonly desk: DeskTools;
  readonly points: boolean;
  readonly tried: Tried | null;
}

/** One part: what is asked, and where it is answered. */
function PartOf({ part, letter, answering, editable, desk, points, tried }: PartProps) {
  const t = useTranslations('questions');
  const Input = inputOf(part.kind);
  const id = `asks-${part.id}`;
  const lang = desk.view.class.locale;
  return (
    <div className={classes.part} data-lettered={letter !== null || undefined} data-part={part.id}>
      {letter === null ? null : <b>{letter}</b>}
      <div>
        {plainText(part.prompt) === '' ? null : (
          <div id={id} className={classes.prompt}>
            <DocumentView document={part.prompt} lang={lang} />
            {points && letter !== null ? <small>{t('points', { n: part.points })}</small> : null}
          </div>
        )}
        <Input
          part={part.id}
          asked={part.asked}
          answer={readAnswer(part.kind, answering.answers[part.id] ?? null)}
          change={(answer) => answering.set(part.id, answer)}
          text={answering.text(part.id)}
          editable={editable}
          labelledBy={id}
          desk={desk}
        />
        {part.hinted && tried === null ? <Hint ask={() => answering.hint(part.id)} lang={lang} /> : null}
        {tried ? <TriedWords tried={tried} part={part} lang={lang} /> : null}
      </div>
    </div>
  );
}

interface Props {
  readonly sheet: AskedSheet;
  readonly answering: Answering;
  readonly desk: DeskTools;
  /** It was looked at, in practice: it is not changed any more. */
  readonly tried: Tried | null;
  readonly points: boolean;
}

/** One question: what it is about, and its parts beside that. */
export function Sheet({ sheet, answering, desk, tried, points }: Props) {
  const body = useRef<HTMLDivElement>(null);
  const material = sheet.material === null ? undefined : answering.running.materials[sheet.material];
  const about = sheet.stem !== null || material !== undefined;
  const lang = desk.view.class.locale;
  return (
    <div ref={body} className={classes.sheet} data-about={about || undefined}>
      {about ? (
        <div className={classes.stem}>
          {sheet.stem ? <DocumentView document={sheet.stem} lang={lang} /> : null}
          {material ? <MaterialView material={material} /> : null}
        </div>
      ) : null}
      <div>
        {sheet.parts.map((part, i) => (
          <PartOf
            key={part.id}
            part={part}
            letter={sheet.parts.length > 1 ? partLetter(i) : null}
            answering={answering}
            editable={answering.editable && tried === null}
            desk={desk}
            points={points}
            tried={tried}
          />
        ))}
      </div>
    </div>
  );
}

/** The loop that ties a question to be come back to. */
export function LoopButton({ tied, tie }: { tied: boolean; tie: () => void }) {
  const t = useTranslations('questions');
  return (
    <button type="button" className={classes.loop} aria-pressed={tied} onClick={tie}>
      <svg width="34" height="22" viewBox="0 0 34 22" aria-hidden="true">
        <path
          d="M21 9.5C14 9.5 13 3.5 8 4C3 4.5 1.5 9 1.5 11C1.5 13 3 17.5 8 18C13 18.5 14 12.5 21 12.5"
          fill="none"
          stroke={tied ? 'var(--thread)' : 'var(--ink-soft)'}
          strokeWidth="2"
          strokeLinecap="round"
        />
        <circle
          cx="26"
          cy="11"
          r="6"
          fill={tied ? 'var(--thread)' : 'var(--sheet)'}
          stroke="var(--ink-soft)"
          strokeWidth="2"
        />
      </svg>
      <span>{t('come-back')}</span>
    </button>
  );
}
