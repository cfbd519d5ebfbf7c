/** The document of a plan, to read, to print and to keep in a review. */
import { remembered } from '../../base/remembered';
import type { Job } from '../job/job';
import { Html, html } from '../page/html';
import { markdown, markdownCode } from '../../base/markdown';
import { readingPage } from '../page/page';
import { backBlocks, frontBlocks } from './app-blocks';
import { picturesId, screenId, type DocumentBlock, type Inline, type Line } from './blocks';
import { screenBlocks } from './screen-blocks';

const known = new WeakMap<Job, readonly DocumentBlock[]>();

/** The blocks of a job, computed once for both ways to write them. */
const blocksOf = (job: Job): readonly DocumentBlock[] =>
  remembered(known, job, () => [...frontBlocks(job), ...screenBlocks(job), ...backBlocks(job)]);

const style = `
nav ol{columns:2;column-gap:32px;list-style:none;padding:0}
nav li.inner{padding-left:16px}
figure{margin:0 0 16px;page:wide;position:relative;left:50%;width:min(1300px,100vw - 56px);transform:translateX(-50%)}
figure svg{width:100%;height:auto;display:block}
@page wide{size:landscape}
@media print{figure{left:0;width:auto;transform:none}figure svg{max-height:150mm}}
figcaption{color:#6a6860;font-size:12px}`;

/** The document as a page. */
export function documentPage(job: Job): string {
  const blocks = blocksOf(job);
  return readingPage(
    {
      title: job.check.plan.name ?? 'App',
      style,
      body: html`<main>${blocks.map((block) => html`${htmlOf(block, blocks)} `)}</main>`,
    },
    job.parts.fonts,
  );
}

function htmlOf(block: DocumentBlock, all: readonly DocumentBlock[]): Html {
  switch (block.kind) {
    case 'heading': {
      const id = block.id === '' ? null : html` id="${block.id}"`;
      const tag = new Html(`h${block.level}`);
      return html`<${tag}${id}>${block.text}</${tag}>`;
    }
    case 'paragraph':
      return html`<p>${htmlLine(block.line)}</p>`;
    case 'list':
      return html`<ul>
        ${block.lines.map((line) => html`<li>${htmlLine(line)}</li>`)}
      </ul>`;
    case 'table':
      return html`<table>
        <thead>
          <tr>
            ${block.head.map((text) => html`<th scope="col">${text}</th>`)}
          </tr>
        </thead>
        <tbody>
          ${block.rows.map(htmlRow)}
        </tbody>
      </table>`;
    case 'contents':
      return html`<nav aria-label="Contents">
        <ol>
          ${all.flatMap((each) => contentsItem(each) ?? [])}
        </ol>
      </nav>`;
    case 'image':
      return html`<figure>
        ${new Html(block.svg)}
        <figcaption>${block.says}</figcaption>
      </figure>`;
  }
}

const htmlRow = (row: readonly Line[]): Html =>
  html`<tr>
    ${row.map((cell) => html`<td>${htmlLine(cell)}</td>`)}
  </tr>`;

function contentsItem(block: DocumentBlock): Html | null {
  if (block.kind !== 'heading' || (block.level !== 2 && block.level !== 3)) return null;
  const inner = block.level === 3 ? html` class="inner"` : null;
  return html`<li${inner}><a href="#${block.id}">${block.text}</a></li>`;
}

const htmlLine = (line: Line): Html[] => line.map(htmlInline);

function htmlInline(inline: Inline): Html {
  if (typeof inline === 'string') return html`${inline}`;
  if ('code' in inline) return html`<code>${inline.code}</code>`;
  if ('screen' in inline) return html`<a class="mono" href="#${screenId(inline.screen)}">${inline.screen}</a>`;
  if ('url' in inline) return html`<a class="mono" href="${inline.url}">${inline.url}</a>`;
  return html`<span class="tag ${inline.tone}">${inline.tag}</span>`;
}

/**
 * The document as Markdown (CommonMark, with tables), without pictures and their heading: the diagram is a file of its
 * own.
 */
export const documentMarkdown = (job: Job): string =>
  blocksOf(job)
    .filter((block) => block.kind !== 'heading' || block.id !== picturesId)
    .flatMap((block) => markdownBlock(block) ?? [])
    .join('\n\n')
    .concat('\n');

function markdownBlock(block: DocumentBlock): string | null {
  switch (block.kind) {
    case 'heading':
      return `${'#'.repeat(block.level)} ${markdown(block.text)}`;
    case 'paragraph':
      return markdownLine(block.line);
    case 'list':
      return block.lines.map((line) => `- ${markdownLine(line)}`).join('\n');
    case 'table':
      return [
        `| ${block.head.map(markdown).join(' | ')} |`,
        `| ${block.head.map(() => '---').join(' | ')} |`,
        ...block.rows.map((row) => `| ${row.map(markdownLine).map(inCell).join(' | ')} |`),
      ].join('\n');
    case 'contents':
    case 'image':
      return null;
  }
}

/** A bar ends a cell of a table, in code spans as well. */
const inCell = (text: string): string => text.replace(/(?<!\\)\|/g, '\\|');

const markdownLine = (line: Line): string => line.map(markdownInline).join('').trim();

function markdownInline(inline: Inline): string {
  if (typeof inline === 'string') return markdown(inline);
  if ('code' in inline) return markdownCode(inline.code);
  if ('screen' in inline) return markdownCode(inline.screen);
  if ('url' in inline) return `<${inline.url}>`;
  return `**${markdown(inline.tag)}**`;
}
