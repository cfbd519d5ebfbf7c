import type { ExportParts } from '../src/core/export/job/job';

export function exportParts(): Promise<ExportParts>;
