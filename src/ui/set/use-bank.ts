'use client';

import { useCallback, useState } from 'react';
import type { BankName } from '@/core/setting/bank';
import type { Kept } from '@/store/bank';
import { post } from '@/ui/common/client-request';

type Answered = { readonly bank: readonly Kept[] };

/** What a teacher keeps to set it again: fetched when it is first looked at. */
export function useBank() {
  const [bank, setBank] = useState<readonly Kept[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const look = useCallback(async () => {
    const answer = await fetch('/api/bank')
      .then((response) => response.json() as Promise<Answered>)
      .catch(() => null);
    setProblem(answer ? null : 'unreachable');
    if (answer) setBank(answer.bank);
  }, []);
  const change = useCallback(async (body: object): Promise<boolean> => {
    const answer = await post<Answered>('/api/bank', body);
    setProblem(answer.ok ? null : answer.code);
    if (answer.ok) setBank(answer.bank);
    return answer.ok;
  }, []);
  const keep = useCallback((kind: BankName, content: unknown) => change({ keep: { kind, content } }), [change]);
  const drop = useCallback((id: string) => change({ drop: id }), [change]);
  return { bank, problem, look, keep, drop };
}

export type Bank = ReturnType<typeof useBank>;
