import type { TextRange } from '../../language/range';
import { quote } from '../../language/tokens';
import type { ParameterModel, PlanModel, ScreenModel } from '../../model/model';
import { placeOf, toModel } from '../../model/to-model';
import { callText, conditionText, fieldText, typeText, valueText } from '../../model/write-expression';
import * as write from '../../model/write-statement';
import type { Plan, Screen } from '../../plan/model';
import type { Worded } from './words';
import type { Aspects, PlanPart, PartKind } from './part';
import { branchAspects, stepAspects } from './transition-aspects';

/**
 * The parts of a plan, each owner before what stands in its block. Linear in the plan.
 *
 * @param isWhole whether a screen's part stands for all that the screen holds, whose parts are then left out
 */
export function partsOf(worded: Worded, isWhole: (index: number) => boolean): PlanPart[] {
  const { screens } = worded.plan;
  const cut = screens.filter(({ index }) => !isWhole(index));
  const parts = new PartList(worded);
  parts.addPlan(toModel(worded.plan, cut), cut);
  return parts.list;
}

/** The parts within one screen. */
export function partsWithin(worded: Worded, screen: PlanPart, index: number): PlanPart[] {
  const [model] = toModel(worded.plan, [worded.plan.screens[index]!]).screens;
  const parts = new PartList(worded);
  parts.addMembers(model!, index, screen);
  return parts.list;
}

/** The facts of a part that its owner does not give. */
interface Statement {
  readonly kind: PartKind;
  readonly name: string;
  readonly text: string;
  readonly doc?: string;
  readonly aspects?: () => Aspects;
  /** What tells it from its siblings, unless the name does. */
  readonly by?: string;
  readonly isOrdered?: boolean;
  readonly range?: (TextRange & { readonly headTo?: number }) | null | undefined;
}

const noAspects = (): Aspects => ({});
const listed = (names: readonly string[] | undefined): string => names?.join(', ') ?? '';
const placesText = (on: 'all' | 'roots' | readonly string[] | undefined): string =>
  typeof on === 'string' ? on : listed(on);

class PartList {
  readonly list: PlanPart[] = [];
  private readonly taken = new Map<string, number>();
  private readonly places = new Map<string, number>();
  private readonly plan: Plan;

  constructor(private readonly worded: Worded) {
    this.plan = worded.plan;
  }

  /** @param cut the screens of the model */
  addPlan(model: PlanModel, cut: readonly Screen[]): void {
    const { tree } = this.plan;
    const rangeOfKind = (kind: string): TextRange | undefined => tree.declarations.find((node) => node.kind === kind);
    if (model.app !== undefined)
      this.add(null, {
        kind: 'app',
        name: model.app,
        by: '',
        text: `app ${quote(model.app)}`,
        doc: model.doc ?? '',
        aspects: () => ({ name: model.app! }),
        range: rangeOfKind('app'),
      });
    for (const url of model.origins) this.add(null, { kind: 'origin', name: url, text: `origin ${url}` });
    for (const name of model.variants)
      this.add(null, {
        kind: 'variant',
        name,
        text: write.variantText(model, name),
        aspects: () => ({ size: model.sizes?.[name] ?? '' }),
        isOrdered: true,
        range: rangeOfKind('variants'),
      });
    const { start, motion } = model;
    if (start)
      this.add(null, {
        kind: 'start',
        name: start.screen,
        by: '',
        text: `start ${callText(start)}`,
        aspects: () => ({ target: start.screen, arguments: callText(start) }),
        range: rangeOfKind('start'),
      });
    if (motion !== undefined)
      this.add(null, {
        kind: 'motion',
        name: motion,
        by: '',
        text: `motion ${motion}`,
        aspects: () => ({ motion }),
        range: rangeOfKind('motion'),
      });
    if (model.backLeaves)
      this.add(null, {
        kind: 'back leaves',
        name: 'back leaves',
        text: 'back leaves',
        range: rangeOfKind('back leaves'),
      });
    this.addTypes(model);
    this.addScreens(model, cut);
    this.addShared(model);
  }

