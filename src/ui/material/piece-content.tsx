'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { MaterialContent } from '@/server/kinds/material/index';
import { ContentView } from './material-view';

/** A piece in place, fetched when it is opened: what is attached is not read before anybody looks. */
export function PieceContent({ address, lang }: { address: string; lang: string }) {
  const t = useTranslations('pieces');
  const [content, setContent] = useState<MaterialContent | 'gone' | null>(null);
  useEffect(() => {
    let left = false;
    setContent(null);
    fetch(address)
      .then((response) => response.json() as Promise<{ ok: boolean; content?: MaterialContent }>)
      .then(({ content: found }) => found ?? ('gone' as const))
      .catch(() => 'gone' as const)
      .then((found) => {
        if (!left) setContent(found);
      });
    return () => {
      left = true;
    };
  }, [address]);
  if (content === null || content === 'gone') return <p role="status">{t(content === null ? 'opening' : 'gone')}</p>;
  return <ContentView key={address} id={address} content={content} lang={lang} />;
}
