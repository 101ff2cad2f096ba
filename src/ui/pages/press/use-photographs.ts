'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type * as Y from 'yjs';
import { paperMap } from '@/core/documents/pages-document';
import {
  addPhotograph,
  changePhotograph,
  lookIn,
  MOST_PHOTOGRAPHS,
  type Photograph,
  type PressedSheet,
  photographsIn,
  photographsMap,
  pressedFrom,
  pressMap,
  putTogether,
  sheetFrom,
} from '@/core/documents/photographs';
import type { Look } from '@/core/press/cleaned';
import { newAct } from '@/ui/common/act';
import { sendPicture } from '@/ui/common/send-picture';
import type { PressedPage } from '@/workers/page-press-messages';
import { PagePress } from './page-press';
import { type Waiting, WaitingPhotographs } from './waiting-photographs';

/** A photograph on its way: looked at, sent, or held up by something that is said. */
export interface Coming extends Waiting {
  readonly is: 'looked-at' | 'sent' | 'refused' | 'unsent';
  /** The code of a refusal. */
  readonly why: string | null;
  readonly page: PressedPage | null;
}

/** A page as it was pressed here. */
export interface PageHere {
  /** What it was pressed from, as `pressedFrom` says it. */
  readonly from: string;
  readonly file: Blob;
  readonly url: string;
  readonly width: number;
  readonly height: number;
}

interface Known {
  readonly photographs: readonly Photograph[];
  readonly look: Look;
  /** From what the sheet of each photograph was pressed, where it is one. */
  readonly sheets: ReadonlyMap<string, string>;
}

function knownIn(ydoc: Y.Doc): Known {
  const photographs = photographsIn(ydoc);
  const sheets = photographs.flatMap(({ id }): [string, string][] => {
    const from = sheetFrom(ydoc, id);
    return from === null ? [] : [[id, from]];
  });
  return { photographs, look: lookIn(ydoc), sheets: new Map(sheets) };
}

/** What is known of the photographs of an open document, as it changes. */
function useKnown(ydoc: Y.Doc): Known {
  const [known, setKnown] = useState(() => knownIn(ydoc));
  useEffect(() => {
    const look = () => setKnown(knownIn(ydoc));
    look();
    const maps = [photographsMap(ydoc), pressMap(ydoc), paperMap(ydoc)] as const;
    for (const map of maps) map.observeDeep(look);
    return () => {
      for (const map of maps) map.unobserveDeep(look);
    };
  }, [ydoc]);
  return known;
}

/** What was sent of the pages that are to be put together; kept, so that a network that fails in between costs nothing. */
type Sent = Map<string, PressedSheet>;

