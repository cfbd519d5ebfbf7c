/** The pages of help, as the server reads them from `docs/`. */

export interface HelpPageLink {
  /** Its part of the address, which is the name of its file. */
  readonly name: string;
  readonly title: string;
}

/** A part of a page: rendered text, or a plan to try. */
export type HelpBlock =
  { readonly kind: 'html'; readonly html: string } | { readonly kind: 'plan'; readonly text: string };

export interface HelpSection {
  /** Its part of the address, behind `#`; unique in its page. */
  readonly anchor: string;
  readonly title: string;
  /** 1 for the page itself, 2 for its parts, 3 for theirs. */
  readonly level: number;
  readonly blocks: readonly HelpBlock[];
}

export interface HelpPage extends HelpPageLink {
  readonly sections: readonly HelpSection[];
}

/** A section that has all words of a search. */
export interface HelpHit {
  readonly page: HelpPageLink;
  readonly anchor: string;
  readonly title: string;
  /** The words around the first match. */
  readonly excerpt: string;
}
