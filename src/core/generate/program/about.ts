import type { Program, ScreenCode } from './program';

/** What a reader of the code learns about a screen: its name, its title, its doc comment. */
export function aboutScreen({ screen }: ScreenCode): string {
  const title = screen.title ? `“${screen.title.value}”` : 'without a title';
  return `${screen.label}: ${title}.${screen.node.doc ? ` ${screen.node.doc}` : ''}`;
}

/** The doc comment of a type; null without one. */
export const docOfType = ({ plan }: Program, name: string): string | null => plan.types.get(name)?.node.doc ?? null;
