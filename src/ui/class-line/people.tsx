'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { post } from '@/ui/common/client-request';
import classes from './class-line.module.css';

interface Member {
  readonly id: string;
  readonly name: string;
  readonly user_name: string;
}

function ResetCode({ student }: { student: Member }) {
  const t = useTranslations('class');
  const [code, setCode] = useState<string | null>(null);
  const make = async () => {
    const answer = await post<{ code: string }>(`/api/people/${student.id}/reset-code`);
    setCode(answer.ok ? answer.code : '');
  };
  if (code === null) {
    return (
      <button type="button" className="quiet" onClick={make}>
        {t('make-code')}
      </button>
    );
  }
  return <span role="status">{code === '' ? t('no-code') : t('code', { user: student.user_name, code })}</span>;
}

/** Who is in the class. A teacher makes a code here for a student who has forgotten the password. */
export function People({
  students,
  teachers,
  teaching,
}: {
  students: Member[];
  teachers: Member[];
  teaching: boolean;
}) {
  const t = useTranslations('class');
  return (
    <details className={classes.people}>
      <summary>{t('people', { n: students.length + teachers.length })}</summary>
      <div>
        <h2>{t('teachers')}</h2>
        <ul>
          {teachers.map(({ id, name }) => (
            <li key={id}>{name}</li>
          ))}
        </ul>
        <h2>{t('students')}</h2>
        <ul>
          {students.map((student) => (
            <li key={student.id}>
              {student.name} {teaching ? <ResetCode student={student} /> : null}
            </li>
          ))}
        </ul>
      </div>
    </details>
  );
}
