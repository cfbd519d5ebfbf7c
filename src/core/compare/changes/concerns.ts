/** Whom a change concerns, as far as the change alone tells. What really breaks, effects say. */
import type { PartKind } from '../parts/part';
import { audiences, type Audience, type Bare, type Change } from './change';

type BareChange = Bare<Change>;

/** What generated code has a name or a type for. */
const inCode: ReadonlySet<PartKind> = new Set([
  'variant',
  'type',
  'flag',
  'module',
  'screen',
  'argument',
  'value',
  'result',
  'transition',
  'menu item',
  'tab',
  'event',
  'entry',
]);
/** Aspects that only people read, or that a run follows without the app's code. */
const notInCode: ReadonlySet<string> = new Set([
  'title',
  'doc',
  'private',
  'shape',
  'sample',
  'icon',
  'motion',
  'owner',
  'initial',
  'size',
  'on',
  'beside',
  'target',
  'steps',
  'text',
]);
/** What screens of other modules rely on. */
const inInterface: ReadonlySet<PartKind> = new Set(['screen', 'argument', 'result']);
const notInInterface: ReadonlySet<string> = new Set(['title', 'doc', 'sample', 'shape']);

export function concernsOf(change: BareChange): Audience[] {
  const found = new Set<Audience>();
  if (inLinks(change)) found.add('links');
  if (inState(change)) found.add('saved state');
  if (inModules(change)) found.add('other modules');
  if (inGenerated(change)) found.add('generated code');
  return audiences.filter((one) => found.has(one));
}

const partOf = (change: Exclude<BareChange, { kind: 'renamed' }>) => ('part' in change ? change.part : change.after);

function inLinks(change: BareChange): boolean {
  // Options stand in URLs as the plan writes them.
  if (change.kind === 'renamed') return change.what === 'option';
  if (change.kind === 'added') return false;
  const { kind } = partOf(change);
  if (change.kind === 'removed')
    return kind === 'origin' || kind === 'link' || change.within.some((part) => part.kind === 'link');
  if (change.kind === 'moved') return kind === 'link';
  return kind === 'link' || (kind === 'argument' && change.aspects.includes('type')) || kind === 'type';
}

function inState(change: BareChange): boolean {
  switch (change.kind) {
    case 'renamed':
      return change.what !== 'module' && change.what !== 'type' && change.what !== 'loop';
    case 'removed':
      return ['screen', 'flag', 'tab', 'tabs', 'type', 'value'].includes(change.part.kind);
    case 'added':
      return change.part.kind === 'tab' || (change.part.kind === 'argument' && !change.part.aspects().default);
    case 'changed':
      return change.after.kind === 'type' || (hasType.has(change.after.kind) && change.aspects.includes('type'));
    case 'moved':
      return change.after.kind === 'tab';
  }
}
const hasType: ReadonlySet<PartKind> = new Set<PartKind>(['argument', 'value', 'flag']);

/** Screens of a module that others may open: their names, arguments and results. */
function inModules(change: BareChange): boolean {
  if (change.kind === 'renamed')
    return change.module !== null && (change.what === 'screen' || change.what === 'argument');
  const part = partOf(change);
  if (!inInterface.has(part.kind) || part.module === null) return false;
  if (change.kind === 'added') return part.kind === 'argument' && !part.aspects().default;
  if (change.kind !== 'changed') return true;
  return change.aspects.some((aspect) => !notInInterface.has(aspect));
}

function inGenerated(change: BareChange): boolean {
  if (change.kind === 'renamed') return true;
  const part = partOf(change);
  if (!inCode.has(part.kind)) return false;
  if (change.kind === 'moved') return change.to === 'module';
  return change.kind !== 'changed' || change.aspects.some((aspect) => !notInCode.has(aspect));
}
