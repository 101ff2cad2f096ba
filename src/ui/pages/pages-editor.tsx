'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useImperativeHandle, useMemo, useRef, useState } from 'react';
import { bringBack } from '@/core/documents/pages-document';
import { boxesOn, type PagesContent } from '@/core/kinds/document/pages';
import { thingKind } from '@/core/kinds/thing';
import type { Box } from '@/core/pages/given';
import { isSaid, placeOnSheet } from '@/core/remarks/annotation';
import { FileInput } from '@/ui/common/file-input';
import { ProblemLine } from '@/ui/common/problem-line';
import { sendPicture } from '@/ui/common/send-picture';
import { SafetyShort } from '@/ui/desk/safety-short';
import { useSessionState } from '@/ui/desk/use-sessions';
import { VersionsLine } from '@/ui/desk/versions-line';
import type { EditorProps } from '@/ui/kinds/document/kind';
import { useBeneath } from './base';
import { FormulaForm } from './formula-form';
import { Margin } from './margin';
import classes from './pages.module.css';
import { FilesSlot, useSearch, ZoomSlot } from './seeing';
import { SheetList } from './sheet-list';
import listClasses from './sheet-list.module.css';
import { SheetOnStage } from './sheet-on-stage';
import { SheetThumb } from './sheet-thumb';
import { RemarkCard, TeacherLayer } from './teacher-layer';
import { ToolBar } from './tool-bar';
import { useComingNear, useFit, type Zoom } from './use-fit';
import { useHand } from './use-hand';
import { usePuttingDown } from './use-putting-down';
import { thingsOn, useSheets, useUndo, useUndoKeys } from './use-sheets';

const NO_MARKS = [] as const;
const NO_BOXES: readonly Box[] = [];

interface Props extends EditorProps {
  /** Goes to the photographs from which sheets are made. */
  readonly press: () => void;
}

/** A picture on a sheet is at most this wide, in points. */
const WIDEST = 240;

