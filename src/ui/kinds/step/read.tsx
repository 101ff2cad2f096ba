'use client';

import { useTranslations } from 'next-intl';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { Pane } from '@/ui/desk/stage';
import classes from '@/ui/desk/stage.module.css';
import { MATERIALS } from '@/ui/kinds/material';
import { MaterialView } from '@/ui/material/material-view';
import type { DeskTools } from './kind';

/** Something to read, see or hear, with what one says when one has. */
export function Reading({ step, desk }: { step: DeskStepOf<'read'>; desk: DeskTools }) {
  const t = useTranslations('desk');
  const kinds = useTranslations('material');
  const { material } = step.given;
  const length = desk.times.length(step.minutes);
  const look = material && MATERIALS[material.content.kind];
  const open = !step.done && desk.canDo;
  return (
    <Pane label={step.title}>
      <header className={classes.paneHead}>
        <strong>
          <bdi>{step.title}</bdi>
        </strong>{' '}
        {/* How long a text takes is said below, by its own words. */}
        <span>{look?.word ? (look.measured ? kinds(look.word) : `${kinds(look.word)}, ${length}`) : length}</span>
        {open && look ? (
          <button type="button" className={`quiet ${classes.headAct}`} onClick={() => desk.finish(step.id)}>
            {t(`have-${look.taken}`)}
          </button>
        ) : null}
      </header>
      {material ? (
        <MaterialView key={step.id} material={material} {...(open ? { seenAll: () => desk.fill(step.id) } : {})} />
      ) : (
        <div className={classes.paneBody}>
          <p role="status">{t('not-readable')}</p>
        </div>
      )}
    </Pane>
  );
}
