export interface Completion {
  readonly label: string;
  readonly kind: 'keyword' | 'screen' | 'argument' | 'value' | 'type' | 'flag' | 'rule' | 'text';
  /** What it is, beside the label: a title, a type. */
  readonly detail: string;
  /** What is put into the text. */
  readonly insert: string;
}

export interface Completions {
  /** Where the word that is being typed begins; what is chosen replaces it. */
  readonly from: number;
  readonly options: readonly Completion[];
}

/** Words of the language. */
export const keywords = (words: readonly string[]): Completion[] => words.map(keyword);
export const keyword = (word: string): Completion => ({ label: word, kind: 'keyword', detail: '', insert: word });

/** A name or a literal, with what it is. */
export const named = (kind: Completion['kind'], label: string, detail = ''): Completion => ({
  label,
  kind,
  detail,
  insert: label,
});
