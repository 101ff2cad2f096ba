'use client';

import { Modal } from '@mantine/core';
import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import { isWithTeacher } from '@/core/work/standing';
import type { HandedBack } from '@/server/doing/marking/handing-back';
import type { ListedStudent, MarkingView } from '@/server/reading/marking/marking-desk';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { GrowingText } from '@/ui/common/growing-text';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { sendUnsaved } from '@/ui/common/unsaved';
import { useRefresh } from '@/ui/common/use-refresh';
import { ForOne } from './for-one';
import classes from './marking-tools.module.css';
import { useShownName } from './shown-name';

const SpreadChart = dynamic(() => import('./spread-chart').then(({ SpreadChart: loaded }) => loaded), { ssr: false });

/** Writes to everybody who has not handed in, to each in their own aside. */
function WriteToMissing({ view, close }: { view: MarkingView; close: () => void }) {
  const t = useTranslations('class-tools');
  const [body, setBody] = useKeptDraft(`missing-${view.id}`);
  const [problem, setProblem] = useState(false);
  const [sent, setSent] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const act = useRef(newAct());
  const to = view.students.filter(({ list }) => list === 'missing');
  const send = async () => {
    setBusy(true);
    const answer = await post<{ to: number }>(`/api/assignments/${view.id}/asides`, { act: act.current, body });
    setBusy(false);
    setProblem(!answer.ok);
    if (!answer.ok) return;
    act.current = newAct();
    setBody('');
    setSent(answer.to);
  };
  return (
    <>
      <p className={classes.readers}>{t('missing-readers', { n: to.length })}</p>
      <p className="soft">{to.map(({ name }) => name).join(', ')}</p>
      {sent === null ? (
        <GrowingText
          label={t('missing-body')}
          value={body}
          onChange={(event) => setBody(event.currentTarget.value)}
          minRows={3}
          maxLength={4000}
          data-autofocus
        />
      ) : (
        <p role="status">{t('missing-sent', { n: sent })}</p>
      )}
      <p role="alert" className={classes.problem}>
        {problem ? t('broke') : null}
      </p>
      <div className={classes.moves}>
        <QuietButton onClick={close}>{t('close')}</QuietButton>
        {sent === null ? (
          <PrimaryButton onClick={send} loading={busy} disabled={body.trim() === '' || to.length === 0}>
            {t('missing-send', { n: to.length })}
          </PrimaryButton>
        ) : null}
      </div>
    </>
  );
}

/** Hands back what is marked: all of it, or what is chosen. */
function HandBackMarked({ view, close }: { view: MarkingView; close: () => void }) {
  const t = useTranslations('class-tools');
  const state = useTranslations('marking');
  const shownName = useShownName();
  const refresh = useRefresh();
  const ready = view.students.filter(
    (student): student is ListedStudent & { handInId: NonNullable<ListedStudent['handInId']> } =>
      (student.draft === 'begun' || student.draft === 'whole') &&
      student.handInId !== null &&
      isWithTeacher(student.state),
  );
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [each, setEach] = useState<readonly HandedBack[] | null>(null);
  /** How many stay here, once that was undone. */
  const [stays, setStays] = useState<number | null>(null);
  const [problem, setProblem] = useState(false);
  const [busy, setBusy] = useState(false);
  const chosen = ready.filter(({ key, draft }) => draft === 'whole' && !off.has(key));
  const send = async () => {
    setBusy(true);
    const answer = await post<{ each: readonly HandedBack[] }>(`/api/assignments/${view.id}/hand-back`, {
      handIns: chosen.map(({ handInId }) => handInId),
    });
    setBusy(false);
    setProblem(!answer.ok);
    if (!answer.ok) return;
    setEach(answer.each);
    refresh();
  };
  const undo = async () => {
    setBusy(true);
    const going = each?.filter(({ ok }) => ok) ?? [];
    const answers = await Promise.all(going.map(({ handIn }) => post(`/api/hand-ins/${handIn}/undo`, {})));
    setBusy(false);
    setStays(answers.filter(({ ok }) => ok).length);
    setProblem(answers.some(({ ok }) => !ok));
    refresh();
  };
  return (
    <>
      {each === null ? (
        <ul className={classes.picks}>
          {ready.map((student) => (
            <li key={student.key}>
              <label>
                <input
                  type="checkbox"
                  disabled={student.draft !== 'whole'}
                  checked={student.draft === 'whole' && !off.has(student.key)}
                  onChange={() => {
                    const next = new Set(off);
                    if (!next.delete(student.key)) next.add(student.key);
                    setOff(next);
                  }}
                />
                <bdi>{shownName(student)}</bdi>{' '}
                {student.draft === 'begun' ? <span className="soft">{t('not-whole')}</span> : null}
              </label>
            </li>
          ))}
        </ul>
      ) : (
        <div role="status">
          {stays === null ? (
            <p>{t('handed-back', { n: each.filter(({ ok }) => ok).length })}</p>
          ) : (
            <p>{t('undone', { n: stays })}</p>
          )}
          {each
            .filter(({ ok }) => !ok)
            .map(({ handIn, code }) => (
              <p key={handIn} className={classes.problem}>
                {state(keyOr(state.has, `problem-${code}`, 'problem-broke'))}
              </p>
            ))}
        </div>
      )}
      {ready.length === 0 && each === null ? <p>{t('none-marked')}</p> : null}
      <p role="alert" className={classes.problem}>
        {problem ? t('broke') : null}
      </p>
      <div className={classes.moves}>
        <QuietButton onClick={close}>{t('close')}</QuietButton>
        {each === null ? (
          <PrimaryButton onClick={send} loading={busy} disabled={chosen.length === 0}>
            {t('hand-back-n', { n: chosen.length })}
          </PrimaryButton>
        ) : stays === null && each.some(({ ok }) => ok) ? (
          <PrimaryButton onClick={undo} loading={busy}>
            {t('undo-all')}
          </PrimaryButton>
        ) : null}
      </div>
    </>
  );
}

