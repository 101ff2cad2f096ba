'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { PlaceEffect } from '@/server/reading/setting/effect';
import type { DocumentSession } from '@/ui/desk/document-session';
import classes from './set.module.css';

/** What posting it again would do to the copies that students have begun, question by question, before it is done. */
export function EffectOf({ draft, session }: { draft: string; session: DocumentSession }) {
  const t = useTranslations('set');
  const [places, setPlaces] = useState<readonly PlaceEffect[] | null>(null);
  useEffect(() => {
    let left = false;
    // What was typed a moment ago counts, too.
    void session
      .flush()
      .then(() => fetch(`/api/drafts/${draft}/effect`))
      .then((response) => response.json() as Promise<{ readonly places?: readonly PlaceEffect[] }>)
      .then(({ places: found }) => {
        if (!left) setPlaces(found ?? []);
      })
      .catch(() => {});
    return () => {
      left = true;
    };
  }, [draft, session]);
  if (!places || places.length === 0) return null;
  return (
    <ul className={classes.arranged}>
      {places.map(({ step, number, how, copies, answered }) => (
        <li key={`${step} ${number} ${how}`}>
          {t(`effect-${how}`, { number, copies, answered, rest: copies - answered })}
        </li>
      ))}
    </ul>
  );
}