/** Sheets that are written on. */
export function SheetEditor({ session, title, lang, notes, editable, remarks, handle, above, press }: Props) {
  const t = useTranslations('pages');
  const writing = useTranslations('writing');
  const state = useSessionState(session);
  const { ready } = state;
  const { ydoc } = session;
  const on = useSheets(ydoc);
  const undo = useUndo(ydoc, on.given);
  const hand = useHand(ydoc, undo.manager);
  const [attempt, setAttempt] = useState(0);
  const beneath = useBeneath(on.given, attempt);
  const root = useRef<HTMLElement>(null);
  const [zoom, setZoom] = useState<Zoom>('sheet');
  const scaleOf = useFit(root, zoom);
  const [at, setAt] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [formula, setFormula] = useState(false);
  const [versions, setVersions] = useState(false);
  const picture = useRef<HTMLInputElement>(null);
  const canWrite = ready && editable;
  const back = useMemo(() => (remarks ?? []).flatMap(({ remark }) => remark ?? []), [remarks]);
  const [read, setRead] = useState<string | null>(null);
  const said = useMemo(() => new Map(back.filter(isSaid).map(({ id }, i) => [id, i + 1])), [back]);
  const { sheets, given } = on;
  const boxes = useMemo(() => new Map(sheets.map(({ id }) => [id, boxesOn(given.boxes, id)])), [sheets, given]);
  const numbers = useMemo(() => {
    const all = sheets.flatMap(({ id }) => boxes.get(id) ?? []);
    return new Map(all.map(({ id }, i) => [id, i + 1]));
  }, [sheets, boxes]);
  const present = at ?? sheets[0]?.id ?? null;

  const go = useCallback((sheet: string) => {
    setAt(sheet);
    const scrolls = root.current;
    const shown = scrolls?.querySelector<HTMLElement>(`[data-sheet="${CSS.escape(sheet)}"]`);
    if (shown && scrolls) scrolls.scrollTop = shown.offsetTop - 8;
  }, []);
  const search = useSearch(beneath, sheets, go);

  useImperativeHandle(
    handle,
    () => ({
      goTo: (place) => {
        const box =
          place === null ? null : root.current?.querySelector<HTMLElement>(`[data-box="${CSS.escape(place)}"]`);
        if (place === null) root.current?.focus();
        else if (box) box.focus();
        else if (place.startsWith('sheet:')) go(place.slice('sheet:'.length));
        return ready;
      },
      goToRemark: (id) => {
        const found = back.find((one) => one.id === id);
        const place = found && placeOnSheet(found.target.selector);
        const sheet = place ? sheets[place.page - 1] : undefined;
        if (!ready || !sheet) return false;
        go(sheet.id);
        setRead(id);
        return true;
      },
    }),
    [ready, go, back, sheets],
  );

  const putDown = usePuttingDown(root, sheets, present, hand);
  const putPicture = async (file: File) => {
    const sent = await sendPicture(file);
    if ('code' in sent) return setProblem(sent.code);
    const w = Math.min(WIDEST, sent.width);
    putDown('picture', { src: sent.address, w, h: (w * sent.height) / Math.max(1, sent.width) });
  };

  const scrolled = () => {
    const scrolls = root.current?.getBoundingClientRect();
    if (!scrolls) return;
    const shown = [...(root.current?.querySelectorAll<HTMLElement>('[data-sheet]') ?? [])].find(
      (one) => one.getBoundingClientRect().bottom >= scrolls.top + scrolls.height / 3,
    );
    if (shown?.dataset.sheet) setAt(shown.dataset.sheet);
  };
  useUndoKeys(root, undo);

  const { chosen } = hand;
  const box = chosen && 'box' in chosen ? (given.boxes.find(({ id }) => id === chosen.box) ?? null) : null;
  const thing =
    chosen && 'thing' in chosen
      ? (sheets.flatMap(({ id }) => thingsOn(on, id)).find(({ id }) => id === chosen.thing) ?? null)
      : null;
  const first = sheets.find(({ id }) => id === present) ?? sheets[0];
  useComingNear(
    root,
    box?.takes === 'words' ? box.w : thing && thingKind(thing.is).of === 'words' ? thing.w : null,
    first ? scaleOf(first) : 1,
    box?.id ?? thing?.id ?? null,
    setZoom,
  );
  const stateOf = (sheet: string) => {
    const own = boxes.get(sheet) ?? NO_BOXES;
    return {
      boxes: own.length,
      empty: own.filter(({ id }) => (on.filled[id] ?? '').trim() === '').length,
      things: thingsOn(on, sheet).length,
    };
  };
  const seeing = <ZoomSlot zoom={zoom} choose={setZoom} search={search} />;
  const open = back.find(({ id }) => id === read);
  /** What came back at places of a sheet, over what is written on now. */
  const teachers = (page: number) => (
    <>
      <TeacherLayer page={page} remarks={back} numbers={said} chosen={read} choose={setRead} />
      {open && placeOnSheet(open.target.selector)?.page === page ? (
        <RemarkCard remark={open} number={said.get(open.id) ?? 0} drop={null} />
      ) : null}
    </>
  );
  return (
    <>
      {canWrite ? (
        <ToolBar
          hand={hand}
          undo={undo}
          putDown={() => putDown()}
          opens={{ picture: () => picture.current?.click(), formula: () => setFormula(!formula) }}
        >
          {seeing}
        </ToolBar>
      ) : (
        <p className={classes.line}>
          <strong>
            <bdi>{title}</bdi>
          </strong>
          {ready ? writing('read-only') : null}
          {seeing}
        </p>
      )}
      <FileInput
        ref={picture}
        aria-label={t('tool-picture')}
        accept="image/png,image/jpeg,image/gif,image/webp"
        take={([file]) => {
          if (file) void putPicture(file);
        }}
      />
      {search.line}
      {formula ? (
        <FormulaForm
          close={() => setFormula(false)}
          put={(tex, area) => {
            putDown('formula', { words: tex, ...area });
            setFormula(false);
          }}
        />
      ) : null}
      {versions ? (
        <VersionsLine
          document={session.id}
          bringBack={({ content }) => bringBack(ydoc, content as PagesContent)}
          close={() => setVersions(false)}
        />
      ) : null}
      <ProblemLine of="writing" problem={problem} putAway={() => setProblem(null)} className={classes.line} />
      {beneath.is === 'broken' ? (
        <p role="alert" className={classes.line}>
          {t(`broken-${beneath.why}`)}{' '}
          <button type="button" className="quiet" onClick={() => setAttempt(attempt + 1)}>
            {t('try-again')}
          </button>
        </p>
      ) : null}
      <div className={classes.body}>
        <section
          ref={root}
          className={classes.scroll}
          aria-label={t('on-stage')}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
          tabIndex={0}
          onScroll={scrolled}
          data-sheets={ready || undefined}
        >
          {above}
          {ready ? null : (
            <p className="soft" role="status">
              {writing('opening')}
            </p>
          )}
          {sheets.map((sheet, i) => (
            <SheetOnStage
              key={sheet.id}
              sheet={sheet}
              number={i + 1}
              of={sheets.length}
              boxes={boxes.get(sheet.id) ?? NO_BOXES}
              numbers={numbers}
              filled={on.filled}
              things={thingsOn(on, sheet.id)}
              beneath={beneath}
              scale={scaleOf(sheet)}
              root={root}
              ydoc={ydoc}
              hand={hand}
              editable={canWrite}
              marks={search.marks.get(sheet.page ?? 0) ?? NO_MARKS}
              here={search.here?.page === sheet.page ? search.here : null}
              teachers={back.length > 0 ? teachers(i + 1) : null}
            />
          ))}
        </section>
        <Margin
          hand={hand}
          box={box}
          thing={thing}
          number={box ? (numbers.get(box.id) ?? 0) : 0}
          note={box ? notes.get(box.id) : undefined}
          lang={lang}
          editable={canWrite}
          root={root}
        />
        <SheetList
          sheets={sheets}
          at={present}
          stateOf={stateOf}
          thumbOf={(sheet) => <SheetThumb sheet={sheet} things={thingsOn(on, sheet.id)} beneath={beneath} />}
          go={go}
          add={canWrite ? (ruling) => requestAnimationFrame(() => go(hand.acts.addSheet(ruling))) : null}
          press={canWrite ? press : null}
        >
          <FilesSlot
            document={session.id}
            sheet={present === null ? 1 : sheets.findIndex(({ id }) => id === present) + 1}
            title={title}
            versions={canWrite ? () => setVersions(true) : null}
          />
          <span className={listClasses.safety}>
            <SafetyShort state={state} />
          </span>
        </SheetList>
      </div>
    </>
  );
}
