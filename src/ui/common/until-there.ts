/** How long it waits before it asks again, in milliseconds: longer each time. */
const AGAIN = { first: 500, most: 8000 };

/** The network is back, or this long has passed. */
const backOr = (wait: number): Promise<void> =>
  new Promise((resolve) => {
    const go = () => {
      clearTimeout(timer);
      removeEventListener('online', go);
      resolve();
    };
    const timer = setTimeout(go, wait);
    addEventListener('online', go);
  });

/**
 * Fetches a part of the application that is needed now. Where the network fails it is asked for again until it comes, so
 * that whoever waits for it has it then, and no screen breaks over it.
 */
export async function untilThere<Part>(load: () => Promise<Part>): Promise<Part> {
  for (let wait = AGAIN.first; ; wait = Math.min(2 * wait, AGAIN.most)) {
    try {
      return await load();
    } catch {
      await backOr(wait);
    }
  }
}
