import { execFileSync, spawnSync } from 'node:child_process';
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Log } from 'sarif';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { run } from '../../src/cli/program';
import { input } from '../../src/cli/read';
import { check } from '../../src/core/check';
import { countAll } from '../../src/core/report/counts';
import type { JsonComparison } from '../../src/core/compare/report/json';
import type { JsonReport } from '../../src/core/report/json';
import { demo, demoSummary } from '../demo';
import { planText } from './plan-text';

let folder: string;
let program: string;

interface Ended {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Runs the command line within this process: a process of its own takes ten times as long, since its code is new. */
function andante(args: string[], piped = ''): Ended {
  // An audit goes on after the call.
  if (args.includes('--audit')) return bundled(args, piped);
  const said = { out: '', err: '' };
  const into = (stream: 'out' | 'err') => (text: unknown) => {
    said[stream] += String(text);
    return true;
  };
  const before = process.exitCode;
  const spies = [
    vi.spyOn(process.stdout, 'write').mockImplementation(into('out')),
    vi.spyOn(process.stderr, 'write').mockImplementation(into('err')),
    vi.spyOn(input, 'read').mockReturnValue(Buffer.from(piped)),
  ];
  process.exitCode = undefined;
  try {
    run(args);
    return { code: Number(process.exitCode ?? 0), ...said };
  } finally {
    process.exitCode = before;
    for (const spy of spies) spy.mockRestore();
  }
}

/** A run is over before the optimiser, or small pieces of garbage, would pay. */
const shortRun = ['--no-opt', '--max-semi-space-size=32'];

/** Runs the bundled command line as users do: as a process, in a folder without any package. */
function bundled(args: string[], piped = '', env: Record<string, string> = {}): Ended {
  const { status, stdout, stderr } = spawnSync(process.execPath, [...shortRun, program, ...args], {
    cwd: folder,
    input: piped,
    encoding: 'utf8',
    env: { PATH: process.env.PATH, NODE_ENV: 'production', ...env },
  });
  return { code: status, out: stdout, err: stderr };
}

const home = process.cwd();

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'andante-cli-'));
  program = join(folder, 'andante.cjs');
  execFileSync(process.execPath, ['scripts/bundle-cli.mjs', program]);
  process.chdir(folder);
  writeFileSync(join(folder, 'demo.andante'), demo);
  writeFileSync(join(folder, 'fine.andante'), 'app "A"\nstart a\nscreen a "A" {\n}\n');
  writeFileSync(join(folder, 'warned.andante'), 'start a\nscreen a {}\n');
});

afterAll(() => {
  process.chdir(home);
  rmSync(folder, { recursive: true });
});

test('README.md shows the findings of its plan, which is formatted', () => {
  const page = readFileSync(new URL('../../README.md', import.meta.url), 'utf8');
  const [plan, said] = ['andante', 'text'].map((kind) => new RegExp('```' + kind + '\\n([^`]*)```').exec(page)![1]!);
  writeFileSync(join(folder, 'plan.andante'), plan!);
  expect(andante(['check', 'plan.andante']).out).toBe(said);
  expect(andante(['format', '--check', 'plan.andante']).code).toBe(0);
});

