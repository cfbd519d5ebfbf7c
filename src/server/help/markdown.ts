/** Markdown of the project's own documents as sections of a help page. */
import { Marked, type Token, type Tokens } from 'marked';
import type { HelpBlock, HelpSection } from '../../wire/help';

/** The anchor of a heading, as the places that show Markdown usually make it. */
const anchorOf = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}\s_-]/gu, '')
    .replaceAll(' ', '-');

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** What a renderer has of its parser. */
interface Parser {
  readonly parser: { parseInline(tokens: Token[]): string };
}

/** The address of a link in `docs/`: pages of help stay in the application, other files have no address here. */
function addressOf(href: string, pages: ReadonlySet<string>): string | null {
  if (/^(https?:|#)/.test(href)) return href;
  const page = /^([\w-]+)\.md(#.*)?$/.exec(href);
  return page && pages.has(page[1]!) ? `/help/${page[1]!}${page[2] ?? ''}` : null;
}

/** Screens of a stack, as the documents write them: `explore · hut`, a modal one in italics. */
const stack = /(?:<em>)?\w+(?:<\/em>)?(?: · (?:<em>)?\w+(?:<\/em>)?)+/g;

/** Draws the stacks in a text: the top stands at the right. */
const withStacks = (html: string): string =>
  html.replace(stack, (screens) => {
    const frames = screens.split(' · ').map((frame) => `<span>${frame}</span>`);
    return `<span class="stack">${frames.join('<i> · </i>')}</span>`;
  });

/** Renders what is no plan. Pictures are left out: who reads has the views before them. */
function rendererFor(pages: ReadonlySet<string>): Marked {
  return new Marked({
    renderer: {
      link(this: Parser, { href, tokens }: Tokens.Link): string {
        const address = addressOf(href, pages);
        const words = this.parser.parseInline(tokens);
        return address === null ? words : `<a href="${address}">${words}</a>`;
      },
      tablecell(this: Parser, { header, tokens }: Tokens.TableCell): string {
        const words = this.parser.parseInline(tokens);
        return header ? `<th scope="col">${words}</th>` : `<td>${withStacks(words)}</td>`;
      },
      code: ({ text }) => `<pre tabindex="0">${withStacks(escaped(text))}</pre>`,
      image: () => '',
      html: () => '',
    },
  });
}

/**
 * The sections of a page, one for each heading, with the plans in it apart.
 *
 * @param pages names of the pages that links may lead to
 */
export function sectionsOf(markdown: string, pages: ReadonlySet<string>): readonly HelpSection[] {
  const marked = rendererFor(pages);
  const sections: { title: string; level: number; anchor: string; blocks: HelpBlock[] }[] = [];
  for (const token of marked.lexer(markdown)) {
    if (token.type === 'heading') {
      const { text, depth } = token as Tokens.Heading;
      const before = sections.filter((section) => anchorOf(section.title) === anchorOf(text)).length;
      const anchor = before === 0 ? anchorOf(text) : `${anchorOf(text)}-${before}`;
      sections.push({ title: text.replaceAll('`', ''), level: depth, anchor, blocks: [] });
      continue;
    }
    const blocks = sections.at(-1)?.blocks;
    if (!blocks || token.type === 'space') continue;
    if (token.type === 'code' && (token as Tokens.Code).lang === 'andante') {
      blocks.push({ kind: 'plan', text: `${(token as Tokens.Code).text}\n` });
      continue;
    }
    const html = marked.parser([token]);
    const last = blocks.at(-1);
    if (last?.kind === 'html') blocks[blocks.length - 1] = { kind: 'html', html: last.html + html };
    else if (html.trim() !== '') blocks.push({ kind: 'html', html });
  }
  return sections;
}
