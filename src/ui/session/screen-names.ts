import type { Overview } from '../../core/report/overview';

export interface ScreenName {
  readonly label: string;
  readonly title: string | null;
}

/** The names of an overview's screens; the previous list if the names are equal. */
export function namesOf({ screens }: Overview, before: readonly ScreenName[]): readonly ScreenName[] {
  const isSame = ({ label, title }: ScreenName, index: number): boolean =>
    before[index]?.label === label && before[index].title === title;
  if (screens.length === before.length && screens.every(isSame)) return before;
  return screens.map(({ label, title }) => ({ label, title }));
}
