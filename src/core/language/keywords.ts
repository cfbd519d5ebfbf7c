/**
 * The words that begin a statement. None is reserved: a screen may be called `link` and an argument `from`, since each
 * word counts as a keyword only where its statement may begin.
 */
export const declarationWords = [
  'app',
  'origin',
  'variants',
  'start',
  'motion',
  'include',
  'id',
  'choice',
  'record',
  'flag',
  'tabs',
  'menu',
  'event',
  'entry',
  'module',
  'screen',
  'private',
  'rule',
  'walk',
  'accept',
] as const;
export const memberWords = ['takes', 'has', 'returns', 'needs', 'on', 'link'] as const;
export const stepWords = [
  'push',
  'replace',
  'present',
  'close',
  'back',
  'reset',
  'switch',
  'sets',
  'resume',
  'leave',
] as const;
export const walkWords = ['tap', 'tab', 'menu', 'event', 'back', 'open', 'set', 'expect'] as const;
/** Words inside statements. */
export const innerWords = [
  'by',
  'as',
  'only',
  'for',
  'in',
  'when',
  'otherwise',
  'and',
  'or',
  'not',
  'is',
  'given',
  'then',
  'to',
  'past',
  'else',
  'sample',
  'under',
  'nothing',
  'icon',
  'opens',
  'list',
  'of',
  'true',
  'false',
  'all',
  'roots',
  'leaves',
  'never',
  'always',
  'beneath',
  'after',
  'from',
  'reach',
  'with',
  'gives',
  'beside',
  'wide',
  'small',
  'if',
  'unless',
  'because',
] as const;

const declarations: ReadonlySet<string> = new Set(declarationWords);
const members: ReadonlySet<string> = new Set(memberWords);

export const isDeclarationWord = (word: string): boolean => declarations.has(word);
export const isMemberWord = (word: string): boolean => members.has(word);

const walkSteps: ReadonlySet<string> = new Set(walkWords);
export const isWalkWord = (word: string): boolean => walkSteps.has(word);