describe('compare', () => {
  const later = demo.replace('{?season,ref}', '{?season}').replace(/ *on "Book" push dates.*\n/, '');
  const git = (...args: string[]): void =>
    void execFileSync('git', ['-c', 'user.name=a', '-c', 'user.email=a@huts.example', ...args], { cwd: folder });

  test('says what breaks, and exits by the threshold', () => {
    writeFileSync(join(folder, 'later.andante'), later);
    const { code, out } = andante(['compare', 'demo.andante', 'later.andante']);
    expect(code).toBe(1);
    expect(out).toContain(
      [
        '  https://saddleback.example/huts/0?ref=x still opens hut, without ref. [links]',
        '    It fits the old pattern /huts/{hutId}{?season,ref} of hut.',
        '    later.andante:77:5',
      ].join('\n'),
    );
    expect(out).toContain('  The walk “Book a hut” breaks at step 2.\n    hut has nothing called “Book”.');
    const same = andante(['compare', 'demo.andante', '-', '--fail-on', 'any'], demo.replace('{\n', '{ # layout\n\n'));
    expect([same.code, same.out]).toEqual([0, 'Saddleback Huts: nothing has changed in meaning.\n']);
    const retitled = demo.replace('screen search "Search"', 'screen search "Find a hut"');
    expect(retitled).not.toBe(demo);
    expect(andante(['compare', 'demo.andante', '-', '--fail-on', 'worse'], retitled).code).toBe(0);
    expect(andante(['compare', 'demo.andante', '-', '--fail-on', 'any'], retitled).code).toBe(1);
  });

  test('writes a comment for a review, and the new findings as SARIF', () => {
    const comment = andante(['compare', 'demo.andante', '-', '--format', 'markdown'], later).out;
    expect(comment).toContain('### Saddleback Huts: 7 things break');
    expect(comment).toContain('- `https://saddleback.example/huts/0?ref=x` still opens `hut`, without `ref`.');
    expect(comment).toMatch(/<details><summary>Changes \(2\)<\/summary>\n\n- [^]*\n\n<\/details>\n$/);
    const sarif = JSON.parse(andante(['compare', 'demo.andante', '-', '--format', 'sarif'], later).out) as Log;
    const since = JSON.parse(andante(['check', '-', '--since', 'demo.andante', '--format', 'sarif'], later).out) as Log;
    const rules = sarif.runs[0]!.results!.map(({ ruleId }) => ruleId);
    expect(rules.filter((rule) => rule === 'reach/stranded')).toHaveLength(5);
    // What the demo had is not new.
    expect(rules).not.toContain('supply/missing');
    expect(since.runs[0]!.results!.filter(({ suppressions }) => !suppressions)).toEqual(sarif.runs[0]!.results);
  });

  test('reads revisions of a Git repository, with what they include', () => {
    git('init', '-q');
    mkdirSync(join(folder, 'plans'));
    writeFileSync(join(folder, 'plans', 'app.andante'), 'app "A"\nstart a\ninclude "more.andante"\n');
    writeFileSync(join(folder, 'plans', 'more.andante'), 'screen a "A" { on "B" push b }\nscreen b "B"\n');
    git('add', 'plans');
    git('commit', '-qm', 'first');
    writeFileSync(join(folder, 'plans', 'more.andante'), 'screen a "A" { on "B" push c }\nscreen c "B"\n');
    const report = JSON.parse(
      andante(['compare', 'HEAD:plans/app.andante', 'plans/app.andante', '--format', 'json']).out,
    ) as JsonComparison;
    expect(report.changes.map(({ message }) => message)).toEqual(['Renamed the screen b to c.']);
    expect(report.changes[0]!.before!.place).toMatchObject({ file: 'HEAD:plans/more.andante', line: 2 });
    expect(report.effects.map(({ kind, facts }) => [kind, facts])).toContainEqual([
      'state',
      { because: 'screen', variant: 'app', state: expect.objectContaining({ active: 0 }) as unknown },
    ]);
    const refusals: [args: string[], said: string, env?: Record<string, string>][] = [
      [['HEAD:plans/none.andante', 'fine.andante'], 'The revision HEAD has no file plans/none.andante.'],
      [['nowhere:plans/app.andante', 'fine.andante'], 'nowhere is no revision of this Git repository, or plans/app'],
      [['-', '-'], 'Standard input can be one of the two plans, not both.'],
      [['HEAD:plans/app.andante', 'fine.andante'], 'the git program cannot be found', { PATH: '/nowhere' }],
      [['HEAD:plans/app.andante', 'fine.andante'], 'is not in a Git repository', { GIT_DIR: '/nowhere' }],
    ];
    for (const [args, said, env] of refusals) {
      const { code, out, err } = bundled(['compare', ...args], '', env);
      expect([code, out, err.split('\n').length]).toEqual([2, '', 2]);
      expect(err).toContain(said);
    }
    expect(andante(['check', 'fine.andante', 'warned.andante', '--since', 'demo.andante']).err).toContain(
      'name one plan',
    );
  });
});

