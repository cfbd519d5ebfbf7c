import type { Fix as SarifFix, Location, Log, Region, Result } from 'sarif';
import type { Check } from '../check';
import { catalogue } from '../rules/catalogue';
import { plain } from '../rules/parts/message';
import type { Finding } from '../rules/parts/rule';
import type { Source } from './source';

/**
 * The Static Analysis Results Interchange Format, version 2.1.0 (OASIS): one run of all files, each finding a result
 * with its place, its fixes as replacements, and accepted ones as suppressed. Fixes are left out for a plan of several
 * files, since their offsets are those of the combined text.
 */
export function sarifReport(
  checks: readonly { readonly check: Check; readonly source: Source }[],
  version: string,
): Log {
  const ruleIndex = new Map(catalogue.map((rule, index) => [rule.id, index]));
  const result = (source: Source, finding: Finding, because: string | null): Result => ({
    ruleId: finding.rule,
    ruleIndex: ruleIndex.get(finding.rule)!,
    level: finding.severity,
    message: { text: `${plain(finding.summary)} ${plain(finding.detail)}` },
    locations: [locationOf(source, finding)],
    ...(because === null ? {} : { suppressions: [{ kind: 'inSource', justification: because }] }),
    ...(finding.fixes.length > 0 && source.isSingle ? { fixes: finding.fixes.map((fix) => fixOf(source, fix)) } : {}),
    properties: { subject: finding.subject, variant: finding.variant, walk: finding.walk, url: finding.url },
    partialFingerprints: { 'ruleAndSubject/v1': `${finding.rule} ${finding.subject ?? ''} ${plain(finding.summary)}` },
  });
  return {
    $schema: 'https://json.schemastore.org/sarif-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: {
          driver: {
            name: 'andante',
            version,
            semanticVersion: version,
            rules: catalogue.map((rule) => ({
              id: rule.id,
              shortDescription: { text: rule.reason },
              fullDescription: { text: rule.explanation },
              help: { text: `${rule.explanation}\n\nBroken:\n\n${rule.wrong}\nPut right:\n\n${rule.right}` },
              defaultConfiguration: { level: rule.severity },
            })),
          },
        },
        columnKind: 'utf16CodeUnits',
        results: checks.flatMap(({ check, source }) => [
          ...check.findings.map((finding) => result(source, finding, null)),
          ...check.accepted.map(({ finding, because }) => result(source, finding, because)),
        ]),
      },
    ],
  };
}

/**
 * File names as relative references: `\` becomes `/`, and characters that a URI cannot hold are escaped (RFC 3986,
 * section 4.2).
 */
const uriOf = (file: string): string =>
  file === '-' ? 'stdin' : file.replaceAll('\\', '/').split('/').map(encodeURIComponent).join('/');

function regionOf(
  source: Source,
  { from, to }: { readonly from: number; readonly to: number },
): { file: string; region: Region } {
  const start = source.positionOf(from);
  const end = source.positionOf(to);
  return {
    file: start.file,
    region: {
      startLine: start.line,
      startColumn: start.column,
      ...(end.file === start.file ? { endLine: end.line, endColumn: end.column } : {}),
    },
  };
}

function locationOf(source: Source, finding: Finding): Location {
  const { file, region } = regionOf(source, finding.range);
  return {
    physicalLocation: { artifactLocation: { uri: uriOf(file) }, region },
    ...(finding.subject === null ? {} : { logicalLocations: [{ name: finding.subject }] }),
  };
}

function fixOf(source: Source, fix: Finding['fixes'][number]): SarifFix {
  return {
    description: { text: fix.label },
    artifactChanges: [
      {
        artifactLocation: { uri: uriOf(source.file) },
        replacements: fix.edits.map((edit) => ({
          deletedRegion: regionOf(source, edit).region,
          insertedContent: { text: edit.insert },
        })),
      },
    ],
  };
}
