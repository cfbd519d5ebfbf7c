/** Jobs of exports for tests. */
import { check } from '../../../src/core/check';
import type { ExportOptions, ExportParts, Job } from '../../../src/core/export/job/job';
import { Source } from '../../../src/core/report/source';

/** Parts that stand in for fonts and the script of the prototype: their own tests are in the browser. */
const parts: ExportParts = {
  prototype: { script: 'void 0', style: '' },
  fonts: { sans: 'AAAA', sansBold: '', mono: 'BBBB', monoBold: '' },
};

const usual: ExportOptions = {
  variant: null,
  module: null,
  around: null,
  steps: 1,
  identity: { appleId: null, androidPackage: null, androidCertificate: null },
};

export const jobOf = (text: string, options: Partial<ExportOptions> = {}): Job => ({
  check: check(text),
  source: Source.of('plan.andante', text),
  options: { ...usual, ...options },
  parts,
});
