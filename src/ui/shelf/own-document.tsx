'use client';

import { useTranslations } from 'next-intl';
import { type FormEvent, useMemo, useState } from 'react';
import type { DocumentName } from '@/core/kinds/document';
import { post } from '@/ui/common/client-request';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import { useSessionState, useSessions } from '@/ui/desk/use-sessions';
import { type SpellingSettings, useWritingHelp } from '@/ui/desk/writing-help';
import { DocumentEditor } from '@/ui/kinds/document';
import classes from './own-document.module.css';

const NO_NOTES = new Map();

interface Props {
  readonly id: string;
  readonly kind: DocumentName;
  readonly title: string;
  readonly lang: string;
  readonly zone: string;
  readonly spelling: SpellingSettings;
}

/** A document of one's own: written like any other, and put to work from the Shelf. */
export function OwnDocument({ id, kind, title: given, lang, zone, spelling }: Props) {
  const t = useTranslations('shelf');
  const safety = useTranslations('safety');
  const times = useTimes(zone);
  const [title, setTitle] = useState(given);
  const [problem, setProblem] = useState(false);
  const session = useSessions(useMemo(() => [id], [id])).get(id);
  const state = useSessionState(session);
  const help = useWritingHelp(spelling, lang, true, false);
  const rename = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const next = String(new FormData(event.currentTarget).get('title') ?? '').trim();
    if (next === '' || next === title) return;
    const answer = await post(`/api/documents/${id}`, { act: 'rename', title: next });
    setProblem(!answer.ok);
    if (answer.ok) setTitle(next);
  };
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <p className="soft">
          <PlaceLink to={{ at: 'shelf' }}>{t('title')}</PlaceLink>
        </p>
        <h1 className="visually-hidden">{title}</h1>
        <form onSubmit={rename} onBlur={(event) => event.currentTarget.requestSubmit()}>
          <input
            key={title}
            className={classes.title}
            name="title"
            defaultValue={title}
            aria-label={t('new-name')}
            dir="auto"
            maxLength={200}
          />
        </form>
        <p className="soft" role="status" data-safety={state.safety}>
          {safety(state.safety, { at: state.savedAt === null ? '' : times.clock(state.savedAt) })}
        </p>
      </div>
      {problem ? <p role="alert">{t('problem.broke')}</p> : null}
      <section className={classes.page} aria-label={title}>
        {session ? (
          <DocumentEditor
            kind={kind}
            session={session}
            title={title}
            lang={lang}
            notes={NO_NOTES}
            tools="all"
            help={help}
            spelling={spelling}
            editable={state.editable}
            handle={null}
          />
        ) : null}
      </section>
    </main>
  );
}
