'use client';

import {
  IconArrowBackUp,
  IconArrowDown,
  IconArrowUp,
  IconCamera,
  IconPhotoOff,
  IconRotateClockwise,
  IconTrash,
} from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type ComponentType, useMemo, useRef, useState } from 'react';
import * as Y from 'yjs';
import { paperMap } from '@/core/documents/pages-document';
import {
  changePhotograph,
  chooseLook,
  dropPhotograph,
  movePhotograph,
  type Photograph,
  photographsMap,
  pressMap,
} from '@/core/documents/photographs';
import { LOOKS } from '@/core/press/cleaned';
import { FileInput } from '@/ui/common/file-input';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { ProblemLine } from '@/ui/common/problem-line';
import { useWhatCanBe } from '../use-sheets';
import { Camera, hasOwnCamera } from './camera';
import { Corners } from './corners';
import { PhotographList, wantsLook } from './photograph-list';
import classes from './press.module.css';
import { ComingList, Out, Said, usePage } from './press-parts';
import { usePhotographs } from './use-photographs';

const PICTURES = 'image/png,image/jpeg,image/webp,image/heic,image/heif';

interface Props {
  readonly document: string;
  readonly ydoc: Y.Doc;
  readonly editable: boolean;
  /** Goes to the sheets; `null` where there are none yet. */
  readonly toSheets: (() => void) | null;
  /** The photographs have become sheets. */
  readonly done: () => void;
}

