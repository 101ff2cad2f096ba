'use client';

import { useTranslations } from 'next-intl';
import { type KeyboardEvent, useEffect, useState } from 'react';
import { addUp, type Criterion, type Mark, pointsProblem } from '@/core/marks/rubric';
import { lateLoss, lateness } from '@/core/work/lateness';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { GrowingText } from '@/ui/common/growing-text';
import { keyOr } from '@/ui/common/key-or';
import { NumberField } from '@/ui/common/number-field';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { Aside } from '@/ui/desk/aside';
import { FeedbackView } from '@/ui/desk/feedback-view';
import { RepliedRemarks } from '@/ui/remarks/replied-remarks';
import type { ChosenWords } from './handed-in';
import classes from './marking.module.css';
import { RemarksEditor } from './remarks-editor';
import { useShownName } from './shown-name';
import { SoundRecorder } from './sound-recorder';
import type { Marking } from './use-marking';

/** What was said goes back in ten seconds; a little later it has. */
const LOOK_AGAIN = 11_500;

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
  // With a level in focus, a digit chooses a level and the arrow keys go through them.
  const byKey = (event: KeyboardEvent<HTMLDivElement>) => {
    const buttons = [...event.currentTarget.querySelectorAll('button')];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    const rtl = getComputedStyle(event.currentTarget).direction === 'rtl';
    const step = event.key === 'ArrowRight' ? (rtl ? -1 : 1) : event.key === 'ArrowLeft' ? (rtl ? 1 : -1) : 0;
    const digit = /^[1-9]$/.test(event.key) ? Number(event.key) - 1 : -1;
    const to = step !== 0 ? (at + step + buttons.length) % buttons.length : digit;
    const level = criterion.levels[to];
    if (!level || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    buttons[to]?.focus();
    if (digit >= 0) change({ ...mark, points: level.points });
  };
  return (
    <fieldset className={classes.criterion}>
      <legend>
        {criterion.title} <span className="soft">{t('most', { n: criterion.points })}</span>
      </legend>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the keys belong to the buttons inside */}
      <div className={classes.levels} onKeyDown={byKey}>
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
      <NumberField
        label={t('points-for', { title: criterion.title })}
        value={mark.points}
        change={(points) => change({ ...mark, points })}
        min={0}
        max={criterion.points}
        step={0.5}
        clampBehavior="none"
        hideControls
        error={problem ? t(`points-${problem}`, { most: criterion.points }) : null}
      />
      <GrowingText
        label={t('comment-for', { title: criterion.title })}
        value={mark.comment}
        onChange={(event) => change({ ...mark, comment: event.currentTarget.value })}
        minRows={1}
      />
    </fieldset>
  );
}

interface Props {
  readonly view: MarkingView;
  readonly marking: Marking;
  readonly chosen: ChosenWords | null;
  readonly zone: string;
  readonly now: number;
}

/** Marks and comments by criterion, remarks on words, the sum, and handing back. */
function Marks({ view, marking, chosen, zone }: Omit<Props, 'now'>) {
  const t = useTranslations('marking');
  const answers = useTranslations('answers');
  const times = useTimes(zone);
  const { receipt, marks, problem } = marking;
  const open = view.open as NonNullable<MarkingView['open']>;
  const sum = addUp(view.rubric, marks);
  const total = sum.total + open.asked.reduce((all, { points }) => all + points, 0);
  const loss = receipt && sum.complete ? lateLoss(view.late, lateness(receipt.lateBy, 0), total) : 0;
  const words = problem
    ? problem.code === 'bad-points'
      ? `points-${problem.problem}`
      : `problem-${problem.code}`
    : '';
  return (
    <section aria-label={t('marks')}>
      {marking.amendable ? <p className="amber">{t('amending')}</p> : null}
      {open.others.map(({ name, at }) => (
        <p key={name} className="amber">
          {t('other-marks', { name, at: times.clock(at) })}
        </p>
      ))}
      {marking.startFromBefore ? (
        <p>
          <QuietButton onClick={marking.startFromBefore}>{t('from-before')}</QuietButton>
        </p>
      ) : null}
      {view.rubric.map((criterion) => (
        <CriterionMarks
          key={criterion.id}
          criterion={criterion}
          mark={
            marks.find((mark) => mark.criterionId === criterion.id) ?? {
              criterionId: criterion.id,
              points: null,
              comment: '',
            }
          }
          change={marking.change}
        />
      ))}
      {open.asked.map(({ step, title, points, of, unread }) => (
        <p key={step}>
          <PlaceLink to={{ at: 'answers', step }}>{answers('asked-points', { title, points, of })}</PlaceLink>{' '}
          {unread > 0 ? <span className="amber">{answers('asked-unread', { n: unread })}</span> : null}
        </p>
      ))}
      {view.rubric.length + open.asked.length > 0 ? (
        <p className={classes.sum} role="status">
          {t('sum', { total, of: sum.outOf + open.asked.reduce((all, { of }) => all + of, 0) })}
          {loss > 0 ? <small>{t('sum-late', { loss, rest: total - loss })}</small> : null}
          {sum.complete ? null : <small>{t('sum-open')}</small>}
        </p>
      ) : null}
      <GrowingText
        label={t('general')}
        value={marking.general}
        onChange={(event) => marking.setGeneral(event.currentTarget.value)}
        minRows={2}
      />
      {receipt ? <SoundRecorder handIn={receipt.id} sound={marking.sound} setSound={marking.setSound} /> : null}
      <RemarksEditor view={view} remarks={marking.remarks} setRemarks={marking.setRemarks} chosen={chosen} />
      <p className="soft" role="status">
        {marking.keptAt === null
          ? t(marking.amendable ? 'amend-says' : 'not-seen')
          : t('kept', { at: times.clock(marking.keptAt) })}
      </p>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, words, 'problem-broke'), { most: '', title: problem.criterion }) : null}
      </p>
      <div className={classes.moves}>
        {marking.amendable ? (
          <PrimaryButton onClick={marking.amend} loading={marking.busy}>
            {t('amend')}
          </PrimaryButton>
        ) : (
          <>
            <QuietButton onClick={() => marking.handBack(true)} disabled={marking.busy}>
              {t('another-go')}
            </QuietButton>
            <PrimaryButton onClick={() => marking.handBack(false)} loading={marking.busy}>
              {t('hand-back')}
            </PrimaryButton>
          </>
        )}
      </div>
    </section>
  );
}

