'use client';

import { useState } from 'react';
import { addressOf } from '@/core/places';
import { post } from './client-request';
import { sendUnsaved } from './unsaved';

/** So long somebody who leaves is kept waiting for what has not been sent, in milliseconds. */
const PATIENCE = 4000;

/** Signs out of this device; false where the school could not be told of it. What has not been sent yet goes first. */
async function signOut(): Promise<boolean> {
  await sendUnsaved(PATIENCE);
  const answer = await post('/api/sign-out');
  if (!answer.ok && answer.code === 'unreachable') return false;
  window.location.assign(addressOf({ at: 'sign-in' }));
  return true;
}

/** The way out, once at a time: whether somebody is on it, and whether it failed, so that they are still in. */
export function useSignOut(): { readonly leaving: 'no' | 'now' | 'failed'; readonly leave: () => Promise<void> } {
  const [leaving, setLeaving] = useState<'no' | 'now' | 'failed'>('no');
  const leave = async () => {
    if (leaving === 'now') return;
    setLeaving('now');
    if (!(await signOut())) setLeaving('failed');
  };
  return { leaving, leave };
}
