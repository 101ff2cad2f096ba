/** The longest that anything waits for what is seen first, in milliseconds: it may never come, without a network, say. */
const LONGEST = 3000;

const held = new Set<object>();
const waiting = new Set<() => void>();

/**
 * Says that something is on its way that somebody is looking for. What can come later waits for it: on a small
 * machine whatever is begun beside it takes its time away.
 *
 * @returns says that it is there; as often as one likes
 */
export function holdTheRest(): () => void {
  const key = {};
  held.add(key);
  return () => {
    if (held.delete(key) && held.size === 0) for (const look of waiting) look();
  };
}

/** Has something done when nothing else is to do and all that is looked for is there. Returns what takes that back. */
export function afterwards(work: () => void): () => void {
  let stopIdle = () => {};
  const end = () => {
    stopIdle();
    clearTimeout(late);
    waiting.delete(look);
  };
  const go = () => {
    end();
    work();
  };
  const look = () => {
    stopIdle();
    stopIdle = whenIdle(() => {
      if (held.size === 0) go();
    });
  };
  const late = setTimeout(go, LONGEST);
  waiting.add(look);
  if (held.size === 0) look();
  return end;
}

function whenIdle(work: () => void): () => void {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(work, 50);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(work);
  return () => cancelIdleCallback(asked);
}