  private addTypes(model: PlanModel): void {
    for (const one of model.ids)
      this.addPart(null, one, {
        kind: 'type',
        name: one.name,
        text: write.idLine(one),
        aspects: () => ({ base: one.base }),
      });
    for (const one of model.choices)
      this.addPart(null, one, {
        kind: 'type',
        name: one.name,
        text: write.choiceLine(one),
        aspects: () => ({ options: listed(one.options) }),
      });
    for (const one of model.records)
      this.addPart(null, one, {
        kind: 'type',
        name: one.name,
        text: write.recordLine(one),
        aspects: () => ({ fields: listed(one.fields.map(fieldText)) }),
      });
    for (const one of model.flags)
      this.addPart(null, one, {
        kind: 'flag',
        name: one.name,
        text: write.flagLine(one),
        aspects: () => ({ type: one.choice ?? 'bool', initial: one.initial ? valueText(one.initial) : '' }),
      });
  }

  private addScreens(model: PlanModel, cut: readonly Screen[]): void {
    const modules = new Map<string, string>();
    for (const one of model.modules) {
      const module = this.addPart(null, one, {
        kind: 'module',
        name: one.name,
        text: write.moduleHead(one),
        aspects: () => ({ owner: one.owner ?? '' }),
      });
      modules.set(one.name, module.key);
      for (const each of one.takes ?? []) this.addArgument(module, each);
    }
    const models = new Map(cut.map(({ index }, at) => [index, model.screens[at]!]));
    for (const { index, node, module } of this.plan.screens) {
      const screen = models.get(index);
      const key = modules.get(module?.name ?? '') ?? null;
      const label = this.worded.labels[index]!;
      const owner = { key, screen: label, module: module?.name ?? null };
      if (screen) this.addMembers(screen, index, this.addScreen(owner, screen));
      else this.add(owner, { kind: 'screen', name: label, text: '', range: node });
    }
  }

  private addScreen(owner: Owner & { readonly screen: string }, model: ScreenModel): PlanPart {
    return this.addPart(owner, model, {
      kind: 'screen',
      name: owner.screen,
      text: write.screenHead(model),
      aspects: () => ({
        title: model.title ?? '',
        private: model.private ? 'private' : '',
        shape: model.as ?? '',
        only: listed(model.only),
        beside: model.beside ? `${model.beside.screen} ${listed(model.beside.only)}`.trim() : '',
      }),
    });
  }

  /** What stands in the block of a screen. */
  addMembers(model: ScreenModel, index: number, screen: PlanPart): void {
    for (const one of model.takes) this.addArgument(screen, one);
    for (const one of model.has)
      this.addPart(screen, one, {
        kind: 'value',
        name: one.name,
        text: write.hasLine(one),
        aspects: () => ({ type: typeText(one.type) }),
      });
    const { returns } = model;
    if (returns !== undefined)
      this.add(screen, {
        kind: 'result',
        name: typeText(returns),
        by: '',
        text: write.returnsLine(returns),
        aspects: () => ({ type: typeText(returns) }),
        range: this.plan.screens[index]!.returns?.node,
      });
    for (const one of model.needs)
      this.addPart(screen, one, {
        kind: 'needs',
        name: conditionText(one.condition),
        text: write.needsLine(one),
        aspects: () => ({ guard: conditionText(one.condition), ...stepAspects([one.else]) }),
        isOrdered: true,
      });
    for (const one of model.links)
      this.addPart(screen, one, {
        kind: 'link',
        name: one.pattern,
        text: write.linkLine(one),
        aspects: () => ({ pattern: one.pattern, under: one.under ? `under ${listed(one.under.map(callText))}` : '' }),
      });
    for (const one of model.on)
      this.addPart(screen, one, {
        kind: 'transition',
        name: one.trigger,
        text: write.onLine(one),
        aspects: () => ({
          label: one.trigger,
          only: listed(one.only),
          for: one.for ? `${one.for.variable} in ${valueText(one.for.in)}` : '',
          ...branchAspects(one.branches),
        }),
        isOrdered: true,
      });
  }

  private addArgument(owner: PlanPart, one: ParameterModel): void {
    this.addPart(owner, one, {
      kind: 'argument',
      name: one.name,
      text: write.takesLine(one),
      aspects: () => ({
        type: typeText(one.type),
        default: one.default ? valueText(one.default) : '',
        sample: one.sample ? valueText(one.sample) : '',
      }),
      isOrdered: true,
    });
  }