describe('check', () => {
  test('exits 0, 1 or 2 by what was found, and by the threshold', () => {
    expect(andante(['check', 'fine.andante']).code).toBe(0);
    expect(andante(['check', 'demo.andante']).code).toBe(1);
    expect(andante(['check', 'warned.andante']).code).toBe(0);
    expect(andante(['check', 'warned.andante', '--fail-on', 'warning']).code).toBe(1);
    expect(andante(['check', 'fine.andante', 'none.andante']).code).toBe(2);
    expect(andante(['check', 'fine.andante', '--fail-on', 'nothing']).code).toBe(2);
    expect(andante(['check']).code).toBe(2);
    expect(andante(['chek']).code).toBe(2);
    expect(andante(['--help']).code).toBe(0);
    expect(andante(['check', '--help']).out).toContain('--fail-on');
  });

  test('as text shows each line with a marker beneath, without colour off a terminal', () => {
    const { out, err } = bundled(['check', 'demo.andante'], '', { CI: 'true' });
    expect(err).toBe('');
    expect(out).toContain(
      [
        'demo.andante:186:23 error supply/missing',
        '  “See hut” on stay opens hut without hutId.',
        '  186  on "See hut" push hut',
        '                         ‾‾‾',
        '  hut takes hutId: HutId and has no default; on stay, stay.hut fits.',
        '  Fix: Supply stay.hut',
      ].join('\n'),
    );
    expect(out.trimEnd().split('\n').at(-1)).toBe(demoSummary('demo.andante'));
    expect(out).not.toMatch(/\u001b/);
  });

  test('as JSON is the published object, and nothing else stands on standard output', () => {
    const { out } = bundled(['check', '-', '--format', 'json'], demo);
    const report = JSON.parse(out) as JsonReport;
    const { screens, transitions, arguments: args, links } = countAll(check(demo));
    expect(report.summary).toEqual({ screens, transitions, arguments: args, links, errors: 5, warnings: 3, notes: 0 });
    expect(Object.keys(report)).toEqual(['andante', 'file', 'app', 'summary', 'screens', 'findings']);
    const walked = {
      reachable: 'yes',
      taps: 3,
      tapsAreLeast: true,
      walk: ['My stays', 'Sign in', 'Stay row'],
      beneath: ['explore', 'hut', 'stays'],
    };
    expect(report.screens.find((screen) => screen.name === 'stay')).toEqual({
      name: 'stay',
      module: 'account',
      // On the phone tabs share a flag: what was seen is told, and that it may not be all.
      variants: {
        phone: { ...walked, beneathIsAll: true, backLeaves: false, deepest: null },
        tablet: { ...walked, beneathIsAll: true, backLeaves: false, deepest: 'no bound' },
      },
    });
    expect(report.findings.find(({ rule }) => rule === 'supply/missing')).toEqual({
      rule: 'supply/missing',
      severity: 'error',
      message:
        '“See hut” on stay opens hut without hutId. hut takes hutId: HutId and has no default; on stay, stay.hut fits.',
      line: 186,
      column: 23,
      endLine: 186,
      endColumn: 26,
      subject: 'stay',
      variant: null,
      walk: [...walked.walk, 'See hut'],
      url: null,
    });
    expect(report.findings.find(({ rule }) => rule === 'link/overlap')).toMatchObject({
      subject: 'contact',
      line: 234,
      url: 'https://saddleback.example/help/a',
    });
    expect(JSON.parse(andante(['check', 'fine.andante', 'warned.andante', '--format', 'json']).out)).toHaveLength(2);
  });

  test.each<[what: string, make: (path: string) => void, message: RegExp]>([
    ['missing', () => undefined, /^andante: bad\.andante does not exist\.\n$/],
    ['a folder', (path) => mkdirSync(path), /^andante: bad\.andante is a folder, not a plan\.\n$/],
    [
      'not UTF-8',
      (path) => writeFileSync(path, Buffer.from([0x61, 0xff, 0xfe])),
      /^andante: bad\.andante is not UTF-8 text, so it is no plan\.\n$/,
    ],
    [
      'too large',
      (path) => writeFileSync(path, '#'.repeat(4 * 1024 * 1024 + 1)),
      /^andante: bad\.andante is larger than 4 MiB, the most that a plan may be\.\n$/,
    ],
    ['empty', (path) => writeFileSync(path, ' \n'), /^andante: bad\.andante is empty\.\n$/],
  ])('a file that is %s gets one sentence and exit 2', (_what, make, message) => {
    const path = join(folder, 'bad.andante');
    make(path);
    const { code, out, err } = andante(['check', 'bad.andante']);
    rmSync(path, { recursive: true, force: true });
    expect({ code, out }).toEqual({ code: 2, out: '' });
    expect(err).toMatch(message);
  });

  test('as SARIF and JUnit, for all files together', () => {
    const sarif = JSON.parse(andante(['check', 'demo.andante', 'warned.andante', '--format', 'sarif']).out) as {
      runs: { results: { locations: { physicalLocation: { artifactLocation: { uri: string } } }[] }[] }[];
    };
    expect(sarif.runs[0]!.results.map((result) => result.locations[0]!.physicalLocation.artifactLocation.uri)).toEqual([
      ...Array<string>(11).fill('demo.andante'),
      'warned.andante',
    ]);
    const { out, code } = andante([
      'check',
      'demo.andante',
      'warned.andante',
      '--format',
      'junit',
      '--fail-on',
      'warning',
    ]);
    expect(code).toBe(1);
    expect(out).toMatch(/^<\?xml[^]*<testsuites name="andante" tests="\d+" failures="9" errors="0">/);
  });

  test('checks a plan of several files as one, and reports each finding in its own file', () => {
    mkdirSync(join(folder, 'parts'), { recursive: true });
    writeFileSync(
      join(folder, 'whole.andante'),
      'app "A"\nstart a\ninclude "parts/b.andante"\nscreen a "A" { on "B" push b }\n',
    );
    writeFileSync(join(folder, 'parts/b.andante'), '\nscreen b {}\n');
    expect(andante(['check', 'whole.andante', '--fail-on', 'warning']).out).toContain(
      'parts/b.andante:2:8 warning name/no-title',
    );
    const report = JSON.parse(andante(['check', 'whole.andante', '--format', 'json']).out) as JsonReport;
    expect(report.findings).toMatchObject([{ rule: 'name/no-title', file: 'parts/b.andante', line: 2, column: 8 }]);
    writeFileSync(join(folder, 'whole.andante'), 'include "parts/c.andante"\n');
    expect(andante(['check', 'whole.andante'])).toEqual({
      code: 2,
      out: '',
      err: 'andante: parts/c.andante does not exist; whole.andante includes it.\n',
    });
  });

  test('an include stays within the folder of the plan, and one file by two paths is one', () => {
    mkdirSync(join(folder, 'app/parts'), { recursive: true });
    writeFileSync(join(folder, 'secret.txt'), 'root:x:0:0\n');
    symlinkSync('../secret.txt', join(folder, 'app/link.andante'));
    for (const name of ['../secret.txt', 'parts/../../secret.txt', 'link.andante', '/etc/hostname']) {
      writeFileSync(join(folder, 'app/whole.andante'), `start a\nscreen a "A"\ninclude "${name}"\n`);
      const { code, out, err } = andante(['check', 'app/whole.andante']);
      expect({ code, out }, name).toEqual({ code: 2, out: '' });
      expect(err, name).toMatch(/lies outside of the folder of the plan|does not exist/);
    }
    symlinkSync('b.andante', join(folder, 'app/parts/again.andante'));
    writeFileSync(
      join(folder, 'app/parts/b.andante'),
      'screen b "B"\ninclude "again.andante"\ninclude "../whole.andante"\n',
    );
    writeFileSync(
      join(folder, 'app/whole.andante'),
      planText`
        start a
        screen a "A" { on "See b" push b }
        include "parts/b.andante"
        include "parts/../parts/again.andante"
      `,
    );
    expect(andante(['check', 'app/whole.andante', '--fail-on', 'note'])).toMatchObject({ code: 0, err: '' });
  });

  test('refuses a path that is no file, without waiting for it', () => {
    execFileSync('mkfifo', [join(folder, 'app/pipe.andante')]);
    writeFileSync(join(folder, 'app/piped.andante'), 'include "pipe.andante"\n');
    for (const file of ['app/pipe.andante', 'app/piped.andante', '/dev/zero'])
      expect(bundled(['check', file]), file).toMatchObject({
        code: 2,
        out: '',
        err: expect.stringContaining('is a device or a pipe, not a file'),
      });
  });
});

