/** The views of a plan, in the order of their keys. */
export const views = [
  { id: 'plan', label: 'Plan', key: '1' },
  { id: 'reach', label: 'Reach', key: '2' },
  { id: 'supply', label: 'Supply', key: '3' },
  { id: 'links', label: 'Links', key: '4' },
  { id: 'walk', label: 'Walk', key: '5' },
  { id: 'hand-over', label: 'Hand over', key: '6' },
  { id: 'changes', label: 'Changes', key: '7' },
] as const;

export type View = (typeof views)[number]['id'];

export const isView = (name: string): name is View => views.some((view) => view.id === name);
