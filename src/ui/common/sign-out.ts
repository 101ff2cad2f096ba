import { addressOf } from '@/core/places';
import { post } from './client-request';
import { sendUnsaved } from './unsaved';

/** So long somebody who leaves is kept waiting for what has not been sent, in milliseconds. */
const PATIENCE = 4000;

/**
 * Signs out of this device. What has not been sent yet goes first.
 *
 * @returns whether one is out: not where the school could not be told of it
 */
export async function signOut(): Promise<boolean> {
  await sendUnsaved(PATIENCE);
  const answer = await post('/api/sign-out');
  if (!answer.ok && answer.code === 'unreachable') return false;
  window.location.assign(addressOf({ at: 'sign-in' }));
  return true;
}
