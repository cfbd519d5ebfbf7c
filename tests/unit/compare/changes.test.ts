import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Change } from '../../../src/core/compare/changes/change';
import { planChanges } from '../../../src/core/compare/changes/plan-changes';
import type { PlanPart } from '../../../src/core/compare/parts/part';
import { partsOf } from '../../../src/core/compare/parts/parts-of';
import { wordedAfter } from '../../../src/core/compare/parts/words';
import type { PlanModel } from '../../../src/core/model/model';
import { toModel } from '../../../src/core/model/to-model';
import type { Plan } from '../../../src/core/plan/model';
import { demo } from '../../demo';
import { grammarPlan } from '../grammar-plans';
import { planArbitrary } from '../plans';
import { forAll } from '../property';
import { edited, editArbitrary, planOf } from './edits';

const planTexts = fc.oneof(planArbitrary(6), grammarPlan('tabs'));
const changesBetween = (before: string, after: string): readonly Change[] =>
  planChanges(planOf(before), planOf(after)).changes;

describe('changes between two plans', () => {
  test('are none between a plan and itself, whatever its layout', () => {
    expect(changesBetween(demo, demo)).toEqual([]);
    expect(changesBetween(demo, demo.replaceAll('{\n', '{ # a comment\n\n'))).toEqual([]);
    forAll(
      fc.property(planTexts, (text) => {
        expect(changesBetween(text, text)).toEqual([]);
      }),
      60,
    );
  });

  test('make the new plan of the old one', () => {
    let kinds = new Set<string>();
    forAll(
      fc.property(planTexts, fc.array(editArbitrary, { minLength: 1, maxLength: 5 }), (before, edits) => {
        const after = edited(before, edits).text;
        const { changes, worded, diff } = planChanges(planOf(before), planOf(after));
        kinds = new Set([...kinds, ...changes.map(({ kind }) => kind)]);
        const keys = new Map(diff.pairs.map((pair) => [pair.before.key, pair.after.key]));
        const all = (plan: typeof worded.before): PlanPart[] => partsOf(plan, () => false);
        expect(outline(applied(all(worded.before), changes, keys)), `${before}\n---\n${after}`).toEqual(
          outline(all(worded.after)),
        );
      }),
      150,
    );
    expect([...kinds].sort()).toEqual(['added', 'changed', 'moved', 'removed', 'renamed']);
  });

  test('lose nothing: the parts of a plan make its model again', () => {
    const holds = (text: string): void => {
      const worded = wordedAfter(planChanges(planOf(text), planOf(text)).pairing);
      const again = planOf(textOf(partsOf(worded, () => false)));
      expect(sorted(again), text).toEqual(sorted(worded.plan));
    };
    holds(demo);
    forAll(fc.property(planTexts, holds), 60);
  });
});

/** Parts with changes made; `keys` has the new keys of parts whose owner has another label. */
function applied(
  before: readonly PlanPart[],
  changes: readonly Change[],
  keys: ReadonlyMap<string, string>,
): PlanPart[] {
  const now = new Map(before.map((part) => [part.key, part]));
  const late: PlanPart[] = [];
  for (const change of changes) {
    if (change.kind === 'removed') for (const part of [change.part, ...change.within]) now.delete(part.key);
    else if (change.kind === 'added') late.push(change.part, ...change.within);
    else if (change.kind === 'changed') {
      const known = now.get(change.before.key);
      if (known) now.set(change.before.key, { ...change.after, owner: known.owner });
    } else if (change.kind === 'moved' && change.to === 'module') {
      const known = now.get(change.before.key)!;
      now.set(change.before.key, { ...known, owner: change.after.owner });
    } else if (change.kind === 'moved') {
      const known = now.get(change.before.key)!;
      now.delete(change.before.key);
      late.push({ ...known, place: change.after.place });
    }
  }
  const kept = [...now.values()];
  for (const part of late.sort((a, b) => (a.place ?? 0) - (b.place ?? 0))) {
    const siblings = kept.filter((one) => one.kind === part.kind && keyOf(one.owner) === keyOf(part.owner));
    const next = part.place === null ? undefined : siblings[part.place];
    kept.splice(next ? kept.indexOf(next) : kept.length, 0, part);
  }
  return kept.map((part) => ({ ...part, owner: keyOf(part.owner) }));
  function keyOf(owner: string | null): string | null {
    return owner === null ? null : (keys.get(owner) ?? owner);
  }
}

/** What each block holds: in order where order counts, otherwise sorted. */
function outline(parts: readonly PlanPart[]): Record<string, string[]> {
  const blocks: Record<string, string[]> = {};
  for (const { owner, kind, text, doc, place } of parts)
    (blocks[`${place === null ? 'any' : 'in'} order: ${owner ?? ''} ${kind}`] ??= []).push(`${doc}${text}`);
  for (const [block, all] of Object.entries(blocks)) if (block.startsWith('any')) all.sort();
  return blocks;
}

/** The text of some parts. */
function textOf(parts: readonly PlanPart[]): string {
  const within = (owner: string): string =>
    parts
      .filter((part) => part.owner === owner)
      .map(statement)
      .join('');
  const statement = (part: PlanPart): string => {
    const { kind, key, text, doc } = part;
    const docs = doc === '' ? '' : doc.replace(/^/gm, '## ').concat('\n');
    if (kind === 'variant') return '';
    if (kind === 'walk') return `${docs}${text.replace('\n', ' {\n').replace(/^([^\n]*)$/, '$1 {')}\n}\n`;
    const hasBlock = kind === 'module' || kind === 'screen' || kind === 'tabs' || kind === 'menu';
    return `${docs}${text}${hasBlock ? ` {\n${within(key)}}` : ''}\n`;
  };
  const variants = parts.filter(({ kind }) => kind === 'variant').map(({ text }) => text);
  return (
    parts
      .filter(({ owner }) => owner === null)
      .map(statement)
      .join('') + (variants.length > 0 ? `variants ${variants.join(', ')}\n` : '')
  );
}

/** The model with its screens and modules by name: their order means nothing. */
function sorted(plan: Plan): PlanModel {
  const byName = (a: object, b: object): number => JSON.stringify(a).localeCompare(JSON.stringify(b));
  const model = toModel(plan);
  return { ...model, screens: [...model.screens].sort(byName), modules: [...model.modules].sort(byName) };
}
