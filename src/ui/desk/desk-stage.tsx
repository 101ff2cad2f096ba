'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import { standsBeside } from '@/core/kinds/step';
import type { DeskView } from '@/server/reading/desk/desk';
import type { DeskPiece } from '@/server/reading/desk/pieces';
import type { DeskStep, DeskStepOf } from '@/server/reading/desk/steps';
import { PlaceLink } from '@/ui/common/place-link';
import type { Times } from '@/ui/common/times';
import { makesCopy, standsAlone } from '@/ui/kinds/step';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { stageOf } from '@/ui/kinds/step/stages';
import { PieceContent } from '@/ui/material/piece-content';
import { OpensLater } from './opens-later';
import { ReceiptList } from './receipt-list';
import { Pane, SideBySide } from './stage';
import classes from './stage.module.css';

const AddsWords = dynamic(() => import('@/ui/record/adds-words').then((loaded) => loaded.AddsWords), { ssr: false });

/** One piece of what goes along, looked at. */
export function PiecePane({
  piece,
  lang,
  canEdit,
  close,
}: {
  piece: DeskPiece;
  lang: string;
  canEdit: boolean;
  close: () => void;
}) {
  const t = useTranslations('desk');
  // With other words it is looked at anew.
  const [edition, setEdition] = useState(0);
  const content = <PieceContent key={edition} address={`/api/pieces/${piece.id}`} lang={lang} />;
  return (
    <Pane label={piece.name}>
      <header className={classes.paneHead}>
        <strong>
          <bdi>{piece.name}</bdi>
        </strong>
        <button type="button" className={`quiet ${classes.headAct}`} onClick={close}>
          {t('close-piece')}
        </button>
      </header>
      {piece.spoken && canEdit ? (
        <div className={classes.paneSpoken}>
          <AddsWords
            piece={piece.id}
            of={piece.spoken}
            lang={lang}
            there={piece.captions}
            changed={() => setEdition(edition + 1)}
          >
            {content}
          </AddsWords>
        </div>
      ) : (
        content
      )}
    </Pane>
  );
}

/** The end of the rope: what was handed in, and what comes next. */
export function HandInPane({ view, joy, times }: { view: DeskView; joy: boolean; times: Times }) {
  const t = useTranslations('desk');
  const { next } = view;
  const head = useRef<HTMLHeadingElement>(null);
  // What came of it is what one goes on with: by key, and in a voice.
  useEffect(() => {
    if (joy) head.current?.focus();
  }, [joy]);
  return (
    <Pane label={t('receipts')}>
      <div className={classes.paneBody}>
        {joy ? (
          <p className={classes.joy} role="status">
            {t('joy')}
          </p>
        ) : null}
        <h2 ref={head} tabIndex={-1}>
          {t('receipts')}
        </h2>
        <ReceiptList receipts={view.receipts} times={times} />
        {view.receipts.length > 0 && view.takes !== 'tick' ? (
          <p>
            <PlaceLink to={{ at: 'compare', assignment: view.id }}>{t('compare')}</PlaceLink>
          </p>
        ) : null}
        {next ? (
          <p className={classes.next}>
            {t.rich('next', {
              title: next.title,
              strong: (words) => <PlaceLink to={{ at: 'desk', assignment: next.id }}>{words}</PlaceLink>,
            })}
          </p>
        ) : null}
      </div>
    </Pane>
  );
}

/** The work before it opens: when it does, or after what. */
export function LaterPane({ view, times, now }: { view: DeskView; times: Times; now: number }) {
  return (
    <Pane label={view.title}>
      <div className={classes.paneBody}>
        <OpensLater view={view} times={times} now={now} />
      </div>
    </Pane>
  );
}

function LockedPane({ step }: { step: DeskStep }) {
  const t = useTranslations('desk');
  return (
    <Pane label={step.title}>
      <div className={classes.paneBody}>
        <h2>{step.title}</h2>
        <p>{t('locked-says')}</p>
      </div>
    </Pane>
  );
}

/** One step on the stage; where one writes, with what was to be read before it beside it, unless there is no room for that. */
export function StepPane({ step, desk, alone }: { step: DeskStep; desk: DeskTools; alone: boolean }) {
  const t = useTranslations('desk');
  const { steps } = desk.view;
  const pane = (one: DeskStep) => {
    const Stage = stageOf(one);
    return <Stage step={one as DeskStepOf<typeof one.kind>} desk={desk} />;
  };
  if (!step.open) return <LockedPane step={step} />;
  const beside = steps
    .slice(0, steps.indexOf(step))
    .findLast((one) => standsBeside(one.kind) && 'material' in one.given && one.given.material !== null);
  if (!makesCopy(step) || standsAlone(step) || !beside || alone) return pane(step);
  return (
    <SideBySide
      beside={{ label: t('side-reading'), pane: pane(beside) }}
      main={{ label: t('side-writing'), pane: pane(step) }}
    />
  );
}
