'use client';

import dynamic from 'next/dynamic';

/** It is fetched by those who teach: a student's class loads nothing of it. */
export const TellLater = dynamic(() => import('./tell-class').then((loaded) => loaded.TellClass));
