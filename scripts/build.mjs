import { build, copyParts } from './prepare.mjs';

// `npm run build`; with `--parts` only what the development server needs beside the sources.
process.exit((process.argv.includes('--parts') ? copyParts() : build()) ? 0 : 1);
