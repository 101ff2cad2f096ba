import { existsSync } from 'node:fs';

// Debian's Chromium without a window: its own program for that, which takes a third less time than the one with windows.
const SHELL = '/usr/bin/chromium-headless-shell';
const WHOLE = '/usr/bin/chromium';

/** The browser that journeys, pictures and benches use. */
export const CHROMIUM = process.env.KITE_CHROMIUM ?? (existsSync(SHELL) || !existsSync(WHOLE) ? SHELL : WHOLE);
