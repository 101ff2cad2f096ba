'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { addressOf } from '@/core/places';
import { COLUMNS, type Column } from '@/core/roster/roster';
import type { RosterView } from '@/server/reading/office/rosters';
import { post } from '@/ui/common/client-request';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { Choices, Slot, YesSlot } from '@/ui/set/slot';
import office from './office.module.css';
import classes from './roster.module.css';
import { Hatch, Legend, RosterBand } from './roster-band';
import { RosterLines } from './roster-lines';
import { TakeRoster } from './take-roster';
import { useOffice } from './use-office';

type File = RosterView['files'][number];

const DELIMITERS: Readonly<Record<string, 'commas' | 'semicolons' | 'tabs' | 'bars'>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

interface FileProps {
  readonly file: File;
  readonly editable: boolean;
  readonly columns: (columns: readonly Column[]) => void;
  readonly head: (isHead: boolean) => void;
}

/** How a file is read, in a sentence; of a plain one what each column is taken for. */
function FileLine({ file, editable, columns, head }: FileProps) {
  const t = useTranslations('roster');
  const read =
    file.form === 'plain'
      ? file.columns
          .filter((one) => one !== '-')
          .map((one) => t(`column-${one}`))
          .join(', ') || t('nothing-yet')
      : t(`form-${file.form}`);
  const put = (at: number, column: Column) =>
    columns(file.columns.map((one, i) => (i === at ? column : one === column && column !== '-' ? '-' : one)));
  const table = (
    <table className={classes.sample}>
      <thead>
        <tr>
          {file.columns.slice(0, 12).map((column, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is known by its place
            <th key={i} scope="col">
              <select
                className="field"
                aria-label={t('column', { n: i + 1, head: file.head?.[i] ?? '' })}
                value={column}
                disabled={!editable}
                onChange={({ currentTarget }) => put(i, currentTarget.value as Column)}
              >
                {COLUMNS.map((one) => (
                  <option key={one} value={one}>
                    {t(`column-${one}`)}
                  </option>
                ))}
              </select>
              <br />
              <bdi className="soft">{file.head?.[i] ?? ''}</bdi>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {file.sample.map((cells, line) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is known by its place
          <tr key={line}>
            {cells.map((cell, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a cell is known by its place
              <td key={i}>
                <bdi>{cell}</bdi>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <>
      <div className={classes.file}>
        {t.rich('file', {
          name: () => (
            <strong>
              <bdi>{file.name}</bdi>
            </strong>
          ),
          n: file.lines,
          read: () =>
            file.form === 'plain' ? (
              <Slot words={read} label={t('read-as')}>
                {() => <div className={office.scrolls}>{table}</div>}
              </Slot>
            ) : (
              <strong>{read}</strong>
            ),
          letters: file.letters,
          parted: t(DELIMITERS[file.delimiter] ?? 'commas'),
        })}{' '}
        {file.form === 'plain' && editable
          ? t.rich('first-line', {
              is: () => (
                <YesSlot
                  value={file.head !== null}
                  yes={t('is-head')}
                  no={t('is-line')}
                  label={t('what-first-line')}
                  change={head}
                />
              ),
            })
          : null}
      </div>
      {file.lacking.length > 0 ? (
        <div className={`${office.section} ${classes.lacks}`}>
          <p role="alert">
            {t('lacks', { what: file.lacking.map((one) => t(`column-${one}`)).join(', '), name: file.name })}
          </p>
          <div className={office.scrolls}>{table}</div>
        </div>
      ) : null}
    </>
  );
}

function Changes({ view }: { readonly view: RosterView }) {
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

function NewAndGone({
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
function Row({ part, view, editable, choose }: RowProps) {
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
          <p className="soft">
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
          </p>
        )}
      </div>
      <RosterBand share={share} label={t('share', { added: share.added, changed: share.changed, same: share.same })} />
    </div>
  );
}

/** What a roster would change, before anything is done; one act does it, and for a day it can be undone. */
export function RosterScreen({
  view,
  zone,
  now,
}: {
  readonly view: RosterView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('roster');
  const times = useTimes(zone);
  const router = useRouter();
  const { act, busy, problem } = useOffice();
  const [stayed, setStayed] = useState<readonly string[]>([]);
  const editable = view.doneAt === null;
  const path = `/api/office/rosters/${view.id}`;
  const change = (said: object) => void act(path, said);
  const choose = (choices: object) => change({ choices });
  const leave = view.choices.people === 'leave' ? view.people.gone : 0;
  const touched = view.people.added + view.people.changed + leave;
  const nothing =
    touched + view.classes.adding.n + view.classes.changing.n + view.members.adding + view.members.changing === 0 &&
    (view.choices.members === 'stay' || view.members.going === 0) &&
    (view.choices.classes === 'stay' || view.classes.going.n === 0);
  const lacks = view.files.some(({ lacking }) => lacking.length > 0);
  const away = async () => {
    if ((await post(`${path}/away`)).ok) router.push(addressOf({ at: 'rosters' }));
  };
  const undo = async () => {
    const answer = await act<{ stay: string[] }>(`${path}/undone`);
    if (answer.ok) setStayed(answer.stay);
  };
  return (
    <main className={office.main} id="main">
      <Hatch />
      <div className={office.head}>
        <h1>{t(editable ? 'would' : view.undoneAt === null ? 'done-title' : 'undone-title')}</h1>
        {editable ? (
          <Legend words={{ same: t('as-it-is'), changed: t('other'), gone: t('not-in'), added: t('is-new') }} />
        ) : null}
      </div>
      {view.files.map((file, i) => (
        <FileLine
          // biome-ignore lint/suspicious/noArrayIndexKey: a file is known by its place
          key={i}
          file={file}
          editable={editable}
          columns={(columns) => change({ columns: { file: i, columns } })}
          head={(isHead) => change({ head: { file: i, isHead } })}
        />
      ))}
      {editable ? <TakeRoster into={view.id} small /> : null}
      {editable ? (
        <>
          <div className={office.sheet}>
            <Row part="people" view={view} editable={editable} choose={choose} />
            <div className={classes.parts}>
              <RosterLines view={view} editable={editable} change={change} />
              <Changes view={view} />
              <NewAndGone view={view} editable={editable} choose={choose} />
            </div>
          </div>
          <Row part="classes" view={view} editable={editable} choose={choose} />
          {view.classes.adding.n > 0 ? (
            <p className={classes.names}>{t('new-classes', { names: view.classes.adding.first.join(', ') })}</p>
          ) : null}
          <Row part="members" view={view} editable={editable} choose={choose} />
        </>
      ) : null}
      {stayed.length > 0 ? <p role="status">{t('stayed', { n: stayed.length, names: stayed.join(', ') })}</p> : null}
      <section className={office.strip} aria-label={t('would')}>
        <div>
          <p role="status">
            {editable ? (
              <>
                <strong>{t('nothing-done')}</strong>{' '}
                {t('come-change-go', { come: view.people.added, change: view.people.changed, go: leave })}
              </>
            ) : view.undoneAt === null ? (
              <strong>{t('done-at', { at: times.moment(view.doneAt ?? now, now) })}</strong>
            ) : (
              <strong>{t('undone-at', { at: times.moment(view.undoneAt, now) })}</strong>
            )}
          </p>
          <p className="soft">
            {editable
              ? view.open > 0
                ? t('without-those', { n: view.open })
                : t('can-be-undone')
              : view.undoUntil === null
                ? t('not-any-more')
                : t('undo-until', { at: times.moment(view.undoUntil, now) })}
          </p>
          <p role="alert" className={classes.problem}>
            {problem}
          </p>
        </div>
        <div className={office.acts}>
          {editable ? (
            <>
              <QuietButton onClick={away}>{t('put-away')}</QuietButton>
              <PrimaryButton
                loading={busy}
                disabled={nothing || lacks}
                onClick={() => act(`${path}/done`, { digest: view.digest })}
              >
                {touched > 0 ? t('do-it', { n: touched }) : t('do-it-classes')}
              </PrimaryButton>
            </>
          ) : view.undoUntil === null ? null : (
            <QuietButton loading={busy} onClick={undo}>
              {t('undo')}
            </QuietButton>
          )}
        </div>
      </section>
    </main>
  );
}