/** The page press: photographs of pages, each with its corners and with what becomes of it, and all of them as sheets. */
export function Press({ document, ydoc, editable, toSheets, done }: Props) {
  const t = useTranslations('press');
  const press = usePhotographs(document, ydoc, editable);
  const { photographs, look, putting, problem, setProblem } = press;
  const [at, setAt] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const camera = useRef<HTMLInputElement>(null);
  const files = useRef<HTMLInputElement>(null);
  const again = useRef<HTMLInputElement>(null);
  // A laptop's own camera, and the photograph that it takes anew; `null` while it is away.
  const [shooting, setShooting] = useState<{ readonly instead: string | null } | null>(null);
  const undo = useMemo(() => new Y.UndoManager([photographsMap(ydoc), pressMap(ydoc), paperMap(ydoc)]), [ydoc]);
  const can = useWhatCanBe(undo);
  const present = photographs.find(({ id }) => id === at) ?? photographs[0] ?? null;
  const kept = photographs.filter(({ out }) => !out);
  const toLook = kept.filter(wantsLook).length;
  const page = usePage(press, present);

  const take = (taken: readonly File[]) => {
    setProblem(null);
    void press.add(taken);
  };
  const shoot = (instead: string | null = null) => {
    if (hasOwnCamera()) (instead === null ? camera : again).current?.click();
    else setShooting({ instead });
  };
  const moveTo = (id: string, to: number) => {
    if (!editable || to < 0 || to >= photographs.length) return;
    movePhotograph(ydoc, id, to);
    setSaid(t('moved', { n: to + 1, of: photographs.length }));
  };
  if (shooting && editable)
    return (
      <div className={classes.press}>
        <Camera
          take={(photograph) => {
            setProblem(null);
            void press.add([photograph], shooting.instead);
            // What is taken again is one.
            if (shooting.instead !== null) setShooting(null);
          }}
          close={() => setShooting(null)}
        />
      </div>
    );
  const index = present ? photographs.indexOf(present) : -1;

  return (
    <div className={classes.press} data-empty={photographs.length === 0 || undefined}>
      <FileInput ref={camera} accept={PICTURES} capture="environment" aria-label={t('take')} take={take} />
      <FileInput ref={files} accept={PICTURES} multiple aria-label={t('from-files')} take={take} />
      <FileInput
        ref={again}
        accept={PICTURES}
        aria-label={t('again')}
        take={(taken) => {
          if (present) void press.add(taken, present.id);
        }}
      />
      {present ? (
        <div className={classes.tools}>
          <h2>{present.out ? t('left-out') : t('page', { n: kept.indexOf(present) + 1 })}</h2>
          {editable ? (
            <>
              <Tool
                icon={IconRotateClockwise}
                words={t('turn')}
                act={() => changePhotograph(ydoc, present.id, { turn: (present.turn + 1) % 4 })}
              />
              <Tool icon={IconCamera} words={t('again')} act={() => shoot(present.id)} />
              <Tool
                icon={IconPhotoOff}
                words={t(present.out ? 'take-in' : 'leave-out')}
                act={() => changePhotograph(ydoc, present.id, { out: !present.out })}
              />
              <Tool icon={IconTrash} words={t('throw-away')} act={() => dropPhotograph(ydoc, present.id)} />
              <Tool
                small
                icon={IconArrowUp}
                words={t('earlier')}
                off={index <= 0}
                act={() => moveTo(present.id, index - 1)}
              />
              <Tool
                small
                icon={IconArrowDown}
                words={t('later')}
                off={index >= photographs.length - 1}
                act={() => moveTo(present.id, index + 1)}
              />
              <Tool icon={IconArrowBackUp} words={t('undo')} off={!can.undo} act={() => undo.undo()} />
            </>
          ) : null}
          <fieldset className={classes.looks} disabled={!editable}>
            <legend>{t('all-pages')}</legend>
            {LOOKS.map((one) => (
              <button key={one} type="button" aria-pressed={one === look} onClick={() => chooseLook(ydoc, one)}>
                {t(`look-${one}`)}
              </button>
            ))}
          </fieldset>
        </div>
      ) : null}
      <ComingList press={press} />
      {present ? (
        <div className={classes.body}>
          <PhotographList photographs={photographs} at={present.id} choose={setAt} moveTo={moveTo}>
            {editable ? (
              <button type="button" className={classes.more} onClick={() => files.current?.click()}>
                {t('from-files')}
              </button>
            ) : null}
          </PhotographList>
          <div className={classes.seen}>
            <div className={classes.fit}>
              <Corners
                key={present.id}
                photograph={present}
                label={t('photograph-of', { n: index + 1 })}
                editable={editable}
                change={(corners, sure) =>
                  changePhotograph(ydoc, present.id, {
                    corners: [...corners],
                    sure: [...sure],
                    faults: withoutCut(present),
                  })
                }
              />
            </div>
            <Said
              photograph={present}
              right={
                editable
                  ? () => changePhotograph(ydoc, present.id, { sure: [true, true, true, true], faults: [] })
                  : null
              }
            />
          </div>
          <Out page={page} look={look} photograph={present} />
        </div>
      ) : (
        <div className={classes.first}>
          <h2>{t('first')}</h2>
          <p>{t('first-says')}</p>
          {editable ? (
            <div className={classes.begin}>
              <button type="button" className={classes.shutter} onClick={() => shoot()}>
                <IconCamera size={38} stroke={1.6} aria-hidden="true" />
                <span>{t('take')}</span>
              </button>
              <QuietButton onClick={() => files.current?.click()}>{t('from-files')}</QuietButton>
            </div>
          ) : null}
        </div>
      )}
      <p role="status" className={classes.status}>
        {putting ? t('putting', { n: putting.done + 1, of: putting.of }) : said}
      </p>
      <ProblemLine of="press" problem={problem} putAway={() => setProblem(null)} className={classes.problem} />
      {present ? (
        <div className={classes.bar}>
          <p>
            <strong>{t('pages', { n: kept.length, look: toLook })}</strong> <span className="soft">{t('kept')}</span>
          </p>
          {toSheets ? <QuietButton onClick={toSheets}>{t('to-sheets')}</QuietButton> : null}
          {editable ? (
            <>
              <QuietButton
                onClick={() => shoot()}
                leftSection={<IconCamera size={18} stroke={1.6} aria-hidden="true" />}
              >
                {t('take-another')}
              </QuietButton>
              <PrimaryButton
                loading={putting !== null}
                disabled={kept.length === 0}
                onClick={() => void press.put().then((all) => all && done())}
              >
                {t('put-together', { n: kept.length })}
              </PrimaryButton>
            </>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}

/** Once a student has put corners where they are, a page that is cut off is as they said. */
const withoutCut = ({ faults }: Photograph) => faults.filter((fault) => fault !== 'cut-off');

interface ToolProps {
  /** Its words are only heard. */
  readonly small?: boolean;
  readonly icon: ComponentType<{ readonly size: number; readonly stroke: number; readonly 'aria-hidden': 'true' }>;
  readonly words: string;
  readonly off?: boolean;
  readonly act: () => void;
}

const Tool = ({ icon: Icon, words, off = false, small = false, act }: ToolProps) => (
  <button type="button" className={classes.tool} data-small={small || undefined} disabled={off} onClick={act}>
    <Icon size={20} stroke={1.6} aria-hidden="true" />
    <span>{words}</span>
  </button>
);
