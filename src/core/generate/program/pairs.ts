import type { Program } from './program';

/** Whether some screen of the plan stays in sight beside another one. */
export const hasPairs = ({ screens }: Program): boolean => screens.some(({ screen }) => screen.beside?.list);
