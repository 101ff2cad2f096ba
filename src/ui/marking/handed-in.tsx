'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useMemo, useRef, useState } from 'react';
import { documentKind, runsOf, type Written, writtenAs } from '@/core/kinds/document';
import { anchorText, findAnchor } from '@/core/remarks/anchor';
import { type Annotation, pieceOf } from '@/core/remarks/annotation';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { Foreign } from '@/ui/common/foreign';
import { QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { ComparedPiece } from '@/ui/compare/compare-screen';
import { DocumentMarked } from '@/ui/kinds/document';
import type { PlaceMarking } from '@/ui/kinds/document/kind';
import { PieceContent } from '@/ui/material/piece-content';
import { selectedWords } from '@/ui/remarks/selected-words';
import { useHandedIn } from '@/ui/remarks/use-handed-in';
import classes from './marking.module.css';
import { useShownName } from './shown-name';

/** Words of a piece that were selected to be remarked on. */
export interface ChosenWords {
  readonly piece: string;
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** How something is remarked at a place; which piece that is of is added where it is known. */
type MarkedHere = Omit<PlaceMarking, 'piece'>;

interface TextProps {
  readonly sha256: string;
  readonly written: Written;
  readonly lang: string;
  readonly remarks: readonly Annotation[];
  readonly marking: MarkedHere | null;
  readonly choose: (words: ChosenWords) => void;
  /** Told when nothing in this text is selected any more. */
  readonly letGo: () => void;
}

/** A text as it was handed in, with the words that were remarked on. Selecting words chooses them. */
function HandedInText({ sha256, written, lang, remarks, marking, choose, letGo }: TextProps) {
  const root = useRef<HTMLDivElement>(null);
  const text = useMemo(() => anchorText(runsOf(written)), [written]);
  const own = useMemo(() => remarks.filter((remark) => pieceOf(remark) === sha256), [remarks, sha256]);
  const highlights = useMemo(
    () =>
      own.flatMap((remark) => {
        const found = findAnchor(remark.target.selector, text, text, lang);
        return found ? [{ id: remark.id, start: found.start, end: found.end }] : [];
      }),
    [own, text, lang],
  );
  const here = useMemo(() => marking && { ...marking, piece: sha256 }, [marking, sha256]);
  useEffect(() => {
    let own = false;
    const look = () => {
      const found = root.current && selectedWords(root.current);
      if (found) choose({ piece: sha256, text, ...found });
      else if (own) letGo();
      own = Boolean(found);
    };
    document.addEventListener('selectionchange', look);
    return () => document.removeEventListener('selectionchange', look);
  }, [sha256, text, choose, letGo]);
  return (
    <div ref={root}>
      <DocumentMarked written={written} lang={lang} highlights={highlights} remarks={own} marking={here} />
    </div>
  );
}

interface Props {
  readonly view: MarkingView;
  readonly zone: string;
  readonly now: number;
  readonly remarks: readonly Annotation[];
  readonly choose: (words: ChosenWords) => void;
  readonly letGo: () => void;
  /** The words that are chosen, and the way to where one says something about them. */
  readonly chosen: ChosenWords | null;
  readonly say: (() => void) | null;
  readonly marking: MarkedHere | null;
}

/** What changed since the hand-in before this one. */
function SinceBefore({ view }: { view: MarkingView }) {
  const t = useTranslations('compare');
  const open = view.open as NonNullable<MarkingView['open']>;
  const earlier = useHandedIn(open.receipts[1]?.id ?? null);
  if (!earlier) return <p className="soft">{t('looking')}</p>;
  return open.pieces.map((piece) => {
    const was = earlier.pieces.find(({ document }) => document !== null && document === piece.document);
    if (!piece.written) return null;
    const { kind } = piece.written;
    const before = was?.written ?? writtenAs(kind, documentKind(kind).empty);
    const pair = { title: piece.title, before, after: piece.written, file: null };
    return (
      <Foreign key={piece.position} download={piece.file}>
        <ComparedPiece pair={pair} lang={view.class.locale} />
      </Foreign>
    );
  });
}

/** The hand-in as the student saw it, or with what changed since the one before. */
export function HandedIn({ view, zone, now, remarks, choose, letGo, chosen, say, marking }: Props) {
  const t = useTranslations('marking');
  const times = useTimes(zone);
  const shownName = useShownName();
  const [comparing, setComparing] = useState(false);
  const open = view.open;
  if (!open) return <p className="soft">{t('nobody')}</p>;
  const receipt = open.receipts[0];
  const name = shownName(open.student);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <article className={classes.work} aria-label={t('work-of', { name })} tabIndex={0}>
      <header>
        <h2>
          <bdi>{name}</bdi>
        </h2>
        {receipt && open.student.name !== null ? (
          <p className="soft">
            {t('receipt', { number: receipt.number, at: times.exact(receipt.at), n: open.receipts.length })}{' '}
            {receipt.lateBy > 0 ? t('late-by', { by: times.late(receipt.lateBy) }) : t('on-time')}
            {receipt.members.length > 0 ? ` ${t('together', { names: receipt.members.join(', ') })}` : ''}
          </p>
        ) : null}
      </header>
      {receipt ? null : <p>{t('nothing-yet', { due: view.dueAt === null ? '' : times.moment(view.dueAt, now) })}</p>}
      {receipt && receipt.note !== '' ? (
        <p className={classes.note}>
          <strong>{t('note')}</strong> {receipt.note}
        </p>
      ) : null}
      {open.receipts.length > 1 ? (
        <p>
          <button type="button" className="quiet" aria-pressed={comparing} onClick={() => setComparing(!comparing)}>
            {t(comparing ? 'as-it-is' : 'since-before')}
          </button>
        </p>
      ) : null}
      {receipt && open.pieces.length === 0 ? <p>{t('ticked')}</p> : null}
      {comparing ? (
        <SinceBefore view={view} />
      ) : (
        open.pieces.map((piece) => (
          <section key={piece.position}>
            <h3 className={classes.pieceTitle}>
              <bdi>{piece.title}</bdi>
            </h3>
            <Foreign download={piece.file}>
              {piece.written ? (
                <HandedInText
                  sha256={piece.sha256}
                  written={piece.written}
                  lang={view.class.locale}
                  remarks={remarks}
                  marking={marking}
                  choose={choose}
                  letGo={letGo}
                />
              ) : piece.address ? (
                <div className={classes.piece}>
                  <PieceContent address={piece.address} lang={view.class.locale} />
                </div>
              ) : null}
            </Foreign>
          </section>
        ))
      )}
      {chosen && say && !comparing ? (
        <p className={classes.onChosen}>
          <QuietButton onClick={say}>
            {t('remark-on', { words: chosen.text.slice(chosen.start, chosen.end).slice(0, 60) })}
          </QuietButton>
        </p>
      ) : null}
    </article>
  );
}