/** The photographs of a document, and what is done with them. */
export function usePhotographs(document: string, ydoc: Y.Doc, editable: boolean) {
  const known = useKnown(ydoc);
  const { photographs, look } = known;
  const [coming, setComing] = useState<readonly Coming[]>([]);
  const [pages, setPages] = useState<ReadonlyMap<string, PageHere>>(new Map());
  const [putting, setPutting] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const press = useRef<PagePress | null>(null);
  const waiting = useRef<WaitingPhotographs | null>(null);
  const taken = useRef(new Map<string, Blob>());
  const received = useRef(new Set<string>());
  const sent = useRef<Sent>(new Map());
  // The same as `pages`, for what runs longer than one drawing.
  const here = useRef(pages);

  useEffect(() => {
    const own = new PagePress();
    press.current = own;
    const kept = new WaitingPhotographs(document);
    waiting.current = kept;
    return () => {
      own.close();
      press.current = null;
      void kept.close();
      waiting.current = null;
      for (const { url } of here.current.values()) URL.revokeObjectURL(url);
      here.current = new Map();
    };
  }, [document]);

  const keepPage = useCallback((id: string, from: string, { page: file, width, height }: PressedPage): PageHere => {
    const page = { from, file, url: URL.createObjectURL(file), width, height };
    const old = here.current.get(id);
    if (old) URL.revokeObjectURL(old.url);
    here.current = new Map(here.current).set(id, page);
    setPages(here.current);
    return page;
  }, []);

  /** Sends a photograph that was looked at, and keeps what is known of it. */
  const keep = useCallback(
    async ({ id, file, instead }: Coming, page: PressedPage) => {
      const update = (change: Partial<Coming>) =>
        setComing((all) => all.map((one) => (one.id === id ? { ...one, ...change } : one)));
      update({ is: 'sent', why: null, page });
      const answer = await sendPicture(file);
      if ('code' in answer) return update({ is: 'unsent', why: answer.code });
      const told = {
        src: answer.address,
        width: answer.width,
        height: answer.height,
        corners: [...page.corners],
        sure: [...page.sure],
        faults: [...page.faults],
      };
      const to = instead ?? id;
      taken.current.set(to, file);
      if (instead) changePhotograph(ydoc, instead, { ...told, turn: 0 });
      // Another tab may have sent it meanwhile.
      else if (!photographsMap(ydoc).has(id)) addPhotograph(ydoc, id, told);
      void waiting.current?.drop(id);
      const now = photographsIn(ydoc).find((one) => one.id === to);
      if (now && now.turn === 0) keepPage(to, pressedFrom(now, lookIn(ydoc)), page);
      setComing((all) => all.filter((one) => one.id !== id));
    },
    [ydoc, keepPage],
  );

  /** Looks at photographs, one after the other, and sends them; those that have just been taken are kept on this device before. */
  const receive = useCallback(
    async (arrivals: readonly Waiting[], areNew: boolean) => {
      const fresh = arrivals.map((one): Coming => ({ ...one, is: 'looked-at', why: null, page: null }));
      for (const { id } of arrivals) received.current.add(id);
      setComing((all) => [...all, ...fresh]);
      if (areNew) for (const one of arrivals) if (!(await waiting.current?.keep(one))) setProblem('storage');
      for (const one of fresh) {
        const pressed = await press.current?.press({
          photograph: one.file,
          corners: null,
          turn: 0,
          look: lookIn(ydoc),
        });
        if (!pressed) return;
        if (pressed.ok) await keep(one, pressed.page);
        else {
          // What only could not be looked at just now is tried again when this is opened the next time.
          if (pressed.problem !== 'stopped') void waiting.current?.drop(one.id);
          setComing((all) => all.map((c) => (c.id === one.id ? { ...c, is: 'refused', why: pressed.problem } : c)));
        }
      }
    },
    [ydoc, keep],
  );

  const add = useCallback(
    async (files: readonly File[], instead: string | null = null) => {
      const room = MOST_PHOTOGRAPHS - photographsIn(ydoc).length;
      const arrivals = files
        .slice(0, instead ? 1 : Math.max(0, room))
        .map((file): Waiting => ({ id: newAct(), file, instead }));
      if (arrivals.length < files.length) setProblem('too-many');
      await receive(arrivals, true);
    },
    [ydoc, receive],
  );
  // What was still on its way when a tab was closed goes on from there.
  useEffect(() => {
    if (!editable) return;
    let left = false;
    void waiting.current?.all().then((found) => {
      const open = found.filter(
        ({ id, instead }) => !received.current.has(id) && (instead !== null || !photographsMap(ydoc).has(id)),
      );
      if (!left && open.length > 0) void receive(open, false);
    });
    return () => {
      left = true;
    };
  }, [ydoc, receive, editable]);

  const sendAgain = useCallback(() => {
    for (const one of coming) if (one.is === 'unsent' && one.page) void keep(one, one.page);
  }, [coming, keep]);
  // Once there is a network again, what waits goes by itself.
  useEffect(() => {
    addEventListener('online', sendAgain);
    return () => removeEventListener('online', sendAgain);
  }, [sendAgain]);

  /** The bytes of a photograph: as they were taken here, or as the school keeps them. */
  const bytesOf = useCallback(async ({ id, src }: Photograph): Promise<Blob | null> => {
    const here = taken.current.get(id);
    if (here) return here;
    const blob = await fetch(src).then(
      (answer) => (answer.ok ? answer.blob() : null),
      () => null,
    );
    if (blob) taken.current.set(id, blob);
    return blob;
  }, []);

  /**
   * The page of a photograph as it is to be now: that which is there, or a new one. A second of work that nobody wants any more
   * when its turn comes is not done: somebody who moves a corner step by step waits for the last of them alone.
   */
  const pressed = useCallback(
    async (photograph: Photograph, isWanted: () => boolean = () => true): Promise<PageHere | string> => {
      const from = pressedFrom(photograph, look);
      const there = () => {
        const page = here.current.get(photograph.id);
        return page?.from === from ? page : null;
      };
      const before = there();
      if (before) return before;
      const bytes = await bytesOf(photograph);
      if (!bytes) return 'unreachable';
      const { corners, turn } = photograph;
      const answer = await press.current?.press({ photograph: bytes, corners, turn, look }, () =>
        isWanted() ? there() : 'stopped',
      );
      if (!answer) return 'stopped';
      if (typeof answer === 'string' || 'url' in answer) return answer;
      return answer.ok ? keepPage(photograph.id, from, answer.page) : answer.problem;
    },
    [look, bytesOf, keepPage],
  );

  /** Makes the photographs that are not left out the sheets of the document. */
  const put = useCallback(async (): Promise<boolean> => {
    setProblem(null);
    const wanted = photographs.filter(({ out }) => !out);
    const todo = wanted.filter((one) => known.sheets.get(one.id) !== pressedFrom(one, look));
    const ready: PressedSheet[] = [];
    for (const [i, one] of todo.entries()) {
      setPutting({ done: i, of: todo.length });
      const from = pressedFrom(one, look);
      const before = sent.current.get(one.id);
      if (before?.from === from) {
        ready.push(before);
        continue;
      }
      const page = await pressed(one);
      const answer = typeof page === 'string' ? { code: page } : await sendPicture(page.file);
      if (typeof page === 'string' || 'code' in answer) {
        setPutting(null);
        setProblem('code' in answer ? answer.code : 'broke');
        return false;
      }
      const sheet = { id: one.id, src: answer.address, lies: page.width > page.height, from };
      sent.current.set(one.id, sheet);
      ready.push(sheet);
    }
    setPutting(null);
    putTogether(ydoc, ready, Date.now());
    return true;
  }, [ydoc, photographs, known.sheets, look, pressed]);

  const putAway = useCallback((id: string) => {
    void waiting.current?.drop(id);
    setComing((all) => all.filter((one) => one.id !== id));
  }, []);

  return { ...known, coming, pages, putting, problem, setProblem, add, sendAgain, putAway, pressed, put };
}

export type Photographs = ReturnType<typeof usePhotographs>;
