'use client';

import { useTranslations } from 'next-intl';
import type { FloorScreenView } from '@/server/reading/talk/floor-screen';
import { PlaceLink } from '@/ui/common/place-link';
import { WeaveBand } from '@/ui/common/sail';
import { Floor } from './floor';
import { useTakeToTeacher } from './take-to-teacher';
import classes from './talk.module.css';

/** What a class asks and answers openly: all of it, of the class itself, or of one assignment. */
export function FloorScreen({ view, zone, now }: { view: FloorScreenView; zone: string; now: number }) {
  const t = useTranslations('talk');
  const { class: of, about, topics } = view;
  const take = useTakeToTeacher(view);
  const chip = (to: string | null, word: string) => (
    <li key={to}>
      <PlaceLink to={{ at: 'floor', class: of.id, about: to }} aria-current={about === to ? 'page' : undefined}>
        <bdi>{word}</bdi>
      </PlaceLink>
    </li>
  );
  return (
    <main id="main">
      <WeaveBand weave={of.weave} />
      <div className={classes.screen}>
        <p className={classes.about}>
          <PlaceLink to={{ at: 'class', class: of.id }}>
            <bdi>{of.name}</bdi>
          </PlaceLink>
        </p>
        <h1>{t('title')}</h1>
        <ul className={classes.chips}>
          {chip(null, t('about-all'))}
          {chip('class', t('all-of-class'))}
          {topics.map(({ id, title }) => chip(id, title))}
        </ul>
        <Floor class={of} about={about} zone={zone} now={now} topic={view.words} quiet={take} />
      </div>
    </main>
  );
}
