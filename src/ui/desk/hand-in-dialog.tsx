'use client';

import { Modal } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import type { ReadyCheck } from '@/core/asks/ready-check';
import { lateLoss, lateness } from '@/core/work/lateness';
import type { DeskView } from '@/server/reading/desk/desk';
import type { Receipt } from '@/store/hand-ins';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { useFileSize } from '@/ui/common/file-size';
import { GrowingText } from '@/ui/common/growing-text';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import { useLate } from '@/ui/common/use-late';
import { answeredTimes, copyOf } from '@/ui/kinds/step';
import { typesOf, useFindingWords } from './finding-words';
import classes from './hand-in-dialog.module.css';

interface Props {
  readonly view: DeskView;
  readonly check: ReadyCheck | null;
  readonly times: Times;
  readonly opened: boolean;
  /** It is being checked for the first time. */
  readonly coming: boolean;
  /** A file is still on its way. */
  readonly sending: boolean;
  readonly close: () => void;
  /** Brings everything typed to the server first; false when it cannot be reached. */
  readonly flush: () => Promise<boolean>;
  readonly done: (receipt: Receipt) => void;
}

/** What lateness would cost if the work were handed in at this moment. */
function useLateWords(view: DeskView, times: Times): string | null {
  const t = useTranslations('hand-in');
  const late = lateness(Date.now(), view.state === 'another-go' ? null : view.dueAt);
  if (late.lateBy === 0) return null;
  const by = times.late(late.lateBy);
  const loss = lateLoss(view.late, late, view.points ?? 0);
  return loss > 0 ? t('late-loss', { by, loss }) : t('late', { by });
}

/** So long, in milliseconds, it is waited for the first check. Then it is sent without: the school checks, too, or is said to be away. */
const PATIENT = 3000;

/** The one dialog of a hand-in: what goes, what is still open, a note, and what happens after. */
export function HandInDialog({ view, check, times, opened, coming, sending, close, flush, done }: Props) {
  const t = useTranslations('hand-in');
  const { todo } = useFindingWords();
  const size = useFileSize();
  const [note, setNote] = useKeptDraft(`note-${view.id}`);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // One act for as long as the dialog is open: a retry after a lost answer gives the same receipt.
  const act = useRef('');
  useEffect(() => {
    if (!opened) return;
    act.current = newAct();
    setProblem(null);
    // The server notes when the hand-in was begun: what is finished a little after the end still counts.
    void post(`/api/assignments/${view.id}/hand-in/begin`, { begun: true });
  }, [opened, view.id]);
  const late = useLate(coming, PATIENT);
  const leave = () => {
    void post(`/api/assignments/${view.id}/hand-in/begin`, { begun: false });
    close();
  };

  const unmet = (check?.findings ?? []).filter((finding) => finding.result === 'unmet');
  const barred = check !== null && !check.ready;
  const lateWords = useLateWords(view, times);
  const last = view.goes !== null && view.goesUsed + 1 >= view.goes;

  const send = async () => {
    setBusy(true);
    setProblem(null);
    if (!(await flush())) {
      setBusy(false);
      setProblem('unreachable');
      return;
    }
    const answer = await post<{ receipt: Receipt }>(`/api/assignments/${view.id}/hand-in`, { act: act.current, note });
    setBusy(false);
    if (answer.ok) {
      setNote('');
      done(answer.receipt);
    } else setProblem(answer.code);
  };

  return (
    <Modal.Root opened={opened} onClose={leave} size="lg" centered transitionProps={{ duration: 120 }}>
      <Modal.Overlay />
      <Modal.Content>
        <Modal.Body>
          <div className={classes.head}>
            <Modal.Title className={classes.title}>{t('title', { title: view.title })}</Modal.Title>
            <Modal.CloseButton aria-label={t('not-yet')} />
          </div>
          <h3>{t('goes')}</h3>
          <ul>
            {view.steps.flatMap((step) => {
              const copy = copyOf(step);
              return copy ? (
                <li key={step.id}>
                  <strong>
                    <bdi>{copy.title}</bdi>
                  </strong>{' '}
                  <span className="soft">{check ? t('words', { n: check.words }) : null}</span>
                </li>
              ) : (
                []
              );
            })}
            {view.steps
              .filter((step) => answeredTimes(step) > 0)
              .map(({ id, title }) => (
                <li key={id}>
                  <strong>
                    <bdi>{title}</bdi>
                  </strong>
                </li>
              ))}
            {view.pieces
              .filter(({ removedAt }) => removedAt === null)
              .map((piece) => (
                <li key={piece.id}>
                  <strong>
                    <bdi>{piece.name}</bdi>
                  </strong>{' '}
                  <span className="soft">
                    {piece.size !== null
                      ? t('file', { size: size(piece.size) })
                      : piece.address !== null
                        ? t('link')
                        : null}
                  </span>
                </li>
              ))}
          </ul>
          {sending ? <p className={classes.bars}>{t('sending')}</p> : null}
          {check?.untouched && check.substance !== 'own' ? <p className={classes.bars}>{t(check.substance)}</p> : null}
          {check?.substance === 'hardly-touched' ? <p className="amber">{t('hardly-touched')}</p> : null}
          {unmet.length > 0 && !check?.untouched ? (
            <>
              <h3>{t('still-open')}</h3>
              <ul>
                {unmet.map((finding) => (
                  <li key={finding.askId} className={finding.bars ? classes.bars : undefined}>
                    {todo(finding, typesOf(view.asks)(finding))}
                  </li>
                ))}
              </ul>
              <p className="soft">{barred ? t('barred') : t('open-is-fine')}</p>
            </>
          ) : null}
          <GrowingText
            label={t('note')}
            description={t('note-says', { teachers: view.teachers.join(', ') })}
            value={note}
            onChange={(event) => setNote(event.currentTarget.value)}
            minRows={2}
            maxLength={2000}
          />
          <h3>{t('after')}</h3>
          <ul>
            {lateWords ? <li className="plum">{lateWords}</li> : <li>{t('on-time')}</li>}
            <li>{t('then-read')}</li>
            <li>{view.takeBack && !last ? t('can-take-back') : t('single')}</li>
            {view.group.length > 1 ? <li>{t('for-group', { names: view.group.join(', ') })}</li> : null}
            {view.goes === null ? null : <li>{t('go-of', { n: view.goesUsed + 1, of: view.goes })}</li>}
          </ul>
          <p role="alert" className={classes.bars}>
            {problem
              ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke'), {
                  when: view.closesAt === null ? '' : times.exact(view.closesAt),
                })
              : null}
          </p>
          <div className={classes.moves}>
            <QuietButton onClick={leave}>{t('not-yet')}</QuietButton>
            <PrimaryButton onClick={send} loading={busy || (coming && !late)} disabled={barred || sending}>
              {t('send')}
            </PrimaryButton>
          </div>
        </Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
