'use client';

import { Modal } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { AnswersView, WatchedPerson } from '@/server/reading/questions/answers-screen';
import { post } from '@/ui/common/client-request';
import { GrowingText } from '@/ui/common/growing-text';
import { keyOr } from '@/ui/common/key-or';
import { NumberField } from '@/ui/common/number-field';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import dialog from '@/ui/desk/hand-in-dialog.module.css';
import classes from './answers.module.css';

type Act = 'minutes' | 'end' | 'reopen' | 'void' | 'count-late';

/** What can be done to one person's attempt, by where it is. */
const CAN: Readonly<Record<WatchedPerson['phase'], readonly Act[]>> = {
  'not-begun': ['minutes'],
  answering: ['minutes', 'end', 'void'],
  working: ['minutes', 'end', 'void'],
  over: ['reopen', 'count-late', 'void'],
  void: ['reopen'],
};
const WITH_MINUTES: ReadonlySet<Act> = new Set(['minutes', 'reopen']);

/** Is there anything to do it to: a time to move, something that came late? */
const isThere = (act: Act, person: WatchedPerson, { rules }: AnswersView): boolean =>
  act === 'minutes' ? rules.limit !== null : act !== 'count-late' || person.late > 0;

interface DialogProps {
  readonly step: string;
  readonly person: WatchedPerson;
  readonly act: Act;
  readonly close: () => void;
}

/** One act on one person's attempt, with its reason. */
function ActDialog({ step, person, act, close }: DialogProps) {
  const t = useTranslations('answers');
  const refresh = useRefresh();
  const [minutes, setMinutes] = useState<number | null>(10);
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async () => {
    setBusy(true);
    const more = WITH_MINUTES.has(act) ? { minutes } : {};
    const answer = await (person.attempt === null || person.phase === 'not-begun'
      ? post(`/api/steps/${step}/minutes`, { student: person.student, reason, ...more })
      : post(`/api/attempts/${person.attempt}/change`, { kind: act, reason, ...more }));
    setBusy(false);
    if (!answer.ok) return setProblem(answer.code);
    refresh();
    close();
  };
  return (
    <Modal.Root opened onClose={close} size="md" centered transitionProps={{ duration: 120 }}>
      <Modal.Overlay />
      <Modal.Content>
        <Modal.Body>
          <div className={dialog.head}>
            <Modal.Title className={dialog.title}>{t(`${act}-title`, { name: person.name })}</Modal.Title>
            <Modal.CloseButton aria-label={t('not-now')} />
          </div>
          <p>{t(`${act}-says`)}</p>
          {WITH_MINUTES.has(act) ? (
            <NumberField label={t('minutes')} value={minutes} min={1} max={600} hideControls change={setMinutes} />
          ) : null}
          <GrowingText
            label={t('reason')}
            description={t('reason-says')}
            value={reason}
            maxLength={500}
            minRows={2}
            onChange={({ currentTarget: { value } }) => setReason(value)}
          />
          <p role="alert" className={dialog.bars}>
            {problem ? t(keyOr(t.has, `problem.${problem}`, 'broke')) : null}
          </p>
          <div className={dialog.moves}>
            <QuietButton onClick={close}>{t('not-now')}</QuietButton>
            <PrimaryButton
              onClick={send}
              loading={busy}
              disabled={reason.trim() === '' || (WITH_MINUTES.has(act) && minutes === null)}
            >
              {t(act)}
            </PrimaryButton>
          </div>
        </Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}

/** Who is there, who has left, and who has finished. */
export function PeopleTable({ view, times, now }: { view: AnswersView; times: Times; now: number }) {
  const t = useTranslations('answers');
  const [doing, setDoing] = useState<{ readonly person: WatchedPerson; readonly act: Act } | null>(null);
  const says = (person: WatchedPerson): string => {
    if (person.phase === 'not-begun') return t('not-begun');
    if (person.phase === 'void') return t('is-void');
    if (person.phase === 'over')
      return t(`over-${person.endedBy ?? 'person'}`, { at: times.moment(person.endedAt ?? now, now) });
    const where = person.present ? t('there') : t('left', { at: times.clock(person.seenAt ?? person.begunAt ?? now) });
    const until = person.endsAt === null ? '' : t('until', { at: times.clock(person.endsAt) });
    return `${where}${until}${person.phase === 'working' ? ` ${t('at-working')}` : ''}`;
  };
  return (
    <div className={classes.scrolls}>
      <table className={classes.people}>
        <thead>
          <tr>
            <th scope="col">{t('name')}</th>
            <th scope="col">{t('where')}</th>
            <th scope="col">{t('points')}</th>
            <th scope="col">{t('acts')}</th>
          </tr>
        </thead>
        <tbody>
          {view.people.map((person) => (
            <tr key={person.student} data-phase={person.phase}>
              <th scope="row">
                <bdi>{person.name}</bdi>
                {person.number > 1 ? <small>{t('attempt', { n: person.number })}</small> : null}
              </th>
              <td>
                {says(person)}
                {person.extra > 0 ? <small>{t('has-more', { n: person.extra })}</small> : null}
                {person.late > 0 ? <small className="amber">{t('came-late', { n: person.late })}</small> : null}
                {person.reasons.map((reason) => (
                  <small key={reason}>“{reason}”</small>
                ))}
              </td>
              <td className="num">
                {person.points ?? ''}
                {person.unread > 0 ? <small>{t('unread', { n: person.unread })}</small> : null}
              </td>
              <td>
                <span className={classes.acts}>
                  {CAN[person.phase]
                    .filter((act) => isThere(act, person, view))
                    .map((act) => (
                      <button
                        key={act}
                        type="button"
                        className="quiet"
                        aria-label={t(`${act}-title`, { name: person.name })}
                        onClick={() => setDoing({ person, act })}
                      >
                        {t(act)}
                      </button>
                    ))}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {doing ? <ActDialog step={view.step} {...doing} close={() => setDoing(null)} /> : null}
    </div>
  );
}
