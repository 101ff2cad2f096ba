import { useTranslations } from 'next-intl';
import type { KeptAct } from '@/store/office-acts';
import { keyOr } from '@/ui/common/key-or';
import { useTimes } from '@/ui/common/times';
import classes from './office.module.css';

const said = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '');

/** What was done, each in a sentence: the newest first. */
export function Acts({
  acts,
  about,
  zone,
  now,
}: {
  readonly acts: readonly KeptAct[];
  /** What they are all about and need not name. */
  readonly about: 'person' | 'class' | null;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('acts');
  const times = useTimes(zone);
  return (
    <dl className={classes.happened}>
      {acts.map((act) => {
        const about1 = about === 'person' ? null : act.person;
        const about2 = about === 'class' ? null : act.class;
        return [
          <dt key={`${act.n} at`} className="num">
            {times.moment(act.at, now)}
          </dt>,
          <dd key={act.n}>
            {about1 ? <bdi>{about1}: </bdi> : null}
            {about2 && about1 === null && about === null ? <bdi>{about2}: </bdi> : null}
            {t(keyOr(t.has, act.kind, 'other'), {
              class: act.class ?? '',
              name: said(act.data.name),
              from: said(act.data.from),
              to: said(act.data.to),
              n: Number(act.data.people ?? act.data.n ?? 0),
              stay: Number(act.data.stay ?? 0),
              title: said(act.data.title),
              kind: said(act.data.kind),
            })}
            <span className="soft"> {act.by === null ? t('by-terminal') : t('by', { name: act.by })}</span>
          </dd>,
        ];
      })}
    </dl>
  );
}
