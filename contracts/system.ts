/** Long work that runs now. */
export interface JobView {
  readonly name: string;
  readonly by: string;
  readonly startedAt: string;
  /** How much of it is done, 0 to 1. */
  readonly share: number;
  readonly step: string;
}

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
  readonly jobs: readonly JobView[];
  /** The newest imports that were taken in. */
  readonly imports: readonly {
    readonly fileName: string;
    readonly kind: string;
    readonly by: string | null;
    readonly at: string;
  }[];
  readonly standIns: readonly {
    readonly name: string;
    readonly state: 'answers' | 'does not answer' | 'not set up';
    readonly ms: number | null;
  }[];
}
