/** Texts that a plan may begin with. */
import { applyEdits } from '../language/edits';
import { parse } from '../language/parse';
import { quote } from '../language/tokens';
import { resolve } from '../plan/resolve';
import { addListed, understandList, type ListedScreen } from './add-many';

/** Three screens that hand something on: a list, one of its rows, and a form that hands its result back. */
export const threeScreens = `app "My app"
start home

id ItemId: int
record Item { id: ItemId, name: text }

screen home "Home" {
  has items: list of Item
  on "Row" for item in items push details(itemId: item.id)
}

screen details "Details" {
  takes itemId: ItemId
  has name: text
  on "Edit" push edit(itemId)
}

screen edit "Edit" {
  takes itemId: ItemId
  on "Save" back
}
`;

/** What a list of screens becomes. */
export interface ListedPlan {
  readonly listed: readonly ListedScreen[];
  /** The plan; null if no line makes a screen. */
  readonly text: string | null;
}

/**
 * A plan of the screens in a list, one a line; the first one is the start.
 *
 * @param app the app's name
 */
export function beginWithList(app: string, list: string): ListedPlan {
  const nothing = resolve(parse(''));
  const listed = understandList(nothing, list);
  const first = listed.find(({ problem }) => problem === null);
  if (!first) return { listed, text: null };
  const head = `app ${quote(app)}\nstart ${first.name}\n\n`;
  return { listed, text: head + applyEdits('', addListed(nothing, listed, null)) };
}
