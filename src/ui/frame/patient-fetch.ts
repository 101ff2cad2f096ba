const AGAIN = 1000;

const isForScreen = (input: RequestInfo | URL): boolean => {
  const address = input instanceof Request ? input.url : String(input);
  return new URL(address, window.location.href).searchParams.has('_rsc');
};

const WITHOUT_BODY = [204, 205, 304];

/** An answer read to its end: one that is cut off in the middle fails here, and not where it is drawn. */
async function whole(answer: Response): Promise<Response> {
  const body = await answer.arrayBuffer();
  const { status, statusText, headers, url, redirected } = answer;
  const read = new Response(WITHOUT_BODY.includes(status) ? null : body, { status, statusText, headers });
  // A made response has neither of the two, and the framework asks where it was led to.
  return Object.defineProperties(read, { url: { value: url }, redirected: { value: redirected } });
}

/**
 * Lets the framework's requests for a screen wait for a server that has gone away, instead of failing:
 * a failure makes it load the whole page, which leaves the browser's error page in its place. All other
 * requests are left as they are. Gives back how to undo it.
 */
export function waitForScreens(): () => void {
  const real = window.fetch;
  const patient: typeof fetch = async (input, init) => {
    if (!isForScreen(input)) return real(input, init);
    for (;;) {
      try {
        return await whole(await real(input, init));
      } catch (error) {
        if (init?.signal?.aborted || !(error instanceof TypeError)) throw error;
        await new Promise((resolve) => setTimeout(resolve, AGAIN));
      }
    }
  };
  window.fetch = patient;
  return () => {
    if (window.fetch === patient) window.fetch = real;
  };
}
