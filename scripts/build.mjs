import { build, buildWorkshop, copyParts } from './prepare.mjs';

// `npm run build`; with `--parts` only what the development server needs beside the sources.
process.exit((process.argv.includes('--parts') ? copyParts() && buildWorkshop() : build()) ? 0 : 1);
