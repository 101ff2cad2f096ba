'use client';

import type { Editor } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { type FormEvent, type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import type { PostId, TalkId } from '@/core/ids';
import { plainText, prose } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import { newAct } from '@/ui/common/act';
import type { Attached } from '@/ui/common/attached-files';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { PostEditor } from './post-editor';
import { spoken, underlining } from './soundings';
import classes from './talk.module.css';
import { useHalfWritten } from './use-half-written';

/** What tells whether something is meant for one reader, and where it can go instead. */
export interface ForOne {
  readonly students: readonly string[];
  readonly teachers: readonly string[];
  /** What the work is about, in its own words. */
  readonly about: string;
  /** Puts the words where only the teachers read them. */
  readonly put: (words: string) => void;
}

/** Where it is sent, and what goes with it besides the words. */
export interface Target {
  readonly path: string;
  readonly more: object;
}

/** What is added to a talk: what begins a thread, or answers a post. */
export const inTalk = (talk: TalkId, to: PostId | null): Target => ({ path: `/api/talks/${talk}/posts`, more: { to } });

interface Props {
  readonly target: Target;
  readonly files?: readonly Attached[];
  /** Under which name it is kept until it is sent. */
  readonly place: string;
  readonly label: string;
  /** Who will read it, above what is typed. */
  readonly readers: ReactNode;
  readonly button: string;
  readonly forOne: ForOne | null;
  readonly begins?: boolean;
  /** With what it begins where nothing is half written. */
  readonly begin?: Doc | null;
  readonly sent: (answer: Readonly<Record<string, unknown>>) => void;
  /** Hears the words while they are typed, and those that were begun before; the same one each time. */
  readonly typed?: (words: string) => void;
  readonly children?: ReactNode;
}

const SETTLE = 350;

const NOTHING: Doc = { type: 'doc', content: [] };

const isEmpty = (body: Doc): boolean => plainText(body).trim() === '' && !JSON.stringify(body).includes('"image"');

/**
 * What of a text sounds private, a moment after it was typed. The rule is fetched when the first word is.
 */
function useSoundings(forOne: ForOne | null) {
  const [sounds, setSounds] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const listen = useCallback(
    (editor: Editor) => {
      clearTimeout(timer.current);
      if (!forOne) return;
      timer.current = setTimeout(async () => {
        const { soundsPrivate } = await import('@/core/talk/private');
        if (editor.isDestroyed) return;
        const said = spoken(editor.state.doc);
        const found = soundsPrivate(said.text, forOne, forOne.about);
        setSounds(found.length > 0);
        const [key, marks] = underlining(editor.state.doc, said, found);
        editor.view.dispatch(editor.state.tr.setMeta(key, marks).setMeta('addToHistory', false));
      }, SETTLE);
    },
    [forOne],
  );
  return { sounds, listen, still: () => setSounds(false) };
}

/** Where something is said to a class or to one person. Who will read it stands above it and on its button. */
export function Composer(props: Props) {
  const {
    target,
    files = [],
    place,
    label,
    readers,
    button,
    forOne,
    begins = false,
    begin = null,
    sent,
    typed,
    children,
  } = props;
  const t = useTranslations('talk');
  const half = useHalfWritten(place);
  const [body, setBody] = useState<Doc | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  // The editor is made anew once something was sent: an empty one, with the caret where one wants it.
  const [round, setRound] = useState(0);
  const act = useRef(newAct());
  const editorNow = useRef<Editor>(null);
  const { sounds, listen, still } = useSoundings(forOne);
  const empty = files.length === 0 && (body === null || isEmpty(body));

  const changed = (next: Doc, editor: Editor) => {
    setBody(next);
    half.keep(isEmpty(next) ? null : next);
    listen(editor);
    typed?.(prose(next));
  };
  const ready = useCallback(
    (editor: Editor) => {
      editorNow.current = editor;
      if (editor.isEmpty) return;
      const begun = editor.getJSON() as Doc;
      setBody(begun);
      listen(editor);
      typed?.(prose(begun));
    },
    [listen, typed],
  );
  const cleared = () => {
    half.drop();
    setBody(null);
    still();
    typed?.('');
    setRound((before) => before + 1);
  };
  const send = async (event?: FormEvent) => {
    event?.preventDefault();
    if (busy || empty) return;
    setBusy(true);
    const answer = await post<Readonly<Record<string, unknown>>>(target.path, {
      ...target.more,
      act: act.current,
      body: body ?? NOTHING,
      files,
    });
    setBusy(false);
    if (!answer.ok) {
      setProblem(answer.code);
      return;
    }
    act.current = newAct();
    setProblem(null);
    cleared();
    sent(answer);
  };
  const quiet = () => {
    if (!forOne || body === null) return;
    forOne.put(plainText(body));
    cleared();
  };

  return (
    <form onSubmit={send}>
      {readers}
      {half.first ? (
        <PostEditor
          key={`${place} ${round}`}
          label={label}
          first={round === 0 ? (half.first.body ?? begin) : null}
          begins={begins || round > 0}
          changed={changed}
          send={() => void send()}
          ready={ready}
        />
      ) : (
        <div className={classes.waiting} />
      )}
      <div role="status">
        {sounds && forOne ? (
          <p className={classes.forOne}>{t('for-one', { teachers: forOne.teachers.join(', ') })}</p>
        ) : null}
      </div>
      {children}
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `refused.${problem}`, 'refused.broke')) : null}
      </p>
      <p className={classes.acts}>
        {sounds && forOne ? (
          <>
            <PrimaryButton onClick={quiet}>{t('put-quiet')}</PrimaryButton>
            <QuietButton type="submit" loading={busy} disabled={empty}>
              {button}
            </QuietButton>
          </>
        ) : (
          <PrimaryButton type="submit" loading={busy} disabled={empty}>
            {button}
          </PrimaryButton>
        )}
      </p>
    </form>
  );
}
