import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { type Answer, post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { takeMade } from '@/ui/common/take-made';
import { useRefresh } from '@/ui/common/use-refresh';

/** What was refused, in words: those that have their own, else that it did not work. */
export function useRefusals() {
  const t = useTranslations('office-refused');
  return (answer: { readonly code: string; readonly said?: unknown }): string =>
    t(keyOr(t.has, answer.code, 'broke'), { said: String(answer.said ?? '') });
}

/** Does something for the office, draws the screen anew, and says why it was refused. */
export function useOffice() {
  const refresh = useRefresh();
  const words = useRefusals();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const act = async <Value = object>(path: string, body: unknown = {}): Promise<Answer<Value>> => {
    setBusy(true);
    setProblem(null);
    const answer = await post<Value>(path, body);
    setBusy(false);
    if (answer.ok) refresh();
    else setProblem(words(answer));
    return answer;
  };
  /** Fetches something that is made at once, and hands it to the browser to keep. */
  const print = async (path: string, body: unknown, name: string): Promise<boolean> => {
    setBusy(true);
    setProblem(null);
    const answer = await takeMade(path, name, body);
    setBusy(false);
    if (answer.ok) refresh();
    else setProblem(words(answer));
    return answer.ok;
  };
  return { act, print, busy, problem };
}
