import { slashComments, withHeader } from '../base/header';
import type { Plan } from '../plan/model';
import type { GeneratedFile } from '../base/generated-file';
import type { Gap, Program } from './program/program';
import { programOf } from './program/program-of';
import { dartFiles } from './dart/dart';
import { kotlinFiles } from './kotlin/kotlin';
import type { CodeLanguage } from './languages';
import { swiftFiles } from './swift/swift';
import { typescriptFiles } from './typescript/typescript';

type Generator = (program: Program, packageName: string | null) => GeneratedFile[];
const generators: Readonly<Record<CodeLanguage, Generator>> = {
  typescript: typescriptFiles,
  kotlin: kotlinFiles,
  swift: swiftFiles,
  dart: dartFiles,
};

export interface Generated {
  /** With their headers, in the order of their paths. */
  readonly files: readonly GeneratedFile[];
  /** What the code lacks, because the plan does not say it. */
  readonly gaps: readonly Gap[];
}

/**
 * The code of a plan: the same text for the same plan, whatever the order of its declarations, if that means nothing.
 * Never throws. Costs O(n log n) for n statements.
 *
 * @param packageName the package of Kotlin code; null for one named after the app
 */
export function generate(plan: Plan, language: CodeLanguage, packageName: string | null = null): Generated {
  const program = programOf(plan);
  const files = generators[language](program, packageName).map(({ path, text }) => ({
    path,
    text: withHeader(program.name, text, slashComments),
  }));
  return { files, gaps: program.gaps };
}
