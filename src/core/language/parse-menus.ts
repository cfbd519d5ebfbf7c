/** What belongs to no screen: tabs, menus, events, entries. */
import type { Cursor } from './cursor';
import { parseArguments, parseList, parseOnly, parseReference, parseWord } from './parse-parts';
import { parseBranches } from './parse-transition';
import { titleOf } from './title';
import {
  doors,
  type Block,
  type EntryNode,
  type EventNode,
  type MenuItemNode,
  type MenuNode,
  type Name,
  type OnlyNode,
  type ScreenReference,
  type StringNode,
  type TabNode,
  type TabsNode,
} from './syntax';

/**
 * A block whose items each begin with a label in quotation marks.
 *
 * @param isBare whether an item begins at the cursor that lacks its label
 */
function parseLabelled<T>(
  cursor: Cursor,
  owner: string,
  head: { from: number; to: number },
  what: string,
  item: () => T,
  isBare: () => boolean = () => false,
): Block<T> | null {
  const isLabel = (): boolean => cursor.peek().kind === 'string';
  const body = cursor.block<T>(owner, head, isLabel, (items) => {
    if (isLabel()) items.push(item());
    else if (cursor.beginsDeclaration || cursor.beginsMember) return false;
    else if (isBare()) items.push(item());
    else {
      cursor.missing(what);
      cursor.skip();
    }
    return true;
  });
  if (!body) cursor.missing('An opening brace and the items');
  return body;
}

const parseIcon = (cursor: Cursor): Name | null => (cursor.skipWord('icon') ? cursor.name('The icon’s name') : null);

/** `tabs [only phone] { "Label" SCREEN(args) [icon NAME] … }` */
export function parseTabs(cursor: Cursor): TabsNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const only = parseOnly(cursor);
  const body = parseLabelled(
    cursor,
    'This bar of tabs',
    head,
    'A tab’s label in quotation marks',
    (): TabNode => {
      const itemDoc = cursor.doc;
      const label = cursor.peek().kind === 'string' ? cursor.string('The tab’s label')! : labelMeant(cursor);
      const target = parseReference(cursor);
      const list = target ? parseArguments(cursor) : null;
      const icon = parseIcon(cursor);
      return { kind: 'tab', doc: itemDoc, label, target, list, icon, from: label.from, to: cursor.end };
    },
    () => cursor.peek().kind === 'name',
  );
  return { kind: 'tabs', doc, only, body, from: head.from, to: cursor.end };
}

/**
 * The label of a tab that begins with no text in quotation marks, reported: a word before the screen, or else a title
 * made from the screen's name.
 */
function labelMeant(cursor: Cursor): StringNode {
  const [{ text, from, to }, after] = [cursor.peek(), cursor.peek(1)];
  if (after.kind === 'name' && !after.first && after.text !== 'icon') {
    cursor.report(cursor.next(), 'Write the label of the tab in quotation marks.', `"${text}"`);
    return { value: text, from, to };
  }
  const value = titleOf(text);
  cursor.report(cursor.peek(), `Write the label of the tab first: "${value}" ${text}.`, {
    label: `Write "${value}"`,
    edits: [{ from, to: from, insert: `"${value}" ` }],
  });
  return { value, from, to: from };
}

/** `menu "Title" [only tablet] [on all | on roots | on SCREEN, …] { "Label" STEPS [icon NAME] … }` */
export function parseMenu(cursor: Cursor): MenuNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const title = cursor.peek().kind === 'string' ? cursor.string('The menu’s title') : null;
  if (!title) cursor.missing('The menu’s title in quotation marks');
  const { only, on } = parseWhere(cursor);
  const body = parseLabelled(
    cursor,
    title ? `The menu ${title.value}` : 'This menu',
    head,
    'An item’s label in quotation marks',
    (): MenuItemNode => {
      const itemDoc = cursor.doc;
      const label = cursor.string('The item’s label')!;
      const branches = parseBranches(cursor);
      const icon = parseIcon(cursor);
      return { kind: 'item', doc: itemDoc, label, branches, icon, from: label.from, to: cursor.end };
    },
  );
  return { kind: 'menu', doc, title, only, on, body, from: head.from, to: cursor.end };
}

/** `event "Title" [only tablet] [on all | on roots | on SCREEN, …] BRANCHES` */
export function parseEvent(cursor: Cursor): EventNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const title = cursor.string('The event’s title in quotation marks');
  const { only, on } = parseWhere(cursor);
  const branches = parseBranches(cursor);
  return { kind: 'event', doc, title, only, on, branches, from: head.from, to: cursor.end };
}

/** `only` and `on`, in either order. */
function parseWhere(cursor: Cursor): Pick<MenuNode, 'only' | 'on'> {
  let only: OnlyNode | null = null;
  let on: MenuNode['on'] = null;
  for (;;) {
    if (!only && cursor.isWord('only')) only = parseOnly(cursor);
    else if (!on && cursor.skipWord('on')) on = parsePlaces(cursor);
    else return { only, on };
  }
}

function parsePlaces(cursor: Cursor): 'all' | 'roots' | readonly ScreenReference[] {
  if (cursor.skipWord('all')) return 'all';
  if (cursor.skipWord('roots')) return 'roots';
  return parseList(cursor, () => parseReference(cursor), null);
}

/** `entry DOOR "Label" [only phone] opens URL | opens SCREEN(args)` */
export function parseEntry(cursor: Cursor): EntryNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const door = parseWord(cursor, doors, 'The kind of entry');
  const label = cursor.peek().kind === 'string' ? cursor.string('The entry’s label') : null;
  if (!label) cursor.missing('The entry’s label in quotation marks');
  const only = parseOnly(cursor);
  const node = { kind: 'entry', doc, door, label, only } as const;
  if (!cursor.skipWord('opens')) {
    cursor.missing('The word opens and a URL or a screen');
    return { ...node, url: null, target: null, list: null, from: head.from, to: cursor.end };
  }
  const token = cursor.peek();
  if (token.kind === 'url') {
    cursor.next();
    return {
      ...node,
      url: { text: token.text, from: token.from, to: token.to },
      target: null,
      list: null,
      from: head.from,
      to: cursor.end,
    };
  }
  const target = parseReference(cursor);
  const list = target ? parseArguments(cursor) : null;
  return { ...node, url: null, target, list, from: head.from, to: cursor.end };
}
