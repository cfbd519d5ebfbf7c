import type { EventCode } from '../program/program';

/** What the app hands over with an event: names of values by those of the plan, names of outcomes by their texts. */
export interface Payload {
  readonly values: ReadonlyMap<string, string>;
  readonly outcomes: ReadonlyMap<string, string>;
}

/** The names by which the expressions in one place of the code go. */
export interface Here {
  /** The variable of the route whose arguments are at hand, and its properties. */
  readonly route: string;
  readonly arguments: ReadonlyMap<string, string>;
  readonly payload: Payload;
  readonly flags: string;
}

/** A place outside of any screen. */
export const outside: Here = {
  route: '',
  arguments: new Map(),
  payload: { values: new Map(), outcomes: new Map() },
  flags: 'flags',
};

/** A place where a screen arrives: its arguments are at hand. */
export const onArrivalAt = (properties: ReadonlyMap<string, string>): Here => ({
  ...outside,
  route: 'route',
  arguments: properties,
});

/** The steps of an event; `properties` are those of the route on top, if the event belongs to a screen. */
export const inEvent = (payload: Payload, properties: ReadonlyMap<string, string> | null): Here => ({
  route: 'route',
  arguments: properties ?? new Map<string, string>(),
  payload,
  flags: 'steps.flags',
});

/** Names of what an app brings, in the order in which an event has it. */
export const namesIn = ({ brought, outcomes: texts }: EventCode, { values, outcomes }: Payload): string[] => [
  ...brought.map(({ name }) => values.get(name)!),
  ...texts.map((text) => outcomes.get(text)!),
];
