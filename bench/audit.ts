/**
 * An audit of a million URLs from a file, one in ten of which opens nothing: time and memory, each size in a process of
 * its own.
 */
import { spawnSync } from 'node:child_process';
import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { StringDecoder } from 'node:string_decoder';
import { Audit } from '../src/core/audit/audit';
import { LineCutter, urlIn } from '../src/core/audit/lines';
import { parse } from '../src/core/language/parse';
import { resolve } from '../src/core/plan/resolve';
import { planOf, urlsOf } from './urls';

const urls = 1_000_000;
const mostSeconds = 10;
const mostMegabytes = 300;

async function run(file: string, patterns: number): Promise<void> {
  const begin = performance.now();
  const audit = new Audit(resolve(parse(planOf(patterns))), 'app');
  const decoder = new StringDecoder('utf8');
  const lines = new LineCutter();
  const add = (line: string): void => {
    const url = urlIn(line);
    if (url !== null) audit.add(url);
  };
  for await (const chunk of createReadStream(file)) lines.push(decoder.write(chunk as Buffer), add);
  lines.end(add);
  const { total, lost, opens } = audit.report();
  const seconds = (performance.now() - begin) / 1000;
  const megabytes = process.resourceUsage().maxRSS / 1000;
  const isOver = seconds > mostSeconds || megabytes > mostMegabytes;
  console.log(
    `${patterns} patterns: ${total.toLocaleString('en')} URLs, of which ${opens.toLocaleString('en')} open and ${lost.toLocaleString('en')} are lost, in ${seconds.toFixed(1)} s, with ${megabytes.toFixed(0)} MB at most${isOver ? ', EXCEEDS' : '; under'} ${mostSeconds} s and ${mostMegabytes} MB.`,
  );
  if (isOver) process.exitCode = 1;
}

async function all(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'andante-bench-'));
  try {
    for (const patterns of [50, 500, 5000]) {
      const file = join(folder, `${patterns}.txt`);
      const out = createWriteStream(file);
      for (const url of urlsOf(patterns, urls))
        if (!out.write(`https://measured.example${url}\n`)) await once(out, 'drain');
      out.end();
      await once(out, 'close');
      if (
        spawnSync(process.execPath, [process.argv[1]!, 'run', file, String(patterns)], { stdio: 'inherit' }).status !==
        0
      )
        process.exitCode = 1;
      rmSync(file);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

await (process.argv[2] === 'run' ? run(process.argv[3]!, Number(process.argv[4])) : all());
