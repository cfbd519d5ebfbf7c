/** The pages of help: those of `docs/` that are about using Andante, in the order in which one would read them. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { HelpPage, HelpPageLink } from '../../wire/help';
import { sectionsOf } from './markdown';

export const helpPages: readonly HelpPageLink[] = [
  { name: 'language', title: 'The language' },
  { name: 'rules', title: 'Rules' },
  { name: 'meaning', title: 'What a run is' },
  { name: 'views', title: 'The views' },
  { name: 'questions', title: 'Questions' },
  { name: 'links', title: 'Links' },
  { name: 'hand-over', title: 'What it hands over' },
  { name: 'changes', title: 'Changes' },
  { name: 'command-line', title: 'The command line' },
  { name: 'limits', title: 'Limits' },
];

const read = new Map<string, HelpPage>();

/** A page by its name; null if there is none. Read from the disk once. */
export function helpPage(name: string): HelpPage | null {
  const link = helpPages.find((page) => page.name === name);
  if (!link) return null;
  const known = read.get(name);
  if (known) return known;
  const text = readFileSync(join(process.cwd(), 'docs', `${name}.md`), 'utf8');
  const page = { ...link, sections: sectionsOf(text, new Set(helpPages.map((one) => one.name))) };
  read.set(name, page);
  return page;
}
