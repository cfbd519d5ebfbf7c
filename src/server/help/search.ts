/** Finds words in the pages of help. */
import type { HelpBlock, HelpHit, HelpSection } from '../../wire/help';
import { helpPage, helpPages } from './pages';

const most = 30;
/** How much of the text around a match is shown, in characters. */
const before = 40;
const behind = 120;

const entities: Readonly<Record<string, string>> = {
  '&lt;': '<',
  '&gt;': '>',
  '&amp;': '&',
  '&quot;': '"',
  '&#39;': "'",
};

const wordsOf = (block: HelpBlock): string =>
  block.kind === 'plan'
    ? block.text
    : block.html.replace(/<[^>]*>/g, ' ').replace(/&(lt|gt|amp|quot|#39);/g, (entity) => entities[entity]!);

const textOf = ({ blocks }: HelpSection): string => blocks.map(wordsOf).join(' ').replace(/\s+/g, ' ').trim();

/** The sections that have all words of a query, first those that have them in their title. Linear in all pages. */
export function searchHelp(query: string): readonly HelpHit[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const hits: { readonly hit: HelpHit; readonly rank: number }[] = [];
  for (const { name, title: pageTitle } of helpPages) {
    for (const section of helpPage(name)!.sections) {
      const text = textOf(section);
      const [title, all] = [section.title.toLowerCase(), `${section.title} ${text}`.toLowerCase()];
      if (!words.every((word) => all.includes(word))) continue;
      const at = text.toLowerCase().indexOf(words[0]!);
      const from = Math.max(0, at - before);
      const excerpt = `${from > 0 ? '…' : ''}${text.slice(from, Math.max(at, 0) + behind)}`;
      const rank = words.filter((word) => title.includes(word)).length;
      hits.push({
        hit: { page: { name, title: pageTitle }, anchor: section.anchor, title: section.title, excerpt },
        rank,
      });
    }
  }
  return hits
    .sort((a, b) => b.rank - a.rank)
    .slice(0, most)
    .map(({ hit }) => hit);
}
