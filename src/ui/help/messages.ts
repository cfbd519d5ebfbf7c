import type { Message } from '../../core/rules/parts/message';
import type { Severity } from '../../core/rules/parts/rule';

/** Asks the worker of the help pages for the verdict on a plan. */
export interface TryMessage {
  readonly id: number;
  readonly text: string;
}

export interface TriedFinding {
  readonly rule: string;
  readonly severity: Severity;
  readonly line: number;
  readonly summary: Message;
}

export interface Tried {
  readonly id: number;
  readonly screens: number;
  readonly reached: number;
  readonly findings: readonly TriedFinding[];
}

export type TryReply = Tried | { readonly id: number; readonly failed: string };
