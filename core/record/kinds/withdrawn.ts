import { z } from 'zod';
import { kind } from './kind.ts';

/** Takes the line it supersedes off the sheet; why stands beside it. */
export const withdrawn = kind({ body: z.object({}), about: 'anything', says: () => '' });
