import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { fewTiers } from './few-tiers.mjs';
import { buildWorkshop, built, installPackages } from './prepare.mjs';

// What is done in the terminal, in one file that begins at once.
const PROGRAM = built('school');
if (!(await installPackages()) || (!existsSync(PROGRAM) && !buildWorkshop())) process.exit(1);
fewTiers();
await import(pathToFileURL(PROGRAM).href);
