'use client';

import dynamic from 'next/dynamic';

/** The Desk on which work is set. It is fetched by those who set: nobody else loads anything of it. */
export const SetLater = dynamic(() => import('./set-screen').then((loaded) => loaded.SetScreen), { ssr: false });
