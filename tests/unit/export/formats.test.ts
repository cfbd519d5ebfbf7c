/** What holds for all formats: the same bytes each time, escaped texts, named gaps. */
import { XMLValidator } from 'fast-xml-parser';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { originOf } from '../../../src/core/base/header';
import { exportPlan, kindsOf } from '../../../src/core/export/export';
import { exportFormats } from '../../../src/core/export/formats';
import { demo } from '../../demo';
import { planArbitrary } from '../plans';
import { forAll } from '../property';
import { jobOf } from './jobs';

/** Texts that mean something in one of the formats, wherever a plan has a text of its own. */
const hostile = `
app "A--> <script>alert(1)</script> | \`x\` ]] \\" '"
origin https://a.example
start home
## About <b>home</b> | and -- more
screen home "</title><script>alert(2)</script>" {
  takes query: text = "</script><!--"
  link /a{?query} under nothing
  on "<img src=x onerror=alert(3)> | \`" push next
  on "=1+1" when "\\" or </td> | \`" push next
}
## =2+3
screen next "{a}\\u0007 ; #quot; [x](y)" { takes a: text = "=cmd" }
entry shortcut "<script>alert(4)</script>" opens /a
event "-- %% //" on all { reset home }
rule "<i>never</i>" never next beneath home
walk "<u>w</u>" { tap "<img src=x onerror=alert(3)> | \`" }
accept name/no-title on next because "</li>"
`;

const hostileJob = jobOf(hostile);
/** The demo, checked once, and twice anew. */
const [job, ...again] = [jobOf(demo), jobOf(demo), jobOf(demo)];

describe.each(exportFormats)('%s', (format) => {
  test('is the same text each time', () => {
    const { files } = exportPlan(job, format, null);
    for (const each of again) expect(exportPlan(each, format, null).files).toEqual(files);
    expect(new Set(files.map(({ path }) => path)).size).toBe(files.length);
  });

  test('makes each kind of file alone, and then all of them', () => {
    const alone = kindsOf(format).flatMap((kind) => exportPlan(job, format, kind).files);
    expect(exportPlan(job, format, null).files).toEqual(alone);
  });

  test('gives each file a header that its format allows', () => {
    const bare = exportPlan(job, format, null).files.filter(({ text }) => originOf(text) !== 'generated');
    expect(bare.every(({ path }) => /\.(csv|jsonl|json)$|apple-app-site-association$/.test(path))).toBe(true);
  });

  test('lets no text of the plan become markup', () => {
    for (const { path, text } of exportPlan(hostileJob, format, null).files) {
      // The header is a comment, which two hyphens would end.
      const body = text.slice(text.indexOf('\n\n'));
      expect(text.slice(0, text.indexOf('\n\n'))).not.toMatch(/--.*--.*--/);
      if (/\.(html|svg|xml|graphml)$/.test(path)) expect(body, path).not.toMatch(/<script>alert|<img|<b>|<i>|<u>/);
      if (/\.(svg|xml|graphml)$/.test(path)) expect(XMLValidator.validate(text), path).toBe(true);
    }
  });

  test('answers for every plan', () => {
    forAll(
      fc.property(planArbitrary(), (text) => {
        const { files, gaps } = exportPlan(jobOf(text), format, null);
        for (const { path, text: made } of files)
          if (/\.(svg|xml|graphml)$/.test(path)) expect(XMLValidator.validate(made), path).toBe(true);
        for (const { message } of gaps) expect(message).not.toBe('');
      }),
      8,
    );
  });
});

test('names what the plan does not say', () => {
  expect(exportPlan(job, 'document', null).gaps.map(({ message }) => message)).toEqual([
    'hut leads to reveiws, which is no screen of this plan.',
  ]);
  // A link that nothing but its place in the text tells from another one opens by chance.
  expect(exportPlan(job, 'links', null).gaps).toHaveLength(2);
});
