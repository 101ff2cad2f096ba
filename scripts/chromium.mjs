import { existsSync } from 'node:fs';

// Debian's Chromium without a window: its own program for that, which takes a third less time than the one with windows.
// By its own name: the one on the path is a script, which ends before the browser does.
const SHELL = '/usr/lib/chromium/chromium-headless-shell';
const WHOLE = '/usr/bin/chromium';

/** The browser that journeys, pictures and benches use. */
export const CHROMIUM = process.env.KITE_CHROMIUM ?? (existsSync(SHELL) || !existsSync(WHOLE) ? SHELL : WHOLE);
