/** Sites with their contacts come in by file, and where a customer's bills go. */
export const SITES_FILES = /* sql */ `
alter table customers add column billing_address text;
alter table import_records
  drop constraint import_records_kind_check,
  add constraint import_records_kind_check
    check (kind in ('customer', 'site', 'unit', 'call', 'visit', 'contact'));
`;
