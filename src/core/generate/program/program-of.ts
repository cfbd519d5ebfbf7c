import {
  isIn,
  type Call,
  type MenuItem,
  type Only,
  type Places,
  type Plan,
  type PlanEvent,
  type Screen,
} from '../../plan/model';
import { leadsTo } from '../../plan/steps';
import { patternOf, type Pattern } from '../../links/pattern';
import { arrivalScope, emptyScope } from '../../plan/scope';
import { showType, type ChoiceType, type IdType, type RecordType, type Type } from '../../plan/types';
import { scopeOfElse, scopeOfMenu } from '../../supply/site';
import { defaultOf, mayBeOmitted } from './defaults';
import { ActionReader, type Place } from './read-actions';
import { groupTriggers, readEvent, sourceOf, statementOf, type Statement } from './read-events';
import { partsOf } from './read-expression';
import type {
  EntryCode,
  HappeningCode,
  LinkCode,
  MenuCode,
  ModuleCode,
  NeedCode,
  Opens,
  PlacesCode,
  Program,
  ScreenCode,
  TabBarCode,
} from './program';
import { isUsable, usable } from './usable';
import { compareTexts } from './words';

/**
 * The program of a plan: everything that it declares and that resolves, sorted by name where the order of declarations
 * means nothing. Never throws. Costs O(n log n) for n statements.
 */
export function programOf(plan: Plan): Program {
  return new ProgramReader(plan, true).read(true);
}

/** The program of a plan without links, and without the triggers of screens: to read these takes most of the time. */
export const outlineOf = (plan: Plan): Program => new ProgramReader(plan, false).read(false);

/** Screens alone, and the values for which their triggers wait. */
export function screensOf(plan: Plan, isAsked: (screen: Screen) => boolean): Pick<Program, 'screens' | 'questions'> {
  return new ProgramReader(plan, true).readScreens(isAsked);
}

const byName = <T extends { readonly name: string }>(a: T, b: T): number => compareTexts(a.name, b.name);

class ProgramReader {
  private readonly reader = new ActionReader();
  private readonly circumstances = new Set<string>();

  constructor(
    private readonly plan: Plan,
    private readonly hasTriggers: boolean,
  ) {}

  read(hasLinks: boolean): Program {
    const { plan, reader } = this;
    const start = plan.start && this.opensOutside(plan.start, 'start');
    if (!start)
      reader.add('unknown', { from: 0, to: 0 }, 'The plan has no start that opens a screen. The code cannot start.');
    const modules = this.modules();
    const screens = modules.flatMap((module) => module.screens);
    const tabBars = this.tabBars();
    const links = hasLinks ? this.links(start) : [];
    const menus = this.menus();
    const happenings = this.happenings();
    const types = [...plan.types.values()].map(({ type }) => type);
    const records = types.filter((type): type is RecordType => type.kind === 'record' && isUsable(type)).sort(byName);
    this.dropped();
    for (const { from, to, message } of plan.tree.problems)
      reader.add('left-out', { from, to }, `${message} The code has only what could be read there.`);
    return {
      plan,
      name: plan.name ?? 'App',
      ids: types.filter((type): type is IdType => type.kind === 'id' && isUsable(type)).sort(byName),
      choices: types.filter((type): type is ChoiceType => type.kind === 'choice' && isUsable(type)).sort(byName),
      records,
      recordOf: new Map(records.map((record) => [record.name, record])),
      flags: this.flags(),
      modules,
      screens,
      codeOf: new Map(screens.map((code) => [code.screen, code])),
      start,
      tabBars,
      menus,
      happenings,
      entries: this.entries(),
      links,
      questions: this.questions(),
      results: this.results(screens),
      circumstances: [...this.circumstances].sort(compareTexts),
      gaps: [...reader.gaps].sort((a, b) => a.range.from - b.range.from),
    };
  }

  readScreens(isAsked: (screen: Screen) => boolean): Pick<Program, 'screens' | 'questions'> {
    const screens = this.screens()
      .filter(isAsked)
      .map((screen) => this.screen(screen));
    return { screens, questions: this.questions() };
  }

  private questions(): Program['questions'] {
    return [...this.reader.asked].sort(
      (a, b) => compareTexts(a.screen.label, b.screen.label) || compareTexts(a.name, b.name),
    );
  }