describe('link', () => {
  test('says what URLs do: screen, arguments, stack, and why one opens nothing', () => {
    const { code, out, err } = andante([
      'link',
      'demo.andante',
      '/huts/12?season=winter',
      '/stays/s-9',
      '/help/x',
      '/hut/12',
      'https://a@b.example/',
    ]);
    expect({ code, err }).toEqual({ code: 1, err: '' });
    expect(out).toBe(
      [
        '/huts/12?season=winter  opens',
        '  hut  hutId 12  season winter  ref absent',
        '  stack explore > hut; Back shows explore',
        '',
        '/stays/s-9  gated',
        '  stay  stayId s-9',
        '  stays needs signedIn; put off: stack signIn; Back leaves the app',
        '  once signedIn: stack stays > stay; Back shows stays',
        '',
        '/help/x  opens',
        '  questions  about x',
        '  stack help > questions; Back shows help',
        '  as specific: /help/{topic} to contact',
        '',
        '/hut/12  lost',
        '  nothing; nearest /huts/{hutId}{?season,ref}: hut stands where the pattern has huts',
        '',
        'https://a@b.example/  no URL',
        '  nothing: a@b.example names a user in front of the host, which is refused: it can pose as another host',
        '',
      ].join('\n'),
    );
    expect(JSON.parse(andante(['link', '-', '/huts/12', '--format', 'json'], demo).out)).toMatchObject({
      app: 'Saddleback Huts',
      variant: 'phone',
      urls: [
        {
          outcome: 'opens',
          screen: 'hut',
          arguments: { hutId: '12', season: 'summer', ref: null },
          cold: [{ stack: ['explore', 'hut'], back: 'explore' }],
        },
      ],
    });
    expect(andante(['link', 'demo.andante', '/huts/1']).code).toBe(0);
  });

  test('audits a file of any size, a column of one, or an access log', () => {
    const urls = `${'/huts/1\n'.repeat(3000)}/hut/2\n\n1.2.3.4 - - [1/Jan/2026:00:00:00 +0000] "GET /stays HTTP/1.1" 200 1\r\n=1+1`;
    const { code, out } = andante(['link', 'demo.andante', '--audit', '-', '--format', 'json'], urls);
    expect(code).toBe(1);
    expect(JSON.parse(out)).toMatchObject({
      total: 3003,
      opens: 3000,
      gated: 1,
      lost: 1,
      unreadable: 1,
      opened: [
        { screen: 'hut', count: 3000 },
        { screen: 'stays', gated: true },
      ],
    });
    expect(andante(['link', 'demo.andante', '--audit', '-'], urls).out).toMatch(
      /hut +3000 +█+\n +stays +1 +█ 1 gated\n[^]*3003 URLs, 3000 open, 1 gated, 1 lost, 1 no URL of the app\n$/,
    );
    writeFileSync(join(folder, 'sent.csv'), 'id,"the link"\n1,/huts/1\n2,"/huts/2?ref=a,b"\n3,=1+1\n');
    const csv = andante(['link', 'demo.andante', '--audit', 'sent.csv', '--column', 'The link', '--format', 'csv']);
    expect(csv.out).toBe(
      planText`
        outcome,screen,pattern,reason,count,share,example
        opens,hut,"/huts/{hutId}{?season,ref}",,2,0.6667,/huts/1
        no URL,,,it begins with neither a scheme nor a slash,1,0.3333,"'=1+1"
      `,
    );
    expect(andante(['link', 'demo.andante', '--audit', 'sent.csv', '--column', '2', '--format', 'csv']).out).toBe(
      csv.out,
    );
  });

  test.each([
    [['link', 'demo.andante'], 'Give one URL or more, or a file of them with --audit.'],
    [['link', 'demo.andante', '/a', '--audit', '-'], 'Give URLs or a file of them with --audit, not both.'],
    [['link', '-', '--audit', '-'], 'The plan and the URLs cannot both come from standard input.'],
    [['link', 'demo.andante', '--audit', 'nothing.txt'], 'nothing.txt does not exist.'],
    [['link', 'demo.andante', '--audit', '.'], '. is a folder, not a file of URLs.'],
    [['link', 'demo.andante', '/a', '--column', '1'], '--column is for a file with --audit.'],
    [['link', 'demo.andante', '/a', '--variant', 'watch'], 'demo.andante has no variant watch; it has phone, tablet.'],
    [['link', 'nothing.andante', '/a'], 'nothing.andante does not exist.'],
  ])('%j is refused in one sentence', (args, sentence) => {
    expect(andante(args)).toEqual({ code: 2, out: '', err: `andante: ${sentence}\n` });
  });

  test('names a missing column, and lists the others', () => {
    expect(andante(['link', 'demo.andante', '--audit', '-', '--column', 'url'], 'id,link\n1,/a\n')).toEqual({
      code: 2,
      out: '',
      err: 'andante: There is no column url; there are id, link.\n',
    });
    expect(
      andante(
        ['link', 'demo.andante', '--audit', '-', '--column', 'link'],
        `id,link\n1,"/huts\n${'/huts\n'.repeat(500_000)}`,
      ),
    ).toEqual({
      code: 2,
      out: '',
      err: 'andante: A row of the file is longer than 1 MiB. Is a quotation mark not closed?\n',
    });
  });
});

