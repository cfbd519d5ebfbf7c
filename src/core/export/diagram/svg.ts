/** The chart of reach as one SVG image: columns are taps, lanes are modules. */
import type { Chart, ChartNode, Edge } from '../../chart/chart';
import { layOut } from '../../chart/layout';
import { tidyLanes } from '../../chart/tidy';
import { mostTracks, pathOf, routeEdges } from '../../chart/route';
import type { Overview } from '../../report/overview';
import type { Job } from '../job/job';
import { html, Html } from '../page/html';
import { families, fontFaces, paper } from '../page/style';
import { overviewShown, scopeOf } from './scope';

const margin = 24;
const titleHeight = 56;
const columnHead = 26;
const laneHead = 140;
/** Least distance of two lines that run side by side. */
const betweenTracks = 3.5;
const widestGutter = 400;
/** Height of a line of text beneath the chart. */
const line = 18;
/** Up to so many screens all ways are drawn; beyond, the shortest ways and the broken ones. */
const mostWithAllWays = 60;
/** Width of a character of a label. */
const character = 7.5;
const mostForArguments = 36;
/** Width of a character in small print, in monospaced and in proportional type. */
const small = { mono: 6.3, sans: 6 } as const;

const style = `
text{font-family:${families.mono};font-size:12.5px;fill:${paper.ink}}
.s{font-family:${families.sans}}
.h{font-size:20px;font-weight:600}
.b{font-weight:600}
.m{font-size:10.5px;fill:${paper.mute}}
.c{font-size:11px;fill:${paper.mute}}`;

/**
 * Draws the scope of a job.
 *
 * @param isAlone whether the image stands alone, and needs fonts and a title of its own
 */
export function diagramSvg(job: Job, isAlone = true): string {
  const scope = scopeOf(job);
  const { part, firstTaps } = overviewShown(scope);
  const room = { least: isAlone ? leastCharacters(part) : 0, most: Infinity, lanes: tidyLanes(part) };
  const narrow = layOut(part, room);
  const isSmall = narrow.nodes.length <= mostWithAllWays;
  const shown = narrow.edges.filter(({ first, tone }) => isSmall || first || tone !== 'holds');
  // Where many lines turn in one gutter, it is wide enough to tell them apart.
  const gutter = Math.min(widestGutter, Math.max(narrow.gutter, betweenTracks * (mostTracks(narrow, shown) + 5)));
  const chart = layOut(part, { ...room, gutter });
  const edges = routeEdges(chart, shown);
  const width = Math.max(margin * 2 + laneHead + chart.width, 720);
  const notes = wrapped(notesOf(chart, isSmall), Math.floor((width - 2 * margin) / small.sans));
  const top = margin + titleHeight + columnHead;
  const height = top + chart.height + line * (notes.length + 1) + margin;
  return `${html`<svg
    xmlns="http://www.w3.org/2000/svg"
    width="${width}"
    height="${height}"
    viewBox="0 0 ${width} ${height}"
    role="img"
    aria-label="${scope.title}"
  >
    <style>
      ${new Html((isAlone ? fontFaces(job.parts.fonts) : '') + style)}
    </style>
    <rect width="${width}" height="${height}" fill="${paper.ground}" />
    <text class="s h" x="${margin}" y="${margin + 20}">${scope.title}</text>
    <g transform="translate(${margin + laneHead} ${top})">
      ${columnLabels(chart, firstTaps)} ${laneLines(chart)}
      ${edges.map(({ edge, points }) => html`<path d="${pathOf(points, 7)}" fill="none" ${stroke(edge)} /> `)}
      ${chart.nodes.map((node) => nodeOf(node, chart))}
    </g>
    <path
      d="M${margin + laneHead - 9} ${top}v${chart.height}M${margin + laneHead - 4.5} ${top}v${chart.height}"
      stroke="${paper.ink}"
      stroke-width="1.5"
    />
    <path d="M${margin + laneHead - 4} ${top}v${chart.height}" stroke="${paper.ink}" stroke-width="3.5" />
    ${notes.map((note, index) => smallText(note, margin, top + chart.height + line * (index + 1)))}
  </svg> `.text.trim()}\n`;
}

