'use client';

import { useTranslations } from 'next-intl';
import { type KeyboardEvent, useState } from 'react';
import { canonicalJson } from '@/core/documents/fingerprint';
import { textOut } from '@/core/questions/text-out';
import { typedText } from '@/core/questions/typed-text';
import { plainText } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import { DocumentView } from '@/ui/common/document-view';
import { GrowingText } from '@/ui/common/growing-text';
import classes from './asking.module.css';

interface Props {
  readonly doc: Doc;
  readonly change: (doc: Doc) => void;
  readonly label: string;
  readonly lang: string;
  readonly editable: boolean;
  readonly placeholder?: string;
  /** What Enter does, in a field of one line. */
  readonly onEnter?: () => void;
  readonly large?: boolean;
  /** It is one of several things, among which Enter goes. */
  readonly thing?: boolean;
}

const same = (one: Doc, other: Doc): boolean => canonicalJson(one) === canonicalJson(other);

/** Has a line more to show than its letters? */
const isRich = (text: string): boolean => /\$[^$]+\$|!\[|\*[^*]+\*/.test(text);

/**
 * A text that is typed as lines: formulas between dollar signs, what is slanted between stars. What lines cannot say is shown as
 * it is, until somebody types it anew.
 */
export function SaidField({
  doc,
  change,
  label,
  lang,
  editable,
  placeholder,
  onEnter,
  large = false,
  thing = false,
}: Props) {
  const t = useTranslations('set');
  const out = textOut(doc);
  const [typed, setTyped] = useState(out ?? '');
  // What was typed stays as it was typed while it means the same: a space at its end, too.
  const text = same(typedText(typed), doc) ? typed : out;
  if (text === null)
    return (
      <div>
        <DocumentView document={doc} lang={lang} />
        {editable ? (
          <button type="button" className="quiet" onClick={() => change(typedText(plainText(doc)))}>
            {t('type-anew')}
          </button>
        ) : null}
      </div>
    );
  const enter = (event: KeyboardEvent) => {
    if (!onEnter || event.key !== 'Enter' || event.shiftKey || event.nativeEvent.isComposing) return;
    event.preventDefault();
    onEnter();
  };
  return (
    <div className={classes.said}>
      <GrowingText
        aria-label={label}
        placeholder={placeholder ?? ''}
        value={text}
        readOnly={!editable}
        minRows={1}
        maxRows={14}
        maxLength={10_000}
        dir="auto"
        lang={lang}
        className={`${classes.line} ${large ? classes.prompt : ''}`}
        data-thing={thing || undefined}
        onKeyDown={enter}
        onChange={({ currentTarget: { value } }) => {
          setTyped(value);
          change(typedText(value));
        }}
      />
      {isRich(text) ? (
        <div className={classes.shown}>
          <DocumentView document={doc} lang={lang} />
        </div>
      ) : null}
    </div>
  );
}
