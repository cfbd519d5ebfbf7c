/** Writes docs/rules.md from the catalogue of rules. Run by `npm run docs`. */
import { writeFileSync } from 'node:fs';
import { rulesPage } from '../src/core/report/rules-page';

writeFileSync('docs/rules.md', rulesPage());
