import type { Screen } from '../../plan/model';
import { showValue } from '../../supply/supply';
import { say } from '../message';
import type { Rule } from '../rule';

export const defaultUnused: Rule = {
  id: 'supply/default-unused',
  severity: 'note',
  reason: 'No way in ever uses the default.',
  explanation:
    'Whoever reads the default takes it for what mostly happens, but every caller gives a value of its own. Worse: a new ' +
    'caller that forgets the argument will not be told. Take the default out. Links count as callers: one that may leave the ' +
    'argument out uses the default.',
  wrong: 'app "Huts"\nstart list\nscreen list "Huts" {\n  has near: int\n  on "Map" push map(zoom: near)\n}\nscreen map "Map" {\n  takes zoom: int = 3\n}\n',
  right: 'app "Huts"\nstart list\nscreen list "Huts" {\n  has near: int\n  on "Map" push map(zoom: near)\n}\nscreen map "Map" {\n  takes zoom: int\n}\n',
  *check({ supply }) {
    const given = new Map<Screen, { ways: number; byIndex: number[] }>();
    for (const { target, cells } of supply.waysIn) {
      const counts = given.get(target) ?? { ways: 0, byIndex: target.parameters.map(() => 0) };
      counts.ways++;
      cells.forEach((cell, index) => { if (cell.argument) counts.byIndex[index]!++; });
      given.set(target, counts);
    }
    for (const [screen, { ways, byIndex }] of given) {
      for (const [index, { initial, name, node }] of screen.parameters.entries()) {
        if (!initial || byIndex[index]! < ways || screen.links.some((link) => !isInPath(link.pattern, name))) continue;
        yield {
          range: initial,
          summary: say`The default ${showValue(initial)} of ${name} on ${screen.label} is never used.`,
          detail: ways === 1 ? say`The one way in gives a value of its own.` : say`All ${ways} ways in give a value of their own.`,
          subject: screen.label,
          fixes: [{ label: 'Take the default out', edits: [{ from: node.type?.to ?? node.name.to, to: initial.to, insert: '' }] }],
        };
      }
    }
  },
};

/** Whether a URL must carry the variable: in its path, not in the part behind the question mark (RFC 6570, section 3.2.8). */
const isInPath = (pattern: string, name: string): boolean => pattern.includes(`{${name}}`) || pattern.includes(`{/${name}*}`);
