/** Who opens a screen whose name, arguments or result have changed, and whether they have followed. */
import type { Finding, Fix } from '../../rules/parts/rule';
import type { Screen } from '../../plan/model';
import { showType } from '../../plan/types';
import type { WayIn } from '../../supply/supply';
import { writtenText, type PlanPart } from '../parts/part';
import type { CallerEffect } from './effect';
import type { Versions } from './versions';

/**
 * One effect for each place of the new plan that opened the screen before, or that still names a screen that has gone.
 * Linear in the ways in.
 *
 * @param comes the new findings: those at such a place say that it has not followed
 */
export function callerEffects(versions: Versions, comes: readonly Finding[]): CallerEffect[] {
  const { old, now } = versions;
  const byPart = new Map<PlanPart, Finding[]>();
  for (const finding of comes) {
    const part = versions.newPartAt(finding.range.from);
    if (part) byPart.set(part, [...(byPart.get(part) ?? []), finding]);
  }
  const called = now.plan.screens.flatMap((screen) => {
    const was = versions.before.get(screen);
    if (!was || !hasOtherSignature(versions, was, screen)) return [];
    const callers = new Set(old.supply.into[was.index]!.map(({ call }) => versions.oldPartAt(call.reference.from)));
    return now.supply.into[screen.index]!.flatMap((wayIn) => callerOf(versions, screen, wayIn, callers, byPart) ?? []);
  });
  return [...called, ...leftBehind(versions, comes)];
}

/** Whether a caller may have to follow: another name, other arguments, another result. */
function hasOtherSignature(versions: Versions, old: Screen, now: Screen): boolean {
  if (old.label !== now.label) return true;
  const isUntouched = old.parameters.every(({ name }, index) => name === now.parameters[index]?.name);
  // What a module takes stands outside of its screens.
  if (isUntouched && !now.module?.parameters.length && versions.saysTheSame(old)) return false;
  const signature = ({ parameters, returns }: Screen, nameOf: (name: string) => string | null): string =>
    JSON.stringify([
      parameters
        .map(({ name, type, initial }) => [nameOf(name), showType(type), initial !== null])
        .sort((a, b) => String(a[0]).localeCompare(String(b[0]))),
      returns && showType(returns.type),
    ]);
  const isRenamed = old.parameters.some(({ name }) => (versions.argumentAfter(old, name) ?? name) !== name);
  return isRenamed || signature(old, (name) => versions.argumentAfter(old, name)) !== signature(now, (name) => name);
}

/** The place of a way in, if it led to the screen before. */
function callerOf(
  versions: Versions,
  screen: Screen,
  { call }: WayIn,
  callers: ReadonlySet<PlanPart | null>,
  findings: ReadonlyMap<PlanPart, readonly Finding[]>,
): CallerEffect | null {
  const part = versions.newPartAt(call.reference.from);
  const was = part && versions.oldPart(part);
  if (!part || !was || !callers.has(was)) return null;
  const finding = findings.get(part)?.find(({ rule }) => aboutCalls.test(rule)) ?? null;
  const [before, after] = [writtenText(versions.old.text, was), writtenText(versions.now.text, part)];
  return effectOf(
    screen.label,
    part,
    was,
    finding ? 'not followed' : before === after ? 'no need' : 'followed',
    finding,
  );
}

/** Rules that find what a call lacks, or has too much. */
const aboutCalls = /^(supply|entry|result|module)\//;

function effectOf(
  screen: string,
  part: PlanPart,
  was: PlanPart | null,
  has: CallerEffect['has'],
  finding: Finding | null,
  fix: Fix | null = null,
): CallerEffect {
  return {
    kind: 'caller',
    weight: has === 'not followed' ? 'breaking' : 'neutral',
    hurts: [],
    screen,
    module: part.module,
    variants: null,
    before: was?.range ?? null,
    after: finding?.range ?? part.range,
    evidence: [],
    by: part,
    has,
    finding: has === 'not followed' ? finding : null,
    fix,
  };
}

/** Places that still use the name of a screen that has gone, or goes by another name. */
function leftBehind(versions: Versions, comes: readonly Finding[]): CallerEffect[] {
  const { old, now, after } = versions;
  const gone = new Map(
    old.plan.screens
      .filter((screen) => after.get(screen)?.label !== screen.label)
      .map((screen) => [screen.label, screen]),
  );
  return comes.flatMap((finding): CallerEffect[] => {
    if (finding.rule !== 'plan/unknown-name') return [];
    const { from, to } = finding.range;
    const name = now.text.slice(from, to);
    const screen = gone.get(name) ?? [...gone.values()].find((one) => one.name === name);
    const part = screen && versions.newPartAt(from);
    if (!part) return [];
    const label = after.get(screen)?.label;
    const fix = label === undefined ? null : { label: `Write ${label}`, edits: [{ from, to, insert: label }] };
    return [effectOf(label ?? name, part, null, 'not followed', finding, fix)];
  });
}
