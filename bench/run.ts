import { existsSync } from 'node:fs';
import makeTemplate from '../scripts/jest-template.mjs';
import { buildIfNeeded } from '../scripts/prepare.mjs';
import { auditFigures } from './audit';
import { isBusy } from './busy';
import { doingFigures } from './doing';
import { type Figure, line } from './figures';
import { eventFigures, findFigures, pdfFigures, stringFigures } from './find-work';
import { hostileFigures, signInFigures } from './hostile';
import { jobFigures } from './jobs';
import { officeFigures } from './office';
import { openingFigures, pageFigures, scriptFigures } from './pages';
import { pressFigures } from './press';
import { examFigures, scoringFigures } from './questions';
import { quickFigures, statementFigures } from './quick';
import { readyCheckFigures } from './ready-check';
import { compareFigures, markingFigures, rushFigures } from './round';
import { savingFigures, savingOnServerFigures } from './saving';
import { settingFigures } from './setting';
import { sheetFigures } from './sheets';
import { talkFigures } from './talk';
import { thousandFigures } from './thousand';

// `npm run bench`, or `npm run bench -- --only saving` for the groups whose name begins so.
const GROUPS: Record<string, () => Figure[] | Promise<Figure[]>> = {
  'ready-check': readyCheckFigures,
  doing: doingFigures,
  compare: compareFigures,
  rush: rushFigures,
  marking: markingFigures,
  'first-load': scriptFigures,
  opening: openingFigures,
  string: stringFigures,
  find: findFigures,
  events: eventFigures,
  pdf: pdfFigures,
  sheets: sheetFigures,
  press: pressFigures,
  saving: savingFigures,
  'saving-postgres': savingOnServerFigures,
  jobs: jobFigures,
  setting: settingFigures,
  office: officeFigures,
  talk: talkFigures,
  scoring: scoringFigures,
  exam: examFigures,
  hostile: hostileFigures,
  'sign-in': signInFigures,
  statements: statementFigures,
  quick: quickFigures,
  audit: auditFigures,
  thousand: thousandFigures,
  pages: () => pageFigures(25),
  'pages-400': () => pageFigures(50),
};

const at = process.argv.indexOf('--only');
const only = at < 0 ? '' : (process.argv[at + 1] ?? '');
if (!buildIfNeeded()) process.exit(1);
if (!existsSync('.cache/template/pg/PG_VERSION')) await makeTemplate();
for (const [name, measure] of Object.entries(GROUPS)) {
  if (!name.startsWith(only)) continue;
  const { busy, share } = await isBusy();
  if (busy) console.log(`# busy: the reference took ${share.toFixed(2)} times its share of the processors`);
  for (const figure of await measure()) console.log(line(figure, busy));
}
