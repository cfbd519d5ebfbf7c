/** Parts of each node of the syntax tree, declared once: all traversals use this table. */
import type { TextRange } from './range';
import type * as Syntax from './syntax';

/** The shapes of the nodes that hold others. A union of kinds is one shape. */
interface Shapes {
  declaration: Syntax.DeclarationNode;
  member: Syntax.MemberNode;
  tab: Syntax.TabNode;
  menuItem: Syntax.MenuItemNode;
  walkStep: Syntax.WalkStepNode;
  moduleMember: Syntax.ModuleMemberNode;
  moduleMembers: Syntax.Block<Syntax.ModuleMemberNode>;
  members: Syntax.Block<Syntax.MemberNode>;
  tabs: Syntax.Block<Syntax.TabNode>;
  menuItems: Syntax.Block<Syntax.MenuItemNode>;
  walkSteps: Syntax.Block<Syntax.WalkStepNode>;
  reference: Syntax.ScreenReference;
  arguments: Syntax.ArgumentListNode;
  argument: Syntax.ArgumentNode;
  type: Syntax.TypeNode;
  value: Syntax.ValueNode;
  condition: Syntax.ConditionNode;
  step: Syntax.StepNode;
  branch: Syntax.BranchNode;
  only: Syntax.OnlyNode;
  beside: Syntax.BesideNode;
  variant: Syntax.VariantNode;
  loop: Syntax.LoopNode;
  parameter: Syntax.ParameterNode;
  field: Syntax.FieldNode;
  under: Syntax.UnderNode;
  taken: Syntax.TakenNode;
}

/** A name or a text holds nothing. */
type ShapeOf<Node> = [Node] extends [Syntax.Name] | [Syntax.StringNode]
  ? 'leaf'
  : [Node] extends [Syntax.DeclarationNode]
    ? 'declaration'
    : { [S in keyof Shapes]: [Node, Shapes[S]] extends [Shapes[S], Node] ? S : never }[keyof Shapes];

/** The nodes in a field: one, or a list of them. */
type NodesIn<Field> = Extract<Field extends readonly (infer Item)[] ? Item : Field, TextRange>;
type Fields<Node> = {
  readonly [F in keyof Node as [NodesIn<Node[F]>] extends [never] ? never : F]-?: ShapeOf<NodesIn<Node[F]>>;
};
type KindOf<Node> = Node extends { readonly kind: infer Kind extends string } ? Kind : never;
type OfKind<Node, Kind> = Node extends { readonly kind: infer Kinds } ? (Kind extends Kinds ? Node : never) : never;
type Row<Node> = [KindOf<Node>] extends [never]
  ? Fields<Node>
  : { readonly [Kind in KindOf<Node>]: Fields<OfKind<Node, Kind>> };

const nothing = {};
const call = { target: 'reference', list: 'arguments' } as const;
const opening = { ...call, gives: 'leaf' } as const;
const takes = { parameters: 'parameter' } as const;
const screen = { name: 'leaf', title: 'leaf', only: 'only', beside: 'beside', body: 'members' } as const;
const twoSides = { left: 'condition', right: 'condition' } as const;

