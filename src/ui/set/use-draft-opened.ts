'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { addressOf } from '@/core/places';
import { post } from '@/ui/common/client-request';

/** Has a draft made, and goes to it; where it is not made, says why, as a code for the words. */
export function useDraftOpened() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (path: string, body: object = {}) => {
    setBusy(true);
    const answer = await post<{ document: string }>(path, body);
    if (answer.ok) return router.push(addressOf({ at: 'set', draft: answer.document }));
    setBusy(false);
    setProblem(answer.code);
  };
  return { open, busy, problem, setProblem };
}
