/**
 * Time and memory to make everything that is handed over, for a plan of 10,000 screens: each output in a process of its
 * own, as the command line does. Beside the check of the plan, none may take more than 10 s (tours: 30 s) or 1 GB. The
 * heap has 700 MB: the engine fills a larger one before it clears it.
 */
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { exportParts } from '../scripts/export-parts.mjs';
import { check } from '../src/core/check';
import { exportPlan } from '../src/core/export/export';
import { exportFormats, type ExportFormat } from '../src/core/export/formats';
import { generate } from '../src/core/generate/generate';
import { codeLanguages, type CodeLanguage } from '../src/core/generate/languages';
import { Source } from '../src/core/report/source';
import { generatePlan } from './generate';

const screens = 10_000;
/** In seconds, and in megabytes. A tour is a search. */
const most = { time: 10, timeOfTours: 30, memory: 1000 };

const isLanguage = (output: string): output is CodeLanguage => (codeLanguages as readonly string[]).includes(output);

/** Makes one output, and prints seconds of the check and of the making, megabytes at the peak, and bytes made. */
async function measure(output: string): Promise<void> {
  const text = generatePlan(screens);
  const parts = await exportParts();
  const began = performance.now();
  const checked = check(text);
  // Code needs no verdicts.
  if (!isLanguage(output)) void checked.findings;
  const decided = performance.now();
  const files = isLanguage(output)
    ? generate(checked.plan, output).files
    : exportPlan(
        {
          check: checked,
          source: Source.of('plan.andante', text),
          options: {
            ...{ variant: null, module: null, around: null, steps: 1 },
            identity: { appleId: null, androidPackage: null, androidCertificate: null },
          },
          parts,
        },
        output as ExportFormat,
        null,
      ).files;
  const made = performance.now();
  const bytes = files.reduce((sum, file) => sum + Buffer.byteLength(file.text), 0);
  const peak = process.resourceUsage().maxRSS / 1000;
  console.log([(decided - began) / 1000, (made - decided) / 1000, peak, bytes / 1e6].join(' '));
}

const own = process.argv.find((argument) => argument.startsWith('--output='));
if (own) {
  await measure(own.slice('--output='.length));
} else {
  let exceeded = 0;
  console.log(`${screens} screens: seconds of the check, seconds to make it, megabytes at the peak, megabytes made`);
  for (const output of [...codeLanguages, ...exportFormats]) {
    const { stdout, status, stderr } = spawnSync(
      process.execPath,
      ['--max-old-space-size=700', '--import', 'tsx', fileURLToPath(import.meta.url), `--output=${output}`],
      { encoding: 'utf8' },
    );
    const [checking, making, peak, bytes] = stdout.trim().split(' ').map(Number);
    const isOver = status !== 0 || making! > (output === 'tours' ? most.timeOfTours : most.time) || peak! > most.memory;
    if (isOver) exceeded++;
    const figures =
      status === 0 ? [checking, making, peak, bytes].map((figure) => figure!.toFixed(1)).join(', ') : stderr;
    console.log(`  ${output}: ${figures}${isOver ? ' EXCEEDED' : ''}`);
  }
  if (exceeded > 0) process.exitCode = 1;
}
