import { v7 as uuid } from 'uuid';
import { clockTyped, minutesOfDay, zoneTyped } from '#core/base/time';
import type { NewCompany } from '#contracts/setup';
import type { Role } from '#contracts/roles';
import { positionIn } from '../maps/position.ts';

/** The first set-up as it is typed. Ids are minted once, so that a second try is the same company. */
export interface TypedCompany {
  readonly id: string;
  readonly managerId: string;
  word: string;
  name: string;
  timeZone: string;
  units: 'US' | 'metric';
  displayName: string;
  login: string;
  password: string;
  again: string;
  yardName: string;
  yard: string;
  crews: TypedCrew[];
  people: TypedPerson[];
}
interface TypedCrew {
  readonly id: string;
  name: string;
  from: string;
  until: string;
  saturday: boolean;
}
interface TypedPerson {
  readonly id: string;
  displayName: string;
  login: string;
  role: Role;
  crewId: string;
}

export const newTypedCrew = (name: string): TypedCrew => ({
  id: uuid(),
  name,
  from: '07:00',
  until: '16:00',
  saturday: false,
});
export const newTypedPerson = (crewId: string): TypedPerson => ({
  id: uuid(),
  displayName: '',
  login: '',
  role: 'technician',
  crewId,
});

export const blank = (word: string): TypedCompany => ({
  id: uuid(),
  managerId: uuid(),
  word,
  name: '',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  units: 'US',
  displayName: '',
  login: '',
  password: '',
  again: '',
  yardName: 'Yard',
  yard: '',
  crews: [newTypedCrew('Crew 1')],
  people: [],
});

/** @example loginFrom('Ada Quillfeather') // "ada" */
export const loginFrom = (displayName: string): string =>
  (displayName.trim().split(/\s+/)[0] ?? '').toLowerCase().replace(/[^\p{L}\p{N}._-]/gu, '');

const minutes = (text: string): number => {
  try {
    return minutesOfDay(clockTyped(text) ?? text);
  } catch {
    return Number.NaN;
  }
};

/** Lines that nobody has begun are left out. */
const begun = (person: TypedPerson): boolean =>
  person.displayName.trim() !== '' || person.login.trim() !== '';

/** What is typed, as the contract wants it. A position that cannot be read is said by {@link yardProblem}. */
export function asCompany(typed: TypedCompany): Omit<NewCompany, never> {
  const { id, word, name, timeZone, units, managerId, displayName, login, password } = typed;
  return {
    id,
    word,
    company: { name, timeZone: zoneTyped(timeZone) ?? timeZone, units },
    yard: yardOf(typed),
    manager: { id: managerId, displayName, login: login || loginFrom(displayName), password },
    crews: typed.crews.map((crew) => {
      const shift = { start: minutes(crew.from), end: minutes(crew.until) };
      return {
        id: crew.id,
        name: crew.name,
        week: [shift, shift, shift, shift, shift, crew.saturday ? shift : null, null],
        start: null,
      };
    }),
    people: typed.people
      .filter(begun)
      .map((person) => ({
        id: person.id,
        displayName: person.displayName,
        login: person.login || loginFrom(person.displayName),
        role: person.role,
        crewId: person.role === 'technician' && person.crewId ? person.crewId : null,
      })),
  };
}

function yardOf({ yard, yardName }: TypedCompany): NewCompany['yard'] {
  if (yard.trim() === '') return null;
  try {
    return { name: yardName.trim() || 'Yard', ...positionIn(yard) };
  } catch {
    return null;
  }
}

/** What is wrong beyond the contract. */
export function problemsBeyond(typed: TypedCompany): [string, string][] {
  const problems: [string, string][] = [];
  if (typed.password !== typed.again) problems.push(['again', 'is not the same as the one above']);
  if (typed.yard.trim() !== '') {
    try {
      positionIn(typed.yard);
    } catch (error) {
      problems.push(['yard', (error as Error).message]);
    }
  }
  return problems;
}

/** The field of the form that a path of the contract stands in. */
export function fieldOf(path: readonly PropertyKey[]): string {
  const [part, second, third] = path.map(String);
  if (part === 'company' || part === 'manager') return String(second);
  if (part === 'crews') {
    // The days of a week have one pair of fields here.
    if (third === 'week') return `crews.${second}.${path.at(-1) === 'start' ? 'from' : 'until'}`;
    return `crews.${second}.${third}`;
  }
  if (part === 'people') return `people.${second}.${third}`;
  return String(part);
}
