import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import type { Extension } from '@codemirror/state';
import { tags } from '@lezer/highlight';
import { declarationWords, innerWords, memberWords, stepWords } from '../../core/language/keywords';
import { baseTypes } from '../../core/plan/types';
import { scan, type Token } from '../../core/language/tokens';

const keywords: ReadonlySet<string> = new Set([...declarationWords, ...memberWords, ...stepWords, ...innerWords]);
const types: ReadonlySet<string> = new Set(baseTypes);

/** Text after a word that makes it a name, not a keyword. */
const namesFollowing = /^\s*[:=,).]/;

function styleOf(token: Token, previous: Token | null, rest: string, inCall: boolean): string | null {
  switch (token.kind) {
    case 'comment':
      return 'comment';
    case 'doc':
      return 'docComment';
    case 'string':
      return 'string';
    case 'number':
      return 'number';
    case 'url':
    case 'rule':
      return 'url';
    case 'stray':
      return 'invalid';
    case 'symbol':
      return 'punctuation';
    case 'name':
      if (!inCall && (previous?.text === ':' || previous?.text === 'of'))
        return token.text === 'list' ? 'keyword' : 'typeName';
      if (previous?.text === '.' || namesFollowing.test(rest))
        return types.has(token.text) ? 'typeName' : 'variableName';
      return keywords.has(token.text) ? 'keyword' : 'variableName';
    case 'end':
      return null;
  }
}

/** Colours by the core's own tokens; since none of them crosses a line break, a line is coloured by itself. */
const streamLanguage = StreamLanguage.define<{ previous: Token | null; inCall: boolean }>({
  name: 'andante',
  startState: () => ({ previous: null, inCall: false }),
  token(stream, state) {
    if (stream.sol()) state.previous = null;
    if (stream.eatSpace()) return null;
    const token = scan(
      stream.string,
      stream.pos,
      state.previous,
      stream.pos === 0 || /^\s*$/.test(stream.string.slice(0, stream.pos)),
    );
    const style = styleOf(token, state.previous, stream.string.slice(token.to), state.inCall);
    if (token.kind === 'symbol' && '(){}'.includes(token.text)) state.inCall = token.text === '(';
    stream.pos = Math.max(token.to, stream.pos + 1);
    state.previous = token;
    return style;
  },
  tokenTable: { docComment: tags.docComment, typeName: tags.typeName, url: tags.url },
  languageData: {
    commentTokens: { line: '#' },
    indentOnInput: /^\s*\}$/,
    closeBrackets: { brackets: ['(', '{', '"'] },
  },
});

/** Colours of plans and of other languages. */
export const highlighting = HighlightStyle.define([
  { tag: tags.keyword, class: 'tok-keyword' },
  { tag: tags.string, class: 'tok-string' },
  { tag: tags.number, class: 'tok-string' },
  { tag: tags.typeName, class: 'tok-type' },
  { tag: tags.url, class: 'tok-url' },
  { tag: [tags.comment, tags.docComment], class: 'tok-comment' },
  { tag: tags.invalid, class: 'tok-invalid' },
]);

/** Reads the words of a plan, for colours alone. */
export const andanteParser = streamLanguage.parser;

export const andanteLanguage: Extension = [streamLanguage, syntaxHighlighting(highlighting)];
