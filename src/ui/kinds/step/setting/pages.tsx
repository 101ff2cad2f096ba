'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { type GivenSheets, paper, RULINGS, type Ruling } from '@/core/pages/given';
import { giveSheets } from '@/core/setting/draft-writes';
import type { KnownMaterial } from '@/core/setting/minutes';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { MarkSheets } from '@/ui/pages/mark-sheets';
import { AskList } from '@/ui/set/ask-list';
import { MaterialOffers } from '@/ui/set/material-offers';
import { NewMaterial } from '@/ui/set/new-material';
import classes from '@/ui/set/set.module.css';
import type { SetStepProps } from '@/ui/set/tools';
import { useStepWrites } from '@/ui/set/use-writes';

/** What can lie beneath: pages, pictures, and decks, which stand among what is of another kind. */
const CAN_LIE_BENEATH: ReadonlySet<KnownMaterial['kind']> = new Set(['pdf', 'slides', 'image', 'other']);

/** How many sheets of paper there are at first. */
const PAPER = 2;

/** What is written on at a step: a worksheet, a picture or a deck of the class, a new one, or paper; and its boxes. */
export function SetPages({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const { view, ydoc, editable, materials, addMaterial } = tools;
  const writes = useStepWrites(ydoc, tools.draft, materials);
  const [narrow, setNarrow] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [looking, setLooking] = useState(false);
  const take = async (material: KnownMaterial) => {
    addMaterial(material);
    setLooking(true);
    const answer = await post<{ sheets: GivenSheets }>(`/api/classes/${view.class.id}/materials/${material.id}/sheets`);
    setLooking(false);
    setProblem(answer.ok ? null : answer.code);
    if (!answer.ok) return;
    giveSheets(ydoc, step.id, answer.sheets);
    // A step that nobody has named yet gets the name of what it opens.
    if (step.title.trim() === '' || step.title === t(`kind-${step.kind}-title`))
      writes.change(step, { title: material.title });
  };
  const onPaper = (ruling: Ruling) =>
    giveSheets(ydoc, step.id, {
      file: null,
      sheets: Array.from({ length: PAPER }, () => paper(newAct(), ruling)),
      boxes: [],
    });
  if (step.sheets && step.sheets.sheets.length > 0) {
    const { file, sheets, boxes } = step.sheets;
    const fields = boxes.filter(({ field }) => field !== null).length;
    return (
      <>
        <p className={classes.chosen}>
          <strong>
            <bdi>{file?.name ?? t('paper')}</bdi>
          </strong>{' '}
          <span className="soft">{t('sheets-found', { n: sheets.length, boxes: boxes.length - fields, fields })}</span>{' '}
          {editable ? (
            <button type="button" className="quiet" onClick={() => giveSheets(ydoc, step.id, null)}>
              {t('take-another')}
            </button>
          ) : null}
        </p>
        {editable ? <p className={classes.hint}>{t('mark-boxes')}</p> : null}
        <MarkSheets key={step.id} step={step.id} given={step.sheets} tools={tools} />
        <AskList place={null} tools={tools} />
      </>
    );
  }
  const words = narrow.trim().toLocaleLowerCase();
  const found = [...materials.values()].filter(
    ({ kind, title }) => CAN_LIE_BENEATH.has(kind) && title.toLocaleLowerCase().includes(words),
  );
  if (!editable) return null;
  return (
    <div className={classes.choose}>
      <p role="status">{looking ? t('looking-at-sheets') : null}</p>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {t(keyOr(t.has, `problem.${problem}`, 'problem.broke'))}
        </p>
      ) : null}
      <h3>{t('sheets-from-class')}</h3>
      <TextInput
        label={t('narrow')}
        value={narrow}
        onChange={({ currentTarget: { value } }) => setNarrow(value)}
        dir="auto"
      />
      <MaterialOffers materials={found} take={(material) => void take(material)} busy={looking} />
      <h3>{t('sheets-new')}</h3>
      <NewMaterial classId={view.class.id} take={(material) => void take(material)} />
      <h3>{t('paper-head')}</h3>
      <p>
        {RULINGS.map((ruling) => (
          <QuietButton key={ruling} onClick={() => onPaper(ruling)}>
            {t(`paper-${ruling}`)}
          </QuietButton>
        ))}
      </p>
    </div>
  );
}
