/** Plans of any size for measurements: like a real one in shape, the same each time. */

const titles = ['Overview', 'Details', 'Edit', 'Search', 'Results', 'Settings', 'History', 'Summary'];

const perModule = 25;

/** Tabs for a plan of at least three modules, to write behind it: the roots of the first ones. */
export const threeTabs = `tabs {
  "A" s0
  "B" s${perModule}
  "C" s${2 * perModule}
}
`;

/**
 * A plan whose screens form modules of about twenty-five, each screen with five transitions: onward in the module, back
 * to its root, and across to other modules; every twentieth screen has a mistake.
 *
 * @param flags how many flags there are; every seventh transition sets one, every fifth reads one
 * @param also `pairs and results`: each screen is beside its module's root, returns a number, and asks another one.
 * `flags apart`: each screen reads two flags, any two of them
 */
export function generatePlan(
  screens: number,
  transitions = 5,
  flags = 0,
  also: 'nothing' | 'pairs and results' | 'flags apart' = 'nothing',
): string {
  const more = also === 'pairs and results';
  const apart = also === 'flags apart';
  // A linear congruential generator (Knuth, TAOCP 3.3.4) instead of chance, so that each run measures the same plan.
  let state = 12345;
  const random = (below: number): number => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return Math.floor((state / 2147483648) * below);
  };
  /** Targets of the first transitions: onward, far onward, to the module's root, across it; others lead anywhere. */
  const ways = [
    (index: number) => index + 1,
    (index: number) => 2 * index + 1,
    (index: number) => index - (index % perModule),
    (index: number) => index - (index % perModule) + random(perModule),
  ];
  const argumentsFor = (target: number, index: number, n: number): string => {
    const isMistake = index % 20 === 7 && n === 3;
    if (target % perModule === 0 || isMistake) return '';
    return n === 0 ? '(itemId: row.id)' : '(itemId: item.id)';
  };
  const transitionOf = (index: number, n: number): string => {
    const target = Math.min(screens - 1, ways[n]?.(index) ?? random(screens));
    const step = index * transitions + n;
    const flag = (): string => `f${apart ? random(flags) : step % flags}`;
    const isReader = step % 5 === 4 || (apart && step % 5 === 1);
    const reads = flags > 0 && isReader ? ` when ${step % 2 === 0 ? '' : 'not '}${flag()}` : '';
    const sets = flags > 0 && step % 7 === 3 ? `sets ${flag()} = ${step % 3 > 0} then ` : '';
    const opens = `${n === 2 ? 'reset' : 'push'} s${target}${argumentsFor(target, index, n)}`;
    if (more && n === 4) return `    on "Done" back with picked`;
    const asks = more && n === 1 && target % perModule > 0 ? ' gives picked' : '';
    return `    on "Go ${n}"${n === 0 ? ' for row in rows' : ''}${reads} ${sets}${opens}${asks}`;
  };
  const lines = [
    '## Generated, to measure with.',
    'app "Measured"',
    'origin https://measured.example',
    'start s0',
    '',
    'id ItemId: int',
    'id UserId: text',
    'choice Order { newest, oldest }',
    'record Item { id: ItemId, name: text, owner: UserId }',
    '',
    ...Array.from({ length: flags }, (_, index) => `flag f${index}`),
  ];
  for (let index = 0; index < screens; index++) {
    const at = index % perModule;
    const root = index - at;
    if (at === 0) lines.push(`module m${index / perModule} by "Team ${index / perModule}" {`);
    const beside = more && at > 0 ? ` beside s${root}` : '';
    lines.push(
      `  ## Screen number ${index}.`,
      `  screen s${index} "${titles[index % titles.length]} ${index}"${beside} {`,
    );
    if (at > 0) lines.push('    takes itemId: ItemId', '    takes order: Order = newest');
    lines.push('    has item: Item, rows: list of Item');
    if (more) lines.push('    has picked: int', '    returns int');
    if (at > 0) lines.push(`    link /m${(index / perModule) | 0}/s${index}/{itemId} under s${root}`);
    for (let n = 0; n < transitions; n++) lines.push(transitionOf(index, n));
    lines.push('  }', '');
    if (at === perModule - 1 || index === screens - 1) lines.push('}', '');
  }
  return lines.join('\n');
}
