'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Finding } from '@/core/asks/ready-check';
import type { DeskStep, DeskView } from '@/server/reading/desk/desk';
import type { RepliedRemark } from '@/server/reading/desk/replies';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { DocumentView } from '@/ui/common/document-view';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { QuietButton } from '@/ui/common/primary-button';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { type Times, useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { MaterialView } from '@/ui/material/material-view';
import { PieceContent } from '@/ui/material/piece-content';
import { useVisit } from '@/ui/news/read-on-sight';
import { Aside } from './aside';
import { BriefSheet } from './brief-sheet';
import { Countdown } from './countdown';
import classes from './desk.module.css';
import { Agree, OpensLater, StateWord, seenAs } from './desk-parts';
import type { Safety } from './document-session';
import { FeedbackSheet } from './feedback-sheet';
import { placeNotesOf, useFindingWords } from './finding-words';
import { HandInBar } from './hand-in-bar';
import { Notes } from './notes';
import { PiecesSheet } from './pieces-sheet';
import { ReceiptList } from './receipt-list';
import { type Knot, Rope } from './rope';
import { RubricView } from './rubric-view';
import { Pane, SideBySide } from './stage';
import { useAddress } from './use-address';
import { useDropped } from './use-dropped';
import { useMarkedRemarks } from './use-marked-remarks';
import { useReadyCheck } from './use-ready-check';
import { documentsOf, useSessionState, useSessions } from './use-sessions';
import { useUploads } from './use-uploads';
import type { WritingHandle } from './writing';
import { useWritingHelp } from './writing-help';

const Writing = dynamic(() => import('./writing').then(({ Writing: loaded }) => loaded), { ssr: false });
const loadDialog = () => import('./hand-in-dialog').then(({ HandInDialog: loaded }) => loaded);
const HandInDialog = dynamic(loadDialog, { ssr: false });

const HAND_IN = 'hand-in';
const SHEETS = ['brief', 'rubric', 'feedback', 'pieces', 'aside', 'notes'] as const;
type SheetName = (typeof SHEETS)[number];

/** Asks for the screen again when the next of its times passes: opening, due, closing. */
function useBoundaries(view: DeskView, now: number): void {
  const refresh = useRefresh();
  useEffect(() => {
    // Counted from the school's clock when the screen was made: that of this device may be wrong.
    const coming = [view.opensAt, view.dueAt, view.closesAt].filter((at) => at !== null && at > now) as number[];
    if (coming.length === 0) return;
    const wait = Math.min(...coming) - now + 600;
    if (wait > 2 ** 31 - 1) return;
    const timer = setTimeout(refresh, wait);
    return () => clearTimeout(timer);
  }, [view, now, refresh]);
}

function SafetyWords({ state, times }: { state: ReturnType<typeof useSessionState>; times: Times }) {
  const t = useTranslations('safety');
  const look: Readonly<Partial<Record<Safety, string>>> = {
    saved: 'moss',
    kept: 'plum',
    gone: 'plum',
    'too-long': 'plum',
    'too-intricate': 'plum',
    away: 'amber',
  };
  return (
    <span className={look[state.safety]} role="status" data-safety={state.safety}>
      {t(state.safety, { at: state.savedAt === null ? '' : times.clock(state.savedAt) })}
    </span>
  );
}

function firstStep(view: DeskView): string {
  const waiting = view.steps.find((step) => !step.done && step.kind !== 'write') ?? undefined;
  const writing = view.steps.find((step) => step.kind === 'write');
  const left = view.steps.find((step) => step.id === view.at && step.open);
  if (left && !view.state.startsWith('handed')) return left.id;
  if (view.state === 'not-started') return view.steps[0]?.id ?? HAND_IN;
  return writing?.id ?? waiting?.id ?? view.steps[0]?.id ?? HAND_IN;
}

/** The screen on which one assignment is read, done, handed in and heard back from. */
export function DeskScreen({ view, zone, now }: { view: DeskView; zone: string; now: number }) {
  const t = useTranslations('desk');
  const kinds = useTranslations('material');
  const times = useTimes(zone);
  const refresh = useRefresh();
  const address = useAddress();
  const sessions = useSessions(useMemo(() => documentsOf(view.steps), [view.steps]));
  const help = useWritingHelp(
    view.spelling,
    view.class.locale,
    view.takes !== 'tick' && view.state !== 'opens-later',
    view.asks.some(({ kind }) => kind === 'whole-sentences'),
  );
  const check = useReadyCheck(view, sessions, help);
  const { note } = useFindingWords();
  const notes = useMemo(() => placeNotesOf(check, note), [check, note]);
  const [initial] = useState(() => firstStep(view));
  const [dialog, setDialog] = useState(false);
  const [unfolded, setUnfolded] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [joy, setJoy] = useState(false);
  const writing = useRef<WritingHandle>(null);
  const wanted = useRef<string | null | undefined>(undefined);
  const uploads = useUploads(view.takes === 'pieces' ? view.id : null, refresh);
  const marked = useMarkedRemarks(view);
  useBoundaries(view, now);
  useVisit({ assignment: view.id }, view.feedback.length + view.aside.length);
  // Fetched ahead, so that the dialog opens while the server is away, too.
  useEffect(() => void loadDialog(), []);

  const ids = [...view.steps.map((step) => step.id as string), HAND_IN];
  const current = address.step !== null && ids.includes(address.step) ? address.step : initial;
  const step = view.steps.find(({ id }) => id === current);
  const session = step?.document ? sessions.get(step.document.id) : [...sessions.values()][0];
  const safety = useSessionState(session);
  const sheet = SHEETS.find((name) => name === address.sheet) ?? null;
  const canEdit = view.moves.includes('edit');
  const besideRemarks = sheet === 'feedback' && (view.feedback[0]?.remarks.length ?? 0) > 0;
  const done = view.state.startsWith('handed');

  const piece = view.pieces.find(({ id, kind }) => id === address.piece && kind !== 'document');
  const mayAttach = canEdit && view.takes === 'pieces';
  const attach = useCallback(
    (files: readonly File[]) => {
      uploads.add(files);
      address.change('sheet', 'pieces');
    },
    [uploads, address],
  );
  const dropping = useDropped(mayAttach ? attach : null);

  const go = (id: string) => {
    address.change('piece', null);
    address.change('step', id);
  };
  useEffect(() => {
    const turn = (event: KeyboardEvent) => {
      if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
      event.preventDefault();
      const next = ids[ids.indexOf(current) + (event.key === 'ArrowDown' ? 1 : -1)];
      if (next) address.change('step', next);
    };
    window.addEventListener('keydown', turn);
    return () => window.removeEventListener('keydown', turn);
  });

  // Where one is follows to the next device; coming to a Desk is no move yet.
  const at = useRef(current);
  useEffect(() => {
    if (at.current === current) return;
    at.current = current;
    if (current !== HAND_IN) void post(`/api/steps/${current}/here`);
  }, [current]);

  // The first visit to a step with a starter makes the student's copy.
  const opening = step?.kind === 'write' && step.open && !step.document && canEdit ? step.id : null;
  useEffect(() => {
    if (!opening) return;
    void post(`/api/steps/${opening}/copy`).then((answer) => (answer.ok ? refresh() : setProblem(answer.code)));
  }, [opening, refresh]);

  const finish = async (id: string) => {
    const answer = await post(`/api/steps/${id}/done`);
    if (!answer.ok) {
      setProblem(answer.code);
      return;
    }
    const next = ids[ids.indexOf(id) + 1];
    if (next) go(next);
    refresh();
  };
  // A knot that fills by itself: what was read, played or seen to its end is done, and the student stays where they are.
  const filling = useRef(new Set<string>());
  const fill = useCallback(
    (id: string) => {
      if (filling.current.has(id)) return;
      filling.current.add(id);
      void post(`/api/steps/${id}/done`).then((answer) => (answer.ok ? refresh() : filling.current.delete(id)));
    },
    [refresh],
  );

  const jump = (finding: Finding) => {
    setUnfolded(false);
    const writeStep = view.steps.find(({ kind }) => kind === 'write');
    if (writeStep && writeStep.id !== current) {
      wanted.current = finding.place;
      go(writeStep.id);
    } else writing.current?.goTo(finding.place);
  };
  const goToAnswer = (id: string, answer: string) => {
    if (id !== current || piece) {
      wanted.current = answer;
      go(id);
    } else writing.current?.goTo(answer);
  };
  const goToRemark = ({ remark }: RepliedRemark) => {
    const document = [...marked].find(([, remarks]) => remarks.some(({ id }) => id === remark.id))?.[0];
    const holding = view.steps.find((one) => one.document?.id === document);
    if (!holding) return;
    const there = () => writing.current?.goToRemark(remark.id);
    if (holding.id === current && !piece) there();
    else {
      go(holding.id);
      setTimeout(there, 900);
    }
  };
  // A finding that was asked for from another step is gone to as soon as its document is on the stage.
  const arrive = (handle: WritingHandle | null) => {
    writing.current = handle;
    if (!handle || wanted.current === undefined) return;
    const place = wanted.current;
    setTimeout(() => {
      if (wanted.current === place && handle.goTo(place)) wanted.current = undefined;
    }, 60);
  };

  const celebrate = () => {
    setDialog(false);
    setJoy(true);
    setTimeout(() => setJoy(false), 4000);
    go(HAND_IN);
    refresh();
  };
  const handIn = async () => {
    if (view.takes !== 'tick') {
      setDialog(true);
      return;
    }
    setBusy(true);
    const answer = await post(`/api/assignments/${view.id}/hand-in`, { act: newAct(), note: '' });
    setBusy(false);
    if (answer.ok) celebrate();
    else setProblem(answer.code);
  };
  const takeBack = async () => {
    setBusy(true);
    const answer = await post(`/api/assignments/${view.id}/take-back`);
    setBusy(false);
    if (!answer.ok) setProblem(answer.code);
    else go(firstStep({ ...view, state: 'under-way' }));
    refresh();
  };

  const saysOf = (one: DeskStep): string => {
    if (!one.open) return t('step-locked');
    if (one.kind !== 'write') return one.done ? t('step-done') : times.length(one.minutes);
    if (!check) return one.document ? '' : times.length(one.minutes);
    const answered = check.answers.filter((answer) => answer.answered).length;
    return check.answers.length > 0
      ? t('answered', { n: answered, of: check.answers.length })
      : t('words', { n: check.words });
  };
  const writes = view.steps.filter(({ kind }) => kind === 'write').length;
  const knots: Knot[] = [
    ...view.steps.map((one) => ({
      id: one.id as string,
      title: one.title,
      locked: !one.open,
      says: saysOf(one),
      answers: one.kind === 'write' && one.document && check && writes === 1 ? check.answers : [],
      done: one.done || done || (one.kind === 'write' && check !== null && check.answers.every((a) => a.answered)),
    })),
    {
      id: HAND_IN,
      locked: false,
      title: view.takes === 'tick' ? t('tick-off') : t('hand-in'),
      says: view.dueAt === null ? '' : times.moment(view.dueAt, now),
      done,
    },
  ];

  const reading = (one: DeskStep): ReactNode => (
    <Pane label={one.title}>
      <header className={classes.paneHead}>
        <strong>
          <bdi>{one.title}</bdi>
        </strong>{' '}
        <span>
          {one.material && one.material.content.kind !== 'broken' && one.material.content.kind !== 'unshown'
            ? `${kinds(`kind-${one.material.content.kind}`)}, ${times.length(one.minutes)}`
            : times.length(one.minutes)}
        </span>
        {one.done || !canEdit || !one.material ? null : (
          <button type="button" className={`quiet ${classes.headAct}`} onClick={() => finish(one.id)}>
            {t(`have-${seenAs(one.material.content.kind)}`)}
          </button>
        )}
      </header>
      {one.material ? (
        <MaterialView
          key={one.id}
          material={one.material}
          {...(one.done || !canEdit ? {} : { seenAll: () => fill(one.id) })}
        />
      ) : (
        <div className={classes.paneBody}>
          <p role="status">{t('not-readable')}</p>
        </div>
      )}
    </Pane>
  );

  const writingPane = (one: DeskStep): ReactNode => {
    const open = one.document ? sessions.get(one.document.id) : undefined;
    return (
      <Pane label={one.document?.title ?? one.title}>
        {one.understood.length > 0 && canEdit ? (
          <p className={classes.understood}>
            {t('understood', { n: one.understood.length, list: one.understood.map((text) => `“${text}”`).join(', ') })}
          </p>
        ) : null}
        {open && one.document ? (
          <Writing
            session={open}
            title={one.document.title}
            lang={view.class.locale}
            notes={notes}
            tools={view.takes === 'pieces' ? 'all' : 'words'}
            help={help}
            spelling={view.spelling}
            editable={canEdit && open.state.editable}
            {...(marked.has(one.document.id) ? { remarks: marked.get(one.document.id) ?? [] } : {})}
            handle={arrive}
          />
        ) : (
          <div className={classes.paneBody}>
            {one.document || canEdit ? (
              <p role="status">{t('opening')}</p>
            ) : (
              <>
                <p>{t('was-not-opened')}</p>
                {one.starter ? <DocumentView document={one.starter} lang={view.class.locale} /> : null}
              </>
            )}
          </div>
        )}
      </Pane>
    );
  };

  const handInPane = (
    <Pane label={t('receipts')}>
      <div className={classes.paneBody}>
        {joy ? (
          <p className={classes.joy} role="status">
            {t('joy')}
          </p>
        ) : null}
        <h2>{t('receipts')}</h2>
        <ReceiptList receipts={view.receipts} times={times} />
        {view.receipts.length > 0 && view.takes !== 'tick' ? (
          <p>
            <PlaceLink href={`/desk/${view.id}/compare`}>{t('compare')}</PlaceLink>
          </p>
        ) : null}
        {view.next ? (
          <p className={classes.next}>
            {t.rich('next', {
              title: view.next.title,
              strong: (words) => <PlaceLink href={`/desk/${view.next?.id}`}>{words}</PlaceLink>,
            })}
          </p>
        ) : null}
      </div>
    </Pane>
  );

  const stage = (): ReactNode => {
    if (view.state === 'opens-later') {
      return (
        <Pane label={view.title}>
          <div className={classes.paneBody}>
            <OpensLater view={view} times={times} now={now} />
          </div>
        </Pane>
      );
    }
    if (piece) {
      return (
        <Pane label={piece.name}>
          <header className={classes.paneHead}>
            <strong>
              <bdi>{piece.name}</bdi>
            </strong>
            <button
              type="button"
              className={`quiet ${classes.headAct}`}
              onClick={() => {
                address.change('piece', null);
                address.change('sheet', 'pieces');
              }}
            >
              {t('close-piece')}
            </button>
          </header>
          <PieceContent address={`/api/pieces/${piece.id}`} lang={view.class.locale} />
        </Pane>
      );
    }
    if (!step) return handInPane;
    if (!step.open) {
      return (
        <Pane label={step.title}>
          <div className={classes.paneBody}>
            <h2>{step.title}</h2>
            <p>{t('locked-says')}</p>
          </div>
        </Pane>
      );
    }
    if (step.kind === 'agree') {
      return (
        <Pane label={step.title}>
          <Agree step={step} agree={canEdit ? () => finish(step.id) : null} lang={view.class.locale} times={times} />
        </Pane>
      );
    }
    if (step.kind === 'read') return reading(step);
    if (step.kind === 'do') {
      return (
        <Pane label={step.title}>
          <div className={classes.paneBody}>
            {view.instructions ? <DocumentView document={view.instructions} lang={view.class.locale} /> : null}
            <h2>{step.title}</h2>
            {step.done ? <p className="moss">✓ {t('step-done')}</p> : null}
            {!step.done && canEdit ? <QuietButton onClick={() => finish(step.id)}>{t('did')}</QuietButton> : null}
          </div>
        </Pane>
      );
    }
    const beside = view.steps.findLast(
      (one) => one.kind === 'read' && one.material !== null && view.steps.indexOf(one) < view.steps.indexOf(step),
    );
    // Remarks stand beside the words they are about: what one read is a knot away.
    if (!beside || besideRemarks) return writingPane(step);
    return (
      <SideBySide
        beside={{ label: t('side-reading'), pane: reading(beside) }}
        main={{ label: t('side-writing'), pane: writingPane(step) }}
      />
    );
  };

  const sheetBody = (name: Exclude<SheetName, 'pieces' | 'notes'>): ReactNode => {
    switch (name) {
      case 'brief':
        return <BriefSheet view={view} times={times} />;
      case 'rubric':
        return <RubricView rubric={view.rubric} />;
      case 'feedback':
        return <FeedbackSheet view={view} sessions={sessions} times={times} now={now} goTo={goToRemark} />;
      case 'aside':
        return (
          <Aside
            assignment={view.id}
            student={view.student.id}
            messages={view.aside}
            readers={t('aside-readers', { teachers: view.teachers.join(', ') })}
            times={times}
            now={now}
          />
        );
    }
  };

  const unread = view.aside.filter((message) => message.unread).length;
  const sheets = SHEETS.filter((name) => {
    if (name === 'feedback') return view.feedback.length > 0;
    // Before it opens there is nothing to attach to, to note, or to ask about.
    if (name !== 'brief' && view.state === 'opens-later') return false;
    return name !== 'pieces' || view.takes === 'pieces';
  });
  const along = view.pieces.filter(({ removedAt }) => removedAt === null).length;

  return (
    <main className={classes.desk} id="main">
      <WeaveBand weave={view.class.weave} />
      <div className={classes.head}>
        <div>
          <p className={classes.crumb}>
            <PlaceLink href={`/classes/${view.class.id}`}>
              <bdi>{view.class.name}</bdi>
            </PlaceLink>
            {view.unit ? (
              <>
                {' · '}
                <bdi>{view.unit}</bdi>
              </>
            ) : null}
          </p>
          <h1>
            <Sail weave={view.class.weave} size={20} />
            <bdi>{view.title}</bdi>
          </h1>
        </div>
        <div className={classes.facts}>
          <p>
            {view.dueAt === null
              ? t('no-due')
              : t.rich('due', { when: times.moment(view.dueAt, now), strong: (words) => <strong>{words}</strong> })}
            {view.points === null ? null : `, ${t('points', { n: view.points })}`}
            {`, ${t('about', { length: times.length(view.minutes) })}`} <Countdown view={view} now={now} />
          </p>
          <p className={classes.standing}>
            <Kite state={view.state} />
            <StateWord state={view.state} />
            {view.steps.some(({ document }) => document) && !done ? (
              <>
                <span aria-hidden="true">·</span>
                <SafetyWords state={safety} times={times} />
              </>
            ) : null}
          </p>
        </div>
      </div>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {t.has(`problem.${problem}`) ? t(`problem.${problem}`) : t('problem.broke')}{' '}
          <button type="button" className="quiet" onClick={() => setProblem(null)}>
            {t('put-away')}
          </button>
        </p>
      ) : null}
      <div className={classes.work} data-sheet={sheet ?? undefined} data-remarks={besideRemarks || undefined}>
        <Rope knots={knots} current={current} tight={joy} go={go} goToAnswer={goToAnswer} />
        <div className={classes.stage}>{stage()}</div>
        <nav className={classes.tabs} aria-label={t('sheets')}>
          {sheets.map((name) => (
            <button
              key={name}
              type="button"
              aria-expanded={sheet === name}
              onClick={() => address.change('sheet', sheet === name ? null : name)}
            >
              {t(`sheet-${name}`)}
              {name === 'aside' && unread > 0 ? (
                <span className={classes.dot}>
                  <span className="visually-hidden">{t('unread', { n: unread })}</span>
                </span>
              ) : null}
            </button>
          ))}
        </nav>
        {sheet ? (
          <aside className={classes.sheet} aria-label={t(`sheet-${sheet}`)}>
            <header>
              <h2>{t(`sheet-${sheet}`)}</h2>
              <button type="button" className="quiet" onClick={() => address.change('sheet', null)}>
                {t('close-sheet')}
              </button>
            </header>
            {sheet === 'pieces' ? (
              <PiecesSheet
                view={view}
                uploads={uploads}
                canChange={mayAttach}
                open={(id) => {
                  address.change('sheet', null);
                  address.change('piece', id);
                }}
              />
            ) : sheet === 'notes' ? (
              <Notes view={view} help={help} />
            ) : (
              sheetBody(sheet)
            )}
          </aside>
        ) : null}
      </div>
      <HandInBar
        view={view}
        check={check}
        times={times}
        now={now}
        busy={busy}
        unfolded={unfolded}
        pieces={view.steps.filter(({ document }) => document).length + along}
        unfold={setUnfolded}
        jump={jump}
        handIn={handIn}
        takeBack={takeBack}
        readFeedback={() => address.change('sheet', 'feedback')}
      />
      {dropping ? <p className={classes.dropping}>{t('let-go')}</p> : null}
      {dialog ? (
        <HandInDialog
          view={view}
          check={check}
          times={times}
          opened={dialog}
          sending={uploads.sending.some(({ state }) => state === 'going')}
          close={() => {
            setDialog(false);
            refresh();
          }}
          flush={async () => (await Promise.all([...sessions.values()].map((open) => open.flush()))).every(Boolean)}
          done={celebrate}
        />
      ) : null}
    </main>
  );
}
