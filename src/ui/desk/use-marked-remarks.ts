'use client';

import { useEffect, useState } from 'react';
import { remarkedPiece } from '@/core/remarks/annotation';
import type { DeskView } from '@/server/reading/desk/desk';
import type { MarkedRemark } from '@/ui/remarks/remark-marks';
import { useHandedIn } from '@/ui/remarks/use-handed-in';

const NONE: ReadonlyMap<string, readonly MarkedRemark[]> = new Map();

/** The remarks that came back last, by the document whose words they are about. */
export function useMarkedRemarks(view: DeskView): ReadonlyMap<string, readonly MarkedRemark[]> {
  const latest = view.feedback[0];
  const remarks = latest?.remarks;
  const before = useHandedIn(remarks && remarks.length > 0 && latest ? latest.handIn : null);
  const [found, setFound] = useState(NONE);
  useEffect(() => {
    if (!before || !remarks) return setFound(NONE);
    let left = false;
    void Promise.all([import('@/core/kinds/document'), import('@/core/remarks/anchor')]).then(
      ([{ runsOf }, { anchorText }]) => {
        if (left) return;
        const marked = new Map<string, MarkedRemark[]>();
        for (const { remark } of remarks) {
          const piece = remarkedPiece(remark, before.pieces);
          if (!piece?.document || !piece.written) continue;
          const list = marked.get(piece.document) ?? [];
          list.push({
            id: remark.id,
            selectors: remark.target.selector,
            was: anchorText(runsOf(piece.written)),
            remark,
          });
          marked.set(piece.document, list);
        }
        setFound(marked);
      },
    );
    return () => {
      left = true;
    };
  }, [before, remarks]);
  return found;
}
