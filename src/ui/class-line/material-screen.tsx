import { useTranslations } from 'next-intl';
import type { MaterialKind } from '@/core/kinds/material';
import type { MaterialView as View } from '@/server/reading/materials/materials';
import type { SchoolClass } from '@/store/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { MaterialView } from '@/ui/material/material-view';
import { Visit } from '@/ui/news/read-on-sight';
import { MendHere } from '@/ui/set/mend-here';
import { SelectedWord } from '@/ui/words/selected-word';
import classes from './material.module.css';

interface Props {
  readonly id: string;
  readonly title: string;
  readonly kind: MaterialKind;
  /** Does who looks teach the class? */
  readonly teaching: boolean;
  readonly removed: boolean;
  readonly at: SchoolClass;
  readonly opensAt: number | null;
  readonly closesAt: number | null;
  /** What there is to see; `null` outside its window. */
  readonly view: View | null;
  readonly zone: string;
  readonly now: number;
}

/** One material by itself, with the way back to its class. */
export function MaterialScreen({ id, title, kind, teaching, removed, at, opensAt, closesAt, view, zone, now }: Props) {
  const t = useTranslations('material');
  const times = useTimes(zone);
  return (
    <>
      <WeaveBand weave={at.weave} />
      <main className={classes.main} id="main">
        <Visit material={id} />
        <p>
          <Sail weave={at.weave} />{' '}
          <PlaceLink to={{ at: 'class', class: at.id }}>
            <bdi>{at.name}</bdi>
          </PlaceLink>
        </p>
        <h1>
          <bdi>{title}</bdi>
        </h1>
        {view && closesAt !== null ? (
          <p className="amber">{t('until', { when: times.moment(closesAt, now) })}</p>
        ) : null}
        {teaching ? (
          <MendHere classId={at.id} material={{ id, title, kind, opensAt, closesAt, removed }} zone={zone} now={now} />
        ) : null}
        <div className={classes.sheet} data-words>
          {view ? (
            <MaterialView material={view} />
          ) : (
            <p className={classes.shut}>
              {opensAt !== null && now < opensAt
                ? t('opens-says', { when: times.moment(opensAt, now) })
                : t('was-until-says', { when: times.moment(closesAt ?? now, now) })}
            </p>
          )}
        </div>
        <SelectedWord />
      </main>
    </>
  );
}
