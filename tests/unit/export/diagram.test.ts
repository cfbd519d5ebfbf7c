import { readFileSync } from 'node:fs';
import { XMLParser } from 'fast-xml-parser';
import { describe, expect, test } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { generatePlan } from '../../../bench/generate';
import { exportPlan } from '../../../src/core/export/export';
import { graphOf } from '../../../src/core/export/diagram/graph';
import type { ExportOptions, Job } from '../../../src/core/export/job/job';
import { demo, demoCounts } from '../../demo';
import { jobOf } from './jobs';

/** A plan of 300 screens, and its check. */
const large = jobOf(generatePlan(300));

const fileOf = (job: Job, kind: string): string => exportPlan(job, 'diagram', kind).files[0]!.text;
const made = (text: string, kind: string, options: Partial<ExportOptions> = {}): string =>
  fileOf(jobOf(text, options), kind);

interface Box {
  readonly text: string;
  readonly isSmall: boolean;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Where the names of the screens and their arguments stand: monospaced characters are 0.6 em wide. */
function labelsIn(svg: string): Box[] {
  const texts = svg.matchAll(/<text (?:class="(\w)" )?x="([\d.]+)" y="([\d.]+)">([^<]*)<\/text/g);
  return [...texts]
    .filter(([, kind]) => kind === undefined || kind === 'm')
    .map(([, isSmall, x, y, text]) => {
      const size = isSmall ? 10.5 : 12.5;
      const [left, bottom] = [Number(x), Number(y)];
      return {
        text: text!,
        isSmall: isSmall === 'm',
        left,
        right: left + text!.length * size * 0.6,
        top: bottom - size * 0.75,
        bottom,
      };
    });
}

describe('the picture', () => {
  test.each([
    ['the demo', jobOf(demo), demoCounts.screens],
    ['300 screens', large, 300],
  ])('of %s has each screen, and no text lies on another', (_name, job, screens) => {
    const svg = fileOf(job, 'svg');
    const labels = labelsIn(svg);
    const nodes = graphOf(job).nodes.filter(({ kind }) => kind === 'screen');
    expect(nodes).toHaveLength(screens);
    const unreached = nodes.filter(({ reachable }) => reachable !== 'yes').map(({ label }) => label);
    for (const { label, reachable } of nodes)
      if (reachable === 'yes') expect(labels.filter((each) => each.text === label && !each.isSmall)).toHaveLength(1);
    for (const label of unreached) expect(svg).toMatch(new RegExp(`No run reaches: [^<]*\\b${label}\\b`));
    const overlap = (a: Box, b: Box): boolean =>
      a !== b && a.right > b.left && b.right > a.left && a.bottom > b.top && b.bottom > a.top;
    expect(labels.filter((a) => labels.some((b) => overlap(a, b)))).toEqual([]);
  });

  test('embeds its fonts', () => expect(made(demo, 'svg')).toContain('url(data:font/woff2;base64,BBBB)'));
});

describe('the graph', () => {
  test('is valid GraphML, with every way in', async () => {
    for (const job of [jobOf(demo), large, jobOf('app "<&>\\u0001"\nscreen a "]]>" {}\n')]) {
      const xml = fileOf(job, 'graphml');
      const schema = {
        fileName: 'graphml.xsd',
        contents: readFileSync(new URL('graphml.xsd', import.meta.url), 'utf8'),
      };
      const { valid, errors } = await validateXML({ xml: { fileName: 'reach.graphml', contents: xml }, schema });
      expect(errors).toEqual([]);
      expect(valid).toBe(true);
    }
    const { check } = jobOf(demo);
    const opened = check.supply.waysIn.filter(({ site }) => site.kind === 'transition' && !site.transition.only);
    const { edges } = graphOf(jobOf(demo));
    for (const { site } of opened)
      expect(edges.some(({ label }) => site.kind === 'transition' && label === site.transition.trigger)).toBe(true);
  });

  test('has the same nodes and edges in each format', () => {
    const { nodes, edges } = graphOf(jobOf(demo));
    const { graphml } = new XMLParser({ ignoreAttributes: false }).parse(made(demo, 'graphml')) as {
      graphml: { graph: { node: unknown[]; edge: unknown[] } };
    };
    expect([graphml.graph.node.length, graphml.graph.edge.length]).toEqual([nodes.length, edges.length]);
    const dot = made(demo, 'dot');
    expect(dot.match(/^ +n\d+ \[/gm)).toHaveLength(nodes.length);
    expect(dot.match(/ -> /g)).toHaveLength(edges.length);
    const mermaid = made(demo, 'mermaid');
    expect(mermaid.match(/^ +n\d+[[(]/gm)).toHaveLength(nodes.length);
    expect(mermaid.match(/ -->/g)).toHaveLength(edges.length);
  });

  test('can be of one module, one variant, or the neighbourhood of a screen', () => {
    const screens = (options: Partial<ExportOptions>): string[] =>
      graphOf(jobOf(demo, options))
        .nodes.filter(({ kind }) => kind === 'screen')
        .map(({ label }) => label);
    expect(screens({ module: 'support' })).toEqual(['help', 'questions', 'contact', 'about']);
    expect(screens({ around: 'photos', steps: 0 })).toEqual(['photos']);
    expect(screens({ around: 'photos', steps: 1 })).toEqual(['hut', 'photos']);
    expect(screens({ around: 'photos', steps: 2 })).toContain('explore');
    expect(made(demo, 'svg', { module: 'support', variant: 'tablet' })).toContain(
      'Saddleback Huts, tablet, module support',
    );
  });
});
