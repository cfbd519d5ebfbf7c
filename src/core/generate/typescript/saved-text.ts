/** The part of the TypeScript output that is the same for each plan: values as a saved state has them. */
export const codecText = `/** Values as a saved state has them: literals of the plan's language, lists, and records. */
import type { Form } from './forms';

/** A literal, null for a value that is absent, a list, or a record by its fields. */
export type Written = string | null | readonly Written[] | WrittenRecord;
export interface WrittenRecord {
  readonly [name: string]: Written;
}

/** Why a state cannot be restored, in a sentence. */
export class NotRestored extends Error {}

/** Both ways between a value and its written form. */
export interface Codec<T> {
  write(value: T): Written;
  read(written: Written | undefined, name: string): T;
}

/** The codec of single values. */
export const literal = <T>({ fits, isQuoted, read, show }: Form<T>): Codec<T> => ({
  write: (value) => (isQuoted ? JSON.stringify(show(value)) : show(value)),
  read: (written, name) => {
    const text = typeof written === 'string' ? (isQuoted ? unquoted(written) : written) : null;
    const value = text !== null && fits.test(text) ? read(text) : null;
    if (value === null) throw new NotRestored(\`\${name} cannot be \${JSON.stringify(written)} any more.\`);
    return value;
  },
});

function unquoted(text: string): string | null {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'string' ? value : null;
  } catch {
    return null;
  }
}

export const optional = <T>({ write, read }: Codec<T>): Codec<T | null> => ({
  write: (value) => (value === null ? null : write(value)),
  read: (written, name) => (written === null || written === undefined ? null : read(written, name)),
});

export const list = <T>({ write, read }: Codec<T>): Codec<readonly T[]> => ({
  write: (values) => values.map(write),
  read: (written, name) => {
    if (!Array.isArray(written)) throw new NotRestored(\`\${name} has to be a list.\`);
    return written.map((each: Written) => read(each, name));
  },
});

/** The codec of a record; its fields are asked for when they are needed, since records may hold lists of themselves. */
export const record = <T extends object>(fields: () => Fields<T>): Codec<T> => ({
  write: (value) => writeFields(fields(), value),
  read: (written, name) => {
    if (typeof written !== 'object' || written === null || Array.isArray(written))
      throw new NotRestored(\`\${name} has to be a record.\`);
    return readFields(fields(), written as WrittenRecord);
  },
});

/** For each property the name in the plan, and the codec. */
export type Fields<T> = { readonly [K in keyof T]-?: readonly [name: string, codec: Codec<T[K]>] };

export function writeFields<T extends object>(fields: Fields<T>, value: T): WrittenRecord {
  const written: [string, Written][] = [];
  for (const key in fields) written.push([fields[key][0], fields[key][1].write(value[key])]);
  return Object.fromEntries(written);
}

export function readFields<T extends object>(fields: Fields<T>, written: WrittenRecord): T {
  const value: Partial<T> = {};
  for (const key in fields) {
    const [name, codec] = fields[key];
    value[key] = codec.read(Object.hasOwn(written, name) ? written[name] : undefined, name);
  }
  return value as T;
}
`;

