// Shared by the everyday commands: installs missing packages, builds stale output. Plain Node: it runs before the
// install.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const at = (...path) => join(root, ...path);

export class Stop extends Error {}

const running = new Set();

/** Ends a process together with this one. */
export function whileRunning(child) {
  running.add(child);
  child.once('exit', () => running.delete(child));
}

/** Ends all child processes, waits for them, and then ends this process. */
function endAll(signal) {
  const ended = [...running].map((child) => new Promise((resolve) => child.once('exit', resolve)));
  for (const child of running) child.kill(signal);
  // One that is not able to listen any more is ended all the same.
  setTimeout(() => {
    for (const child of running) child.kill('SIGKILL');
  }, 5000).unref();
  void Promise.all(ended).then(() => process.exit(128 + (signal === 'SIGINT' ? 2 : 15)));
}

/** Runs a command; with `quiet`, its output is shown only on failure. */
export function run(command, args, { quiet = false, env = {}, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
      ...options,
    });
    whileRunning(child);
    let said = '';
    child.stdout?.on('data', (part) => {
      said += part;
    });
    child.stderr?.on('data', (part) => {
      said += part;
    });
    child.on('error', (error) => reject(new Stop(`${command} cannot be run: ${error.message}`)));
    child.on('close', (code) => {
      if (code === 0) return resolve(said);
      if (quiet) process.stderr.write(said);
      reject(new Stop(`${[command, ...args].join(' ')} ended with ${code}.`));
    });
  });
}

export const bin = (name) => at('node_modules', '.bin', name);
/** The compiler of TypeScript 7. ESLint needs 5.9, whose command has the same name. */
export const nextCommand = at('node_modules', 'next', 'dist', 'bin', 'next');

export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Stop(`Andante needs Node 20.19 or newer; this is ${process.versions.node}.`);
}

/** A hash of files and of all files below folders, in a fixed order. */
function hashOf(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    hash.update(relative(root, path)).update('\0').update(readFileSync(path)).update('\0');
  };
  const walk = (path) => {
    for (const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (entry.isDirectory()) walk(join(path, entry.name));
      else if (entry.isFile() && !/\.test\.tsx?$/.test(entry.name)) add(join(path, entry.name));
    }
  };
  for (const path of paths) {
    if (!existsSync(path)) continue;
    if (path.endsWith('/')) walk(path);
    else add(path);
  }
  return hash.digest('hex');
}

/** Does something unless it was done for the same sources before. */
async function unlessFresh(stamp, sources, what, act) {
  const hash = hashOf(sources);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  console.log(what);
  await act();
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, hash);
}

export function install() {
  return unlessFresh(
    at('node_modules', '.andante-installed'),
    [at('package.json'), at('package-lock.json')],
    'Installing packages …',
    () => run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true }),
  );
}

/** The compilers and grammars that the tests hold generated code to: a package of their own, which no user needs. */
export function installCompilers() {
  const folder = at('tests', 'compilers');
  return unlessFresh(
    join(folder, 'node_modules', '.andante-installed'),
    [join(folder, 'package.json'), join(folder, 'package-lock.json')],
    'Installing compilers …',
    () =>
      run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true, cwd: folder }),
  );
}

/** Installs packages of Debian if that needs no question; otherwise says what is missing. */
export async function installFromDebian(names, missing) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) throw new Stop(missing);
  console.log(`\nInstalling ${names.join(', ')} …`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  await run('apt-get', ['update', '-qq'], { quiet: true, env });
  await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...names], { quiet: true, env });
}

/** Java, which runs the Kotlin compiler and its output. */
export async function needJava() {
  const isThere = () => spawnSync('java', ['-version']).status === 0;
  if (isThere()) return;
  await installFromDebian(
    ['default-jre-headless'],
    'The tests of generated Kotlin need Java 11 or newer: apt-get install default-jre-headless.',
  );
  if (!isThere()) throw new Stop('Java was installed, but cannot be run.');
}

/** Writes what the Hand over view loads: fonts, and the script of the prototype. */
export const writeExportParts = () => run(process.execPath, [at('scripts', 'write-export-parts.mjs')], { quiet: true });

export function build() {
  const sources = [
    at('src/'),
    at('package.json'),
    at('package-lock.json'),
    at('next.config.ts'),
    at('postcss.config.mjs'),
    at('tsconfig.json'),
    at('scripts', 'bundle-cli.mjs'),
    at('scripts', 'export-parts.mjs'),
    at('scripts', 'write-export-parts.mjs'),
  ];
  return unlessFresh(at('.next', 'andante-built'), sources, 'Building …', async () => {
    await run(process.execPath, [at('scripts', 'bundle-cli.mjs')], { quiet: true });
    await writeExportParts();
    await run(process.execPath, [nextCommand, 'build'], { quiet: true });
  });
}

/** The port that PORT names, otherwise the usual one. */
export function portFromEnvironment() {
  const port = Number(process.env.PORT ?? 4310);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`PORT is to be a number from 1 to 65535, not ${process.env.PORT}.`);
  return port;
}

/** Runs one of these scripts; a failure is said in a sentence, without a stack trace. */
export async function main(act) {
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => endAll(signal));
  try {
    await act();
  } catch (error) {
    if (!(error instanceof Stop)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}
