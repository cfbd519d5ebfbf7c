/** Changes in words. */
import { say, words, type Message, type Words } from '../../rules/parts/message';
import type { Change } from '../changes/change';
import type { SymbolKind } from '../pairing/declared';
import { labelledKinds, type PartKind, type PlanPart } from '../parts/part';

const nouns: Partial<Record<PartKind, string>> = {
  app: 'app',
  'back leaves': '',
  result: 'result',
  needs: 'condition',
  transition: 'trigger',
  tabs: 'tabs',
  motion: 'motion',
};

const symbolNouns: Partial<Record<SymbolKind, string>> = { loop: 'loop variable' };

/** A part as a sentence names it: `the argument season of hut`. */
export function sayPart({ kind, name, screen }: PlanPart): Message {
  const noun = words(nouns[kind] ?? kind);
  const called: string | Words = kind === 'app' || labelledKinds.has(kind) ? words(`“${name}”`) : name;
  switch (kind) {
    case 'screen':
      return say`the screen ${name}`;
    case 'start':
      return say`the start at ${name}`;
    case 'back leaves':
      return say`${name}`;
    case 'tabs':
      return name === '' ? say`the tabs` : say`the tabs of ${name}`;
    case 'result':
      return say`the result of ${screen ?? ''}`;
    case 'transition':
      return say`${called} on ${screen ?? ''}`;
    case 'argument':
    case 'value':
    case 'needs':
    case 'link':
      return screen === null ? say`the ${noun} ${called}` : say`the ${noun} ${called} of ${screen}`;
    default:
      return say`the ${noun} ${called}`;
  }
}

/** A change in one sentence. */
export function sayChange(change: Change): Message {
  switch (change.kind) {
    case 'added':
      return say`Added ${sayPart(change.part)}.`;
    case 'removed':
      return change.guess === null
        ? say`Removed ${sayPart(change.part)}.`
        : say`Removed ${sayPart(change.part)}; it may have become ${change.guess}.`;
    case 'renamed': {
      const noun = words(symbolNouns[change.what] ?? change.what);
      return change.screen === null || change.what === 'screen'
        ? say`Renamed the ${noun} ${change.from} to ${change.to}.`
        : say`Renamed the ${noun} ${change.from} of ${change.screen} to ${change.to}.`;
    }
    case 'moved':
      if (change.to === 'place') return say`Moved ${sayPart(change.after)} to another place.`;
      return say`Moved ${sayPart(change.after)} ${sayModules(change.before.module, change.after.module)}.`;
    case 'changed':
      return say`Changed ${sayAspects(change.aspects)}${sayPart(change.after)}.`;
  }
}

function sayModules(from: string | null, to: string | null): Message {
  if (from === null) return say`into the module ${to ?? ''}`;
  return to === null ? say`out of the module ${from}` : say`from the module ${from} to ${to}`;
}

/** Words for the aspects of a part. */
const aspectWords: Readonly<Record<string, string>> = {
  text: 'order',
  doc: 'comment',
  only: 'variants',
  for: 'list',
  on: 'screens',
  because: 'reason',
  initial: 'first value',
  beside: 'neighbour',
  under: 'stack beneath',
  guard: 'condition',
  private: 'privacy',
};

/** `the target and the arguments of `; nothing for a part that has one aspect alone. */
function sayAspects(aspects: readonly string[]): Words {
  if (aspects.length === 0) return words('');
  const named = aspects.map((aspect) => `the ${aspectWords[aspect] ?? aspect}`);
  const last = named.pop()!;
  return words(`${named.length > 0 ? `${named.join(', ')} and ` : ''}${last} of `);
}
