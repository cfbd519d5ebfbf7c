/**
 * `tsx tests/long/commands.ts [ROUNDS] [SEED]`: every command on mutated plans, through the bundled command line: it
 * ends, with one of its own exit codes, without a stack trace, and sends nothing that steers a terminal.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asked } from './chance';

const { rounds, chance } = asked(300);
const folder = mkdtempSync(join(tmpdir(), 'andante-commands-'));
const file = join(folder, 'plan.andante');
const plans = ['demo', 'docs/examples'].flatMap((from) => {
  try {
    return readdirSync(from)
      .filter((name) => name.endsWith('.andante'))
      .map((name) => readFileSync(join(from, name), 'utf8'));
  } catch {
    return [];
  }
});
const pieces = [
  '{',
  '}',
  '(',
  ')',
  '"',
  ':',
  ',',
  ' or ',
  ' then ',
  'else ',
  '\u001b[2J',
  '\u202e',
  '\u0000',
  '\u009b1m',
  'link /',
  'screen ',
  'include "',
  '#',
  '\r',
  '\ud800',
  '{?',
  ' when ',
  '../',
];
const commands = [
  ['check'],
  ['check', '--format', 'json'],
  ['check', '--format', 'sarif'],
  ['check', '--format', 'junit'],
  ['format', '--check'],
  ['model'],
  ['walk'],
  ['tour'],
  ['link', '/huts/12'],
  ['explain'],
];

let wrong = 0;
const counted = new Map<string, number>();
for (let round = 0; round < rounds; round++) {
  let text = chance.of(plans);
  for (let change = chance.below(6); change >= 0; change--) {
    const [from, length] = [chance.below(text.length), chance.below(40)];
    text =
      text.slice(0, from) +
      (chance.below(2) === 0 ? chance.of(pieces) : '') +
      text.slice(from + (chance.below(2) === 0 ? length : 0));
  }
  writeFileSync(file, text);
  for (const [command, ...options] of commands) {
    const args =
      command === 'explain'
        ? [command]
        : command === 'link'
          ? [command, file, ...options]
          : [command!, ...options, file];
    const { status, stdout, stderr, signal } = spawnSync(process.execPath, ['dist/andante.cjs', ...args], {
      encoding: 'utf8',
      timeout: 60_000,
      maxBuffer: 1 << 28,
    });
    const key = `${command} ${signal ?? status}`;
    counted.set(key, (counted.get(key) ?? 0) + 1);
    const steers = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/.test(stdout + stderr);
    if (signal || status === null || status > 2 || /\n\s+at \S+ \(/.test(stderr) || steers) {
      wrong++;
      writeFileSync(join(tmpdir(), `andante-wrong-${round}.andante`), text);
      console.error(
        `round ${round}: ${args.join(' ')}: ${signal ?? status} ${steers ? 'steers the terminal' : stderr.slice(0, 200)}`,
      );
    }
  }
}
rmSync(folder, { recursive: true, force: true });
console.log(
  [...counted]
    .sort()
    .map(([key, count]) => `${key}: ${count}`)
    .join(', '),
);
console.log(`${wrong} went wrong`);
process.exitCode = wrong > 0 ? 1 : 0;
