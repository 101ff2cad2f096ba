'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useState } from 'react';
import type { Instant } from '@/core/ids';
import type { KnownMaterial } from '@/core/setting/minutes';
import type { MaterialView as View } from '@/server/reading/materials/materials';
import { MaterialView } from '@/ui/material/material-view';
import { MendMaterial } from './mend-material';
import classes from './set.module.css';
import type { SetTools } from './tools';

interface Shown {
  readonly view: View;
  readonly opensAt: Instant | null;
  readonly closesAt: Instant | null;
}

/** What a step opens as the students see it, and what is said of it: its name, and when it can be read. */
export function ChosenMaterial({ material, tools }: { material: KnownMaterial; tools: SetTools }) {
  const t = useTranslations('set');
  const { view, zone, now, editable, addMaterial } = tools;
  const [shown, setShown] = useState<Shown | null>(null);
  const [mending, setMending] = useState(false);
  const look = useCallback(async () => {
    const answer = await fetch(`/api/materials/${material.id}/view`)
      .then((response) => response.json() as Promise<Shown & { readonly ok: boolean }>)
      .catch(() => null);
    if (answer?.ok) setShown(answer);
  }, [material.id]);
  useEffect(() => void look(), [look]);
  if (!shown)
    return (
      <p className="soft" role="status">
        {t('opening-material')}
      </p>
    );
  return (
    <>
      {editable ? (
        <button type="button" className="quiet" aria-expanded={mending} onClick={() => setMending(!mending)}>
          {t('mend-material')}
        </button>
      ) : null}
      {mending ? (
        <MendMaterial
          classId={view.class.id}
          material={{ ...material, opensAt: shown.opensAt, closesAt: shown.closesAt, removed: false }}
          calendar={{ lessons: view.lessons, holidays: view.holidays, zone, now }}
          changed={(title) => {
            addMaterial({ ...material, title });
            void look();
          }}
        />
      ) : null}
      <div className={classes.looked}>
        <MaterialView material={shown.view} />
      </div>
    </>
  );
}
