import type { Page } from '#contracts/common';
import type { CustomerPatch, CustomerRow, CustomerView, NewCustomer } from '#contracts/customers';
import type { SiteRow } from '#contracts/sites';
import { api, listParams, type ListAsk } from './base.ts';
import { affected, list, one } from './tags.ts';
import { ofOne } from './one.ts';

type CustomerPageView = CustomerView & { siteRows: SiteRow[] };

export const {
  useCustomersQuery,
  useLazyCustomersQuery,
  useCustomerQuery: askCustomerQuery,
  useCreateCustomerMutation,
  useUpdateCustomerMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    customers: build.query<Page<CustomerRow>, ListAsk>({
      query: (params) => ({ url: '/customers', params: listParams({ ...params }) }),
      providesTags: list('customer'),
    }),
    customer: build.query<CustomerPageView, string>({
      query: (id) => `/customers/${id}`,
      providesTags: (_page, _error, id) => [one('customer', id), ...list('site')],
    }),
    createCustomer: build.mutation<CustomerPageView, NewCustomer>({
      query: (body) => ({ url: '/customers', method: 'POST', body }),
      invalidatesTags: (_page, _error, { id }) => affected({ entity: 'customer', id }),
    }),
    updateCustomer: build.mutation<CustomerPageView, { id: string; patch: CustomerPatch }>({
      query: ({ id, patch }) => ({ url: `/customers/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (_page, _error, { id }) => affected({ entity: 'customer', id }),
    }),
  }),
});
export const useCustomerQuery = ofOne<string, CustomerPageView>(askCustomerQuery);