/** The fields that hold nodes, by shape and kind. The compiler refuses a field left out, and one of another shape. */
const table: { readonly [S in keyof Shapes]: Row<Shapes[S]> } = {
  declaration: {
    app: { name: 'leaf' },
    origin: { url: 'leaf' },
    variants: { variants: 'variant' },
    start: call,
    motion: { name: 'leaf' },
    'back leaves': nothing,
    include: { file: 'leaf' },
    id: { name: 'leaf', base: 'leaf' },
    choice: { name: 'leaf', options: 'leaf' },
    record: { name: 'leaf', fields: 'field' },
    flag: { name: 'leaf', type: 'leaf', initial: 'value' },
    tabs: { only: 'only', body: 'tabs' },
    menu: { title: 'leaf', only: 'only', on: 'reference', body: 'menuItems' },
    event: { title: 'leaf', only: 'only', on: 'reference', branches: 'branch' },
    entry: { label: 'leaf', only: 'only', url: 'leaf', ...call },
    module: { name: 'leaf', owner: 'leaf', body: 'moduleMembers' },
    screen,
    rule: { title: 'leaf', first: 'reference', second: 'reference' },
    walk: { title: 'leaf', body: 'walkSteps' },
    accept: { rule: 'leaf', subject: 'leaf', because: 'leaf' },
  },
  member: {
    takes,
    has: { fields: 'field' },
    returns: { type: 'type' },
    needs: { condition: 'condition', otherwise: 'step' },
    link: { pattern: 'leaf', under: 'under' },
    on: { trigger: 'leaf', only: 'only', loop: 'loop', branches: 'branch' },
  },
  tab: { tab: { label: 'leaf', icon: 'leaf', ...call } },
  menuItem: { item: { label: 'leaf', icon: 'leaf', branches: 'branch' } },
  walkStep: {
    tap: { label: 'leaf', values: 'argument', taken: 'taken' },
    tab: { label: 'leaf', taken: 'taken' },
    menu: { label: 'leaf', taken: 'taken' },
    event: { label: 'leaf', taken: 'taken' },
    back: nothing,
    open: { url: 'leaf', label: 'leaf', taken: 'taken' },
    set: { flag: 'leaf', value: 'value' },
    expect: { screen: 'reference', beneath: 'reference', values: 'argument' },
  },
  moduleMember: { screen, takes },
  moduleMembers: { items: 'moduleMember' },
  members: { items: 'member' },
  tabs: { items: 'tab' },
  menuItems: { items: 'menuItem' },
  walkSteps: { items: 'walkStep' },
  reference: { module: 'leaf', name: 'leaf' },
  arguments: { items: 'argument' },
  argument: { name: 'leaf', value: 'value' },
  type: { named: { name: 'leaf' }, list: { of: 'type' }, optional: { of: 'type' } },
  value: { number: nothing, string: nothing, bool: nothing, path: { names: 'leaf' } },
  condition: {
    flag: { name: 'leaf' },
    is: { name: 'leaf', value: 'value' },
    given: { names: 'leaf' },
    maybe: { text: 'leaf' },
    not: { of: 'condition' },
    and: twoSides,
    or: twoSides,
  },
  step: {
    push: opening,
    replace: opening,
    present: opening,
    reset: opening,
    switch: opening,
    back: { with: 'value' },
    close: { with: 'value' },
    'back to': { target: 'reference' },
    'back past': { target: 'reference' },
    sets: { flag: 'leaf', value: 'value' },
    resume: { or: 'step' },
    leave: { what: 'leaf' },
  },
  branch: { condition: 'condition', steps: 'step', motion: 'leaf' },
  only: { variants: 'leaf' },
  beside: { list: 'reference', only: 'only' },
  variant: { name: 'leaf' },
  loop: { variable: 'leaf', list: 'value' },
  parameter: { name: 'leaf', type: 'type', initial: 'value', sample: 'value' },
  field: { name: 'leaf', type: 'type' },
  under: call,
  taken: { text: 'leaf' },
};

/** A field, and the rows of its nodes: one row, or one a kind. */
interface Part {
  readonly field: string;
  readonly rows: Rows;
}
interface Rows {
  one: readonly Part[] | null;
  readonly byKind: Map<string, readonly Part[]>;
}

/** The table in the form in which trees are walked: names are looked up once, not at each node. */
const rowsOf = new Map<string, Rows>(
  ['leaf', ...Object.keys(table)].map((shape) => [shape, { one: null, byKind: new Map() }]),
);
const partsOf = (fields: object): Part[] =>
  Object.entries(fields).map(([field, shape]: [string, string]) => ({ field, rows: rowsOf.get(shape)! }));
rowsOf.get('leaf')!.one = [];
for (const [shape, row] of Object.entries(table)) {
  const rows = rowsOf.get(shape)!;
  if (Object.values(row).some((fields) => typeof fields === 'object'))
    for (const [kind, fields] of Object.entries(row)) rows.byKind.set(kind, partsOf(fields));
  else rows.one = partsOf(row);
}

type Walked = TextRange & { readonly kind?: string };

/**
 * Goes to a node and to all that it holds, each before its parts. Linear in their number; as deep in recursion as the
 * parser lets a statement nest.
 *
 * @param shape of the node
 */
export function visit<S extends keyof Shapes>(node: Shapes[S], shape: S, enter: (node: TextRange) => unknown): void {
  visitBy(node, rowsOf.get(shape)!, enter);
}

function visitBy(node: Walked, { one, byKind }: Rows, enter: (node: TextRange) => unknown): void {
  enter(node);
  for (const { field, rows } of one ?? byKind.get(node.kind!)!) {
    const held = (node as Walked & Record<string, unknown>)[field];
    // A menu may say `all` or `roots` where others list screens.
    if (typeof held !== 'object' || held === null) continue;
    if (Array.isArray(held)) for (const item of held) visitBy(item as Walked, rows, enter);
    else visitBy(held as Walked, rows, enter);
  }
}
