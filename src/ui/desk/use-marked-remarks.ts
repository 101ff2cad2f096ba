'use client';

import { useMemo } from 'react';
import { runsOf } from '@/core/kinds/document';
import { anchorText } from '@/core/remarks/anchor';
import type { DeskView } from '@/server/reading/desk/desk';
import { textOf } from '@/ui/remarks/near-change';
import type { MarkedRemark } from '@/ui/remarks/remark-marks';
import { useHandedIn } from '@/ui/remarks/use-handed-in';

const NONE: ReadonlyMap<string, readonly MarkedRemark[]> = new Map();

/** The remarks that came back last, by the document whose words they are about. */
export function useMarkedRemarks(view: DeskView): ReadonlyMap<string, readonly MarkedRemark[]> {
  const latest = view.feedback[0];
  const remarks = latest?.remarks;
  const before = useHandedIn(remarks && remarks.length > 0 && latest ? latest.handIn : null);
  return useMemo(() => {
    if (!before || !remarks) return NONE;
    const found = new Map<string, MarkedRemark[]>();
    for (const { remark } of remarks) {
      const piece = textOf(remark, before.pieces);
      if (!piece?.document || !piece.written) continue;
      const list = found.get(piece.document) ?? [];
      list.push({ id: remark.id, selectors: remark.target.selector, was: anchorText(runsOf(piece.written)), remark });
      found.set(piece.document, list);
    }
    return found;
  }, [before, remarks]);
}
