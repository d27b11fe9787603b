import { z } from 'zod';
import { id, listQuery, longText, name, shortText, version } from './common.ts';

export const customerFields = z.object({
  name,
  phone: shortText.nullable(),
  /** Where its bills go, where that is not one of its sites. */
  billingAddress: shortText.nullable(),
  notes: longText.nullable(),
});
export const newCustomer = customerFields
  .partial({ phone: true, billingAddress: true, notes: true })
  .extend({ id });
export const customerPatch = customerFields.partial().extend({ version, retired: z.boolean().optional() });
export const customerList = listQuery(['name', 'sites', 'units', 'phone']).extend({
  /** Whether anything of it is on record. */
  has: z.enum(['units', 'no units']).optional(),
});
export type CustomerOnly = Partial<Pick<z.infer<typeof customerList>, 'has'>>;

export type NewCustomer = z.infer<typeof newCustomer>;
export type CustomerPatch = z.infer<typeof customerPatch>;

export interface CustomerView {
  readonly id: string;
  readonly name: string;
  readonly phone: string | null;
  readonly billingAddress: string | null;
  readonly notes: string | null;
  readonly retiredAt: string | null;
  readonly version: number;
}

export interface CustomerRow extends CustomerView {
  readonly sites: number;
  readonly units: number;
}
