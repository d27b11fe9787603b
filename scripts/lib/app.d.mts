import type { ChildProcess } from 'node:child_process';

export function build(say: (text: string) => void): Promise<boolean>;
export function ensureDatabase(url: string, adminUrl?: string): Promise<void>;
export function keepLastFiles<T>(web: string, make: () => T): T;
export function copyDatabase(url: string, name: string): Promise<string>;
export function loadDemo(url: string, env?: Record<string, string>): boolean;
export function serve(options: {
  url: string;
  port: number;
  host?: string;
  env?: Record<string, string>;
  secret?: string;
  started?: (pids: number[]) => void;
  standIn?: boolean;
}): Promise<{
  address: string;
  /** Where what the demo tells its customers arrives. */
  post: string | undefined;
  server: ChildProcess;
  stop: () => Promise<unknown>;
  failed: () => boolean;
}>;
