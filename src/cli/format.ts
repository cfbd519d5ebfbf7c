import { realpathSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { format } from '../core/language/format';
import { Lines } from '../core/language/lines';
import { parse } from '../core/language/parse';
import { NoPlan } from '../wire/plan-file';
import { forEachPlan, nameOf, standardInput } from './read';

/** Lays plans out in place; with `onlyCheck` only names those that are not laid out. */
export function formatFiles(files: readonly string[], onlyCheck: boolean): number {
  let untidy = false;
  const readable = forEachPlan(files, (file, text) => {
    const tree = parse(text);
    const result = format(text, tree);
    if (result === null) {
      const { line, column } = new Lines(text).positionOf(tree.problems[0]!.from);
      throw new NoPlan(
        `${nameOf(file)} cannot be laid out before it reads: ${line}:${column} ${tree.problems[0]!.message}`,
      );
    }
    const changed = result !== text;
    untidy ||= changed;
    if (onlyCheck) {
      if (changed) process.stdout.write(`${nameOf(file)} is not laid out.\n`);
    } else if (file === standardInput) {
      process.stdout.write(result);
    } else if (changed) {
      replaceFile(file, result);
      process.stdout.write(`${file} laid out.\n`);
    }
  });
  return !readable ? 2 : onlyCheck && untidy ? 1 : 0;
}

/**
 * Writes a new file, which then replaces the old one: no reader ever sees half a plan, and a failure leaves the old
 * one.
 */
function replaceFile(file: string, text: string): void {
  const target = realpathSync(file);
  const beside = `${target}.${process.pid}.tmp`;
  try {
    writeFileSync(beside, text, { mode: statSync(target).mode, flag: 'wx' });
    renameSync(beside, target);
  } catch {
    rmSync(beside, { force: true });
    throw new NoPlan(`${file} cannot be written.`);
  }
}
