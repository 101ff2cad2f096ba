'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type ComponentProps, useState } from 'react';
import type { MendMaterial } from './mend-material';

/** It is fetched by those who teach. */
const Mended = dynamic(() => import('./mend-material').then((loaded) => loaded.MendMaterial));

type Props = Pick<ComponentProps<typeof MendMaterial>, 'classId' | 'material'> & {
  readonly zone: string;
  readonly now: number;
};

/** Where a teacher looks at a material they can mend it. */
export function MendHere({ classId, material, zone, now }: Props) {
  const t = useTranslations('giving');
  const router = useRouter();
  const [mending, setMending] = useState(false);
  return (
    <>
      <p>
        <button type="button" className="quiet" aria-expanded={mending} onClick={() => setMending(!mending)}>
          {t('mend-material')}
        </button>
      </p>
      {mending ? (
        <Mended
          classId={classId}
          material={material}
          calendar={{ lessons: [], holidays: [], zone, now }}
          changed={() => router.refresh()}
        />
      ) : null}
    </>
  );
}
