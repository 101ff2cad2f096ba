'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { post } from '@/ui/common/client-request';
import { SideSheet } from '@/ui/common/side-sheet';
import { takeMade } from '@/ui/common/take-made';
import { useTimes } from '@/ui/common/times';
import classes from './class-line.module.css';

interface Account {
  readonly id: string;
  readonly userName: string;
}

interface Invite {
  readonly code: string;
  readonly uses: number;
  readonly expiresAt: number;
}

function ResetCode({ account }: { account: Account }) {
  const t = useTranslations('class');
  const [code, setCode] = useState<string | null>(null);
  const make = async () => {
    const answer = await post<{ code: string }>(`/api/people/${account.id}/reset-code`);
    setCode(answer.ok ? answer.code : '');
  };
  if (code === null) {
    return (
      <button type="button" className="quiet" onClick={make}>
        {t('make-code')}
      </button>
    );
  }
  return <span role="status">{code === '' ? t('no-code') : t('code', { user: account.userName, code })}</span>;
}

/** A new slip for a student: with it they choose another password, by camera or by its code. */
function PrintSlip({ account }: { account: Account }) {
  const t = useTranslations('class');
  const [said, setSaid] = useState<'slip-printed' | 'no-code' | null>(null);
  const print = async () => {
    const answer = await takeMade(`/api/people/${account.id}/slip`, `${account.userName}.pdf`, {});
    setSaid(answer.ok ? 'slip-printed' : 'no-code');
  };
  return (
    <>
      <button type="button" className="quiet" onClick={print}>
        {t('print-slip')}
      </button>
      {said ? <span role="status">{t(said)}</span> : null}
    </>
  );
}

/** The code with which students get into the class; a teacher makes a new one, and the old one stops working. */
function InviteCode({ classId, given, zone }: { classId: string; given: Invite | null; zone: string }) {
  const t = useTranslations('class');
  const times = useTimes(zone);
  const [invite, setInvite] = useState(given);
  const [failed, setFailed] = useState(false);
  const make = async () => {
    const answer = await post<Invite>(`/api/classes/${classId}/invite`);
    setFailed(!answer.ok);
    if (answer.ok) setInvite(answer);
  };
  return (
    <section>
      <h3>{t('invite')}</h3>
      <p role="status">
        {invite ? (
          <>
            <strong className={classes.code} dir="ltr">
              {invite.code.slice(0, 4)} {invite.code.slice(4)}
            </strong>{' '}
            {t('invite-lasts', { n: invite.uses, until: times.heading(invite.expiresAt) })}
          </>
        ) : (
          t('invite-none')
        )}
        {failed ? t('no-code') : null}
      </p>
      <button type="button" className="quiet" onClick={make}>
        {t('invite-make')}
      </button>
      {invite ? <p className="soft">{t('invite-ends')}</p> : null}
    </section>
  );
}

export interface PeopleInClass {
  readonly classId: string;
  /** With their accounts for their teachers only. */
  readonly students: readonly { readonly name: string; readonly account: Account | null }[];
  readonly teachers: readonly { readonly name: string; readonly hours: string | null }[];
  readonly teaching: boolean;
  readonly invite: Invite | null;
  readonly zone: string;
}

/** Who is in the class, and when its teachers answer. */
export function PeopleSheet({
  classId,
  students,
  teachers,
  teaching,
  invite,
  zone,
  close,
}: PeopleInClass & { close: () => void }) {
  const t = useTranslations('class');
  return (
    <SideSheet
      opened
      close={close}
      title={t('people', { n: students.length + teachers.length })}
      closeWord={t('close')}
    >
      {teaching ? <InviteCode classId={classId} given={invite} zone={zone} /> : null}
      <h3>{t('teachers')}</h3>
      <ul className={classes.members}>
        {teachers.map(({ name, hours }) => (
          <li key={name}>
            <bdi>{name}</bdi>
            {hours ? <div className="soft">{t('answers', { hours })}</div> : null}
          </li>
        ))}
      </ul>
      <h3>{t('students')}</h3>
      <ul className={classes.members}>
        {students.map(({ name, account }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two classmates may have one name, and nothing else is known of them
          <li key={i}>
            <bdi>{name}</bdi>{' '}
            {account ? (
              <>
                <ResetCode account={account} /> <PrintSlip account={account} />
              </>
            ) : null}
          </li>
        ))}
      </ul>
    </SideSheet>
  );
}
