import { handler, readJson } from '../../../../../../server/handler';
import { onlyFor } from '../../../../../../server/methods';
import { revisions } from '../../../../../../server/plans';
import { noSuchRevision } from '../../../../../../server/problem';
import { revisionPatchSchema } from '../../../../../../wire/revisions';

export const dynamic = 'force-dynamic';

interface Params {
  readonly id: string;
  readonly revision: string;
}

/** A revision with its text. */
export const GET = handler<Params>(async (_request, { id, revision }) => {
  const found = await (await revisions()).find(id, revision);
  if (!found) throw noSuchRevision();
  return found;
});

/** Names a revision, takes its name away, changes its note, or adds the counts of its verdict. */
export const PATCH = handler<Params>(async (request, { id, revision }) => {
  const patch = await readJson(request, revisionPatchSchema);
  const found = await (await revisions()).change(id, revision, patch);
  if (!found) throw noSuchRevision();
  return found;
});

export const DELETE = handler<Params>(async (_request, { id, revision }) => {
  if (!(await (await revisions()).delete(id, revision))) throw noSuchRevision();
  return null;
});

export const { POST, PUT } = onlyFor('GET', 'PATCH', 'DELETE');