type Tool = 'missing' | 'back' | 'extra' | 'spread';

/** What a teacher does with the whole class's work. */
export function ClassTools({ view, zone, now }: { view: MarkingView; zone: string; now: number }) {
  const t = useTranslations('class-tools');
  const refresh = useRefresh();
  const [tool, setTool] = useState<Tool | null>(null);
  const [problem, setProblem] = useState(false);
  const close = () => setTool(null);
  const [unnamed, setUnnamed] = useState(view.unnamed);
  useEffect(() => setUnnamed(view.unnamed), [view.unnamed]);
  const chooseUnnamed = async (next: boolean) => {
    setUnnamed(next);
    const answer = await post(`/api/assignments/${view.id}/unnamed`, { unnamed: next });
    setProblem(!answer.ok);
    if (!answer.ok) setUnnamed(!next);
    refresh();
  };
  const open = async (name: Tool) => {
    // What was marked a moment ago counts, too.
    if (name === 'back') {
      await sendUnsaved(4000);
      refresh();
    }
    setTool(name);
  };
  const tools: readonly Tool[] = ['back', 'missing', 'extra', ...(view.spread ? (['spread'] as const) : [])];
  return (
    <div className={classes.tools}>
      {tools.map((name) => (
        <button key={name} type="button" className="quiet" onClick={() => void open(name)}>
          {t(`tool-${name}`)}
        </button>
      ))}
      <label className={classes.unnamed}>
        <input
          type="checkbox"
          checked={unnamed}
          onChange={(event) => void chooseUnnamed(event.currentTarget.checked)}
        />
        {t('unnamed')}
      </label>
      <span role="alert" className={classes.problem}>
        {problem ? t('broke') : null}
      </span>
      <Modal.Root opened={tool !== null} onClose={close} size="lg" centered transitionProps={{ duration: 120 }}>
        <Modal.Overlay />
        <Modal.Content>
          <Modal.Body>
            {/* The library's own head would be a second banner of the page. */}
            <div className={classes.dialogHead}>
              <Modal.Title>{tool ? t(`tool-${tool}`) : ''}</Modal.Title>
              <Modal.CloseButton aria-label={t('close')} />
            </div>
            {tool === 'missing' ? <WriteToMissing view={view} close={close} /> : null}
            {tool === 'back' ? <HandBackMarked view={view} close={close} /> : null}
            {tool === 'extra' ? <ForOne view={view} zone={zone} now={now} close={close} /> : null}
            {tool === 'spread' && view.spread ? <SpreadChart spread={view.spread} /> : null}
          </Modal.Body>
        </Modal.Content>
      </Modal.Root>
    </div>
  );
}
