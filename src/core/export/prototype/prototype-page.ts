/** The prototype: one HTML file with the plan, the walker, and a device to tap. */
import type { Job } from '../job/job';
import { Html, html } from '../page/html';
import { fontFaces, paper } from '../page/style';

const inDark: Palette = {
  ground: '#1b1e22',
  paper: '#16191c',
  wash: '#23272c',
  rule: '#3a4047',
  ink: '#e9e5db',
  mute: '#aaa69a',
  primary: '#7cc4bb',
  error: '#f0907a',
};

const inLight: Palette = { ...paper, ground: '#fbfaf6', paper: paper.ground };

type Palette = Readonly<Record<'ground' | 'paper' | 'wash' | 'rule' | 'ink' | 'mute' | 'primary' | 'error', string>>;

const names = Object.keys(inDark) as (keyof Palette)[];

/** The colours as variables of CSS. */
const variables = (palette: Palette): string => `:root{${names.map((name) => `--${name}:${palette[name]}`).join(';')}}`;

const colours = `
${variables(inLight)}
@media (prefers-color-scheme:dark){${variables(inDark)}}
`;

/** JSON as the text of a script element: no part of it is read as markup. */
const inScript = (json: string): Html => new Html(json.replaceAll('<', '\\u003c'));

/** The page. It loads nothing, and needs no server: a link opens on `#/huts/12`. */
export const prototypePage = ({ check: { plan, text }, parts }: Job): string =>
  `${html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>${plan.name ?? 'App'}: prototype</title>
        <style>
          ${new Html(fontFaces({ ...parts.fonts, monoBold: '' }) + colours + parts.prototype.style)}
        </style>
      </head>
      <body>
        <div id="prototype"></div>
        <script type="application/json" id="plan">
          ${inScript(JSON.stringify(text))}
        </script>
        <script>
          ${new Html(parts.prototype.script.replace(/<(?=\/script)/gi, '\\x3c'))};
        </script>
      </body>
    </html> `.text.trim()}\n`;
