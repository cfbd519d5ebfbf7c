import { check as checkPlan } from '../core/check';
import { exportPlan, kindsOf } from '../core/export/export';
import type { ExportFormat } from '../core/export/formats';
import type { AppIdentity } from '../core/export/job/job';
import type { Plan } from '../core/plan/model';
import { NoPlan } from '../wire/plan-file';
import { complain } from './complain';
import { parts } from './export-parts';
import { sayGaps, tellGaps } from './gaps';
import { writeOrCheck } from './generated-folder';
import { forEachWhole, nameOf, standardInput } from './read';

export interface ExportCommandOptions {
  /** The folder that gets the files; `-` is standard output, for one file. */
  readonly out: string;
  /** One of the format's kinds of files; all of them without it. */
  readonly as?: string;
  readonly variant?: string;
  readonly module?: string;
  readonly around?: string;
  readonly steps: number;
  readonly appleId?: string;
  readonly androidPackage?: string;
  readonly androidCertificate?: string;
  readonly check: boolean;
  readonly force: boolean;
}

/**
 * Writes what a plan hands over to others into a folder; with `check` names the files there that are out of date. A
 * plan that leaves gaps writes nothing, unless `force` says so.
 *
 * @returns exit code: 0 written or up to date, 1 gaps or files out of date, 2 something cannot be read or written
 */
export function exportFiles(format: ExportFormat, file: string, options: ExportCommandOptions): number {
  const { out, as: kind = null, check, force } = options;
  const kinds = kindsOf(format);
  if (kind !== null && !kinds.includes(kind)) {
    complain(`${format} has no kind ${kind}; it has ${kinds.join(', ')}.`);
    return 2;
  }
  let code = 0;
  const readable = forEachWhole([file], (source, text) => {
    const checked = checkPlan(text);
    needNames(nameOf(file), checked.plan, options);
    const job = {
      ...{ check: checked, source, parts },
      options: {
        variant: options.variant ?? null,
        module: options.module ?? null,
        around: options.around ?? null,
        steps: options.steps,
        identity: identityOf(options),
      },
    };
    const { files, gaps } = exportPlan(job, format, kind);
    tellGaps(source, gaps);
    if (gaps.length > 0 && !force) {
      complain(`${sayGaps(gaps.length)} --force writes the files without them.`);
      code = 1;
    } else if (out === standardInput) {
      if (files.length !== 1)
        throw new NoPlan(
          `${format} has ${files.length} files, and standard output has room for one. Say which by --as.`,
        );
      process.stdout.write(files[0]!.text);
    } else {
      code = writeOrCheck(out, files, { check, force, whole: false });
    }
  });
  return readable ? code : 2;
}

const identityOf = ({ appleId, androidPackage, androidCertificate }: ExportCommandOptions): AppIdentity => ({
  appleId: appleId ?? null,
  androidPackage: androidPackage ?? null,
  androidCertificate: androidCertificate ?? null,
});

/** @throws NoPlan if the plan has no variant, module or screen of a name that the call gives */
function needNames(file: string, plan: Plan, { variant, module, around }: ExportCommandOptions): void {
  const need = (what: string, name: string | undefined, known: readonly string[]): void => {
    if (name === undefined || known.includes(name)) return;
    const few = known.slice(0, 20).join(', ') + (known.length > 20 ? ', …' : '');
    throw new NoPlan(`${file} has no ${what} ${name}${few ? `; it has ${few}` : ''}.`);
  };
  need('variant', variant, plan.variants);
  need(
    'module',
    module,
    plan.modules.map(({ name }) => name),
  );
  need(
    'screen',
    around,
    plan.screens.map(({ label }) => label),
  );
}
