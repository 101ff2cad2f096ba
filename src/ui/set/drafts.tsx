import { useTranslations } from 'next-intl';
import type { ClassLine } from '@/server/reading/class-line/class-line';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { PutAway } from './set-here';
import classes from './set-here.module.css';

interface Props {
  readonly drafts: ClassLine['drafts'];
  /** Of which class each is: where there is more than one. */
  readonly named: boolean;
  readonly zone: string;
  readonly now: number;
}

/** What has been begun and not posted: to go on with, or to put away. */
export function Drafts({ drafts, named, zone, now }: Props) {
  const t = useTranslations('setting');
  const times = useTimes(zone);
  if (drafts.length === 0) return null;
  const open = drafts.filter(({ removed_at: at }) => at === null);
  const away = drafts.filter(({ removed_at: at }) => at !== null);
  const line = (draft: (typeof drafts)[number]) => (
    <li key={draft.id}>
      {named ? <Sail weave={draft.weave} /> : null}
      <PlaceLink to={{ at: 'set', draft: draft.id }}>
        <bdi>{draft.title.trim() === '' ? t('no-title') : draft.title}</bdi>
      </PlaceLink>
      <span className="soft">
        {named ? (
          <>
            <bdi>{draft.class_name}</bdi>
            {' · '}
          </>
        ) : null}
        {draft.withdrawn_at !== null
          ? t('withdrawn', { when: times.ago(draft.withdrawn_at, now) })
          : draft.waits_until === null
            ? t('begun', { when: times.ago(draft.at, now) })
            : t('waits', { when: times.moment(draft.waits_until, now) })}
      </span>
      {named || draft.waits_until !== null ? null : <PutAway draft={draft.id} away={draft.removed_at !== null} />}
    </li>
  );
  return (
    <section className={classes.drafts} aria-labelledby="drafts">
      <h2 id="drafts">{t('drafts')}</h2>
      <ul>{open.map(line)}</ul>
      {away.length > 0 ? (
        <details>
          <summary>{t('away', { n: away.length })}</summary>
          <ul>{away.map(line)}</ul>
        </details>
      ) : null}
    </section>
  );
}
