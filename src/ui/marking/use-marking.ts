'use client';

import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import type { Mark } from '@/core/marks/rubric';
import { type Annotation, readAnnotation } from '@/core/remarks/annotation';
import { isWithTeacher } from '@/core/work/standing';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { post } from '@/ui/common/client-request';
import { draftKey } from '@/ui/common/kept-draft';
import { holdsUnsaved } from '@/ui/common/unsaved';
import { useRefresh } from '@/ui/common/use-refresh';
import { keepWords, wordsHere } from '@/ui/device/kept-words';

const SETTLE = 500;

const kept = z.object({
  marks: z.array(z.object({ criterionId: z.string(), points: z.number().nullable(), comment: z.string() })),
  general: z.string(),
  remarks: z
    .array(z.unknown())
    .default([])
    .transform((list) => list.flatMap((one) => readAnnotation(one) ?? [])),
  sound: z.string().nullable().default(null),
  /** When the school took it; `null` while it has not. */
  at: z.number().nullable().default(null),
});
type Left = z.output<typeof kept>;
type Kept = Omit<Left, 'at'>;

/** So long what the school has taken stays here, in milliseconds: a page that was being read meanwhile does not know it. */
const UNKNOWN_FOR = 10_000;

/** Marks that an earlier visit left in this browser; `null` for none, or for something else. */
function readKept(stored: string | null): Left | null {
  try {
    return kept.parse(JSON.parse(stored ?? ''));
  } catch {
    return null;
  }
}

export interface Problem {
  readonly code: string;
  readonly problem: string | null;
  readonly criterion: string;
}