describe('format', () => {
  const untidy = 'app "A"\nstart a\nscreen a "A"{\non "x" back\n}\n';
  const tidy = 'app "A"\nstart a\nscreen a "A" {\n  on "x" back\n}\n';

  test('lays out in place and leaves nothing beside', () => {
    const path = join(folder, 'untidy.andante');
    writeFileSync(path, untidy);
    chmodSync(path, 0o640);
    const before = readdirSync(folder);
    expect(andante(['format', '--check', 'untidy.andante', 'fine.andante'])).toEqual({
      code: 1,
      out: 'untidy.andante is not laid out.\n',
      err: '',
    });
    expect(andante(['format', 'untidy.andante']).code).toBe(0);
    expect(readFileSync(path, 'utf8')).toBe(tidy);
    expect(readdirSync(folder)).toEqual(before);
    expect(andante(['format', '--check', 'untidy.andante']).code).toBe(0);
    expect(andante(['format', '-'], untidy).out).toBe(tidy);
  });

  test('leaves alone what does not read, and says where', () => {
    const path = join(folder, 'broken.andante');
    writeFileSync(path, 'start a\nscreen a {\n');
    expect(andante(['format', 'broken.andante'])).toEqual({
      code: 2,
      out: '',
      err: 'andante: broken.andante cannot be laid out before it reads: 2:10 The screen a has no closing brace.\n',
    });
    expect(readFileSync(path, 'utf8')).toBe('start a\nscreen a {\n');
  });
});

