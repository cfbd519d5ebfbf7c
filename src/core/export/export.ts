import { markupComments, percentComments, slashComments, withHeader, type CommentStyle } from '../base/header';
import type { GeneratedFile } from '../base/generated-file';
import type { ExportFormat } from './formats';
import { gapsOf } from './gaps';
import type { ExportGap, Job } from './job/job';
import { dotOf } from './diagram/dot';
import { graphOf } from './diagram/graph';
import { graphmlOf } from './diagram/graphml';
import { mermaidOf } from './diagram/mermaid';
import { diagramSvg } from './diagram/svg';
import { documentMarkdown, documentPage } from './document/document';
import { androidDocuments, androidFilters, appleDocuments } from './links/association';
import { linkSheet, linkTable } from './links/link-sheet';
import { prototypePage } from './prototype/prototype-page';
import { tourMarkdown, tourPage, tourTable } from './tours/checklist';
import { tourTest } from './tours/test-file';
import { toursOf } from './tours/tours';
import { csvOf, jsonLinesOf } from './page/table';
import { tablesOf } from './tables/tables';

/** A file before it gets its header. */
interface Draft extends GeneratedFile {
  /** How its format writes comments; null if it has none, so that the file gets no header. */
  readonly comments: CommentStyle | null;
}

/** Makes the files of one kind. */
type Maker = (job: Job) => Draft[];

const bare = (path: string, text: string): Draft => ({ path, text, comments: null });

/** Each format with its kinds of files. */
const makers = {
  prototype: {
    html: (job) => [{ path: 'prototype.html', text: prototypePage(job), comments: markupComments }],
  },
  document: {
    html: (job) => [{ path: 'document.html', text: documentPage(job), comments: markupComments }],
    markdown: (job) => [{ path: 'document.md', text: documentMarkdown(job), comments: markupComments }],
  },
  diagram: {
    svg: (job) => [{ path: 'reach.svg', text: diagramSvg(job), comments: markupComments }],
    dot: (job) => [{ path: 'reach.dot', text: dotOf(graphOf(job)), comments: slashComments }],
    graphml: (job) => [{ path: 'reach.graphml', text: graphmlOf(graphOf(job)), comments: markupComments }],
    mermaid: (job) => [{ path: 'reach.mmd', text: mermaidOf(graphOf(job)), comments: percentComments }],
  },
  links: {
    html: (job) => [{ path: 'links.html', text: linkSheet(job), comments: markupComments }],
    csv: (job) => [bare('links.csv', csvOf(linkTable(job)))],
    apple: (job) => appleDocuments(job).map(({ path, text }) => bare(path, text)),
    android: (job) => [
      ...androidDocuments(job).map(({ path, text }) => bare(path, text)),
      { path: 'android-activity.xml', text: androidFilters(job), comments: markupComments },
    ],
  },
  tours: {
    html: (job) => [{ path: 'tours.html', text: tourPage(job, toursOf(job)), comments: markupComments }],
    markdown: (job) => [{ path: 'tours.md', text: tourMarkdown(job, toursOf(job)), comments: markupComments }],
    csv: (job) => [bare('tours.csv', csvOf(tourTable(toursOf(job))))],
    test: (job) => [{ path: 'tours.test.ts', text: tourTest(toursOf(job)), comments: slashComments }],
  },
  tables: {
    csv: (job) => tablesOf(job).map((table) => bare(`${table.name}.csv`, csvOf(table))),
    jsonl: (job) => tablesOf(job).map((table) => bare(`${table.name}.jsonl`, jsonLinesOf(table))),
  },
} as const satisfies Record<ExportFormat, Record<string, Maker>>;

/** The kinds of files of a format, in the order in which they are written. */
export const kindsOf = (format: ExportFormat): readonly string[] => Object.keys(makers[format]);

export interface Exported {
  readonly files: readonly GeneratedFile[];
  /** What the files lack, because the plan does not say it. */
  readonly gaps: readonly ExportGap[];
}

/**
 * The files of a format: the same text for the same plan. Never throws.
 *
 * @param kind one of the format's kinds; null for all of them
 */
export function exportPlan(job: Job, format: ExportFormat, kind: string | null): Exported {
  const name = job.check.plan.name ?? 'App';
  const ofFormat: Record<string, Maker> = makers[format];
  const drafts = Object.entries(ofFormat)
    .filter(([each]) => kind === null || each === kind)
    .flatMap(([, make]) => make(job));
  return {
    files: drafts.map(({ path, text, comments }) => ({
      path,
      text: comments ? withHeader(name, text, comments) : text,
    })),
    gaps: gapsOf(job, format),
  };
}