/** What a teacher says about one hand-in, kept as it is written, and how it is handed back or amended. */
export function useMarking(view: MarkingView) {
  const open = view.open as NonNullable<MarkingView['open']>;
  const receipt = open.receipts[0];
  const refresh = useRefresh();
  // What was handed back last is what an amendment begins with.
  const last = open.feedback[0];
  const returned = receipt !== undefined && last?.handIn === receipt.id ? last : null;
  const from: Kept | null = open.draft
    ? { ...open.draft, marks: [...open.draft.marks], remarks: [...open.draft.remarks] }
    : null;
  const back: Kept | null = returned
    ? {
        marks: returned.result.byCriterion.map(({ criterion, won, comment }) => ({
          criterionId: criterion.id,
          points: won,
          comment,
        })),
        general: returned.general,
        remarks: returned.remarks.map(({ remark }) => remark),
        sound: returned.sound?.split('/').at(-1) ?? null,
      }
    : null;
  const begin = from ?? back;
  // What an earlier go was given, by criteria that are still there: to start from.
  const before = receipt !== undefined && last !== undefined && last.handIn !== receipt.id ? last : null;
  const earlier: readonly Mark[] = (before?.result.byCriterion ?? []).flatMap(({ criterion, won, comment }) =>
    view.rubric.some(({ id, points }) => id === criterion.id && (won ?? 0) <= points)
      ? [{ criterionId: criterion.id, points: won, comment }]
      : [],
  );
  const [marks, setMarks] = useState<readonly Mark[]>(() =>
    view.rubric.map(
      ({ id }) => begin?.marks.find((one) => one.criterionId === id) ?? { criterionId: id, points: null, comment: '' },
    ),
  );
  const [general, setGeneral] = useState(begin?.general ?? '');
  const [remarks, setRemarks] = useState<readonly Annotation[]>(begin?.remarks ?? []);
  const [sound, setSound] = useState<string | null>(begin?.sound ?? null);
  const [keptAt, setKeptAt] = useState<number | null>(open.draft?.at ?? null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const [undone, setUndone] = useState(false);
  const touched = useRef(false);
  const receiptId = receipt?.id ?? null;
  // What the server has not acknowledged yet stays in this browser, through a reload as well.
  const local = receiptId === null ? null : `marks-${receiptId}`;
  const latest = useRef(0);
  const known = useRef(0);
  known.current = open.draft?.at ?? 0;

  useEffect(() => {
    const left = local === null ? null : readKept(wordsHere(draftKey(local)));
    if (local === null || !left) return;
    if (left.at !== null && left.at <= known.current) return void keepWords(draftKey(local), null);
    // What was taken already is not sent again.
    touched.current = left.at === null;
    setMarks(left.marks);
    setGeneral(left.general);
    setRemarks(left.remarks);
    setSound(left.sound);
    setKeptAt(left.at);
  }, [local]);

  useEffect(() => {
    if (!touched.current || receiptId === null || local === null) return;
    latest.current += 1;
    const own = latest.current;
    setKeptAt(null);
    const said = { marks, general, remarks, sound };
    keepWords(draftKey(local), JSON.stringify(said));
    const send = async () => {
      const answer = await post<{ at: number }>(`/api/hand-ins/${receiptId}/draft`, {
        ...said,
        rubric: view.rubricVersion,
      });
      if (answer.ok && own === latest.current) {
        const taken = JSON.stringify({ ...said, at: answer.at });
        keepWords(draftKey(local), taken);
        setTimeout(() => {
          if (wordsHere(draftKey(local)) === taken) keepWords(draftKey(local), null);
        }, UNKNOWN_FOR);
        setKeptAt(answer.at);
      }
      return answer.ok;
    };
    const timer = setTimeout(send, SETTLE);
    // Whoever needs it at once need not wait for it to settle.
    const sent = holdsUnsaved(async () => {
      clearTimeout(timer);
      sent();
      return send();
    });
    return () => {
      clearTimeout(timer);
      sent();
    };
  }, [marks, general, remarks, sound, receiptId, local, view.rubricVersion]);

  const touching =
    <Value>(set: (value: Value) => void) =>
    (value: Value): void => {
      touched.current = true;
      set(value);
    };

  const finish = async (path: 'hand-back' | 'amend', more: object) => {
    if (receiptId === null) return;
    setBusy(true);
    const said = { marks, general, remarks, sound, rubric: view.rubricVersion, ...more };
    const answer = await post(`/api/hand-ins/${receiptId}/${path}`, said);
    setBusy(false);
    if (!answer.ok) {
      const { code, problem: why, criterion } = answer;
      setProblem({ code, problem: why ? String(why) : null, criterion: String(criterion ?? '') });
      return;
    }
    latest.current += 1;
    touched.current = false;
    if (local !== null) keepWords(draftKey(local), null);
    setProblem(null);
    setUndone(false);
    refresh();
  };

  const undo = async () => {
    if (receiptId === null) return;
    setBusy(true);
    const answer = await post(`/api/hand-ins/${receiptId}/undo`, {});
    setBusy(false);
    setProblem(answer.ok ? null : { code: answer.code, problem: null, criterion: '' });
    setUndone(answer.ok);
    refresh();
  };

  const waits = isWithTeacher(open.student.state);
  const said = open.draft?.said_for ?? null;
  return {
    receipt,
    /** It was said that this goes back: when, and how; until then it stays as it is and can be undone. */
    going: said === null ? null : { at: said, amends: open.draft?.said?.amends === true },
    undo,
    undone,
    /** Lies with the teacher. */
    waits,
    /** Came back, and nothing was handed in since: it can be amended. */
    amendable: !waits && returned !== null,
    marks,
    change: touching((mark: Mark) =>
      setMarks((before) => before.map((one) => (one.criterionId === mark.criterionId ? mark : one))),
    ),
    /** Takes over the marks of the go before; `null` where there are none, or where marking has begun. */
    startFromBefore:
      earlier.length > 0 && marks.every(({ points, comment }) => points === null && comment === '')
        ? () => {
            touched.current = true;
            setMarks((now) =>
              now.map((one) => earlier.find(({ criterionId }) => criterionId === one.criterionId) ?? one),
            );
          }
        : null,
    general,
    setGeneral: touching(setGeneral),
    remarks,
    setRemarks: touching(setRemarks),
    sound,
    setSound: touching(setSound),
    keptAt,
    problem,
    busy,
    handBack: (anotherGo: boolean) => finish('hand-back', { anotherGo }),
    amend: () => finish('amend', {}),
    /** Asks for another go of what has come back for good; `null` where it has not. */
    askAgain: open.student.state === 'handed-back' ? () => finish('amend', { askAgain: true }) : null,
  };
}

export type Marking = ReturnType<typeof useMarking>;
