import { useTranslations } from 'next-intl';
import type { SchoolClass } from '@/store/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import classes from './class-line.module.css';

/** All classes of a person at a glance. */
export function ClassList({ classes: list }: { classes: readonly (SchoolClass & { open: number | null })[] }) {
  const t = useTranslations('class');
  return (
    <main className={classes.main} id="main">
      <h1>{t('all')}</h1>
      {list.length === 0 ? <p className="soft">{t('none')}</p> : null}
      <ul className={classes.list}>
        {list.map((found) => (
          <li key={found.id} className={classes.classRow}>
            <Sail weave={found.weave} size={26} />
            <div>
              <PlaceLink href={`/classes/${found.id}`} className={classes.title}>
                <bdi>{found.name}</bdi>
              </PlaceLink>
              <div className="soft">{t('with', { teachers: found.teachers.join(', '), room: found.room })}</div>
            </div>
            <span className="soft">{found.open === null ? '' : t('open', { n: found.open })}</span>
          </li>
        ))}
      </ul>
    </main>
  );
}
