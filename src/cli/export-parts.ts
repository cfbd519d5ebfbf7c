import type { ExportParts } from '../core/export/job/job';

/** Put in by the bundler, which reads them from files (scripts/export-parts.mjs). */
declare const ANDANTE_EXPORT_PARTS: ExportParts | undefined;

const none: ExportParts = {
  prototype: { script: '', style: '' },
  fonts: { sans: '', sansBold: '', mono: '', monoBold: '' },
};

export const parts: ExportParts = typeof ANDANTE_EXPORT_PARTS === 'object' ? ANDANTE_EXPORT_PARTS : none;