/** The functions behind the codecs of a plan. */
export const savedText = `
/** A value of a screen that a step asks another screen for. */
interface Asked {
  readonly screen: Screen;
  readonly value: string;
  readonly codec: Codec<unknown>;
}

interface WrittenArrival {
  readonly by: Arrival['by'];
  readonly screen: string;
  readonly values?: WrittenRecord;
  readonly asker?: { readonly screen: string; readonly value: string };
  readonly link?: string;
}

interface WrittenFrame {
  readonly screen: string;
  readonly modal?: true;
  readonly values?: WrittenRecord;
  readonly asked?: string;
  readonly putOff?: WrittenArrival;
}

/** A state as JSON data: what an app writes down before it is killed. */
export interface WrittenState {
  readonly flags: Readonly<Record<string, string>>;
  readonly active: number;
  readonly stacks: readonly (readonly WrittenFrame[])[];
}

/** Writes a state down. Screens go by their names in the plan, so that the next version of the app can read them. */
export const save = ({ flags, active, stacks }: State): WrittenState => ({
  flags: writeFields(flagFields, flags) as Readonly<Record<string, string>>,
  active,
  stacks: stacks.map((stack) => stack.map(writeFrame)),
});

function writeFrame({ route, modal, asked, answers, putOff }: Frame): WrittenFrame {
  return {
    screen: route.screen,
    ...(modal && { modal }),
    values: { ...writeArguments(route), ...writeAnswers(answers) },
    ...(asked !== null && { asked: questionNamed(asked).value }),
    ...(putOff && { putOff: writeArrival(putOff) }),
  };
}

const writeArrival = ({ by, route, asker, link }: Arrival): WrittenArrival => ({
  by,
  screen: route.screen,
  values: writeArguments(route),
  ...(asker !== null && { asker: askerOf(questionNamed(asker)) }),
  ...(link !== null && { link }),
});

function writeArguments<S extends Screen>(route: Route<S>): WrittenRecord {
  return writeFields(argumentFields[route.screen as S] as unknown as Fields<Route<S>>, route);
}

function writeAnswers(answers: Answers): WrittenRecord {
  const written: [string, Written][] = [];
  for (const [key, { value, codec }] of questions)
    if (Object.hasOwn(answers, key)) written.push([value, codec.write(answers[key])]);
  return Object.fromEntries(written);
}

const askerOf = ({ screen, value }: Asked): { screen: Screen; value: string } => ({ screen, value });

function questionNamed(key: Question): Asked {
  const question = questions.get(key);
  if (!question) throw new TypeError(\`The plan asks for no \${key}.\`);
  return question;
}

/**
 * The state of written data.
 *
 * @throws NotRestored if the plan has changed: it lacks a screen, a value, a tab or a link of the data
 */
export function restore(variant: Variant, written: WrittenState): State {
  const count = tabsOf(variant).length + 1;
  if (written.stacks.length !== count)
    throw new NotRestored(\`It has \${written.stacks.length - 1} tabs, and \${variant} has \${count - 1}.\`);
  if (!Number.isInteger(written.active) || written.active < 0 || written.active >= count)
    throw new NotRestored(\`It has no stack \${written.active}.\`);
  const flags = { ...writeFields(flagFields, initialFlags), ...written.flags };
  return {
    variant,
    flags: readFields(flagFields, flags),
    active: written.active,
    stacks: written.stacks.map((stack) => {
      const frames: Frame[] = [];
      for (const frame of stack) frames.push(readFrame(variant, frame, frames.at(-1)));
      return frames;
    }),
  };
}

function readFrame(variant: Variant, written: WrittenFrame, below: Frame | undefined): Frame {
  const { screen, modal, values = {}, asked, putOff } = written;
  const route = readRoute(variant, screen, values);
  return {
    route,
    modal: modal ?? false,
    asked: asked === undefined || !below ? null : questionOf(below.route.screen, asked),
    answers: readAnswers(route.screen, values),
    putOff: putOff ? readArrival(variant, putOff) : null,
  };
}

function readRoute(variant: Variant, screen: string, values: WrittenRecord): Route {
  if (!isScreen(screen) || !isShownIn(variant, screen))
    throw new NotRestored(\`\${variant} has no screen \${screen} any more.\`);
  const fields = argumentFields[screen] as unknown as Fields<Arguments[Screen]>;
  return { ...readFields(fields, values), screen } as Route;
}

const isScreen = (name: string): name is Screen => Object.hasOwn(argumentFields, name);

function questionOf(screen: string, value: string): Question {
  for (const [key, asked] of questions) if (asked.screen === screen && asked.value === value) return key;
  throw new NotRestored(\`\${screen} has no value \${value} any more.\`);
}

/** The results that have come back to a screen: they stand beside its arguments. */
function readAnswers(screen: Screen, values: WrittenRecord): Answers {
  const answers: [string, unknown][] = [];
  for (const [key, { screen: own, value, codec }] of questions) {
    if (own === screen && Object.hasOwn(values, value)) answers.push([key, codec.read(values[value], value)]);
  }
  return Object.fromEntries(answers) as Answers;
}

function readArrival(variant: Variant, { by, screen, values = {}, asker, link }: WrittenArrival): Arrival {
  const route = readRoute(variant, screen, values);
  if (link !== undefined && !patterns.includes(link))
    throw new NotRestored(\`\${screen} has no link \${link} any more.\`);
  return { by, route, asker: asker ? questionOf(asker.screen, asker.value) : null, link: link ?? null };
}
`;
