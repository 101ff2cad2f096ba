'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useMemo, useState } from 'react';
import { writtenAs } from '@/core/kinds/document';
import type { AssignmentDraft } from '@/core/setting/draft';
import { onPaper } from '@/core/setting/on-paper';
import type { Doc } from '@/core/text/nodes';
import { ChangeSummary, ComparisonView } from '@/ui/compare/comparison-view';
import { useComparison } from '@/ui/compare/use-comparison';
import { usePaperWords } from './paper-words';
import classes from './set.module.css';
import type { SetTools } from './tools';

/** What is being written, among the versions. */
const NOW = 'now';

/** A version of what was posted, as it was; `null` while it is fetched, and where it cannot be. */
function useVersion(assignment: string, chosen: string): AssignmentDraft | null {
  const [found, setFound] = useState<{ readonly chosen: string; readonly brief: AssignmentDraft } | null>(null);
  useEffect(() => {
    if (chosen === NOW) return;
    let left = false;
    void fetch(`/api/assignments/${assignment}/versions/${chosen}`)
      .then((response) => response.json() as Promise<{ readonly ok: boolean; readonly brief?: AssignmentDraft }>)
      .then(({ brief }) => {
        if (!left && brief) setFound({ chosen, brief });
      })
      .catch(() => {});
    return () => {
      left = true;
    };
  }, [assignment, chosen]);
  return found?.chosen === chosen ? found.brief : null;
}

/** Any two versions of what was posted, or one and what is written now, with what came and went between them. */
export function VersionsSheet({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { view, draft, times, now, materials } = tools;
  const versions = view.versions;
  const assignment = view.posted?.assignment ?? '';
  const [from, setFrom] = useState(String(versions[0]?.number ?? 1));
  const [to, setTo] = useState(NOW);
  const words = usePaperWords(times, now, materials, true);
  const [before, after] = [useVersion(assignment, from), useVersion(assignment, to)];
  const paper = (brief: AssignmentDraft | null): Doc | null =>
    brief && {
      type: 'doc',
      content: [
        { type: 'paragraph', content: [{ type: 'text', text: brief.title || '–' }] },
        ...(onPaper(brief, words, 'set').content ?? []),
      ],
    };
  const current = to === NOW ? draft : after;
  // Words are made anew with each drawing: what is compared follows from what was set alone.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  const [one, other] = useMemo(
    () =>
      [before, current].map((brief) => {
        const doc = paper(brief);
        return doc && writtenAs('text', doc);
      }),
    [before, current],
  );
  const comparison = useComparison(one ?? null, other ?? null, view.class.locale);
  const options = versions.map(({ number, at, by }) => (
    <option key={number} value={String(number)}>
      {t('version-n', { n: number, when: times.moment(at, now), by: by ?? '–' })}
    </option>
  ));
  return (
    <div>
      <label>
        {t('compare-from')}{' '}
        <select className="field" value={from} onChange={({ currentTarget: { value } }) => setFrom(value)}>
          {options}
        </select>
      </label>
      <label>
        {t('compare-to')}{' '}
        <select className="field" value={to} onChange={({ currentTarget: { value } }) => setTo(value)}>
          <option value={NOW}>{t('written-now')}</option>
          {options}
        </select>
      </label>
      {comparison ? (
        <div className={classes.compared}>
          <ChangeSummary comparison={comparison} />
          <ComparisonView comparison={comparison} lang={view.class.locale} />
        </div>
      ) : (
        <p role="status" className="soft">
          {t('comparing')}
        </p>
      )}
    </div>
  );
}
