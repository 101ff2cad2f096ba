/**
 * Says one thing after the other, and of those that came meanwhile the last alone: on their way at the same time, the one said
 * first could be heard last, and hold.
 */
export function inTurn<Said>(say: (said: Said) => Promise<unknown>): (said: Said) => void {
  let next: { readonly said: Said } | null = null;
  let isSaying = false;
  const go = async () => {
    isSaying = true;
    for (let now = next; now; now = next) {
      next = null;
      await say(now.said).catch(() => {});
    }
    isSaying = false;
  };
  return (said) => {
    next = { said };
    if (!isSaying) void go();
  };
}
