/** What codes of boards mean is read off every sheet that says so. */
export const CHARTS = /* sql */ `
create index entries_of_codes on entries (occurred_at) where kind = 'code';
`;
