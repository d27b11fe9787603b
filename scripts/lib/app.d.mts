export function build(say: (text: string) => void): Promise<boolean>;
export function ensureDatabase(url: string): Promise<void>;
export function loadDemo(url: string, env?: Record<string, string>): boolean;
export function serve(options: {
  url: string;
  port: number;
  host?: string;
  env?: Record<string, string>;
  secret?: string;
}): Promise<{ address: string; stop: () => Promise<unknown>; failed: () => boolean }>;
