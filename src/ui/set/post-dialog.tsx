'use client';

import { Modal } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Instant } from '@/core/ids';
import type { Unmet } from '@/core/setting/unmet';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import dialog from '@/ui/desk/hand-in-dialog.module.css';
import { EffectOf } from './effect-of';
import { MomentSlot } from './moment-slot';
import classes from './set.module.css';
import type { SetTools } from './tools';
import { useMeetWords } from './words';

interface Props {
  readonly tools: SetTools;
  readonly close: () => void;
  /** Told when it has been posted, with what became of it in other classes. */
  readonly posted: (at: Instant | null, elsewhere: readonly Elsewhere[]) => void;
}

/** What became of it in another class: posted, or a draft there that lacks something. */
export interface Elsewhere {
  readonly name: string;
  readonly draft: string | null;
  readonly ok: boolean;
}

/** Copies a draft into another class, with times by its lessons, and posts it there, too. */
async function postInto(
  draft: string,
  { id, name }: { id: string; name: string },
  at: Instant | null,
): Promise<Elsewhere> {
  const copy = await post<{ document: string }>(`/api/drafts/${draft}/copy`, { class: id });
  if (!copy.ok) return { name, draft: null, ok: false };
  const answer = await post(`/api/drafts/${copy.document}/post`, { postedAt: at });
  return { name, draft: copy.document, ok: answer.ok };
}

/** Says once more what a student will meet, and posts it: now, or at a time. */
export function PostDialog({ tools, close, posted }: Props) {
  const t = useTranslations('set');
  const { draft, view, times, zone, now, session } = tools;
  const [at, setAt] = useState<Instant | null>(null);
  const [also, setAlso] = useState<readonly string[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [met, rules] = useMeetWords(times, now)(draft);
  const { posted: before } = view;
  const others = view.classes.filter(({ id }) => id !== view.class.id);
  const waits = before !== null && before.postedAt > now;
  const send = async () => {
    setBusy(true);
    setProblem(null);
    // What was typed a moment ago is posted, too.
    const kept = await session.flush();
    const answer = kept
      ? await post(`/api/drafts/${view.draft}/post`, { postedAt: at })
      : ({ ok: false, code: 'not-kept' } as const);
    if (answer.ok) {
      const elsewhere: Elsewhere[] = [];
      for (const other of others) if (also.includes(other.id)) elsewhere.push(await postInto(view.draft, other, at));
      setBusy(false);
      return posted(at, elsewhere);
    }
    setBusy(false);
    const [unmet] = 'unmet' in answer ? (answer.unmet as readonly Unmet[]) : [];
    setProblem(unmet ? `unmet-${unmet.code}` : answer.code);
  };
  return (
    <Modal.Root opened onClose={close} size="md" centered transitionProps={{ duration: 120 }}>
      <Modal.Overlay />
      <Modal.Content>
        <Modal.Body>
          <div className={dialog.head}>
            <Modal.Title className={dialog.title}>
              {before
                ? t('change-title', { title: draft.title })
                : t('post-title', { title: draft.title, class: view.class.name })}
            </Modal.Title>
            <Modal.CloseButton aria-label={t('not-now')} />
          </div>
          <p>{met}</p>
          <p>{rules}</p>
          {before ? (
            <>
              <p>{t('begun-by', { begun: before.begun, handedIn: before.handedIn })}</p>
              <EffectOf draft={view.draft} session={session} />
              <p className="soft">{t('copies-stay')}</p>
            </>
          ) : (
            <div>
              {draft.only.length === 0
                ? t('for-all', { n: view.students.length })
                : t('for-named', { n: draft.only.length })}{' '}
              <MomentSlot
                at={at}
                change={setAt}
                label={t('post-when')}
                none={t('post-now')}
                lesson="start"
                lessons={view.lessons}
                holidays={view.holidays}
                times={times}
                zone={zone}
                now={now}
              />
              {'.'}
            </div>
          )}
          {before || others.length === 0 ? null : (
            <fieldset className={classes.also}>
              <legend>{t('also-into')}</legend>
              {others.map(({ id, name }) => (
                <label key={id}>
                  <input
                    type="checkbox"
                    checked={also.includes(id)}
                    onChange={({ currentTarget: { checked } }) =>
                      setAlso(checked ? [...also, id] : also.filter((one) => one !== id))
                    }
                  />
                  <bdi>{name}</bdi>
                </label>
              ))}
            </fieldset>
          )}
          {waits && before ? <p>{t('waits-until', { when: times.moment(before.postedAt, now) })}</p> : null}
          <p role="alert" className={dialog.bars}>
            {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
          </p>
          <div className={dialog.moves}>
            <QuietButton onClick={close}>{t('not-now')}</QuietButton>
            <PrimaryButton onClick={() => void send()} loading={busy} data-autofocus>
              {before ? t('change-now') : at === null ? t('post-it') : t('post-at', { when: times.moment(at, now) })}
            </PrimaryButton>
          </div>
        </Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
