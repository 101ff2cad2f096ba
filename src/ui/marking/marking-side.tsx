'use client';

import { NumberInput, Textarea } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { addUp, type Criterion, type Mark, pointsProblem } from '@/core/marks/rubric';
import { lateLoss, lateness } from '@/core/work/lateness';
import type { MarkingView } from '@/server/marking-desk';
import { post } from '@/ui/common/client-request';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { Aside } from '@/ui/desk/aside';
import { FeedbackView } from '@/ui/desk/rubric-view';
import classes from './marking.module.css';

const SETTLE = 500;

function CriterionMarks({
  criterion,
  mark,
  change,
}: {
  criterion: Criterion;
  mark: Mark;
  change: (mark: Mark) => void;
}) {
  const t = useTranslations('marking');
  const problem = mark.points === null ? null : pointsProblem(criterion, mark.points);
  return (
    <fieldset className={classes.criterion}>
      <legend>
        {criterion.title} <span className="soft">{t('most', { n: criterion.points })}</span>
      </legend>
      <div className={classes.levels}>
        {criterion.levels.map((level) => (
          <button
            key={level.title}
            type="button"
            title={level.says}
            aria-pressed={mark.points === level.points}
            onClick={() => change({ ...mark, points: level.points })}
          >
            {level.title} <span className="num">{level.points}</span>
          </button>
        ))}
      </div>
      <NumberInput
        label={t('points-for', { title: criterion.title })}
        value={mark.points ?? ''}
        onChange={(value) => change({ ...mark, points: typeof value === 'number' ? value : null })}
        min={0}
        max={criterion.points}
        step={0.5}
        clampBehavior="none"
        hideControls
        error={problem ? t(`points-${problem}`, { most: criterion.points }) : null}
      />
      <Textarea
        label={t('comment-for', { title: criterion.title })}
        value={mark.comment}
        onChange={(event) => change({ ...mark, comment: event.currentTarget.value })}
        autosize
        minRows={1}
      />
    </fieldset>
  );
}

const keptMarks = z.object({
  marks: z.array(z.object({ criterionId: z.string(), points: z.number().nullable(), comment: z.string() })),
  general: z.string(),
});

/** Marks that an earlier visit left in this browser; `null` for none, or for something else. */
function readMarks(stored: string | null): z.output<typeof keptMarks> | null {
  try {
    return keptMarks.parse(JSON.parse(stored ?? ''));
  } catch {
    return null;
  }
}

interface Props {
  readonly view: MarkingView;
  readonly zone: string;
  readonly now: number;
}

/** Marks and comments by criterion, the sum, the aside, and handing back. */
export function MarkingSide({ view, zone, now }: Props) {
  const t = useTranslations('marking');
  const refresh = useRefresh();
  const times = useTimes(zone);
  const open = view.open as NonNullable<MarkingView['open']>;
  const receipt = open.receipts[0];
  const waits = open.student.state === 'handed-in' || open.student.state === 'handed-in-late';
  const [marks, setMarks] = useState<readonly Mark[]>(() =>
    view.rubric.map(
      ({ id }) =>
        open.draft?.marks.find((mark) => mark.criterionId === id) ?? { criterionId: id, points: null, comment: '' },
    ),
  );
  const [general, setGeneral] = useState(open.draft?.general ?? '');
  const [kept, setKept] = useState<number | null>(open.draft?.at ?? null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const touched = useRef(false);
  // What the server has not acknowledged yet stays in this browser, through a reload as well.
  const receiptId = receipt?.id ?? null;
  const local = receiptId === null ? null : `kite-marks-${receiptId}`;
  const latest = useRef(0);

  useEffect(() => {
    const left = local === null ? null : readMarks(localStorage.getItem(local));
    if (!left) return;
    touched.current = true;
    setMarks(left.marks);
    setGeneral(left.general);
    setKept(null);
  }, [local]);

  useEffect(() => {
    if (!touched.current || receiptId === null || local === null) return;
    latest.current += 1;
    const own = latest.current;
    setKept(null);
    localStorage.setItem(local, JSON.stringify({ marks, general }));
    const timer = setTimeout(async () => {
      const answer = await post<{ at: number }>(`/api/hand-ins/${receiptId}/draft`, { marks, general });
      if (!answer.ok || own !== latest.current) return;
      localStorage.removeItem(local);
      setKept(answer.at);
    }, SETTLE);
    return () => clearTimeout(timer);
  }, [marks, general, receiptId, local]);

  const change = (mark: Mark) => {
    touched.current = true;
    setMarks(marks.map((one) => (one.criterionId === mark.criterionId ? mark : one)));
  };
  const sum = addUp(view.rubric, marks);
  const loss = receipt && sum.complete ? lateLoss(view.late, lateness(receipt.lateBy, 0), sum.total) : 0;

  const handBack = async (anotherGo: boolean) => {
    if (!receipt) return;
    setBusy(true);
    const answer = await post(`/api/hand-ins/${receipt.id}/hand-back`, { marks, general, anotherGo });
    setBusy(false);
    if (answer.ok) {
      latest.current += 1;
      if (local !== null) localStorage.removeItem(local);
      setProblem(null);
      refresh();
      return;
    }
    const words = answer.code === 'bad-points' ? `points-${answer.problem}` : `problem-${answer.code}`;
    setProblem(t.has(words) ? t(words, { most: '', title: String(answer.criterion ?? '') }) : t('problem-broke'));
  };

  return (
    <div className={classes.side}>
      {waits && receipt ? (
        <section aria-label={t('marks')}>
          {view.rubric.map((criterion) => (
            <CriterionMarks
              key={criterion.id}
              criterion={criterion}
              mark={marks.find((mark) => mark.criterionId === criterion.id) as Mark}
              change={change}
            />
          ))}
          {view.rubric.length > 0 ? (
            <p className={classes.sum} role="status">
              {t('sum', { total: sum.total, of: sum.outOf })}
              {loss > 0 ? <small>{t('sum-late', { loss, rest: sum.total - loss })}</small> : null}
              {sum.complete ? null : <small>{t('sum-open')}</small>}
            </p>
          ) : null}
          <Textarea
            label={t('general')}
            value={general}
            onChange={(event) => {
              touched.current = true;
              setGeneral(event.currentTarget.value);
            }}
            autosize
            minRows={2}
          />
          <p className="soft" role="status">
            {kept === null ? t('not-seen') : t('kept', { at: times.clock(kept) })}
          </p>
          <p role="alert" className={classes.problem}>
            {problem}
          </p>
          <div className={classes.moves}>
            <QuietButton onClick={() => handBack(true)} disabled={busy}>
              {t('another-go')}
            </QuietButton>
            <PrimaryButton onClick={() => handBack(false)} loading={busy}>
              {t('hand-back')}
            </PrimaryButton>
          </div>
        </section>
      ) : null}
      {open.feedback.length > 0 ? (
        <section>
          <h2>{t('handed-back')}</h2>
          <FeedbackView feedback={open.feedback} times={times} now={now} />
        </section>
      ) : null}
      <section>
        <h2>{t('aside')}</h2>
        <Aside
          assignment={view.id}
          student={open.student.id}
          messages={open.aside}
          readers={t('aside-readers', { name: open.student.name, teachers: view.class.teachers.join(', ') })}
          times={times}
          now={now}
        />
      </section>
    </div>
  );
}
