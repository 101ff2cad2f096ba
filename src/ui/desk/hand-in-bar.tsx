'use client';

import { useFormatter, useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { Finding, ReadyCheck } from '@/core/asks/ready-check';
import { lossIn } from '@/core/work/rules';
import { isWithTeacher } from '@/core/work/standing';
import type { DeskView } from '@/server/reading/desk/desk';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import { asksAlone, copyOf } from '@/ui/kinds/step';
import type { SessionState } from './document-session';
import { typesOf, useFindingWords } from './finding-words';
import classes from './hand-in-bar.module.css';
import { SafetyShort } from './safety-short';

interface Props {
  readonly view: DeskView;
  readonly check: ReadyCheck | null;
  readonly times: Times;
  readonly now: number;
  /** It cannot be checked here: the school does that at the hand-in. */
  readonly unchecked: boolean;
  /** It is being checked for the first time: whoever goes to hand it in is not kept waiting. */
  readonly coming: boolean;
  /** How safe what is typed is; `null` where nothing is typed. */
  readonly safety: SessionState | null;
  readonly busy: boolean;
  readonly unfolded: boolean;
  readonly pieces: number;
  readonly unfold: (open: boolean) => void;
  readonly jump: (finding: Finding) => void;
  readonly handIn: () => void;
  readonly takeBack: () => void;
  readonly readFeedback: () => void;
}

function Asks({ findings, blank }: { findings: readonly Finding[]; blank: boolean }) {
  return (
    <span className={classes.asks} aria-hidden="true">
      {findings.map((finding) => (
        <i key={finding.askId} className={finding.result === 'met' && !blank ? classes.met : undefined} />
      ))}
    </span>
  );
}

function ResultWord({ finding: { result, bars } }: { finding: Finding }) {
  const t = useTranslations('check');
  if (result === 'met') return <span className="moss">✓ {t('is-met')}</span>;
  if (result === 'advice') return <span className="soft">≈ {t('is-advice')}</span>;
  return <span className="amber">○ {bars ? t('is-needed') : t('is-unmet')}</span>;
}

function Checked({ view, check, unchecked, safety, unfolded, unfold, jump }: Props) {
  const t = useTranslations('check');
  const { todo, note, where, details } = useFindingWords();
  if (view.takes === 'tick') return <p>{t('nothing-to-hand-in')}</p>;
  if (!check && unchecked) return <p className="amber">{t('unchecked')}</p>;
  if (!check) return <p className="soft">{view.steps.some(copyOf) ? t('looking') : t('not-opened')}</p>;
  const unmet = check.findings.filter((finding) => finding.result === 'unmet');
  const types = typesOf(view.asks);
  const lead =
    check.untouched || check.substance === 'hardly-touched'
      ? t(keyOr(t.has, check.substance, 'untouched'))
      : unmet
          .slice(0, 2)
          .map((finding) => todo(finding, types(finding)))
          .join(' ');
  const counted = check.findings.filter((finding) => finding.result !== 'advice');
  return (
    <div className={classes.checked}>
      <Asks findings={counted} blank={check.untouched} />
      <p>
        {/* A blank page is below every limit: that is nothing to count. */}
        {check.untouched ? null : (
          <>
            <strong>{t('met', { met: check.met, n: counted.length })}</strong>{' '}
          </>
        )}
        <span className={`soft ${classes.lead}`}>{lead}</span>{' '}
        <button type="button" className="quiet" aria-expanded={unfolded} onClick={() => unfold(!unfolded)}>
          {unfolded ? t('fold') : t('unfold')}
        </button>
        {safety ? (
          <span className={classes.safety}>
            <SafetyShort state={safety} />
          </span>
        ) : null}
      </p>
      {unfolded ? (
        <ul className={classes.list} aria-label={t('title')}>
          {check.findings.map((finding) => (
            <li key={finding.askId}>
              <ResultWord finding={finding} />
              <span>
                {where(finding)}: {note(finding)}
                {details(finding) ? <span className="soft"> {details(finding)}</span> : null}
              </span>
              <button type="button" className="quiet" onClick={() => jump(finding)}>
                {t('go')}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

/** Its time has not come, or other work comes first: then no time is known. */
function OpensWhen({ view: { opensAt, waitsFor }, times, now }: Pick<Props, 'view' | 'times' | 'now'>) {
  const t = useTranslations('bar');
  const format = useFormatter();
  const missing = waitsFor.filter(({ done }) => !done).map(({ title }) => `“${title}”`);
  return (
    <p>
      {opensAt !== null && opensAt > now ? `${t('opens', { when: times.moment(opensAt, now) })} ` : null}
      {missing.length > 0 ? t('opens-after', { list: format.list(missing) }) : null}
    </p>
  );
}

function Bar({ says, children, label }: { says: ReactNode; children?: ReactNode; label: string }) {
  return (
    <section className={classes.bar} aria-label={label}>
      <div className={classes.says}>{says}</div>
      <div className={classes.moves}>{children}</div>
    </section>
  );
}

/** Always at the bottom of the Desk: what is there and what is missing, and the one button that fits. */
export function HandInBar(props: Props) {
  const t = useTranslations('bar');
  const { view, times, now, check } = props;
  const can = (move: DeskView['moves'][number]) => view.moves.includes(move);
  const label = t('label');
  const receipt = view.receipts[0];
  const latest = view.feedback[0];
  const graded = latest && latest.earned !== null ? latest.earned - latest.lostLate : null;

  if (view.state === 'opens-later') {
    return <Bar label={label} says={<OpensWhen view={view} times={times} now={now} />} />;
  }
  if (view.state === 'closed') {
    return (
      <Bar
        label={label}
        says={
          <p>
            {t(view.steps.some(copyOf) ? 'closed' : 'closed-unopened', {
              when: times.moment(view.closesAt ?? now, now),
            })}
          </p>
        }
      />
    );
  }
  if (isWithTeacher(view.state)) {
    return (
      <Bar
        label={label}
        says={
          <p>
            <strong>{view.takes === 'tick' ? t('ticked') : t('handed-in')}</strong>{' '}
            {receipt ? (
              <span className="soft">
                {t('receipt', { number: receipt.number, at: times.exact(receipt.at) })}{' '}
                {receipt.late_by > 0 ? t('late-by', { by: times.late(receipt.late_by) }) : t('on-time')}
              </span>
            ) : null}
          </p>
        }
      >
        {asksAlone(view.steps) ? null : can('take-back') ? (
          <QuietButton onClick={props.takeBack} loading={props.busy}>
            {t('take-back')}
          </QuietButton>
        ) : (
          <span className="soft">{t('cannot-take-back')}</span>
        )}
      </Bar>
    );
  }
  if (view.state === 'handed-back') {
    return (
      <Bar
        label={label}
        says={
          <p>
            <strong>{graded === null ? t('back') : t('grade', { grade: graded, points: view.points ?? 0 })}</strong>{' '}
            <span className="soft">{latest ? t('back-when', { when: times.moment(latest.at, now) }) : null}</span>
          </p>
        }
      >
        <PrimaryButton onClick={props.readFeedback}>{t('read-feedback')}</PrimaryButton>
      </Bar>
    );
  }
  const loss = lossIn(view.late);
  const until = view.closesAt === null ? '' : t('until', { when: times.moment(view.closesAt, now) });
  const overdue =
    view.state !== 'overdue'
      ? null
      : loss
        ? t('overdue-loss', { until, loss: loss.points, per: loss.per })
        : t('overdue', { until });
  return (
    <Bar
      label={label}
      says={
        <>
          {overdue ? <p className="plum">{overdue}</p> : null}
          {can('do-step') && !can('edit') ? <p className="amber">{t('agree-first')}</p> : null}
          {receipt && view.state !== 'another-go' ? (
            <p className="amber">
              {t('taken-back', { number: receipt.number, at: times.exact(receipt.at), until: until || t('any-time') })}
            </p>
          ) : null}
          {view.state === 'another-go' ? <p className="amber">{t('another-go')}</p> : null}
          <Checked {...props} />
        </>
      }
    >
      {view.state === 'another-go' ? (
        <QuietButton onClick={props.readFeedback}>{t('read-feedback')}</QuietButton>
      ) : null}
      {can('tick-off') ? (
        <PrimaryButton onClick={props.handIn} loading={props.busy}>
          {t('tick-off')}
        </PrimaryButton>
      ) : (
        <PrimaryButton
          onClick={props.handIn}
          disabled={!can('hand-in') || !(check || props.unchecked || props.coming)}
          loading={props.busy}
        >
          {t('hand-in', { n: props.pieces })}
        </PrimaryButton>
      )}
    </Bar>
  );
}
