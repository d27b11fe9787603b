import { diskIsFull } from './away.ts';
import type { Database } from './connect.ts';

/** Writes as much as a small page of work and takes it back: it fails where the disk is full. */
const PROBE = `
create temp table room_probe on commit drop as
select string_agg(md5(random()::text), '') as text from generate_series(1, 32768)`;

/**
 * Whether the database has room to write. Reading goes on with a full disk, so that a look at it alone says
 * nothing: once a write has failed for want of room, room is looked for by writing until there is some again.
 */
export class Room {
  private full = false;
  private readonly db: Database;

  constructor(db: Database) {
    this.db = db;
  }

  /** Told of every failure. */
  failed(error: unknown): void {
    if (diskIsFull(error)) this.full = true;
  }

  /** True when there is room, as far as anybody knows. @throws what the database says when it is away */
  async isThere(): Promise<boolean> {
    if (!this.full) return true;
    try {
      await this.db.transaction((transaction) => this.db.run(PROBE, [], transaction));
      this.full = false;
    } catch (error) {
      if (!diskIsFull(error)) throw error;
    }
    return !this.full;
  }
}