  /** What the screens share: tabs, menus, events, entries, rules, walks and accepts. */
  private addShared(model: PlanModel): void {
    for (const bar of model.tabs) {
      const tabs = this.addPart(null, bar, {
        kind: 'tabs',
        name: listed(bar.only),
        text: write.tabsHead(bar),
        aspects: () => ({ only: listed(bar.only) }),
      });
      for (const one of bar.items)
        this.addPart(tabs, one, {
          kind: 'tab',
          name: one.label,
          text: write.tabLine(one),
          aspects: () => ({ label: one.label, target: one.screen, arguments: callText(one), icon: one.icon ?? '' }),
          isOrdered: true,
        });
    }
    for (const one of model.menus) {
      const menu = this.addPart(null, one, {
        kind: 'menu',
        name: one.title,
        text: write.menuHead(one),
        aspects: () => ({ label: one.title, only: listed(one.only), on: placesText(one.on) }),
      });
      for (const item of one.items)
        this.addPart(menu, item, {
          kind: 'menu item',
          name: item.label,
          text: write.menuItemLine(item),
          aspects: () => ({ label: item.label, ...branchAspects(item.branches), icon: item.icon ?? '' }),
          isOrdered: true,
        });
    }
    for (const one of model.events ?? [])
      this.addPart(null, one, {
        kind: 'event',
        name: one.title,
        text: write.eventLine(one),
        aspects: () => ({
          label: one.title,
          only: listed(one.only),
          on: placesText(one.on),
          ...branchAspects(one.branches),
        }),
      });
    for (const one of model.entries)
      this.addPart(null, one, {
        kind: 'entry',
        name: one.label,
        by: `${one.door} ${one.label}`,
        text: write.entryLine(one),
        aspects: () => ({
          label: one.label,
          door: one.door,
          only: listed(one.only),
          target: 'url' in one.opens ? one.opens.url : callText(one.opens),
        }),
      });
    for (const one of model.rules)
      this.addPart(null, one, {
        kind: 'rule',
        name: one.title,
        text: write.ruleLine(one),
        aspects: () => ({ label: one.title, claim: write.ruleLine({ ...one, title: '' }) }),
      });
    for (const one of model.walks)
      this.addPart(null, one, {
        kind: 'walk',
        name: one.title,
        text: [write.walkHead(one), ...one.steps.map(write.walkStepLine)].join('\n'),
        aspects: () => ({ label: one.title, steps: one.steps.map(write.walkStepLine).join('\n') }),
      });
    for (const one of model.accepts)
      this.addPart(null, one, {
        kind: 'accept',
        name: one.rule,
        by: `${one.rule} ${one.on ?? ''}`,
        text: write.acceptLine(one),
        aspects: () => ({ because: one.because }),
      });
  }

  /** Adds a part that an object of the model stands for. */
  private addPart(owner: Owner | null, model: object, statement: Statement): PlanPart {
    return this.add(owner, { ...statement, doc: 'doc' in model ? String(model.doc) : '', range: placeOf(model) });
  }

  private add(owner: Owner | null, statement: Statement): PlanPart {
    const { kind, name, text, doc = '', aspects = noAspects, range } = statement;
    const placeOf = (from: number, to: number): TextRange => this.worded.placeOf({ from, to });
    const part: PlanPart = {
      kind,
      key: this.keyOf(owner, statement),
      owner: owner?.key ?? null,
      name,
      screen: owner?.screen ?? null,
      module: kind === 'module' ? name : (owner?.module ?? null),
      text,
      doc,
      aspects,
      place: this.placeAmong(owner, statement),
      range: range ? placeOf(range.from, range.to) : null,
      head: range ? placeOf(range.from, range.headTo ?? range.to) : null,
    };
    this.list.push(part);
    return part;
  }

  /** A key that no other part has: of a second one that would have it, with a number. Screens keep theirs anywhere. */
  private keyOf(owner: Owner | null, { kind, name, by = name }: Statement): string {
    const within = kind === 'screen' ? null : (owner?.key ?? null);
    const key = `${within === null ? '' : `${within} › `}${kind} ${by}`.trim();
    const namesakes = (this.taken.get(key) ?? 0) + 1;
    this.taken.set(key, namesakes);
    return namesakes === 1 ? key : `${key} #${namesakes}`;
  }

  private placeAmong(owner: Owner | null, { kind, isOrdered }: Statement): number | null {
    if (!isOrdered) return null;
    const siblings = `${owner?.key ?? ''} ${kind}`;
    const place = this.places.get(siblings) ?? 0;
    this.places.set(siblings, place + 1);
    return place;
  }
}

/** What a part takes over from the one whose block it stands in. */
type Owner = Pick<PlanPart, 'screen' | 'module'> & { readonly key: string | null };
