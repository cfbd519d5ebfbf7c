/**
 * The words that begin a statement. None is reserved: a screen may be called `link` and an argument `from`, since each
 * word counts as a keyword only where its statement may begin.
 */
export const declarationWords = ['app', 'origin', 'start', 'id', 'choice', 'record', 'module', 'screen', 'private'] as const;
export const memberWords = ['takes', 'has', 'on', 'link'] as const;
export const stepWords = ['push', 'replace', 'reset', 'back', 'leave'] as const;
/** Words inside statements. */
export const innerWords = ['by', 'for', 'in', 'then', 'under', 'nothing', 'list', 'of', 'true', 'false'] as const;

/** Statements of the language that this version does not read yet: it says so, and skips them whole. */
export const plannedDeclarations = [
  'variants', 'flag', 'tabs', 'menu', 'entry', 'rule', 'walk', 'accept', 'motion', 'include',
] as const;
export const plannedMembers = ['needs'] as const;
export const plannedSteps = ['present', 'close', 'switch', 'sets', 'resume', 'when', 'otherwise'] as const;

const declarations: ReadonlySet<string> = new Set([...declarationWords, ...plannedDeclarations]);
const members: ReadonlySet<string> = new Set([...memberWords, ...plannedMembers]);

export const isDeclarationWord = (word: string): boolean => declarations.has(word);
export const isMemberWord = (word: string): boolean => members.has(word);
