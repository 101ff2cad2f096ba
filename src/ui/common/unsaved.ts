/** Whatever holds something that the school does not have yet: asked to send it before somebody leaves. */
const holders = new Set<(within: number) => Promise<boolean>>();

/** Says how to send what is held. Gives back how to say that nothing is held any more. */
export function holdsUnsaved(send: (within: number) => Promise<boolean>): () => void {
  holders.add(send);
  return () => holders.delete(send);
}

/** Sends everything that has not been sent, for as long as somebody who leaves may be kept waiting. */
export async function sendUnsaved(within: number): Promise<void> {
  await Promise.all([...holders].map((send) => send(within)));
}
