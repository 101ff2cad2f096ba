'use client';

import { useTranslations } from 'next-intl';
import { useMemo, useRef, useState } from 'react';
import { type PagesContent, pagesText } from '@/core/kinds/document/pages';
import { type Annotation, isSaid, placeOnSheet } from '@/core/remarks/annotation';
import { type Highlight, markedDocument } from '@/core/remarks/marked-document';
import { attrsOf, contentOf, type DocNode } from '@/core/text/nodes';
import type { PlaceMarking } from '@/ui/kinds/document/kind';
import { Base, useBeneath } from './base';
import { MarkBar, MarkingSurface } from './marking-surface';
import classes from './pages.module.css';
import { PagesWords } from './pages-words';
import { ZoomSlot } from './seeing';
import { SheetFrame } from './sheet-frame';
import { RemarkCard, TeacherLayer } from './teacher-layer';
import own from './teacher-layer.module.css';
import { useFit, type Zoom } from './use-fit';
import { useMarkingHand } from './use-marking-hand';
import { WrittenOn } from './written-on';

interface Props {
  readonly content: PagesContent;
  readonly lang: string;
  /** Stretches of its runs that stand out; where one begins is said, so that words can be chosen for more. */
  readonly highlights?: readonly Highlight[];
  readonly remarks?: readonly Annotation[];
  readonly marking?: PlaceMarking | null;
}

const NOTHING: readonly Highlight[] = [];
const NO_SEARCH = { open: null };
const NO_REMARKS: readonly Annotation[] = [];

/** What is seen of the sheets: what lies beneath, what the student wrote, what the teacher did. */
const LAYERS = ['sheet', 'students', 'teachers'] as const;
type Layer = (typeof LAYERS)[number];

/** What stands in each place of the sheets as a text, with the marks of remarks in it. */
function useMarkedPlaces(content: PagesContent, highlights: readonly Highlight[]): ReadonlyMap<string, DocNode> {
  return useMemo(() => {
    const text = markedDocument(pagesText(content), highlights);
    return new Map(
      contentOf(text).flatMap((node) => {
        const id = node.type === 'answer' ? attrsOf(node).id : null;
        return id === null ? [] : [[id, { ...node, type: 'doc' } as unknown as DocNode] as const];
      }),
    );
  }, [content, highlights]);
}

function Sheets({ content, lang, highlights = NOTHING, remarks = NO_REMARKS, marking = null }: Props) {
  const t = useTranslations('pages');
  const root = useRef<HTMLDivElement>(null);
  const beneath = useBeneath(content, 0);
  const [zoom, setZoom] = useState<Zoom>('width');
  const scaleOf = useFit(root, zoom);
  const places = useMarkedPlaces(content, highlights);
  const { sheets } = content;
  const ids = useMemo(() => sheets.map(({ id }) => id), [sheets]);
  const hand = useMarkingHand(marking, remarks, ids);
  const [chosen, choose] = useState<string | null>(null);
  const [hidden, setHidden] = useState<ReadonlySet<Layer>>(new Set());
  const numbers = useMemo(() => new Map(remarks.filter(isSaid).map(({ id }, i) => [id, i + 1])), [remarks]);
  const open = remarks.find(({ id }) => id === chosen);
  const isSeen = (layer: Layer) => !hidden.has(layer);
  return (
    <div ref={root} className={classes.viewed} data-sheets>
      {marking ? (
        <MarkBar marking={hand}>
          <span className={own.layers}>
            {LAYERS.map((layer) => (
              <label key={layer}>
                <input
                  type="checkbox"
                  checked={isSeen(layer)}
                  onChange={() => {
                    const next = new Set(hidden);
                    if (!next.delete(layer)) next.add(layer);
                    setHidden(next);
                  }}
                />
                {t(`layer-${layer}`)}
              </label>
            ))}
            <ZoomSlot zoom={zoom} choose={setZoom} search={NO_SEARCH} />
          </span>
        </MarkBar>
      ) : null}
      {beneath.is === 'broken' ? <p role="alert">{t(`broken-${beneath.why}`)}</p> : null}
      {sheets.map((sheet, i) => {
        const scale = Math.min(zoom === 'width' ? 1.6 : 4, scaleOf(sheet));
        const page = i + 1;
        const label = t('sheet-of', { n: page, of: sheets.length });
        return (
          <SheetFrame
            key={sheet.id}
            sheet={sheet}
            scale={scale}
            label={label}
            tool={marking ? (hand.tool === 'remark' ? 'text' : hand.tool) : undefined}
            base={
              isSeen('sheet') ? (
                <Base sheet={sheet} beneath={beneath} scale={scale} root={root} label={t('printed-on', { n: page })} />
              ) : null
            }
          >
            {marking ? <MarkingSurface sheet={sheet} page={page} scale={scale} marking={hand} place={marking} /> : null}
            {isSeen('students') ? <WrittenOn content={content} sheet={sheet.id} places={places} lang={lang} /> : null}
            {isSeen('teachers') ? (
              <TeacherLayer page={page} remarks={remarks} numbers={numbers} chosen={chosen} choose={choose} />
            ) : null}
            {open && placeOnSheet(open.target.selector)?.page === page && isSeen('teachers') ? (
              <RemarkCard
                remark={open}
                number={numbers.get(open.id) ?? 0}
                drop={
                  marking
                    ? () => {
                        marking.drop([open.id]);
                        choose(null);
                      }
                    : null
                }
              />
            ) : null}
          </SheetFrame>
        );
      })}
    </div>
  );
}

/** Sheets with everything on them, to be read, and to be marked. */
export function PagesView(props: Props) {
  return (
    <PagesWords>
      <Sheets {...props} />
    </PagesWords>
  );
}
