'use client';

import dynamic from 'next/dynamic';

/** A step at which something is discussed. It is fetched when it is shown: most Desks have none. */
export const Discussing = dynamic(() => import('@/ui/talk/discussion-stage').then((loaded) => loaded.DiscussionStage), {
  ssr: false,
});
