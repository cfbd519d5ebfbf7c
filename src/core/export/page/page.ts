import type { ExportParts } from '../job/job';
import { Html, html } from './html';
import { fontFaces, readingStyle } from './style';

interface Page {
  readonly title: string;
  /** Beyond the style that all pages share. */
  readonly style?: string;
  readonly body: Html;
}

/** A page to read and to print: one file that loads nothing. */
export const readingPage = ({ title, style = '', body }: Page, fonts: ExportParts['fonts']): string =>
  `${html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>${title}</title>
        <style>
          ${new Html(fontFaces(fonts) + readingStyle + style)}
        </style>
      </head>
      <body>
        ${body}
      </body>
    </html> `.text.trim()}\n`;
