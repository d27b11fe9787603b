/** Rows of the demo, named as the database names them, so that loading is one statement a table. */
export interface Scenario {
  readonly today: string;
  readonly crews: Row[];
  readonly users: Row[];
  readonly crew_members: Row[];
  readonly absences: Row[];
  readonly on_call: Row[];
  readonly holidays: Row[];
  readonly customers: Row[];
  readonly agreements: Row[];
  readonly agreement_refinements: Row[];
  readonly sites: Row[];
  readonly contacts: Row[];
  readonly units: Row[];
  readonly circuits: Row[];
  readonly calls: Row[];
  readonly call_events: Row[];
  readonly visits: Row[];
  readonly visit_calls: Row[];
  readonly entries: Row[];
  readonly roofs: Row[];
  readonly site_points: Row[];
  readonly site_links: Row[];
  readonly model_notes: Row[];
  /** Photographs, drawn at loading from what they show. */
  readonly photos: PhotoRow[];
}

export type Row = Record<string, unknown> & { id?: string };

/** A photograph of the demo: a plate with these lines on it. */
export interface PhotoRow {
  readonly id: string;
  readonly unitId?: string | undefined;
  readonly modelNoteId?: string | undefined;
  readonly purpose: string;
  readonly caption: string;
  readonly lines: readonly string[];
  readonly marks: readonly { readonly x: number; readonly y: number; readonly text: string }[];
  readonly takenAt: string;
  readonly by: string;
}
