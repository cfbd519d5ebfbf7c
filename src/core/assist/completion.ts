export interface Completion {
  readonly label: string;
  readonly kind: 'keyword' | 'screen' | 'argument' | 'value' | 'type' | 'flag' | 'rule' | 'text';
  /** Detail beside the label: a title, a type. */
  readonly detail: string;
  /** The inserted text. */
  readonly insert: string;
}

export interface Completions {
  /** Start of the word being typed; a choice replaces it. */
  readonly from: number;
  readonly options: readonly Completion[];
}

/** Words of the language. */
export const keywords = (words: readonly string[]): Completion[] => words.map(keyword);
export const keyword = (word: string): Completion => ({ label: word, kind: 'keyword', detail: '', insert: word });

/** A name or a literal, with its description. */
export const named = (kind: Completion['kind'], label: string, detail = ''): Completion => ({
  label,
  kind,
  detail,
  insert: label,
});