/** Room for a screen's arguments in small print, in characters of labels; a plan of very many arguments cuts some. */
function leastCharacters({ screens }: Overview): number {
  const longest = screens.reduce(
    (most, { taps, takes }) => (taps === null ? most : Math.max(most, takes.join(' ').length)),
    0,
  );
  return Math.min(mostForArguments, Math.ceil((longest * small.mono) / character) + 1);
}

/** Small print in words. */
const smallText = (text: string, x: number, y: number): Html =>
  html`<text class="s c" x="${x}" y="${y}">${text}</text> `;

const columnLabels = ({ columns }: Chart, firstTaps: number): Html[] =>
  columns.map(({ x }, column) => {
    const taps = column + firstTaps;
    const text = taps === 0 ? 'at start' : taps === 1 ? '1 tap' : `${taps} taps`;
    return smallText(text, x - 6, -10);
  });

const laneLines = ({ lanes, width }: Chart): Html[] =>
  lanes.map(
    ({ top, name, owner }) =>
      html`<path d="M${-laneHead} ${top + 0.5}H${width}" stroke="${paper.rule}" />
        <text class="b" x="${-laneHead}" y="${top + 20}"
          >${cut(name || 'no module', laneHead - 16, 7.5)}<title>${name || 'no module'}</title></text
        >
        ${owner !== null && ownerText(owner, top + 36)} `,
  );

const ownerText = (owner: string, y: number): Html =>
  html`<g>${smallText(cut(owner, laneHead - 16, small.sans), -laneHead, y)}<title>${owner}</title></g>`;

/** A text that fits a width; the whole text stands in the element’s title. */
const cut = (text: string, width: number, character: number): string => {
  const most = Math.floor(width / character);
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
};

function stroke({ tone, kind, first }: Edge): Html {
  const colour =
    tone === 'broken' ? paper.error : tone === 'doubtful' ? paper.warning : first ? paper.primary : '#a5a299';
  const dash = tone !== 'holds' ? '6 4' : kind === 'reset' ? '1.5 4' : null;
  return html`stroke="${colour}" stroke-width="${tone !== 'holds' ? 1.5 : 1.1}"
  stroke-linecap="round"${dash && html` stroke-dasharray="${dash}"`}`;
}

function nodeOf({ screen, x, y, column }: ChartNode, { columns }: Chart): Html {
  const takes = screen.takes.join(' ');
  const mark = screen.worst && { error: paper.error, warning: paper.warning, note: paper.info }[screen.worst];
  const room = columns[column]!.room - 14;
  const about = [screen.label, screen.title && `“${screen.title}”`, takes].filter(Boolean).join('\n');
  const marked =
    mark && html`<circle cx="${x + 14 + screen.label.length * character}" cy="${y - 4}" r="2.5" fill="${mark}" />`;
  const given =
    takes !== '' && html`<text class="m" x="${x + 10}" y="${y + 16}">${cut(takes, room, small.mono)}</text>`;
  return html`<g>
    <title>${about}</title>
    <circle cx="${x}" cy="${y}" r="4" fill="${paper.ink}" />
    <text x="${x + 10}" y="${y + 4}">${screen.label}</text>
    ${marked} ${given}
  </g> `;
}

/** What the chart does not draw, and what its lines mean. */
function notesOf({ stranded, undecided }: Chart, isSmall: boolean): string[] {
  const named = (what: string, screens: Chart['stranded']): string[] =>
    screens.length === 0 ? [] : [`${what}: ${screens.map(({ label }) => label).join(', ')}.`];
  return [
    ...named('No run reaches', stranded),
    ...named('Undecided', undecided),
    'Columns are taps from a cold start. A green line is the last step of a shortest walk. ' +
      (isSmall ? 'Grey lines are all other ways. ' : 'Other ways are left out. ') +
      'A dotted line empties the stack. A red dashed line lacks an argument, a brown one may. A dot marks findings.',
  ];
}

/** Lines of at most so many characters, broken between words. */
function wrapped(texts: readonly string[], most: number): string[] {
  return texts.flatMap((text) => {
    const lines: string[] = [];
    let now = '';
    for (const word of text.split(' ')) {
      if (now !== '' && now.length + 1 + word.length > most) {
        lines.push(now);
        now = word;
      } else {
        now = now === '' ? word : `${now} ${word}`;
      }
    }
    return [...lines, now];
  });
}