describe('model', () => {
  test('prints JSON that reads as the same plan, and refuses other JSON', () => {
    const { out, code } = andante(['model', 'demo.andante']);
    expect(code).toBe(0);
    writeFileSync(join(folder, 'demo.json'), out);
    expect(andante(['model', 'demo.json']).out).toBe(out);
    expect(andante(['model', '-'], andante(['model', 'demo.json', '--text']).out).out).toBe(out);
    expect(andante(['check', 'demo.json']).out.trimEnd().split('\n').at(-1)).toBe(demoSummary('demo.json'));
    writeFileSync(join(folder, 'bad.json'), '{"format":1}');
    expect(andante(['check', 'bad.json'])).toEqual({
      code: 2,
      out: '',
      err: "andante: bad.json is JSON, but not a plan: / must have required property 'origins'.\n",
    });
  });
});

describe('explain', () => {
  test('tells a rule with its example, lists all, and knows the nearest', () => {
    const { out, code } = andante(['explain', 'supply/missing']);
    expect(code).toBe(0);
    expect(out).toContain('supply/missing, error');
    expect(out).toContain('    on "Hut" push hut\n'.replace('    on', '      on'));
    expect(andante(['explain']).out.trim().split('\n').length).toBeGreaterThan(10);
    expect(andante(['explain', 'supply/mising'])).toEqual({
      code: 2,
      out: '',
      err: 'andante: There is no rule supply/mising. Did you mean supply/missing?\n',
    });
  });
});

describe('walk and tour', () => {
  const plan = planText`
    app "A"
    variants p, t
    start a
    screen a "A" {
      on "=B" when "it works" push b otherwise push c
    }
    screen b "B" {}
    screen c "C" {}
  `;
  const walk = 'walk "W" {\n  tap "=B" if "it works"\n  expect b beneath a\n}\n';

  test('prints a kept walk step by step, and exits with 1 for a broken one', () => {
    writeFileSync(join(folder, 'walked.andante'), `${plan}${walk}`);
    const { out, code } = andante(['walk', 'walked.andante', '--name', 'W']);
    expect(code).toBe(0);
    expect(out.split('\n').slice(0, 5)).toEqual([
      'W, in p',
      `  ${'cold start'.padEnd(32)} a`,
      `  ${'tap "=B" if "it works"'.padEnd(32)} b`,
      `  ${'expect b beneath a'.padEnd(32)} b`,
      '  holds',
    ]);
    writeFileSync(join(folder, 'walked.andante'), `${plan}${walk.replace('if', 'unless')}`);
    const broken = andante(['walk', 'walked.andante']);
    expect([broken.code, broken.out.trim().split('\n').at(-1)]).toEqual([
      1,
      '  breaks at step 2: c is on top there, not b.',
    ]);
    expect(andante(['walk', 'walked.andante', '--name', 'X'])).toEqual({
      code: 2,
      out: '',
      err: 'andante: walked.andante keeps no walk called “X”. It keeps “W”.\n',
    });
  });

  test('a question gets its answer in words and as JSON, and one that does not read a sentence', () => {
    expect(andante(['ask', 'demo.andante', 'from hut to receipt']).out).toBe(
      'From hut, 4 taps lead to receipt. The walk to hut has 1 tap.\n' +
        '  tap "Hut card"\n  tap "Book"\n  tap "Continue"\n  tap "Continue"\n  tap "Pay" if "the card is accepted"\n',
    );
    expect(
      JSON.parse(andante(['ask', '-', 'farther than 6 taps', '--format', 'json', '--variant', 'tablet'], demo).out),
    ).toMatchObject({
      app: 'Saddleback Huts',
      question: 'farther than 6 taps',
      answer: { kind: 'far', variant: 'tablet', screens: [{ screen: 'writeReview', taps: 7 }] },
    });
    expect(andante(['ask', 'demo.andante', 'from hutt to receipt'])).toEqual({
      code: 2,
      out: '',
      err: 'andante: The plan has no screen hutt. Did you mean hut?\n',
    });
  });

  test('a tour comes as walks, as rows that no spreadsheet runs, and as JSON', () => {
    writeFileSync(join(folder, 'toured.andante'), plan);
    expect(andante(['tour', 'toured.andante'])).toEqual({
      code: 0,
      err: '',
      out: planText`
        walk "Tour 1" {
          tap "=B" if "it works"
          expect b
        }

        walk "Tour 2" {
          tap "=B" unless "it works"
          expect c
        }
      `,
    });
    expect(andante(['tour', 'toured.andante', '--format', 'csv']).out).toBe(
      planText`
        walk,step,do,label,condition,shows
        1,1,tap,"'=B","if ""it works""",b
        2,1,tap,"'=B","unless ""it works""",c
      `,
    );
    expect(JSON.parse(andante(['tour', 'toured.andante', '--format', 'json', '--variant', 't']).out)).toMatchObject({
      app: 'A',
      variant: 't',
      taps: 2,
      whole: true,
      walks: [[{ label: '=B', shows: 'b' }], [{ shows: 'c' }]],
    });
    expect(andante(['tour', 'toured.andante', '--variant', 'x'])).toEqual({
      code: 2,
      out: '',
      err: 'andante: toured.andante has no variant x; it has p, t.\n',
    });
  });
});

