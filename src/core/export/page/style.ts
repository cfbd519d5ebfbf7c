/** The look that all exported pages share. */
import type { ExportParts } from '../job/job';

const face = (family: string, weight: number, data: string): string =>
  data &&
  `@font-face{font-family:'${family}';font-weight:${weight};font-style:normal;` +
    `src:url(data:font/woff2;base64,${data}) format('woff2')}\n`;

/** The fonts, embedded: IBM Plex Sans for words, IBM Plex Mono for what stands in the plan. */
export const fontFaces = ({ sans, sansBold, mono, monoBold }: ExportParts['fonts']): string =>
  face('IBM Plex Sans', 400, sans) +
  face('IBM Plex Sans', 600, sansBold) +
  face('IBM Plex Mono', 400, mono) +
  face('IBM Plex Mono', 600, monoBold);

export const families = {
  sans: "'IBM Plex Sans',system-ui,sans-serif",
  mono: "'IBM Plex Mono',ui-monospace,monospace",
} as const;

/** Colours on paper: each pair of ink and ground holds 4.5:1 (WCAG 2.2, 1.4.3). */
export const paper = {
  ground: '#ffffff',
  wash: '#f3f0e8',
  rule: '#e2ddd0',
  ink: '#20242b',
  mute: '#6a6860',
  primary: '#1f5f5b',
  primaryWash: '#e3eeec',
  error: '#b93a22',
  errorWash: '#fbeae5',
  warning: '#94600a',
  warningWash: '#faf0da',
  info: '#3b5488',
  infoWash: '#e8ecf6',
} as const;

/** Style of pages to read and to print, on A4 and Letter. */
export const readingStyle = `
:root{color-scheme:light}
*{box-sizing:border-box}
body{margin:0 auto;padding:32px 28px 64px;max-width:860px}
body{background:${paper.ground};color:${paper.ink};font:14px/1.5 ${families.sans}}
h1{font-size:26px;line-height:1.2;margin:0 0 4px}
h2{font-size:19px;line-height:1.3;margin:40px 0 10px;padding-top:10px;border-top:3px double ${paper.ink}}
h3{font-size:15px;margin:24px 0 6px}
h4{font-size:13px;margin:14px 0 4px}
p,ul,ol,dl,table{margin:0 0 10px}
ul,ol{padding-left:22px}
a{color:${paper.primary}}
code,.mono{font-family:${families.mono};font-size:.93em}
table{border-collapse:collapse;width:100%}
th{text-align:left;font-weight:600;border-bottom:1px solid ${paper.ink};padding:4px 10px 4px 0;vertical-align:bottom}
td{border-bottom:1px solid ${paper.rule};padding:5px 10px 5px 0;vertical-align:top;overflow-wrap:anywhere}
.mute{color:${paper.mute}}
.error{color:${paper.error}}.warning{color:${paper.warning}}.note{color:${paper.info}}.holds{color:${paper.primary}}
.tag{border-radius:3px;padding:1px 6px;font-size:12px;white-space:nowrap}
.tag.error{background:${paper.errorWash}}.tag.warning{background:${paper.warningWash}}
.tag.note{background:${paper.infoWash}}.tag.holds{background:${paper.primaryWash}}
:focus-visible{outline:2px solid ${paper.primary};outline-offset:2px}
@page{
margin:18mm 16mm 20mm;
@bottom-center{content:counter(page) " / " counter(pages);font:9pt ${families.sans};color:${paper.mute}}
}
@media print{
body{padding:0;max-width:none;font-size:10pt}
h2,h3,h4{break-after:avoid}
tr,li,dt,dd,figure,.together{break-inside:avoid}
thead{display:table-header-group}
a{color:inherit;text-decoration:none}
}`;
