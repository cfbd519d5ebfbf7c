import { handler } from '../../../server/handler';
import { Refusal } from '../../../server/problem';

const nothingHere = handler(() =>
  Promise.reject(new Refusal(404, 'Nothing here', 'There is no such address under /api.')),
);

export { nothingHere as GET, nothingHere as POST, nothingHere as PUT, nothingHere as PATCH, nothingHere as DELETE };