  private flags(): Program['flags'] {
    const seen = new Set<string>();
    return this.plan.flags
      .filter(({ name, values }) => values.length > 0 && !seen.has(name) && seen.add(name))
      .sort(byName);
  }

  /** The screens that count: of two with one name in one module, the first. */
  private screens(): Screen[] {
    const seen = new Set<string>();
    return this.plan.screens.filter(({ label, name }) => name !== '' && !seen.has(label) && seen.add(label));
  }

  private modules(): ModuleCode[] {
    const { modules } = this.plan;
    const screens = this.screens().sort(byName);
    return [null, ...[...modules].sort(byName)].flatMap((module): ModuleCode[] => {
      const own = screens.filter((screen) => screen.module === module).map((screen) => this.screen(screen));
      return own.length > 0 ? [{ module, screens: own }] : [];
    });
  }

  private screen(screen: Screen): ScreenCode {
    const { plan, reader } = this;
    return {
      screen,
      parameters: usable(screen.parameters),
      triggers: (this.hasTriggers ? groupTriggers(screen, plan) : []).map((group) =>
        readEvent(
          plan,
          reader,
          group[0]!.trigger,
          `“${group[0]!.trigger}” on ${screen.label}`,
          group.map((transition) => statementOf(plan, transition)),
        ),
      ),
      needs: screen.needs.map((needs): NeedCode => {
        const bindings = { scope: scopeOfElse(screen, needs, plan), screen, flags: plan.flags };
        // What has been proved absent counts behind the else alone.
        const asked = { ...bindings, scope: arrivalScope(screen, plan.flags) };
        const test = reader.test({ ...asked, label: `What ${screen.label} needs` }, needs.condition, needs.node);
        for (const part of partsOf(test)) if (part.kind === 'outcome') this.circumstances.add(part.text);
        const place: Place = { ...bindings, label: `The else of ${screen.label}`, bring: null };
        return { test, source: sourceOf(plan, needs.node), actions: reader.actions(place, needs.otherwise) };
      }),
    };
  }

  /** A call of literals. */
  private opensOutside(call: Call, label: string): Opens | null {
    if (!call.target) {
      this.reader.add('unknown', call.reference, `${label} names no screen of the plan. The code does nothing here.`);
      return null;
    }
    return this.reader.opens({ scope: emptyScope, screen: null, flags: [], label, bring: null }, call);
  }

  private tabBars(): TabBarCode[] {
    return this.plan.tabBars.map(({ only, tabs }) => ({
      only,
      tabs: tabs.map((tab) => ({ tab, root: tab.call && this.opensOutside(tab.call, `The tab “${tab.label}”`) })),
    }));
  }

  private statement(of: MenuItem | PlanEvent, only: Only): Statement {
    const { plan } = this;
    return {
      part: of,
      only,
      branches: of.branches,
      bindings: (branch) => ({ scope: scopeOfMenu(of, branch, plan), screen: null, flags: plan.flags }),
    };
  }

  /** Nobody can tap a menu that has no items. */
  private menus(): MenuCode[] {
    const { plan, reader } = this;
    const menus = plan.menus.filter(({ items }) => items.length > 0);
    return menus.map((menu) => ({
      menu,
      items: menu.items.map((item) =>
        readEvent(plan, reader, item.label, `“${item.label}” in ${menu.title}`, [this.statement(item, menu.only)]),
      ),
      places: this.placesOf(menu.on, menu.items),
    }));
  }

  private happenings(): HappeningCode[] {
    const { plan, reader } = this;
    return [...plan.events]
      .sort((a, b) => compareTexts(a.title, b.title))
      .map((event) => ({
        event,
        code: readEvent(plan, reader, event.title, `The event “${event.title}”`, [this.statement(event, event.only)]),
        places: this.placesOf(event.on, [event]),
      }));
  }

  private placesOf(on: Places, parts: readonly (MenuItem | PlanEvent)[]): PlacesCode {
    if (on === 'all') return null;
    const { start } = this.plan;
    const roots = (): Screen[] => [...leadsTo(parts), ...(start?.target ? [start.target] : [])];
    const screens = new Set(on === 'roots' ? roots() : on);
    return { screens: [...screens].sort((a, b) => compareTexts(a.label, b.label)), andTabRoots: on === 'roots' };
  }

