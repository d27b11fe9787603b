import { readFileSync } from 'node:fs';

/** The version of what runs; commands run from the project's root, built or not. */
export const VERSION = (JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }).version;
