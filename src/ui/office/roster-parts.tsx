import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { RosterView } from '@/server/reading/office/rosters';
import { Choices, Slot } from '@/ui/set/slot';
import office from './office.module.css';
import classes from './roster.module.css';
import { RosterBand } from './roster-band';

/** What of people would be other, from what to what. */
export function Changes({ view }: { readonly view: RosterView }) {
  const t = useTranslations('roster');
  const people = useTranslations('people');
  const [whole, setWhole] = useState(false);
  const lines = view.people.changing.first.flatMap((one) =>
    one.changes.map((change) => ({ ...change, name: one.name })),
  );
  const shown = whole ? lines : lines.slice(0, 8);
  const word = (what: string, said: string) => (what === 'role' ? people(`role-${said as 'student'}`) : said);
  const renamed = lines.filter(({ what }) => what === 'user-name').length;
  return (
    <section aria-labelledby="changed">
      <h3 id="changed">{t('changed', { n: view.people.changing.n })}</h3>
      {lines.length === 0 ? null : (
        <table className={classes.changes}>
          <thead>
            <tr>
              <th scope="col">{t('what')}</th>
              <th scope="col">{t('as-it-is')}</th>
              <th scope="col">{t('from-the-file')}</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((one) => (
              <tr key={`${one.name} ${one.what} ${one.to}`}>
                <td>{t(`what-${one.what}`)}</td>
                <td>
                  <bdi>{one.name}</bdi>
                  {one.what === 'name' || one.what === 'back' ? null : (
                    <>
                      , <bdi>{word(one.what, one.from)}</bdi>
                    </>
                  )}
                </td>
                <td>
                  → <bdi>{one.what === 'back' ? t('is-back') : word(one.what, one.to)}</bdi>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {shown.length < lines.length ? (
        <button type="button" className="quiet" onClick={() => setWhole(true)}>
          {t('show-all', { n: lines.length })}
        </button>
      ) : null}
      {renamed > 0 ? <p className="soft">{t('renamed', { n: renamed })}</p> : null}
    </section>
  );
}

/** How many would come, and who is in no file. */
export function NewAndGone({
  view,
  editable,
  choose,
}: {
  readonly view: RosterView;
  readonly editable: boolean;
  readonly choose: (choices: object) => void;
}) {
  const t = useTranslations('roster');
  const people = useTranslations('people');
  const [whole, setWhole] = useState(false);
  const { roles, adding, going } = view.people;
  return (
    <section aria-labelledby="new">
      <h3 id="new">{t('new', { n: adding.n })}</h3>
      <dl className={classes.counts}>
        {(['student', 'teacher', 'office'] as const).map((role) => [
          <dt key={role}>{people(`role-${role}`)}</dt>,
          <dd key={`${role} n`} className="num">
            {roles[role]}
          </dd>,
        ])}
      </dl>
      {adding.n > 0 ? (
        <>
          <p className="soft">{t('until-slips')}</p>
          <button type="button" className="quiet" aria-expanded={whole} onClick={() => setWhole(!whole)}>
            {t(whole ? 'show-less' : 'show-names')}
          </button>
          {whole ? (
            <p className={classes.names}>
              {adding.first.map(({ name, userName }) => `${name} (${userName})`).join(', ')}
              {adding.n > adding.first.length ? ' …' : ''}
            </p>
          ) : null}
        </>
      ) : null}
      {going.n === 0 ? null : (
        <>
          <h3>{t('gone', { n: going.n })}</h3>
          <div className={office.sentence}>
            {t.rich('they', {
              what: () =>
                editable ? (
                  <Slot words={t(`people-${view.choices.people}`)} label={t('what-becomes')}>
                    {(close) => (
                      <Choices
                        choices={(['stay', 'leave'] as const).map((value) => ({ value, words: t(`people-${value}`) }))}
                        chosen={view.choices.people}
                        choose={(value) => {
                          close();
                          choose({ people: value });
                        }}
                      />
                    )}
                  </Slot>
                ) : (
                  <strong>{t(`people-${view.choices.people}`)}</strong>
                ),
            })}
          </div>
          <p className={classes.names}>
            {going.first.join(', ')}
            {going.n > going.first.length ? ' …' : ''}
          </p>
        </>
      )}
    </section>
  );
}

interface RowProps {
  readonly part: 'people' | 'classes' | 'members';
  readonly view: RosterView;
  readonly editable: boolean;
  readonly choose: (choices: object) => void;
}

/** What would become of one kind of thing: how many now and after it, and what of those whom no file names. */
export function Row({ part, view, editable, choose }: RowProps) {
  const t = useTranslations('roster');
  const share = view[part];
  const values = part === 'classes' ? (['stay', 'end'] as const) : (['stay', 'leave'] as const);
  return (
    <div className={classes.row}>
      <h2>{t(part)}</h2>
      <div>
        <p>
          <strong>{t('now-after', { now: share.now, after: share.after })}</strong>{' '}
          {t('share', { added: share.added, changed: share.changed, same: share.same })}
        </p>
        {part === 'people' || share.gone === 0 ? null : (
          <div className="soft">
            {t.rich(`${part}-gone`, {
              n: share.gone,
              what: () =>
                editable ? (
                  <Slot words={t(`${part}-${view.choices[part]}` as 'classes-stay')} label={t('what-becomes')}>
                    {(close) => (
                      <Choices
                        choices={values.map((value) => ({
                          value: value as string,
                          words: t(`${part}-${value}` as 'classes-stay'),
                        }))}
                        chosen={view.choices[part] as string}
                        choose={(value) => {
                          close();
                          choose({ [part]: value });
                        }}
                      />
                    )}
                  </Slot>
                ) : (
                  <strong>{t(`${part}-${view.choices[part]}` as 'classes-stay')}</strong>
                ),
            })}
          </div>
        )}
      </div>
      <RosterBand share={share} label={t('share', { added: share.added, changed: share.changed, same: share.same })} />
    </div>
  );
}
