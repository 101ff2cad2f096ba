'use client';

import { useEffect, useRef, useState } from 'react';
import type { CheckedFile } from '@/core/asks/checked';
import type { Checked, ReadyCheck } from '@/core/asks/ready-check';
import type { DocumentName, Written } from '@/core/kinds/document';
import { together } from '@/core/text/document-json';
import type { Doc } from '@/core/text/nodes';
import type { DeskView } from '@/server/reading/desk/desk';
import { useInPieces } from '@/ui/common/in-pieces';
import { keptOf } from '@/ui/kinds/step';
import type { DocumentSession } from './document-session';
import type { WritingHelp } from './writing-help';

const SETTLE = 150;

/** What is attached, as the check looks at it; a document is looked at by its words. */
const filesOf = (pieces: DeskView['pieces']): CheckedFile[] =>
  pieces.flatMap(({ document, removedAt, name, shown, pages, seconds, address }) =>
    document || removedAt !== null
      ? []
      : [{ name, kind: shown, pages, seconds, ...(address === null ? {} : { address }) }],
  );

/** What reads documents: fetched when something is to be checked. */
const readers = async () => {
  const [{ readDocument }, { measuredOf, writtenAs }] = await Promise.all([
    import('@/core/kinds/document/stored'),
    import('@/core/kinds/document'),
  ]);
  return { readDocument, measuredOf, writtenAs };
};

/** So long after it could not be fetched it is asked for again, in milliseconds. */
const AGAIN = 2000;

/**
 * The ready check of what is being typed, worked out in a worker; `null` until the first one is there, and for good where that is
 * `broken`. `coming`: there is something to check, and it has not been yet.
 */
export function useReadyCheck(
  view: DeskView,
  kinds: ReadonlyMap<string, DocumentName>,
  sessions: ReadonlyMap<string, DocumentSession>,
  help: WritingHelp | null,
  fetchReaders = readers,
): { readonly check: ReadyCheck | null; readonly broken: boolean; readonly coming: boolean } {
  const [broken, setBroken] = useState(false);
  const [check, say] = useInPieces<ReadyCheck | null>(null);
  const along = view.pieces.map(({ id, removedAt }) => `${id}${removedAt === null}`).join(' ');
  // What the school keeps is another text as soon as anything was said.
  const kept = JSON.stringify(keptOf(view.steps));
  const latest = useRef(view);
  latest.current = view;
  useEffect(() => {
    if (!help || (sessions.size === 0 && along === '' && kept === '[]')) return;
    let n = 0;
    let left = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      const found = await fetchReaders().catch(() => null);
      if (left) return;
      // Nobody is kept from handing in by a network that is away: the school checks then.
      setBroken(help.isBroken || found === null);
      if (!found) {
        clearTimeout(timer);
        timer = setTimeout(() => void ask(), AGAIN);
        return;
      }
      const { readDocument, measuredOf, writtenAs } = found;
      const { asks, steps, class: at } = latest.current;
      if (![...sessions.values()].every((session) => session.state.ready)) return;
      const starters = steps.flatMap(({ given }) => ('starter' in given && given.starter ? [given.starter] : []));
      const documents = [...sessions].flatMap(([id, { ydoc }]): Doc[] => {
        const kind = kinds.get(id);
        return kind ? [measuredOf(writtenAs(kind, readDocument(kind, ydoc)))] : [];
      });
      n += 1;
      const checked: Checked = {
        asks,
        doc: together([...documents, ...(JSON.parse(kept) as Written[]).map(measuredOf)]),
        starter: starters.length > 0 ? together(starters.map(measuredOf)) : null,
        locale: at.locale,
        files: filesOf(latest.current.pieces),
        names: [latest.current.student.name, latest.current.student.shortName],
      };
      const own = n;
      const result = await help.check(checked);
      if (own === n && !left) say(result);
    };
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void ask(), SETTLE);
    };
    const stops = [...sessions.values()].flatMap((session) => {
      session.ydoc.on('update', soon);
      return [session.subscribe(soon), () => session.ydoc.off('update', soon)];
    });
    stops.push(help.onBegun(soon));
    stops.push(help.onBroken(() => setBroken(true)));
    setBroken(help.isBroken);
    soon();
    return () => {
      clearTimeout(timer);
      for (const stop of stops) stop();
      left = true;
    };
  }, [sessions, kinds, help, along, kept, fetchReaders, say]);
  const some = kinds.size > 0 || along !== '' || kept !== '[]';
  return { check, broken, coming: check === null && !broken && some };
}
