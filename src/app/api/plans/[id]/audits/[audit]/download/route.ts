import Papa from 'papaparse';
import { auditColumns, auditRows } from '../../../../../../../core/audit/rows';
import { attachment } from '../../../../../../../server/attachment';
import { handler } from '../../../../../../../server/handler';
import { onlyFor } from '../../../../../../../server/methods';
import { audits } from '../../../../../../../server/plans';
import { noSuchAudit } from '../../../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** The audit as CSV (RFC 4180). A cell that a spreadsheet would run as a formula begins with an apostrophe. */
export const GET = handler<{ id: string; audit: string }>(async (_request, { id, audit }) => {
  const found = await (await audits()).find(id, audit);
  if (!found) throw noSuchAudit();
  const rows = Papa.unparse(auditRows(found.report), {
    columns: [...auditColumns],
    escapeFormulae: true,
    newline: '\r\n',
  });
  return attachment(`${rows}\r\n`, 'text/csv; charset=utf-8', `audit of ${found.name}`, 'csv');
});

export const { POST, PUT, PATCH, DELETE } = onlyFor('GET');
