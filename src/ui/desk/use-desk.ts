'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Finding } from '@/core/asks/ready-check';
import type { DeskView } from '@/server/reading/desk/desk';
import type { RepliedRemark } from '@/server/reading/desk/replies';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { inTurn } from '@/ui/common/in-turn';
import { useRefresh } from '@/ui/common/use-refresh';
import type { WritingHandle } from '@/ui/kinds/document/kind';
import { copyOf, makesCopy } from '@/ui/kinds/step';
import type { MarkedRemark } from '@/ui/remarks/remark-marks';
import { firstStep, HAND_IN } from './first-step';
import { useAddress } from './use-address';

/** Where one is on the Desk, and how one goes elsewhere on it. */
export function useDeskPlace(view: DeskView) {
  const address = useAddress();
  const [initial] = useState(() => firstStep(view));
  const ids = [...view.steps.map((step) => step.id as string), HAND_IN];
  const current = address.step !== null && ids.includes(address.step) ? address.step : initial;
  const go = (id: string) => {
    address.change('piece', null);
    address.change('step', id);
  };
  useEffect(() => {
    const turn = (event: KeyboardEvent) => {
      if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
      event.preventDefault();
      const next = ids[ids.indexOf(current) + (event.key === 'ArrowDown' ? 1 : -1)];
      if (next) address.change('step', next);
    };
    window.addEventListener('keydown', turn);
    return () => window.removeEventListener('keydown', turn);
  });
  // Where one is follows to the next device; coming to a Desk is no move yet.
  const at = useRef(current);
  const here = useMemo(() => inTurn((step: string) => post(`/api/steps/${step}/here`)), []);
  useEffect(() => {
    if (at.current === current) return;
    at.current = current;
    if (current !== HAND_IN) here(current);
  }, [current, here]);
  return { address, current, go, after: (id: string) => ids[ids.indexOf(id) + 1] };
}

type DeskPlace = ReturnType<typeof useDeskPlace>;

/** What one does on the Desk. What is refused is a code for the words. */
export function useDeskActs(view: DeskView, { current, go, after }: DeskPlace, canEdit: boolean) {
  const refresh = useRefresh();
  const [dialog, setDialog] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [joy, setJoy] = useState(false);

  // The first visit to a step with a starter makes the student's copy.
  const step = view.steps.find(({ id }) => id === current);
  const opening = step && makesCopy(step) && step.open && !copyOf(step) && canEdit ? step.id : null;
  useEffect(() => {
    if (!opening) return;
    void post(`/api/steps/${opening}/copy`).then((answer) => (answer.ok ? refresh() : setProblem(answer.code)));
  }, [opening, refresh]);

  const finish = async (id: string) => {
    const answer = await post(`/api/steps/${id}/done`);
    if (!answer.ok) {
      setProblem(answer.code);
      return;
    }
    const next = after(id);
    if (next) go(next);
    refresh();
  };
  // A knot that fills by itself: what was read, played or seen to its end is done, and the student stays where they are.
  const filling = useRef(new Set<string>());
  const fill = useCallback(
    (id: string) => {
      if (filling.current.has(id)) return;
      filling.current.add(id);
      void post(`/api/steps/${id}/done`).then((answer) => (answer.ok ? refresh() : filling.current.delete(id)));
    },
    [refresh],
  );
  const celebrate = () => {
    setDialog(false);
    setJoy(true);
    setTimeout(() => setJoy(false), 4000);
    go(HAND_IN);
    refresh();
  };
  const handIn = async () => {
    if (view.takes !== 'tick') {
      setDialog(true);
      return;
    }
    setBusy(true);
    const answer = await post(`/api/assignments/${view.id}/hand-in`, { act: newAct(), note: '' });
    setBusy(false);
    if (answer.ok) celebrate();
    else setProblem(answer.code);
  };
  const takeBack = async () => {
    setBusy(true);
    const answer = await post(`/api/assignments/${view.id}/take-back`);
    setBusy(false);
    if (!answer.ok) setProblem(answer.code);
    else go(firstStep({ ...view, state: 'under-way' }));
    refresh();
  };
  const closeDialog = () => {
    setDialog(false);
    refresh();
  };
  return { dialog, closeDialog, busy, problem, setProblem, joy, finish, fill, celebrate, handIn, takeBack };
}

/** Goes to a place in what is written: at once, or as soon as its document is on the stage. */
export function useWords(
  view: DeskView,
  { address, current, go }: DeskPlace,
  marked: ReadonlyMap<string, readonly MarkedRemark[]>,
) {
  const writing = useRef<WritingHandle>(null);
  const wanted = useRef<((handle: WritingHandle) => boolean) | null>(null);
  const onStage = (id: string) => id === current && address.piece === null;
  const goIn = (id: string, there: (handle: WritingHandle) => boolean) => {
    if (onStage(id) && writing.current) there(writing.current);
    else {
      wanted.current = there;
      go(id);
    }
  };
  return {
    goToFinding: ({ place }: Finding) => {
      const step = view.steps.find(makesCopy);
      if (step) goIn(step.id, (handle) => handle.goTo(place));
    },
    goToAnswer: (id: string, answer: string) => goIn(id, (handle) => handle.goTo(answer)),
    goToRemark: ({ remark }: RepliedRemark) => {
      const document = [...marked].find(([, remarks]) => remarks.some(({ id }) => id === remark.id))?.[0];
      const step = view.steps.find((one) => copyOf(one)?.id === document);
      if (step) goIn(step.id, (handle) => handle.goToRemark(remark.id));
    },
    /** Is given the editor each time that it comes, and when it has its text. */
    arrive: (handle: WritingHandle | null) => {
      writing.current = handle;
      if (handle && wanted.current?.(handle)) wanted.current = null;
    },
  };
}
