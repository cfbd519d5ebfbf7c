/** Names of the output, in languages that have a class for each route and each tap. */
import type { AskedValue, ScreenCode } from '../program/program';
import type { CodeNames } from './code-writer';

export interface ClassNames extends CodeNames {
  /** Types around the routes of a module, by its name. */
  readonly modules: ReadonlyMap<string, string>;
  /** Types of routes. */
  readonly routes: ReadonlyMap<ScreenCode, string>;
  /** Values of the enum of screens. */
  readonly screens: ReadonlyMap<ScreenCode, string>;
  /** Types of the taps and of the exits of a screen. */
  readonly taps: ReadonlyMap<ScreenCode, string>;
  readonly exits: ReadonlyMap<ScreenCode, string>;
  readonly variants: ReadonlyMap<string, string>;
  readonly questions: ReadonlyMap<AskedValue, string>;
}
