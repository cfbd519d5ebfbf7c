/** What the code of an app names in generated code, and does not compile with the new plan. */
import { usesOf, surfaceOf, type Declaration } from '../../generate/typescript/surface';
import { required, sameType, showType, type Type } from '../../plan/types';
import type { CodeEffect, CodeLoss } from './effect';
import { touchedScreens } from './touched-screens';
import type { Versions } from './versions';

/**
 * One effect for each declaration of generated code that has gone, or that code of the old plan uses in a way that no
 * longer fits; and one for each new declaration that code has to handle. Declarations are paired by name, as a compiler
 * does it. Linear in both plans.
 */
export function codeEffects(versions: Versions): CodeEffect[] {
  const isTouched = touchedScreens(versions.pairing);
  const [before, after] = [surfaceOf(versions.old.plan, isTouched), surfaceOf(versions.now.plan, isTouched)];
  const effects: CodeEffect[] = [];
  for (const [key, was] of before) {
    const is = after.get(key) ?? null;
    // Whoever owned it has gone with it, and says so.
    if (!is && was.owner !== null && !after.has(ownerKey(was))) continue;
    const renamed = is ? null : nameAfter(versions, was);
    const losses: CodeLoss[] = is
      ? lossesBetween(was, is)
      : [renamed === null ? { why: 'gone' } : { why: 'renamed', is: renamed }];
    if (losses.length > 0) effects.push(effectOf(was, is, losses));
  }
  for (const [key, is] of after) {
    if (before.has(key) || !usesOf[is.kind].closed || isRenamed(versions, is)) continue;
    if (is.owner === null || before.has(ownerKey(is))) effects.push(effectOf(null, is, [{ why: 'new' }]));
  }
  return effects;
}

const ownerKey = ({ kind, owner }: Declaration): string => `${kind === 'exit' ? 'screen' : 'choice'} ${owner}`;

function lossesBetween(was: Declaration, is: Declaration): CodeLoss[] {
  const { gives, takes } = usesOf[was.kind];
  const losses: CodeLoss[] = [];
  if (was.maker !== is.maker) losses.push({ why: 'maker', was: was.maker!, is: is.maker! });
  for (const [name, field] of was.fields) {
    const now = is.fields.get(name);
    if (!now) losses.push({ why: 'takes no', name });
    else if ((gives && !fits(field.type, now.type)) || (takes && !fits(now.type, field.type)))
      losses.push({ why: 'type', name, was: showType(field.type), is: showType(now.type) });
  }
  for (const [name, { type, mayBeOmitted }] of is.fields)
    if (gives && !mayBeOmitted && (was.fields.get(name)?.mayBeOmitted ?? true))
      losses.push({ why: 'wants', name, type: showType(type) });
  return losses;
}

/**
 * Whether a value of one type may stand where the other is wanted, in each language of generated code: ids, choices and
 * records by name, lists by their items, and no int where a decimal is wanted.
 */
function fits(from: Type, to: Type): boolean {
  if (to.kind === 'optional') return fits(required(from), to.of);
  if (from.kind === 'list' && to.kind === 'list') return fits(from.of, to.of);
  return sameType(from, to);
}

function effectOf(was: Declaration | null, is: Declaration | null, losses: readonly CodeLoss[]): CodeEffect {
  const { kind, name, label } = (is ?? was)!;
  const screen = (is ?? was)!.screen;
  return {
    kind: 'code',
    weight: 'neutral',
    hurts: ['generated code'],
    screen: screen?.label ?? null,
    module: screen?.module?.name ?? null,
    variants: null,
    before: was?.range ?? null,
    after: is?.range ?? null,
    evidence: [],
    declares: kind,
    name,
    label,
    losses,
  };
}

/** The name in the new plan of a declaration that has another name there; null if it has gone. */
function nameAfter({ after, pairing }: Versions, { kind, label, screen }: Declaration): string | null {
  if (kind === 'screen') return after.get(screen!)?.label ?? null;
  const other = pairing.toAfter.get(symbolOf(kind, label) ?? '');
  return other === undefined ? null : pairing.after.declared.get(other)!.name;
}

/** Whether a declaration of the new plan had another name before. */
const isRenamed = ({ before, pairing }: Versions, { kind, label, screen }: Declaration): boolean =>
  kind === 'screen' ? before.has(screen!) : pairing.toBefore.has(symbolOf(kind, label) ?? '');

function symbolOf(kind: Declaration['kind'], label: string): string | null {
  switch (kind) {
    case 'id':
    case 'choice':
    case 'record':
      return `type ${label}`;
    case 'flag':
    case 'variant':
      return `${kind} ${label}`;
    default:
      return null;
  }
}
