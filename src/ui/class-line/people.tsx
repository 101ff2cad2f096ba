'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { PeopleInClass } from './people-sheet';

const PeopleSheet = dynamic(() => import('./people-sheet').then((loaded) => loaded.PeopleSheet), { ssr: false });

/** Who is in the class: a sheet, fetched when it is first opened. */
export function People(props: PeopleInClass) {
  const t = useTranslations('class');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(true)}>
        {t('people', { n: props.students.length + props.teachers.length })}
      </button>
      {open ? <PeopleSheet {...props} close={() => setOpen(false)} /> : null}
    </>
  );
}
