'use client';

import { useCallback, useRef } from 'react';
import type { MaterialView as Shown } from '@/server/reading/materials/materials';
import { post } from '@/ui/common/client-request';
import { ContentShown } from '@/ui/kinds/material/views';
import type { Following } from './following';

const SETTLE = 1500;

/** Sends where the person is once they have rested there, and when they leave. */
function usePlace(material: string): (spot: number) => void {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  return useCallback(
    (spot: number) => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void post(`/api/materials/${material}/place`, { spot }), SETTLE);
    },
    [material],
  );
}

/** A material in place. Where the person is in it follows to their other devices. */
export function MaterialView({ material, seenAll }: { material: Shown; seenAll?: () => void }) {
  const moved = usePlace(material.id);
  const following: Following = { spot: material.spot, moved, seenAll: seenAll ?? (() => {}) };
  return <ContentView id={material.id} content={material.content} lang={material.lang} following={following} />;
}

/** For what is only looked at: nobody asks where one left off. */
const UNFOLLOWED: Following = { spot: 0, moved: () => {}, seenAll: () => {} };

interface ContentProps {
  readonly id: string;
  readonly content: Shown['content'];
  readonly lang: string;
  readonly following?: Following;
}

/** Whatever kind of content it is, in place. */
export function ContentView({ id, content, lang, following = UNFOLLOWED }: ContentProps) {
  return <ContentShown id={id} content={content} lang={lang} following={following} />;
}