test('no command lets a plan steer the terminal', () => {
  const evil = '\u001b[2J\u0007\u009b31m\u202e\u2066';
  writeFileSync(
    join(folder, 'evil.andante'),
    [
      'app "A"',
      'origin huts:',
      'start a',
      `# ${evil}`,
      `menu "${evil}" { "${evil}" when "${evil}" push b }`,
      `entry widget "${evil}" opens b`,
      `screen a "${evil}" {`,
      `  on "${evil}" when "${evil}" push bb`,
      `  on "Go" when "${evil}" push b`,
      `  on "${evil}" leave "${evil}"`,
      '}',
      `screen b "${evil}" {`,
      '  takes note: text?',
      '  link /b{?note}',
      '}',
      `walk "${evil}" { tap "${evil}" if "${evil}" expect b }`,
      `accept name/style because "${evil}"`,
      '',
    ].join('\n'),
  );
  writeFileSync(join(folder, 'including.andante'), `include "${evil}"\n`);
  const url = `/b?note=${encodeURIComponent(evil)}`;
  const calls = [
    ...['text', 'json', 'sarif', 'junit'].map((format) => ['check', 'evil.andante', '--format', format]),
    ['check', 'including.andante'],
    ['check', evil],
    ['walk', 'evil.andante'],
    ['walk', 'evil.andante', '--name', evil],
    ...['text', 'json', 'csv'].map((format) => ['tour', 'evil.andante', '--format', format]),
    ['tour', 'evil.andante', '--variant', evil],
    ...['text', 'json', 'csv'].map((format) => ['link', 'evil.andante', url, evil, '--format', format]),
    ['link', 'evil.andante', '--audit', evil],
    ['model', 'evil.andante'],
    ['model', 'evil.andante', '--text'],
    ['explain', evil],
    ['check', '--format', evil, 'evil.andante'],
    [evil],
  ];
  for (const call of calls) {
    const { out, err } = andante(call);
    expect(`${out}${err}`, call.join(' ')).not.toMatch(
      /[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069]/,
    );
    expect(out + err, call.join(' ')).not.toBe('');
  }
});

describe('export', () => {
  const into = (format: string, out: string, plan = 'fine.andante', ...options: string[]): ReturnType<typeof andante> =>
    andante(['export', format, plan, '--out', out, ...options]);
  const textOf = (path: string): string => readFileSync(join(folder, path), 'utf8');

  test.each(['prototype', 'document', 'diagram', 'links', 'tours', 'tables'])('writes %s', (format) => {
    const first = bundled(['export', format, 'fine.andante', '--out', `out-${format}`]);
    expect(first).toMatchObject({ code: 0, err: '' });
    expect(first.out).not.toBe('');
  });

  test.each(['document', 'tables'])('knows that nothing changed, and what did: %s', (format) => {
    into(format, `again-${format}`);
    expect(into(format, `again-${format}`)).toEqual({ code: 0, out: '', err: '' });
    expect(into(format, `again-${format}`, 'fine.andante', '--check')).toEqual({ code: 0, out: '', err: '' });
    expect(into(format, `again-${format}`, 'warned.andante', '--check').code).toBe(1);
  });

  test('puts several formats side by side, and prints one file', () => {
    expect(into('tables', 'beside', 'fine.andante', '--as', 'csv').code).toBe(0);
    expect(into('links', 'beside').code).toBe(0);
    expect(into('tables', 'beside', 'warned.andante', '--as', 'csv').code).toBe(0);
    expect(into('diagram', '-', 'fine.andante', '--as', 'mermaid').out).toContain('flowchart LR');
    expect(into('diagram', '-')).toMatchObject({ code: 2, out: '' });
  });

  test('overwrites no file of somebody else, with a header or without one', () => {
    mkdirSync(join(folder, 'own'));
    for (const [name, format] of [
      ['screens.csv', 'tables'],
      ['document.html', 'document'],
      ['links.csv', 'links'],
    ] as const) {
      writeFileSync(join(folder, 'own', name), 'mine\n');
      expect(into(format, 'own', 'fine.andante', '--force')).toMatchObject({ code: 2, out: '' });
      expect(textOf(`own/${name}`)).toBe('mine\n');
    }
    expect(readdirSync(join(folder, 'own')).sort()).toEqual(['document.html', 'links.csv', 'screens.csv']);

    into('tables', 'changed');
    writeFileSync(join(folder, 'changed', 'screens.csv'), `${textOf('changed/screens.csv')}more\r\n`);
    expect(into('tables', 'changed')).toMatchObject({ code: 2, out: '' });
    expect(into('tables', 'changed', 'fine.andante', '--force').code).toBe(0);
    expect(textOf('changed/screens.csv')).not.toContain('more');

    writeFileSync(join(folder, 'own', 'andante-files.json'), '{"mine":1}');
    expect(into('tours', 'own')).toMatchObject({ code: 2, out: '' });
  });

  test('names what the plan does not say, and writes the rest only if told so', () => {
    const refused = into('document', 'unsaid', 'demo.andante');
    expect(refused.code).toBe(1);
    expect(refused.err).toMatch(/^demo\.andante:\d+:\d+ hut leads to reveiws/m);
    expect(readdirSync(folder)).not.toContain('unsaid');
    expect(into('document', 'unsaid', 'demo.andante', '--force').code).toBe(0);
  });

  test('refuses names that the plan does not have', () => {
    for (const [options, said] of [
      [['--variant', 'watch'], 'no variant watch; it has app'],
      [['--module', 'none'], 'no module none'],
      [['--around', 'b'], 'no screen b; it has a'],
      [['--as', 'png'], 'no kind png; it has svg, dot, graphml, mermaid'],
      [['--steps', 'x'], 'whole number'],
    ] as const) {
      const { code, err } = into('diagram', 'refused', 'fine.andante', ...options);
      expect([code, err.includes(said)], err).toEqual([2, true]);
    }
    expect(readdirSync(folder)).not.toContain('refused');
  });
});

