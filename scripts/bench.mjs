// npm run bench [core|reach|links|audit|slices|compare|hand-over|crossings|undecided|flags]: measures the core beside
// general tools. npm run bench [keystroke|views|open|chart|changes]: measures the application in the browser. Without a
// name, all. Not part of the tests.
import { join } from 'node:path';
import { bin, build, install, main, needNode, root, run, Stop } from './prepare.mjs';

/** Runs a benchmark of the core in the form that users run: bundled, without the additions of a TypeScript loader. */
async function runBundled(name) {
  const { build: bundle } = await import('esbuild');
  const outfile = join(root, 'dist', 'bench', `${name}.mjs`);
  await bundle({
    entryPoints: [join(root, 'bench', `${name}.ts`)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'error',
  });
  await run(process.execPath, [outfile]);
}

/** Runs a benchmark of the application before Chromium. */
async function runInBrowser(name) {
  await build();
  await run(bin('tsx'), [`bench/${name}.ts`]);
}

const all = {
  core: () => runBundled('core'),
  reach: () => runBundled('reach'),
  links: () => runBundled('links'),
  audit: () => runBundled('audit'),
  slices: () => runBundled('slices'),
  compare: () => runBundled('compare'),
  'hand-over': () => run(process.execPath, ['--import', 'tsx', 'bench/hand-over.ts']),
  crossings: () => runBundled('crossings'),
  undecided: () => runBundled('undecided'),
  flags: () => runBundled('flags'),
  keystroke: () => runInBrowser('keystroke'),
  views: () => runInBrowser('views'),
  open: () => runInBrowser('open'),
  chart: () => runInBrowser('chart'),
  changes: () => runInBrowser('changes'),
};

await main(async () => {
  needNode();
  await install();
  const wanted = process.argv.slice(2);
  for (const name of wanted)
    if (!(name in all)) throw new Stop(`There is no benchmark ${name}: ${Object.keys(all).join(', ')}.`);
  let failed = 0;
  for (const name of wanted.length > 0 ? wanted : Object.keys(all)) {
    console.log(`\n${name}`);
    // A benchmark over its budget reports that itself; the others still run.
    await all[name]().catch((error) => {
      failed++;
      console.error(error instanceof Stop ? error.message : error);
    });
  }
  if (failed > 0) throw new Stop(`${failed} of the benchmarks failed.`);
});
