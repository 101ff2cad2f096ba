'use client';

import dynamic from 'next/dynamic';

/** What tells a class something is fetched by those who teach, all of it at once: a student's class loads nothing of it. */
const telling = () => import('./telling');
export const TellLater = dynamic(() => telling().then((loaded) => loaded.TellClass));
export const MendLater = dynamic(() => telling().then((loaded) => loaded.Mend));
