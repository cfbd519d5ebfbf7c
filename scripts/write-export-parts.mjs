// Writes the parts of exported files into public/, where the Hand over view loads them from.
import { mkdirSync, writeFileSync } from 'node:fs';
import { exportParts } from './export-parts.mjs';

const folder = new URL('../public/', import.meta.url);
mkdirSync(folder, { recursive: true });
writeFileSync(new URL('export-parts.json', folder), JSON.stringify(await exportParts()));
