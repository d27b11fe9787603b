import { z } from 'zod';
import type { ReasonView } from './common.ts';

export const searchQuery = z.object({ q: z.string().trim().max(200).default('') });

export const FOUND_KINDS = ['customer', 'site', 'unit', 'call'] as const;

export interface Found {
  readonly kind: (typeof FOUND_KINDS)[number];
  readonly id: string;
  readonly title: string;
  readonly subtitle: string;
  /** For a unit that is likely meant: the reasons, strongest first. */
  readonly why?: readonly ReasonView[];
}