/** What was said goes back in a moment; until then it can be undone. */
function Going({ marking, name }: { marking: Marking; name: string }) {
  const t = useTranslations('marking');
  const refresh = useRefresh();
  const { going } = marking;
  const at = going?.at ?? null;
  // Whether anybody tells or not, it is looked at again when its time has come, by whatever clock.
  useEffect(() => {
    if (at === null) return;
    const timer = setTimeout(refresh, LOOK_AGAIN);
    return () => clearTimeout(timer);
  }, [at, refresh]);
  if (!going) return null;
  return (
    <section className={classes.going} aria-label={t('marks')}>
      <p role="status">{t(going.amends ? 'goes-back-again' : 'goes-back', { name })}</p>
      <PrimaryButton onClick={marking.undo} loading={marking.busy}>
        {t('undo')}
      </PrimaryButton>
    </section>
  );
}

/** The far side of the Marking desk: marks, what came back before, and the aside. */
export function MarkingSide({ view, marking, chosen, zone, now }: Props) {
  const t = useTranslations('marking');
  const times = useTimes(zone);
  const shownName = useShownName();
  const [amending, setAmending] = useState(false);
  const open = view.open as NonNullable<MarkingView['open']>;
  const { student } = open;
  return (
    <div className={classes.side}>
      {open.before ? (
        <section>
          <h2>{t('earlier-remarks')}</h2>
          <RepliedRemarks
            remarks={open.before.remarks}
            handIn={open.before.handIn}
            now={open.pieces}
            lang={view.class.locale}
            times={times}
          />
        </section>
      ) : null}
      {marking.going ? <Going marking={marking} name={shownName(student)} /> : null}
      {!marking.going && marking.undone ? <p role="status">{t('undone')}</p> : null}
      {!marking.going && (marking.waits || (marking.amendable && (amending || open.draft !== null))) ? (
        <Marks view={view} marking={marking} chosen={chosen} zone={zone} />
      ) : null}
      {open.feedback.length > 0 ? (
        <section>
          <h2>{t('handed-back')}</h2>
          <FeedbackView feedback={open.feedback} times={times} now={now} />
          {marking.amendable && !amending && !marking.going ? (
            <div className={classes.moves}>
              <QuietButton onClick={() => setAmending(true)}>{t('begin-amending')}</QuietButton>
              {marking.askAgain ? (
                <QuietButton onClick={marking.askAgain} disabled={marking.busy}>
                  {t('another-go')}
                </QuietButton>
              ) : null}
            </div>
          ) : null}
        </section>
      ) : null}
      <section>
        <h2>{t('aside')}</h2>
        {student.id === null ? (
          <p className="soft">{t('aside-later')}</p>
        ) : (
          <Aside
            assignment={view.id}
            student={student.id}
            messages={open.aside}
            readers={t('aside-readers', { name: shownName(student), teachers: view.class.teachers.join(', ') })}
            times={times}
            now={now}
          />
        )}
      </section>
    </div>
  );
}
