'use client';

import { useTranslations } from 'next-intl';
import { Component, type ReactNode, useEffect, useState } from 'react';

/** What stands in the place of something that cannot be drawn: that it is so, and how to have it all the same. */
function NotDrawn({ download }: { readonly download: string | null }) {
  const t = useTranslations('foreign');
  return (
    <p className="soft" role="note">
      {t('not-drawn')} {download === null ? null : <a href={download}>{t('download')}</a>}
    </p>
  );
}

class Boundary extends Component<{ readonly instead: ReactNode; readonly children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? this.props.instead : this.props.children;
  }
}

interface Props {
  /** Where it can be had as a file; `null` where it cannot. */
  readonly download: string | null;
  /** What is drawn of it; `null` where it is known that it cannot be. */
  readonly children: ReactNode;
}

/**
 * Something that somebody sent, drawn in the browser of whoever looks at it and never by the server. Where it cannot
 * be drawn, the rest of the screen works all the same.
 */
export function Foreign({ download, children }: Props) {
  const t = useTranslations('foreign');
  const [here, setHere] = useState(false);
  useEffect(() => setHere(true), []);
  if (children === null) return <NotDrawn download={download} />;
  if (!here) return <p className="soft">{t('drawing')}</p>;
  return <Boundary instead={<NotDrawn download={download} />}>{children}</Boundary>;
}
