import { sendBytes } from './client-request';

/** A picture as the school has it: its address, and how large it is in pixels. */
export interface SentPicture {
  readonly address: string;
  readonly width: number;
  readonly height: number;
}

/** Sends a picture to the school. Gives back what it is there, or the code of a refusal. */
export async function sendPicture(file: Blob): Promise<SentPicture | { readonly code: string }> {
  const answer = await sendBytes<SentPicture>('/api/text-pictures', file);
  if (!answer.ok) return { code: answer.code };
  const { address, width, height } = answer;
  return { address, width, height };
}
