'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Instant } from '@/core/ids';
import type { ClassLine } from '@/server/reading/class-line/class-line';
import { post } from '@/ui/common/client-request';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { Arrange, type ArrangedUnit } from './arrange';
import { Mend } from './mend';
import { NewMaterial } from './new-material';
import classes from './set-here.module.css';
import { Attached, type Calendar, codeOf, Foot, Line, ToldText, When } from './told-form';

interface TellProps extends Calendar {
  readonly classId: string;
  /** How many read it. */
  readonly readers: number;
  readonly units: readonly ArrangedUnit[];
  readonly materials: readonly { readonly id: string; readonly title: string }[];
  /** What the class will be told, when its time has come. */
  readonly toTell: ClassLine['toTell'];
}

/** Tells the class something, with materials that hang on it. What is typed is kept in this browser until it is told. */
function Tell({ close, ...props }: TellProps & { readonly close: () => void }) {
  const { classId, readers, units } = props;
  const t = useTranslations('telling');
  const router = useRouter();
  const [title, setTitle] = useKeptDraft(`tell-title-${classId}`);
  const [body, setBody] = useKeptDraft(`tell-${classId}`);
  const [unit, setUnit] = useState('');
  const [attached, setAttached] = useState<readonly string[]>([]);
  const [at, setAt] = useState<Instant | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async () => {
    setBusy(true);
    const answer = await post(`/api/classes/${classId}/announcements`, {
      title,
      body,
      unit: unit === '' ? null : unit,
      attachments: attached,
      postedAt: at,
    });
    setBusy(false);
    if (!answer.ok) return setProblem(codeOf(answer));
    setTitle('');
    setBody('');
    close();
    router.refresh();
  };
  return (
    // No form: what it holds has forms of its own.
    <section className={classes.tell} aria-label={t('tell')}>
      <ToldText
        title={title}
        body={body}
        change={(said) => {
          if (said.title !== undefined) setTitle(said.title);
          if (said.body !== undefined) setBody(said.body);
        }}
      />
      {units.length > 0 ? (
        <label>
          {t('tell-unit')}{' '}
          <select className="field" value={unit} onChange={({ currentTarget: { value } }) => setUnit(value)}>
            <option value="">{t('by-date')}</option>
            {units.map(({ id, title: name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <Attached {...props} attached={attached} change={setAttached} />
      <When at={at} change={setAt} calendar={props} />
      <Foot problem={problem} close={close}>
        <PrimaryButton onClick={() => void send()} loading={busy} disabled={title.trim() === ''}>
          {t('tell-n', { n: readers })}
        </PrimaryButton>
      </Foot>
    </section>
  );
}

/** Adds a unit behind the others. */
function AddUnit({ classId, close }: { readonly classId: string; readonly close: () => void }) {
  const t = useTranslations('telling');
  const router = useRouter();
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const send = async () => {
    const answer = await post(`/api/classes/${classId}/units`, { title, startsAt: null, endsAt: null });
    if (!answer.ok) return setProblem(codeOf(answer));
    close();
    router.refresh();
  };
  return (
    <form
      className={classes.tell}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Line label={t('unit-title')} value={title} change={setTitle} />
      <Foot problem={problem} close={close}>
        <PrimaryButton type="submit" disabled={title.trim() === ''}>
          {t('add-unit')}
        </PrimaryButton>
      </Foot>
    </form>
  );
}

/** Puts something to be read, seen or heard into the class, where it stands by itself. */
function AddMaterial({ classId, units, close }: TellProps & { readonly close: () => void }) {
  const t = useTranslations('telling');
  const router = useRouter();
  const [unit, setUnit] = useState('');
  return (
    <section className={classes.tell} aria-label={t('add-material')}>
      {units.length > 0 ? (
        <label>
          {t('tell-unit')}{' '}
          <select className="field" value={unit} onChange={({ currentTarget: { value } }) => setUnit(value)}>
            <option value="">{t('no-unit')}</option>
            {units.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <NewMaterial classId={classId} stands={{ unit: unit === '' ? null : unit }} take={() => router.refresh()} />
      <Foot problem={null} close={close}>
        {null}
      </Foot>
    </section>
  );
}

/** What the class will be told, each to be mended before its time. */
function Waiting({ toTell, classId, zone, now, ...calendar }: TellProps) {
  const t = useTranslations('telling');
  const times = useTimes(zone);
  if (toTell.length === 0) return null;
  return (
    <ul className={classes.waiting}>
      {toTell.map(({ id, title, body, attachments, posted_at: at }) => (
        <li key={id}>
          <bdi>{title}</bdi> <span className="soft">{t('told-later', { when: times.moment(at, now) })}</span>
          <Mend
            classId={classId}
            announcement={id}
            told={{ title, body, attachments }}
            waits={{ at, calendar: { ...calendar, zone, now } }}
          />
        </li>
      ))}
    </ul>
  );
}

const OPENED = ['tell', 'material', 'unit', 'arrange'] as const;
const WORDS = { tell: 'tell', material: 'add-material', unit: 'add-unit', arrange: 'arrange' } as const;

/** What else a teacher puts into a class besides work: something that is told, units, their order, work of another class. */
export function TellClass(props: TellProps) {
  const t = useTranslations('telling');
  const [open, setOpen] = useState<(typeof OPENED)[number] | null>(null);
  const close = () => setOpen(null);
  return (
    <div>
      <p className={classes.moves}>
        {OPENED.filter((one) => one !== 'arrange' || props.units.length > 0).map((one) => (
          <button
            key={one}
            type="button"
            className="quiet"
            aria-expanded={open === one}
            onClick={() => setOpen(open === one ? null : one)}
          >
            {t(WORDS[one])}
          </button>
        ))}
        <PlaceLink to={{ at: 'course', class: props.classId }}>{t('take-over')}</PlaceLink>
      </p>
      {open === 'tell' ? <Tell {...props} close={close} /> : null}
      {open === 'material' ? <AddMaterial {...props} close={close} /> : null}
      {open === 'unit' ? <AddUnit classId={props.classId} close={close} /> : null}
      {open === 'arrange' ? <Arrange classId={props.classId} units={props.units} close={close} /> : null}
      <Waiting {...props} />
    </div>
  );
}
