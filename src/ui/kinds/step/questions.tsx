'use client';

import dynamic from 'next/dynamic';

/** A step that asks. It is fetched when it is shown: most Desks ask nothing. */
export const Questions = dynamic(
  () => import('@/ui/questions/questions-stage').then((loaded) => loaded.QuestionsStage),
  {
    ssr: false,
  },
);
