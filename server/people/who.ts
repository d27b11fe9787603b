import type { PlainDate } from '#core/base/time';
import type { Action } from '#core/base/vocabulary';
import { may, type Rights } from '#contracts/roles';
import type { SignedIn } from '#contracts/people';
import type { Database } from '../db/connect.ts';
import { todayIn, type Clock } from '../http/clock.ts';
import type { User } from '../db/models.ts';
import { onDay } from '../db/days.ts';
import { companyNow, rights } from '../settings/service.ts';
import { withReadableKeys } from './keys.ts';

/** How long what was read of a person or of the rights is taken as it is. */
const FRESH_MS = 1000;
const MOST_KEPT = 5000;

interface Kept<T> {
  readonly value: Promise<T>;
  readonly until: number;
}

/** A person as the server knows who asks. @param user with the memberships of today */
function signedInAs(user: User): SignedIn {
  const { id, login, displayName, role, oneTimeUntil } = user;
  const [membership] = (user as unknown as { memberships: { crewId: string }[] }).memberships;
  return {
    id,
    login,
    displayName,
    role,
    crewId: membership?.crewId ?? null,
    mustChoose: oneTimeUntil !== null,
  };
}

/**
 * Who somebody is and what the company lets them do, now: read from the database at each request, kept for a
 * second at most, so that a new role or an end of employment takes hold at once in every open session.
 */
export class Who {
  private readonly people = new Map<string, Kept<SignedIn | null>>();
  private kept: Kept<Rights> | undefined;
  private zone: Kept<string> | undefined;
  private readonly db: Database;
  private readonly clock: Clock;

  constructor(db: Database, clock: Clock) {
    this.db = db;
    this.clock = clock;
  }

  /** The person of an id as the record has them now; null when there is none or they have left. */
  person(id: string): Promise<SignedIn | null> {
    const known = this.people.get(id);
    if (known && known.until > performance.now()) return known.value;
    if (this.people.size >= MOST_KEPT) this.people.clear();
    const value = this.read(id);
    this.people.set(id, { value, until: performance.now() + FRESH_MS });
    value.catch(() => this.people.delete(id));
    return value;
  }

  private async read(id: string): Promise<SignedIn | null> {
    const today = await this.today();
    const user = await this.db.models.User.findOne({
      where: { id, active: true },
      include: [{ association: 'memberships', where: onDay(today), required: false }],
    });
    return user ? signedInAs(user) : null;
  }

  /** What the company lets each role do beyond the table. */
  rights(): Promise<Rights> {
    if (this.kept && this.kept.until > performance.now()) return this.kept.value;
    const value = this.readRights();
    this.kept = { value, until: performance.now() + FRESH_MS };
    value.catch(() => (this.kept = undefined));
    return value;
  }

  private async readRights(): Promise<Rights> {
    return rights(this.db, await this.today());
  }

  /** The day it is for the company. */
  private async today(): Promise<PlainDate> {
    if (!this.zone || this.zone.until <= performance.now()) {
      const value = companyNow(this.db).then(({ timeZone }) => timeZone);
      this.zone = { value, until: performance.now() + FRESH_MS };
      value.catch(() => (this.zone = undefined));
    }
    return todayIn(this.clock, await this.zone.value);
  }

  async may(person: SignedIn, action: Action): Promise<boolean> {
    return may(person.role, action, await this.rights());
  }

  /** An answer as this person may read it, see keys.ts. */
  readable<T>(person: SignedIn, answer: T): Promise<T> {
    return withReadableKeys({ db: this.db, clock: this.clock, who: this }, person, answer);
  }

  /** Somebody or the rights have changed: the next request looks anew. */
  forget(): void {
    this.people.clear();
    this.kept = undefined;
    this.zone = undefined;
  }
}