describe('generate', () => {
  const into = (out: string, plan = 'fine.andante', ...options: string[]): ReturnType<typeof andante> =>
    andante(['generate', 'typescript', plan, '--out', out, ...options]);
  const textOf = (path: string): string => readFileSync(join(folder, path), 'utf8');

  test('writes a folder, and then knows that nothing changed', () => {
    const first = into('code');
    expect(first).toMatchObject({ code: 0, err: '' });
    expect(first.out.split('\n')).toContain('code/routes.ts');
    expect(into('code')).toEqual({ code: 0, out: '', err: '' });
    expect(into('code', 'fine.andante', '--check')).toEqual({ code: 0, out: '', err: '' });
    expect(readdirSync(join(folder, 'code')).filter((name) => name.includes('tmp'))).toEqual([]);
  });

  test('--check names what is out of date, and writes nothing', () => {
    into('checked');
    writeFileSync(
      join(folder, 'other.andante'),
      planText`
        app "A"
        start a
        screen a "A" {
          on "Go" push b
        }
        screen b "B"
      `,
    );
    rmSync(join(folder, 'checked', 'url.ts'));
    const { code, out } = into('checked', 'other.andante', '--check');
    expect(code).toBe(1);
    expect(out).toContain('checked/url.ts is missing.\n');
    expect(out).toContain('checked/routes.ts is out of date.\n');
    expect(out).not.toContain('codec.ts');
    expect(readdirSync(join(folder, 'checked'))).not.toContain('url.ts');
  });

  test('names each gap of a plan, and writes its code only if told so', () => {
    const refused = into('gaps', 'demo.andante');
    expect(refused.code).toBe(1);
    expect(refused.err).toMatch(/^demo\.andante:\d+:\d+ “Filters” on search: /m);
    expect(readdirSync(folder)).not.toContain('gaps');
    expect(into('gaps', 'demo.andante', '--force').code).toBe(0);
    expect(textOf('gaps/app.ts')).toContain('Missing in the plan');
  });

  test('overwrites nothing of somebody else, follows no link, and keeps changes by hand', () => {
    into('mixed');
    writeFileSync(join(folder, 'mixed', 'app.ts'), 'mine\n');
    expect(into('mixed', 'other.andante', '--force')).toMatchObject({ code: 2, out: '' });
    expect(textOf('mixed/app.ts')).toBe('mine\n');

    rmSync(join(folder, 'mixed', 'app.ts'));
    writeFileSync(join(folder, 'elsewhere'), 'mine\n');
    symlinkSync(join(folder, 'elsewhere'), join(folder, 'mixed', 'app.ts'));
    expect(into('mixed', 'other.andante', '--force')).toMatchObject({ code: 2, out: '' });
    expect(textOf('elsewhere')).toBe('mine\n');

    rmSync(join(folder, 'mixed', 'app.ts'));
    const changed = `${textOf('mixed/routes.ts')}// a note\n`;
    writeFileSync(join(folder, 'mixed', 'routes.ts'), changed);
    expect(into('mixed', 'other.andante')).toMatchObject({ code: 2, out: '' });
    expect(textOf('mixed/routes.ts')).toBe(changed);
    expect(into('mixed', 'other.andante', '--force').code).toBe(0);
    expect(textOf('mixed/routes.ts')).not.toContain('a note');
  });

  test('refuses a folder that cannot be made, and a language that it does not know', () => {
    writeFileSync(join(folder, 'file'), '');
    expect(into('file/code').code).toBe(2);
    expect(andante(['generate', 'latin', 'fine.andante', '--out', 'code']).code).toBe(2);
  });
});
