/** What a manager looks at to know that Gradum itself is sound. */
export interface SystemView {
  readonly version: string;
  readonly migration: string;
  readonly node: string;
  readonly postgres: string;
  readonly databaseBytes: number;
  readonly counts: Readonly<
    Record<'customers' | 'sites' | 'units' | 'calls' | 'visits' | 'entries' | 'photos', number>
  >;
  readonly startedAt: string;
  /** Null: none was ever made. */
  readonly lastBackup: { readonly at: string; readonly file: string; readonly bytes: number } | null;
  readonly sessions: number;
  /** Imports that were looked at and neither applied nor forgotten. */
  readonly openImports: number;
  readonly standIns: readonly {
    readonly name: string;
    readonly state: 'answers' | 'does not answer' | 'not set up';
    readonly ms: number | null;
  }[];
}
