import type { ChildProcess } from 'node:child_process';

export const host: string;
export function needFree(port: number): Promise<void>;
export function freePort(): Promise<number>;
export function startServer(
  port: number,
  env?: Record<string, string>,
): Promise<{ address: string; child: ChildProcess; ended: Promise<number | null> }>;
