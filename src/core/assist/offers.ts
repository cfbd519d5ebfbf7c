/** Completions for names, best first. */
import { quote } from '../language/tokens';
import type { Screen } from '../plan/model';
import { assignable, baseTypes, required, showType } from '../plan/types';
import { valuesInScope } from '../supply/fitting';
import type { Caret } from './caret';
import { keyword, keywords, named, type Completion } from './completion';

/** Names that can stand at a caret, as a list. */
export type CompletionSource = (caret: Caret) => Completion[];

/** Texts in quotation marks, each once. */
const texts = (all: readonly string[]): Completion[] => [...new Set(all)].map((text) => named('text', quote(text)));

/** Other screens, those of the same module first. */
export const screens: CompletionSource = ({ plan, screen: own }) => {
  const near = (screen: Screen): number => (screen.module === own?.module ? 0 : 1);
  return plan.screens
    .filter((screen) => screen !== own)
    .sort((a, b) => near(a) - near(b))
    .map((screen) => named('screen', screen.label, screen.title?.value ?? ''));
};

export const flags: CompletionSource = ({ plan }) =>
  plan.flags.map((flag) => named('flag', flag.name, showType(flag.type)));

/** Values of a flag; its name stands two words before the caret. */
export const flagValues: CompletionSource = (caret) => {
  const flag = caret.plan.flags.find((one) => one.name === caret.word(2));
  return (flag?.values ?? []).map((value) => named('value', value, showType(flag!.type)));
};

/** Behind `is`: the possible values of the flag, or `given`. */
export const compared: CompletionSource = (caret) => {
  const isFlag = caret.plan.flags.some((one) => one.name === caret.word(2));
  return [...flagValues(caret), ...keywords(isFlag ? ['not'] : ['not', 'given'])];
};

/** Names for a condition: flags, and optional values for `is given`. */
export const conditions: CompletionSource = (caret) => [
  ...flags(caret),
  ...valuesInScope(caret.scope)
    .filter(({ type }) => type.kind === 'optional')
    .map(({ path, type }) => named('value', `${path} is given`, showType(type))),
  keyword('not'),
];

export const variants: CompletionSource = ({ plan }) =>
  plan.variants.map((variant) => named('value', variant, 'variant'));

export const base: CompletionSource = () => baseTypes.map((name) => named('type', name));

export const types: CompletionSource = (caret) => [
  ...[...caret.plan.types].map(([name, { node }]) => named('type', name, node.kind)),
  ...base(caret),
  named('type', 'list of'),
];

/** Values for a default or a sample. */
export const literals: CompletionSource = ({ plan, declaredType }) => {
  const type = plan.types.get(declaredType)?.type;
  if (type?.kind === 'choice') return type.options.map((option) => named('value', option, declaredType));
  return declaredType === 'bool' ? keywords(['false', 'true']) : [];
};

/** Values that can get the result of the screen that is opened just before. */
export const askers: CompletionSource = ({ screen, opened }) =>
  (screen?.holds ?? [])
    .filter(({ type }) => !opened?.returns || assignable(opened.returns.type, type))
    .map(({ name, type }) => named('value', name, showType(type)));

/** Values that the screen can hand back. */
export const answers: CompletionSource = ({ scope, screen }) => {
  const wanted = screen?.returns?.type;
  const options = wanted?.kind === 'choice' ? wanted.options : [];
  return [
    ...valuesInScope(scope)
      .filter(({ type }) => !wanted || assignable(type, wanted))
      .map(({ path, type }) => named('value', path, showType(type))),
    ...options.map((option) => named('value', option, showType(wanted!))),
  ];
};

/** Values of the screen that a walk expects. */
export const expected: CompletionSource = (caret) => {
  const screen = caret.isWord(3, 'expect') ? caret.plan.screens.find(({ name }) => name === caret.word(2)) : null;
  return [...(screen?.parameters ?? []), ...(screen?.holds ?? [])].map(({ name, type }) =>
    named('value', `${name} = `, showType(type)),
  );
};

/** Lists that a trigger can be there for. */
export const lists: CompletionSource = ({ scope }) =>
  valuesInScope(scope)
    .filter(({ type }) => required(type).kind === 'list')
    .map(({ path, type }) => named('value', path, showType(type)));

/** Subjects of a rule's findings, after `accept RULE on`. */
export const subjects: CompletionSource = ({ check, rule }) => {
  const about = check.findings.filter((finding) => finding.rule === rule).flatMap((finding) => finding.subject ?? []);
  return [...new Set(about)].map((label) => {
    const insert = /^[A-Za-z_][A-Za-z0-9_.]*$/.test(label) ? label : quote(label);
    return { label, kind: 'value', detail: rule ?? '', insert };
  });
};

export const triggers: CompletionSource = ({ plan }) =>
  texts(plan.screens.flatMap((screen) => screen.transitions.map((transition) => transition.trigger)));

export const entries: CompletionSource = ({ plan }) => texts(plan.entries.map((entry) => entry.label));

export const tabs: CompletionSource = ({ plan }) =>
  texts(plan.tabBars.flatMap((bar) => bar.tabs.map((tab) => tab.label)));

export const ownEvents: CompletionSource = ({ plan }) => texts(plan.events.map((event) => event.title));

export const menuItems: CompletionSource = ({ plan }) =>
  texts(plan.menus.flatMap((menu) => menu.items.map((item) => item.label)));
