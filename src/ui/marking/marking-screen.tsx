import { useTranslations } from 'next-intl';
import type { MarkingView } from '@/server/marking-desk';
import { DocumentView } from '@/ui/common/document-view';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { PieceContent } from '@/ui/material/piece-content';
import classes from './marking.module.css';
import { MarkingSide } from './marking-side';
import { NextByKey } from './next-by-key';

interface Props {
  readonly view: MarkingView;
  readonly zone: string;
  readonly now: number;
}

function Students({ view, zone, now }: Props) {
  const t = useTranslations('marking');
  const state = useTranslations('state');
  const times = useTimes(zone);
  const waiting = view.students.filter((student) => student.state.startsWith('handed-in'));
  const missing = view.students.filter((student) => student.handedInAt === null && !student.state.includes('back'));
  return (
    <nav className={classes.students} aria-label={t('students')}>
      <p className="soft">
        {t('counts', { waiting: waiting.length, missing: missing.length, all: view.students.length })}
      </p>
      <ol>
        {view.students.map((student) => (
          <li key={student.id}>
            <PlaceLink
              href={`/marking/${view.id}?student=${student.id}`}
              aria-current={student.id === view.open?.student.id ? 'true' : undefined}
            >
              <Kite state={student.state} />
              <span>
                <bdi>{student.name}</bdi>
                <small>
                  {state(student.state)}
                  {student.handedInAt === null ? '' : `, ${times.moment(student.handedInAt, now)}`}
                  {student.lateBy > 0 ? `, ${t('late-by', { by: times.late(student.lateBy) })}` : ''}
                </small>
              </span>
            </PlaceLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}

function HandedIn({ view, zone, now }: Props) {
  const t = useTranslations('marking');
  const times = useTimes(zone);
  const open = view.open;
  if (!open) return <p className="soft">{t('nobody')}</p>;
  const receipt = open.receipts[0];
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <article className={classes.work} aria-label={t('work-of', { name: open.student.name })} tabIndex={0}>
      <header>
        <h2>
          <bdi>{open.student.name}</bdi>
        </h2>
        {receipt ? (
          <p className="soft">
            {t('receipt', { number: receipt.number, at: times.exact(receipt.at), n: open.receipts.length })}{' '}
            {receipt.lateBy > 0 ? t('late-by', { by: times.late(receipt.lateBy) }) : t('on-time')}
          </p>
        ) : null}
      </header>
      {receipt ? null : <p>{t('nothing-yet', { due: view.dueAt === null ? '' : times.moment(view.dueAt, now) })}</p>}
      {receipt && receipt.note !== '' ? (
        <p className={classes.note}>
          <strong>{t('note')}</strong> {receipt.note}
        </p>
      ) : null}
      {receipt && open.pieces.length === 0 ? <p>{t('ticked')}</p> : null}
      {open.pieces.map((piece) => (
        <section key={piece.position}>
          <h3 className={classes.pieceTitle}>
            <bdi>{piece.title}</bdi>
          </h3>
          {piece.content ? <DocumentView document={piece.content} lang={view.class.locale} /> : null}
          {piece.address ? (
            <div className={classes.piece}>
              <PieceContent address={piece.address} lang={view.class.locale} />
            </div>
          ) : null}
        </section>
      ))}
    </article>
  );
}

/** The teacher's side of the Desk: who, the hand-in as it was, and the marks. */
export function MarkingScreen({ view, zone, now }: Props) {
  const t = useTranslations('marking');
  const times = useTimes(zone);
  const order = view.students.map(({ id }) => `/marking/${view.id}?student=${id}`);
  const at = view.students.findIndex(({ id }) => id === view.open?.student.id);
  return (
    <main className={classes.marking} id="main">
      <WeaveBand weave={view.class.weave} />
      <div className={classes.head}>
        <div>
          <p className="soft">
            <PlaceLink href={`/classes/${view.class.id}`}>{view.class.name}</PlaceLink>
          </p>
          <h1>
            <Sail weave={view.class.weave} size={20} />
            <bdi>{view.title}</bdi>
          </h1>
        </div>
        <p className="soft">
          {view.dueAt === null ? '' : t('due', { when: times.moment(view.dueAt, now) })} · {t('keys')}
        </p>
      </div>
      <div className={classes.columns}>
        <Students view={view} zone={zone} now={now} />
        <HandedIn view={view} zone={zone} now={now} />
        {view.open ? (
          <MarkingSide key={view.open.receipts[0]?.id ?? view.open.student.id} view={view} zone={zone} now={now} />
        ) : null}
      </div>
      <NextByKey before={order[at - 1]} after={order[at + 1]} />
    </main>
  );
}
