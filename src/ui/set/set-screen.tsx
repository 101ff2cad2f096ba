'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Instant } from '@/core/ids';
import { needsAdviser } from '@/core/kinds/ask';
import type { StepName } from '@/core/kinds/step';
import { type AssignmentUnmet, assignmentUnmet, type KnownInClass } from '@/core/setting/assignment';
import { instructionsOf } from '@/core/setting/draft-writes';
import { stepWith } from '@/core/setting/meets';
import type { KnownMaterial } from '@/core/setting/minutes';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import { PlaceLink } from '@/ui/common/place-link';
import { WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import desk from '@/ui/desk/desk.module.css';
import { Pane } from '@/ui/desk/stage';
import stage from '@/ui/desk/stage.module.css';
import { useWritingHelp } from '@/ui/desk/writing-help';
import { type Elsewhere, PostDialog } from './post-dialog';
import { RubricSheet } from './rubric-sheet';
import { RulesSheet } from './rules-sheet';
import { SeeScreen } from './see-screen';
import classes from './set.module.css';
import { SetBar } from './set-bar';
import { SetHead } from './set-head';
import { SetRope } from './set-rope';
import { StepPanes } from './step-panes';
import { TextEditor } from './text-editor';
import type { SetTools } from './tools';
import { type OpenDraft, useDraft } from './use-draft';
import { useProposedMinutes, useStepWrites } from './use-writes';
import { VersionsSheet } from './versions-sheet';

const SHEETS = ['brief', 'rubric', 'rules', 'versions'] as const;
type Sheet = (typeof SHEETS)[number];

/** On which sheet a part is written; `null` where it stands on the stage or in the head. */
const SHEET_OF: Partial<Readonly<Record<AssignmentUnmet['part'], Sheet>>> = {
  rubric: 'rubric',
  times: 'rules',
  late: 'rules',
  goes: 'rules',
  after: 'rules',
  groups: 'rules',
  for: 'rules',
};

interface Props {
  readonly view: SetDesk;
  readonly zone: string;
  readonly now: Instant;
}

/** What is known in the class, as the core wants it. */
const knownOf = (view: SetDesk, materials: ReadonlyMap<string, KnownMaterial>): KnownInClass => ({
  units: new Set(view.units.map(({ id }) => id)),
  materials: new Set(materials.keys()),
  assignments: new Map(view.known.assignments.map(({ id, after }) => [id, after])),
  students: new Set(view.students.map(({ id }) => id)),
});

/** The Desk as its teacher writes it: what a student will see, every part of it to be written on in place. */
export function SetScreen(props: Props) {
  const t = useTranslations('set');
  const open = useDraft(props.view.draft);
  const { session, read, state } = open;
  if (!session || !read)
    return (
      <main className={desk.desk} id="main">
        <WeaveBand weave={props.view.class.weave} />
        <p className={classes.opening} role="status">
          {t(state.safety === 'gone' ? 'gone' : 'opening')}
        </p>
      </main>
    );
  return <Opened {...props} session={session} read={read} editable={state.editable} />;
}

interface OpenedProps extends Props {
  readonly session: NonNullable<OpenDraft['session']>;
  readonly read: NonNullable<OpenDraft['read']>;
  readonly editable: boolean;
}

function Opened({ view, zone, now, session, read, editable }: OpenedProps) {
  const t = useTranslations('set');
  const times = useTimes(zone);
  const refresh = useRefresh();
  const [given, setGiven] = useState<readonly KnownMaterial[]>([]);
  const [current, setCurrent] = useState<string | null>(null);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [posting, setPosting] = useState(false);
  const [seeing, setSeeing] = useState(false);
  const [told, setTold] = useState<{ readonly at: Instant | null; readonly elsewhere: readonly Elsewhere[] } | null>(
    null,
  );
  const { draft, ydoc } = read;
  const materials = useMemo(
    () => new Map([...given, ...view.materials].map((material) => [material.id, material])),
    [given, view.materials],
  );
  const unmet = useMemo(
    () => assignmentUnmet(draft, view.posted?.assignment ?? ('' as never), knownOf(view, materials)),
    [draft, view, materials],
  );
  const verbs = needsAdviser(draft.asks, 'verbs');
  const help = useWritingHelp(view.spelling, view.class.locale, draft.asks.length > 0, verbs);
  const tools: SetTools = {
    view,
    draft,
    ydoc,
    session,
    editable,
    unmet,
    materials,
    addMaterial: (material) => setGiven((before) => [material, ...before]),
    help,
    times,
    zone,
    now,
  };
  const writes = useStepWrites(tools.ydoc, draft, materials);
  useProposedMinutes(tools.ydoc, draft, materials, editable);
  const step = draft.steps.find(({ id }) => id === current) ?? draft.steps[0];
  const name = useRef<HTMLInputElement>(null);
  const added = useRef(false);
  useEffect(() => {
    if (!added.current || step?.id !== current) return;
    added.current = false;
    name.current?.focus();
    name.current?.select();
  });
  const add = (kind: StepName) => {
    added.current = true;
    setCurrent(writes.add(kind, t(`kind-${kind}-title`)));
  };
  const jump = ({ part, id }: AssignmentUnmet) => {
    setSheet(SHEET_OF[part] ?? null);
    if (part === 'title') return document.getElementById('set-title')?.focus();
    const asked = stepWith(draft, id);
    if (asked) setCurrent(asked.id);
    // What is asked is there once its step has been drawn.
    if (id)
      setTimeout(() => document.querySelector<HTMLElement>(`[id="asked-${CSS.escape(id)}"] textarea`)?.focus(), 80);
  };
  const bodies: Readonly<Record<Sheet, () => React.ReactNode>> = {
    brief: () => (
      <TextEditor
        fragment={instructionsOf(tools.ydoc)}
        label={t('sheet-brief')}
        lang={view.class.locale}
        editable={tools.editable}
      />
    ),
    rubric: () => <RubricSheet tools={tools} />,
    rules: () => <RulesSheet tools={tools} />,
    versions: () => <VersionsSheet tools={tools} />,
  };
  if (seeing) return <SeeScreen tools={tools} close={() => setSeeing(false)} />;
  return (
    <main className={`${desk.desk} ${classes.desk}`} id="main">
      <WeaveBand weave={view.class.weave} />
      <SetHead tools={tools} />
      {told ? (
        <p className={classes.told} role="status">
          {told.at === null ? t('posted-now') : t('posted-later', { when: times.moment(told.at, now) })}{' '}
          <PlaceLink to={{ at: 'class', class: view.class.id, order: 'newest' }}>{t('to-class')}</PlaceLink>
          {told.elsewhere.map(({ name, draft: there, ok }) => (
            <span key={name} className={ok ? undefined : 'amber'}>
              {' '}
              {t(ok ? 'posted-into' : 'not-posted-into', { class: name })}{' '}
              {there ? <PlaceLink to={{ at: 'set', draft: there }}>{t('look-at-it')}</PlaceLink> : null}
            </span>
          ))}
        </p>
      ) : null}
      <div className={`${desk.work} ${classes.work}`} data-sheet={sheet ?? undefined}>
        <SetRope tools={tools} current={step?.id ?? null} go={setCurrent} add={add} />
        <div className={`${desk.stage} ${classes.stage}`}>
          {step ? (
            <StepPanes step={step} tools={tools} go={setCurrent} beside={sheet === null} name={name} />
          ) : (
            <Pane label={t('stage')}>
              <div className={stage.paneBody}>
                <p>{t('begin-says')}</p>
              </div>
            </Pane>
          )}
        </div>
        <nav className={`${desk.tabs} ${classes.tabs}`} aria-label={t('sheets')}>
          {SHEETS.filter((one) => one !== 'versions' || view.posted).map((one) => (
            <button
              key={one}
              type="button"
              aria-expanded={sheet === one}
              onClick={() => setSheet(sheet === one ? null : one)}
            >
              {t(`sheet-${one}`)}
            </button>
          ))}
        </nav>
        {sheet ? (
          <aside className={desk.sheet} aria-label={t(`sheet-${sheet}`)}>
            <header>
              <h2>{t(`sheet-${sheet}`)}</h2>
              <button type="button" className="quiet" onClick={() => setSheet(null)}>
                {t('close-sheet')}
              </button>
            </header>
            {bodies[sheet]()}
          </aside>
        ) : null}
      </div>
      <SetBar tools={tools} jump={jump} see={() => setSeeing(true)} post={() => setPosting(true)} />
      {posting ? (
        <PostDialog
          tools={tools}
          close={() => setPosting(false)}
          posted={(at, elsewhere) => {
            setPosting(false);
            setTold({ at, elsewhere });
            refresh();
          }}
        />
      ) : null}
    </main>
  );
}