  private entries(): EntryCode[] {
    return [...this.plan.entries]
      .sort((a, b) => compareTexts(a.label, b.label))
      .flatMap((entry): EntryCode[] => {
        const screen = entry.call?.target ?? null;
        if (!entry.url && !screen) {
          this.reader.add('left-out', entry.node, `The entry “${entry.label}” opens nothing. The code leaves it out.`);
          return [];
        }
        return [{ entry, url: entry.url, screen }];
      });
  }

  private links(start: Opens | null): LinkCode[] {
    const { plan, reader } = this;
    const links = plan.screens.flatMap((screen) => screen.links);
    return links
      .flatMap((link, index): LinkCode[] => {
        const pattern = patternOf(link, index);
        if (!pattern) {
          reader.add(
            'left-out',
            link.node,
            `The link ${link.pattern} of ${link.screen.label} cannot be read. The code leaves it out.`,
          );
          return [];
        }
        const place: Place = {
          scope: arrivalScope(link.screen, []),
          screen: link.screen,
          flags: [],
          label: `The stack beneath ${link.pattern}`,
          bring: null,
        };
        const under = link.under?.filter(({ target }) => target).map((call) => reader.opens(place, call));
        const brings = new Set([
          ...pattern.segments.flatMap(({ parts }) =>
            parts.flatMap((part) => ('variable' in part ? [part.variable] : [])),
          ),
          ...[pattern.rest, ...pattern.query].flatMap((variable) => variable?.name ?? []),
        ]);
        const lacks = usable(link.screen.parameters).find(
          (parameter) => !brings.has(parameter.name) && !mayBeOmitted(parameter),
        );
        if (lacks)
          reader.add(
            'unsupplied',
            link.node,
            `The link ${link.pattern} does not bring ${lacks.name}. The code refuses its URLs.`,
          );
        const beneath = start && start.screen !== link.screen ? [start] : [];
        return [{ link, pattern, under: lacks || under?.includes(null) ? null : ((under as Opens[]) ?? beneath) }];
      })
      .sort(
        (a, b) =>
          compareTexts(a.pattern.rank, b.pattern.rank) ||
          compareTexts(fixedText(a.pattern), fixedText(b.pattern)) ||
          a.pattern.index - b.pattern.index,
      );
  }

  private results(screens: readonly ScreenCode[]): Type[] {
    const types = new Map<string, Type>();
    for (const { returns } of screens.map(({ screen }) => screen))
      if (returns && isUsable(returns.type)) types.set(showType(returns.type), returns.type);
    return [...types].sort(([a], [b]) => compareTexts(a, b)).map(([, type]) => type);
  }

  /** Declarations that the program lacks, because they have no type or no name of their own. */
  private dropped(): void {
    const { plan, reader } = this;
    const screens = new Set(this.screens());
    for (const screen of plan.screens) {
      if (!screens.has(screen))
        reader.add('left-out', screen.nameNode, 'A second screen of one name. The code leaves it out.');
      const parameters = new Set(usable(screen.parameters));
      for (const parameter of screen.parameters) {
        if (parameter.initial && parameters.has(parameter) && !defaultOf(parameter))
          reader.add(
            'brought',
            parameter.node,
            `The default of ${parameter.name} of ${screen.label} does not fit. The code asks for a value.`,
          );
        if (!parameters.has(parameter) && !parameter.module)
          reader.add(
            'left-out',
            parameter.node,
            `The argument ${parameter.name} of ${screen.label} has no type, or its name twice. The code leaves it out.`,
          );
      }
    }
    for (const { type, node } of plan.types.values())
      if (!isUsable(type)) reader.add('left-out', node, 'A part of this type is unknown. The code leaves it out.');
  }
}

/**
 * The fixed segments of a pattern. Of patterns as specific as one another that differ here, no URL fits both; of others
 * the first in the plan wins.
 */
const fixedText = ({ segments }: Pattern): string => segments.map(({ literal }) => literal ?? '{}').join('/');

/** The tabs of a variant; none if it has no bar. */
export const tabsOf = ({ tabBars }: Program, variant: string): TabBarCode['tabs'] =>
  tabBars.find(({ only }) => isIn(only, variant))?.tabs ?? [];
