import type { Screen } from '../../plan/model';
import type { KnownStacks } from '../verdicts';

/**
 * Whether some run has a screen directly on the list beside which it is declared, so that both are in sight. In an
 * upper bound `true` proves nothing.
 */
export const isEverBeside = (stacks: KnownStacks, screen: Screen): boolean => stacks.isEverBeside(screen);
