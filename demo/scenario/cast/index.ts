import { HOUSES } from './houses.ts';
import { PUBLIC } from './public.ts';
import { TRADE } from './trade.ts';

/* Who plays in the demo. Every person, company, maker and place is invented. */
export * from './makers.ts';
export * from './people.ts';
export type { CustomerCast, SiteCast } from './shape.ts';

export const CUSTOMERS = [...TRADE, ...PUBLIC, ...HOUSES];
