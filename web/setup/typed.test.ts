import { newCompany } from '#contracts/setup';
import { problemsOf } from '../ui/forms/useTyped.ts';
import {
  asCompany,
  blank,
  fieldOf,
  loginFrom,
  newTypedPerson,
  problemsBeyond,
  type TypedCompany,
} from './typed.ts';

const filled = (more: Partial<TypedCompany> = {}): TypedCompany => ({
  ...blank('abcd'),
  name: 'Cordwain Cooling',
  timeZone: 'Europe/Lisbon',
  displayName: 'Ilse Brandt',
  password: 'kettle drum orange mast',
  again: 'kettle drum orange mast',
  yard: '38.72, -9.14',
  ...more,
});
const problems = (typed: TypedCompany) => [
  ...problemsOf<TypedCompany, unknown>(typed, {
    schema: newCompany,
    toBody: asCompany,
    fieldOf,
    also: problemsBeyond,
  }).problems.keys(),
];

describe('the first set-up', () => {
  it('is complete with a name, a manager and a password; the sign-in name comes from the first name', () => {
    expect(problems(filled())).toEqual([]);
    const company = asCompany(filled());
    expect(company.manager.login).toBe('ilse');
    expect(company.yard).toEqual({ name: 'Yard', lat: 38.72, lon: -9.14 });
    expect(company.crews[0]?.week.map((shift) => shift?.start ?? null)).toEqual([
      420,
      420,
      420,
      420,
      420,
      null,
      null,
    ]);
    expect(loginFrom('José  Silva')).toBe('josé');
  });

  it('lines nobody has begun are left out; who is no technician is in no crew', () => {
    const typed = filled();
    const crewId = typed.crews[0]?.id ?? '';
    const people = [
      newTypedPerson(crewId),
      { ...newTypedPerson(crewId), displayName: 'Pavo Lindt' },
      { ...newTypedPerson(crewId), displayName: 'Dora', role: 'dispatcher' as const },
    ];
    expect(asCompany({ ...typed, people }).people).toMatchObject([
      { login: 'pavo', crewId },
      { login: 'dora', crewId: null },
    ]);
  });

  it('what is wrong stands at its field', () => {
    const typed = filled({ name: '', again: 'else', yard: 'behind the mill', password: 'short' });
    const [crew] = typed.crews;
    if (crew) Object.assign(crew, { from: '16:00', until: '07:00' });
    expect(problems(typed).sort()).toEqual(['again', 'crews.0.until', 'name', 'password', 'yard']);
  });
});
