'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import { needsAdviser } from '@/core/kinds/ask';
import type { SheetName } from '@/core/places';
import type { DeskView } from '@/server/reading/desk/desk';
import type { WordsToCome } from '@/server/reading/desk/first-words';
import { afterwards } from '@/ui/common/first-on-stage';
import { ProblemLine } from '@/ui/common/problem-line';
import { WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { useAwake } from '@/ui/common/use-awake';
import { useRefresh } from '@/ui/common/use-refresh';
import { PIECE_ROWS } from '@/ui/kinds/piece';
import { answersOf, asksAlone, copyOf, rulesOfAsked, tellsTask } from '@/ui/kinds/step';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { useVisit } from '@/ui/news/read-on-sight';
import { useAnswering } from '@/ui/questions/use-answering';
import { BriefSheet, TaskFirst } from './brief-sheet';
import classes from './desk.module.css';
import { DeskHead, useBoundaries } from './desk-head';
import { DeskSheets, sheetsOf } from './desk-sheets';
import { HandInPane, LaterPane, PiecePane, StepPane } from './desk-stage';
import { documentsAlong } from './documents-along';
import dropped from './dropping.module.css';
import { placeNotesOf, useFindingWords } from './finding-words';
import { HandInBar } from './hand-in-bar';
import { Aside, FeedbackSheet, FloorSheet, Notes, PiecesSheet, useSheetsAtHand } from './later-sheets';
import { Rope, RopeLine } from './rope';
import { RubricView } from './rubric-view';
import { useDeskActs, useDeskPlace, useWords } from './use-desk';
import { useDropped } from './use-dropped';
import { useKnots } from './use-knots';
import { useMarkedRemarks } from './use-marked-remarks';
import { useReadyCheck } from './use-ready-check';
import { useSeen } from './use-seen';
import { useSessionState, useSessions } from './use-sessions';
import { useUploads } from './use-uploads';
import { useWritingHelp } from './writing-help';

const loadDialog = () => import('./hand-in-dialog').then(({ HandInDialog: loaded }) => loaded);
const HandInDialog = dynamic(loadDialog, { ssr: false });
const QuestionsBar = dynamic(() => import('@/ui/questions/questions-bar').then((loaded) => loaded.QuestionsBar), {
  ssr: false,
});
const AsksBar = dynamic(() => import('@/ui/questions/questions-bar').then((loaded) => loaded.AsksBar));
const SelectedWord = dynamic(() => import('@/ui/words/selected-word').then((loaded) => loaded.SelectedWord), {
  ssr: false,
});

interface Props {
  readonly view: DeskView;
  /** What is written in the document that one comes to. */
  readonly words?: WordsToCome | null;
  readonly zone: string;
  readonly now: number;
}

/**
 * The screen on which one assignment is read, done, handed in and heard back from. Its parts are read here and drawn below: a
 * browser can do something else between the two.
 */
export const DeskScreen = (props: Props) => <Desk {...props} />;

function Desk({ view, words: written = null, zone, now }: Props) {
  const t = useTranslations('desk');
  const times = useTimes(zone);
  const refresh = useRefresh();
  const place = useDeskPlace(view);
  const { address, current, go } = place;
  const canEdit = view.moves.includes('edit');
  const acts = useDeskActs(view, place, canEdit);
  const along = useMemo(() => documentsAlong(view), [view]);
  const answered = useMemo(() => view.steps.flatMap((step) => answersOf(step)?.document.id ?? []), [view]);
  const sessions = useSessions(useMemo(() => [...along.ids, ...answered], [along, answered]));
  const help = useWritingHelp(
    view.spelling,
    view.class.locale,
    view.takes !== 'tick' && view.state !== 'opens-later',
    needsAdviser(view.asks, 'verbs'),
  );
  const { check, broken, coming } = useReadyCheck(view, along.kinds, sessions, help);
  const { note } = useFindingWords();
  const notes = useMemo(() => placeNotesOf(check, note), [check, note]);
  const [unfolded, setUnfolded] = useState(false);
  const [framed, setFramed] = useState(false);
  const [more, setMore] = useState(false);
  const [begun, setBegun] = useState(view.state !== 'not-started');
  useSeen();
  useSheetsAtHand();
  const marked = useMarkedRemarks(view);
  const words = useWords(view, place, marked);
  useBoundaries(view, now);
  useVisit({ assignment: view.id }, view.feedback.length + view.aside.length);
  // Fetched ahead, so that the dialog opens while the server is away, too; but not before what is seen first.
  const awake = useAwake();
  useEffect(() => (awake ? afterwards(() => void loadDialog().catch(() => {})) : undefined), [awake]);

  const step = view.steps.find(({ id }) => id === current);
  const copy = step ? copyOf(step) : null;
  const running = step ? answersOf(step) : null;
  const own = copy ?? running?.document;
  const safety = useSessionState(own ? sessions.get(own.id) : [...sessions.values()][0]);
  const goToSheet = useCallback((id: string) => address.change('question', id), [address.change]);
  const answering = useAnswering(
    running,
    running ? sessions.get(running.document.id) : undefined,
    address.question,
    goToSheet,
  );
  const knots = useKnots(view, check, answering, times, now);
  // What was typed is on its way: it is begun.
  if (!begun && (safety.safety === 'saving' || view.state !== 'not-started')) setBegun(true);
  const sheet = sheetsOf(view).find((name) => name === address.sheet) ?? null;
  const choose = (name: SheetName | null) => address.change('sheet', name);
  const besideRemarks = sheet === 'feedback' && (view.feedback[0]?.remarks.length ?? 0) > 0;
  const piece = view.pieces.find(({ id, kind }) => id === address.piece && PIECE_ROWS[kind].opens);
  const attaching = canEdit && view.takes === 'pieces';
  const uploads = useUploads(view.takes === 'pieces' ? view.id : null, refresh);
  const attach = useCallback(
    (files: readonly File[]) => {
      uploads.add(files);
      address.change('sheet', 'pieces');
    },
    [uploads, address],
  );
  const dropping = useDropped(attaching ? attach : null);

  const desk: DeskTools = {
    view,
    times,
    now,
    canEdit,
    canDo: view.moves.includes('do-step'),
    finish: acts.finish,
    fill: acts.fill,
    sessions,
    help,
    answering,
    check,
    attach: attaching ? () => choose('pieces') : null,
    notes,
    marked,
    handle: words.arrive,
    words: written,
  };
  const stage = (): ReactNode => {
    if (view.state === 'opens-later') return <LaterPane view={view} times={times} now={now} />;
    const close = () => {
      address.change('piece', null);
      choose('pieces');
    };
    if (piece) return <PiecePane piece={piece} lang={view.class.locale} canEdit={canEdit} close={close} />;
    if (!step) return <HandInPane view={view} joy={acts.joy} times={times} />;
    // Remarks stand beside the words they are about: what one read is a knot away.
    return <StepPane step={step} desk={desk} alone={besideRemarks} />;
  };
  const bodies: Readonly<Record<SheetName, () => ReactNode>> = {
    brief: () => <BriefSheet view={view} times={times} />,
    rubric: () => <RubricView rubric={view.rubric} />,
    feedback: () => (
      <FeedbackSheet
        view={view}
        kinds={along.kinds}
        sessions={sessions}
        times={times}
        now={now}
        goTo={words.goToRemark}
      />
    ),
    pieces: () => (
      <PiecesSheet
        view={view}
        uploads={uploads}
        canChange={attaching}
        open={(id) => {
          choose(null);
          address.change('piece', id);
        }}
      />
    ),
    floor: () => <FloorSheet view={view} zone={zone} now={now} toAside={() => choose('aside')} />,
    aside: () => (
      <Aside
        assignment={view.id}
        student={view.student.id}
        messages={view.aside}
        readers={t('aside-readers', { teachers: view.teachers.join(', ') })}
        times={times}
        now={now}
      />
    ),
    notes: () => <Notes view={view} help={help} />,
  };

  const rules = step ? rulesOfAsked(step) : null;
  const bar: ReactNode =
    answering && rules ? (
      <QuestionsBar view={view} rules={rules} answering={answering} done={acts.celebrate} />
    ) : canEdit && asksAlone(view.steps) ? (
      <AsksBar view={view} />
    ) : null;
  const task = !begun && sheet !== 'brief' && step && !tellsTask(step) && !piece ? view.instructions : null;

  return (
    <main className={classes.desk} id="main" data-desk data-framed={framed || undefined} data-more={more || undefined}>
      <WeaveBand weave={view.class.weave} />
      <DeskHead
        view={view}
        safety={safety}
        done={view.state.startsWith('handed')}
        times={times}
        now={now}
        framed={framed}
        setFramed={setFramed}
      />
      <RopeLine knots={knots} current={current} unfolded={more} unfold={setMore} />
      <ProblemLine of="desk" problem={acts.problem} putAway={() => acts.setProblem(null)} className={classes.problem} />
      <div className={classes.work} data-words data-sheet={sheet ?? undefined}>
        <Rope
          knots={knots}
          current={current}
          tight={acts.joy}
          go={(id) => {
            setMore(false);
            go(id);
          }}
          goToAnswer={(id, answer) =>
            answering && id === current ? answering.go(answer) : words.goToAnswer(id, answer)
          }
        />
        <div className={classes.stage} data-task={task !== null || undefined}>
          {task ? <TaskFirst task={task} lang={view.class.locale} fold={() => setBegun(true)} /> : null}
          {stage()}
        </div>
        <DeskSheets
          view={view}
          open={sheet}
          choose={(name) => {
            setMore(false);
            choose(name);
          }}
          bodies={bodies}
        />
      </div>
      {bar ?? (
        <HandInBar
          view={view}
          check={check}
          times={times}
          now={now}
          unchecked={broken}
          coming={coming}
          safety={view.steps.some(copyOf) ? safety : null}
          busy={acts.busy}
          unfolded={unfolded}
          pieces={along.pieces}
          unfold={setUnfolded}
          jump={(finding) => {
            setUnfolded(false);
            words.goToFinding(finding);
          }}
          handIn={acts.handIn}
          takeBack={acts.takeBack}
          readFeedback={() => choose('feedback')}
        />
      )}
      <SelectedWord />
      {dropping ? <p className={dropped.dropping}>{t('let-go')}</p> : null}
      {acts.dialog ? (
        <HandInDialog
          view={view}
          check={check}
          times={times}
          opened={acts.dialog}
          coming={coming}
          sending={uploads.sending.some(({ state }) => state === 'going')}
          close={acts.closeDialog}
          flush={async () => (await Promise.all([...sessions.values()].map((open) => open.flush()))).every(Boolean)}
          done={acts.celebrate}
        />
      ) : null}
    </main>
  );
}
