// npm test: types, lint, unused code, layout, unit tests, build, browser tests; ends with a line that sums all suites
// up.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { findChromium } from './chromium.mjs';
import {
  bin,
  build,
  install,
  installCompilers,
  installFromDebian,
  main,
  needJava,
  needNode,
  root,
  run,
  Stop,
} from './prepare.mjs';

const reports = mkdtempSync(join(tmpdir(), 'andante-test-'));
let passed = 0;
let failed = 0;
/** All failures: repeated at the end, for readers of the last page of a log. */
const failures = [];

/** Runs a check that either holds or fails as a whole. A failure counts; success is no test and does not. */
async function whole(what, command, args) {
  await run(command, args, { quiet: true }).catch((error) => {
    if (!(error instanceof Stop)) throw error;
    failed++;
    failures.push(`${what}\n${error.message}`);
    console.log(`\n${what}\n${error.message}`);
  });
}

/** The failed tests of a file: its path, the test's name, and the first lines of the failure. */
function failuresOf({ name, message, assertionResults }) {
  const file = relative(root, name);
  const failedTests = assertionResults.filter((test) => test.status === 'failed');
  if (failedTests.length === 0) return message ? [`${file}\n${firstLines(message)}`] : [];
  return failedTests.map((test) => `${file}: ${test.fullName}\n${firstLines(test.failureMessages.join('\n'))}`);
}

const firstLines = (text) => text.split('\n').slice(0, 12).join('\n');

/**
 * Runs a suite and adds its counts. A suite that ends without a report, or with failures outside of its tests, has
 * failed.
 */
async function suite(name, projects = [name]) {
  console.log(`\n${name} tests`);
  const report = join(reports, `${name}.json`);
  const ended = await run(bin('vitest'), [
    'run',
    ...projects.flatMap((project) => ['--project', project]),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]).then(
    () => true,
    (error) => {
      if (!(error instanceof Stop)) throw error;
      return false;
    },
  );
  if (!existsSync(report)) {
    failed++;
    failures.push(`The ${name} tests ended without a report.`);
    return;
  }
  const { numPassedTests, numFailedTests, numTotalTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
  passed += numPassedTests;
  failed += numFailedTests;
  failures.push(...testResults.flatMap(failuresOf));
  if ((!ended && numFailedTests === 0) || numTotalTests === 0) {
    failed++;
    failures.push(`The ${name} tests failed outside of their tests.`);
  }
}

/**
 * Chromium and its driver: installed if that needs no question, otherwise a message asks for them. Its build without a
 * window is installed, too, but tests can do without that.
 */
async function needChromium() {
  const isThere = () => {
    const { chromium, driver } = findChromium();
    return chromium !== undefined && driver !== undefined;
  };
  if (isThere() && (process.env.CHROMIUM || findChromium().headless)) return;
  const packages = ['chromium', 'chromium-driver', 'chromium-headless-shell'];
  await installFromDebian(
    packages,
    'The browser tests need Chromium and its driver: ' +
      `apt-get install ${packages.join(' ')}, or name them in CHROMIUM and CHROMEDRIVER.`,
  ).catch((error) => {
    if (!isThere()) throw error;
  });
  if (!isThere()) throw new Stop('Chromium was installed, but is not where it is looked for.');
}

await main(async () => {
  try {
    needNode();
    await install();
    await installCompilers();
    await needJava();
    // Side by side, since each of them leaves a processor idle now and then.
    const all = [
      suite('unit', ['unit', 'growth']),
      // One after the other: the compiler also reads types that a build writes.
      whole('Types', bin('tsc'), ['--noEmit', '--pretty', 'false']).then(build).then(needChromium),
      whole('Lint', bin('oxlint'), ['-c', 'lint.config.mjs', '--type-aware', '--report-unused-disable-directives']),
      whole('Unused code', bin('knip'), []),
      whole('Layout', bin('prettier'), [
        '--check',
        '.',
        '--log-level',
        'warn',
        '--cache',
        '--cache-strategy',
        'content',
      ]),
    ];
    const broken = (await Promise.allSettled(all)).find(({ status }) => status === 'rejected');
    if (broken) throw broken.reason;
    // Alone: it keeps all processors busy, and a page that has to wait for one takes longer than people would accept.
    await suite('browser');
  } catch (error) {
    if (!(error instanceof Stop)) throw error;
    console.error(error.message);
    failed++;
  } finally {
    rmSync(reports, { recursive: true, force: true });
  }
  for (const failure of failures) console.log(`\nFailed: ${failure}`);
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed === 0 ? 0 : 1;
});
