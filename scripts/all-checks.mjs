import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { CHROMIUM } from './chromium.mjs';
import { programs, startPostgres } from './postgres.mjs';
import { buildInBetween, installDebian, installPackages, program, run, runBeside, runShown } from './prepare.mjs';
import { testFiles } from './test-groups.mjs';

// Every check there is, in order, on a machine that may have nothing but Node, git and apt.
const missing = [
  ...(existsSync(CHROMIUM) ? [] : ['chromium-headless-shell']),
  ...(existsSync('/usr/share/unicode/auxiliary/WordBreakTest.txt') ? [] : ['unicode-data']),
  ...(existsSync('/usr/bin/xmllint') ? [] : ['libxml2-utils']),
  ...['odt2txt', 'unzip', 'hunspell', 'qpdf', 'python3'].filter((program) => !existsSync(`/usr/bin/${program}`)),
  ...(existsSync('/usr/bin/pdftotext') ? [] : ['poppler-utils']),
  ...(existsSync('/usr/share/doc/python3-opencv') ? [] : ['python3-opencv']),
  ...(existsSync('/usr/bin/ffprobe') ? [] : ['ffmpeg']),
  ...(existsSync('/usr/bin/zbarimg') ? [] : ['zbar-tools']),
  ...(existsSync('/usr/bin/soffice') ? [] : ['libreoffice-writer-nogui']),
  ...(existsSync('/usr/lib/libreoffice/program/libsmlo.so') ? [] : ['libreoffice-math-nogui']),
  ...(existsSync('/usr/lib/libreoffice/program/libsdlo.so') ? [] : ['libreoffice-impress-nogui']),
];

if (programs() === null) missing.push('postgresql');

let passed = 0;
let failed = 0;
/** What failed and how, said once more at the end: whoever reads a long log reads its end. */
const why = [];
const count = (name, ok) => {
  if (ok) passed += 1;
  else {
    failed += 1;
    why.push(name);
    console.error(`✘ ${name}`);
  }
  return ok;
};
const finish = () => {
  for (const line of why) console.log(`✘ ${line}`);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
};

// What comes from Debian is wanted by the tests alone: it comes while the packages do, and beside the first checks.
const debian = installDebian(missing);
if (!count('packages', await installPackages(runBeside))) finish();
mkdirSync('.cache', { recursive: true });

// The compiler is a program of Go that lives for seconds: looking for what it has thrown away, and checking what all files share
// once for each of four processors where there are two, is half of what it costs.
const TO_COMPILE = { GOGC: 'off', GOMEMLIMIT: '2500MiB' };

// Each of these keeps one processor busy, so two go on at a time.
const lanes = [
  [['types', [program('next'), 'typegen'], [program('tsc'), '--noEmit', '--incremental', 'false', '--checkers', '2']]],
  [
    ['format and lint', [program('biome'), 'ci', '.']],
    ['layers', ['node', 'scripts/layers.mjs']],
    ['unused code', [program('knip'), '--no-config-hints']],
  ],
];
await Promise.all(
  lanes.map(async (checks) => {
    for (const [name, ...commands] of checks) {
      let ok = true;
      for (const [command, ...args] of commands) ok = ok && (await runBeside(command, args, TO_COMPILE));
      count(name, ok);
    }
  }),
);

if (!count('Debian packages', await debian)) finish();

/** Adds what a test runner wrote into its report; a runner that wrote none has failed. */
function add(name, file, read) {
  try {
    const { good, bad, failures } = read(JSON.parse(readFileSync(file, 'utf8')));
    passed += good;
    failed += bad;
    why.push(...failures);
    if (good === 0) count(`${name}: no test ran`, false);
  } catch {
    count(`${name}: no report`, false);
  }
}

/** Every journey of a report, out of the files and groups they stand in. */
function specs(suites = []) {
  return suites.flatMap((suite) => [...(suite.specs ?? []), ...specs(suite.suites)]);
}

/** The name of a journey and what its tries said. */
function saidOf({ title, file, tests }) {
  const errors = tests.flatMap(({ results }) => results.flatMap(({ errors }) => errors.map(({ message }) => message)));
  return [`${file} › ${title}`, ...errors].join('\n');
}

for (const file of ['.cache/unit.json', '.cache/unit-alone.json', '.cache/journeys.json'])
  rmSync(file, { force: true });

/**
 * What runs a few times, or what lives for a moment, is worth neither being compiled once more nor being looked for in what has
 * been thrown away: together an eighth of what the unit tests cost.
 */
const SHORT_LIVED = ['--interrupt-budget=800000', '--min-semi-space-size=64', '--max-semi-space-size=64'];

/** Runs the unit tests. */
async function unitTests(name, file, env) {
  const jest = ['--experimental-vm-modules', ...SHORT_LIVED, program('jest'), '--config', 'jest.groups.config.mjs'];
  const ok = await runShown('node', [...jest, '--json', `--outputFile=${file}`], env);
  add(name, file, (report) => ({
    good: report.numPassedTests,
    bad: report.numFailedTests + report.numRuntimeErrorTestSuites,
    failures: report.testResults.filter(({ status }) => status === 'failed').map(({ message }) => message),
  }));
  if (!ok && failed === 0) count(name, false);
}

/** The unit tests below some folders that have to do with a school, whichever database it is kept in. */
const ofSchools = (folders) => testFiles(folders).filter((file) => readFileSync(file, 'utf8').includes('testSchool'));

// The unit tests wait for processes, files and a database: meanwhile the application is built.
const built = buildInBetween();

// All of them on a server with many connections; whatever keeps or runs something once more on the one that ships. What comes over
// a line of its own, and what is handed in, the journeys do there again and again.
const postgres = await startPostgres().catch((error) => console.error(error));
if (count('a PostgreSQL server', Boolean(postgres))) {
  await unitTests('unit tests', '.cache/unit.json', { KITE_TEST_DATABASE: postgres.url });
  await postgres.stop();
}
await unitTests('unit tests without a server', '.cache/unit-alone.json', {
  KITE_TEST_DATABASE: '',
  KITE_TEST_FILES: ofSchools(['src/store', 'src/server/live'])
    .filter((path) => !path.endsWith('save-socket.test.ts'))
    .join('\n'),
});

if (count('build', await built())) {
  const journeys = run(program('playwright'), ['test']);
  add('journeys', '.cache/journeys.json', ({ stats, suites }) => ({
    good: stats.expected + stats.flaky,
    bad: stats.unexpected,
    failures: specs(suites)
      .filter(({ ok }) => !ok)
      .map(saidOf),
  }));
  if (!journeys && failed === 0) count('journeys', false);
}
finish();
