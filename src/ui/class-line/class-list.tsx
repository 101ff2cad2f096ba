import Link from 'next/link';
import { useTranslations } from 'next-intl';
import type { SchoolClass } from '@/store/classes';
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
              <Link href={`/classes/${found.id}`} prefetch={false} className={classes.title}>
                <bdi>{found.name}</bdi>
              </Link>
              <div className="soft">{t('with', { teachers: found.teachers.join(', '), room: found.room })}</div>
            </div>
            <span className="soft">{found.open === null ? '' : t('open', { n: found.open })}</span>
          </li>
        ))}
      </ul>
    </main>
  );
}
