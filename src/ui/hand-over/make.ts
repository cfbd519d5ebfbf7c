/** The files of each output, made from a check. */
import { zipSync } from 'fflate';
import type { GeneratedFile } from '../../core/base/generated-file';
import type { Check } from '../../core/check';
import { exportPlan } from '../../core/export/export';
import type { ExportParts } from '../../core/export/job/job';
import { generate } from '../../core/generate/generate';
import { Source } from '../../core/report/source';
import { entries, isLanguage, type Output } from './outputs';
import type { GapCard, HandOverOptions } from './messages';

export interface Made {
  readonly files: readonly GeneratedFile[];
  readonly gaps: readonly GapCard[];
}

/** Makes the files of an output. */
export function make(check: Check, output: Output, options: HandOverOptions, parts: ExportParts): Made {
  const { files, gaps } = isLanguage(output)
    ? generate(check.plan, output, options.packageName)
    : exportPlan({ check, source: Source.of('plan.andante', check.text), options, parts }, output, null);
  return { files, gaps: gaps.map(({ range, message }) => ({ at: range.from, message })) };
}

/** The time of each file in a zip: the same files are the same bytes. */
const noTime = new Date(1980, 0, 1);

/** A zip of files, each below the folder of its output. */
export function pack(folders: ReadonlyMap<string, readonly GeneratedFile[]>): Uint8Array<ArrayBuffer> {
  const encoder = new TextEncoder();
  const files = [...folders].flatMap(([folder, made]) =>
    made.map(({ path, text }) => [folder === '' ? path : `${folder}/${path}`, encoder.encode(text)] as const),
  );
  return zipSync(Object.fromEntries(files), { mtime: noTime });
}

/** All outputs, in the order of the view. */
export const allOutputs: readonly Output[] = entries.flatMap(({ outputs }) => outputs);
