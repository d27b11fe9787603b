/** Rows of the demo, named as the database names them, so that loading is one statement a table. */
export interface Scenario {
  readonly today: string;
  readonly crews: Row[];
  readonly users: Row[];
  readonly customers: Row[];
  readonly sites: Row[];
  readonly units: Row[];
  readonly circuits: Row[];
  readonly calls: Row[];
  readonly visits: Row[];
  readonly visit_calls: Row[];
  readonly entries: Row[];
}

export type Row = Record<string, unknown> & { id?: string };
