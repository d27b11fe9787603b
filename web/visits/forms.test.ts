import { newEntry } from '#contracts/visits';
import {
  closingAtFirst,
  entryOf,
  FORMS,
  judgeTyped,
  outcomeField,
  readingSetOf,
  unitName,
  waitingField,
  type Values,
  carriedTo,
} from './forms.ts';

const ID = '0198a1b2-0000-7000-8000-000000000001';
const sent = (kind: keyof typeof FORMS, values: Values) =>
  newEntry.safeParse({
    id: ID,
    visitId: ID,
    unitId: ID,
    occurredAt: '2026-06-01T10:00:00Z',
    kind,
    body: FORMS[kind].toBody(values),
  });

/** A filled-in form of kinds; those that are drawn as they ask are held by what they ask. */
const FILLED: Record<keyof typeof FORMS, Values> = {
  'reading set': {
    mode: 'cooling',
    outdoorF: '88',
    condenser: 'wet',
    'suction pressure': '118',
    'suction line': '52,5',
  },
  look: { part: 'burner', sign: 'soot', looked: 'panels off', by: 'eye', hidden: 'the back' },
  comparison: { what: 'amps L1', here: '18 A', there: '11 A', sister: 'RTU-2', says: 'differs' },
  code: { board: 'main', code: '3 flashes', when: 'now', means: 'pressure proof' },
  step: { sequence: 'heating', step: 'inducer starts', happened: 'did not happen' },
  weather: { outdoorF: '88', sky: 'sun' },
  adjustment: { what: 'gas pressure', found: '4.2', left: '3.5' },
  finding: { component: 'run cap', failure: 'weak', grade: 'presumed', system: 'cooling' },
  work: {
    text: 'new motor',
    'task filters and belts': true,
    'task cooling start-up': false,
    leakRepair: 'proven',
    slot: 'blower motor@',
    model: 'B-2',
  },
  refrigerant: { refrigerant: 'R-410A', addedLb: '2.5', notWeighed: false, afterOpening: true },
  'condition left': { condition: 'safety bypassed', text: 'limit jumpered', told: 'foreman' },
  'condition closed': { conditionId: ID, text: 'contactor in' },
  explained: { act: `${ID} superheat`, text: 'meter was off' },
  recommendation: { text: 'replace' },
  note: { text: 'key at the till' },
  leave: { outcome: 'waiting', waitingFor: 'parts' },
};

describe('the forms of a visit sheet', () => {
  it.each(Object.keys(FILLED) as (keyof typeof FORMS)[])(
    '%s: what is typed is what the contract takes, and comes back into the form',
    (kind) => {
      const read = sent(kind, FILLED[kind]);
      expect(read.error?.issues ?? []).toEqual([]);
      const body = FORMS[kind].toBody(FILLED[kind]);
      expect(FORMS[kind].toBody(FORMS[kind].fromBody(body))).toEqual(body);
    },
  );

  it('leaving says how each call is left; what waits says for what', () => {
    const other = '0198a1b2-0000-7000-8000-000000000002';
    const values = {
      [outcomeField(ID)]: 'done',
      [outcomeField(other)]: 'waiting',
      [waitingField(other)]: 'approval',
    };
    const body = FORMS.leave.toBody(values);
    expect(body).toEqual({
      outcome: 'not reached',
      calls: [
        { callId: ID, outcome: 'done' },
        { callId: other, outcome: 'waiting', waitingFor: 'approval' },
      ],
    });
    expect(FORMS.leave.toBody(FORMS.leave.fromBody(body))).toEqual(body);
    expect(FORMS.leave.toBody({ [outcomeField(ID)]: 'done', [waitingField(ID)]: 'parts' })).toEqual({
      outcome: 'done',
    });
    expect(sent('leave', { [outcomeField(ID)]: '' }).error?.issues[0]?.path).toEqual(['body', 'outcome']);
  });

  it('a part chosen from the list is that part, a word of one’s own stays a word', () => {
    expect(FORMS.finding.toBody({ component: 'inducer', failure: 'worn', grade: 'proven' })).toMatchObject({
      component: 'inducer',
      part: 'inducer',
    });
    expect(
      FORMS.finding.toBody({ component: 'draft fan', failure: 'worn', grade: 'proven' }).part,
    ).toBeUndefined();
  });

  it('names the field that is missing or no number', () => {
    const paths = (kind: keyof typeof FORMS, values: Values) =>
      sent(kind, values).error?.issues.map((i) => i.path.join('.'));
    expect(paths('finding', { component: '', failure: 'x', grade: 'proven' })).toEqual(['body.component']);
    expect(paths('refrigerant', { refrigerant: 'R-22', addedLb: 'two' })).toEqual(['body.addedLb']);
    expect(paths('reading set', {})).toEqual(['body.readings']);
    expect(paths('leave', {})).toEqual(['body.outcome']);
    expect(paths('condition left', { condition: 'gas leak suspected', text: 'smell' })).toEqual([
      'body.told',
    ]);
  });

  it('ignores half-typed numbers in the live results', () => {
    expect(readingSetOf({ 'suction pressure': '1-', 'suction line': '52' }).readings).toEqual([
      { point: 'suction line', value: 52, unit: '°F' },
    ]);
  });

  it('carbon monoxide of 1,200 ppm is never 1.2: it is read as it is written, or asked about', () => {
    const gas = (written: string) => readingSetOf({ mode: 'heating', 'flue CO': written }).readings[0]?.value;
    expect([gas('1,200'), gas('1 200'), gas('1200 ppm'), gas('1.200'), gas('0x46')]).toEqual([
      1200,
      1200,
      1200,
      undefined,
      undefined,
    ]);
    expect(judgeTyped('concentration', 'ppm', '1,200').hint).toBe('read as 1,200 ppm');
    expect(judgeTyped('concentration', 'ppm', '1.200').error).toMatch(/1200 or as 1.2/);
    const refused = sent('reading set', { mode: 'heating', 'flue CO': '1.200' });
    expect(refused.error?.issues[0]?.path.join('.')).toBe('body.readings.0.value');
  });

  it('a number keeps the unit it was typed in, over amending too', () => {
    const typed: Values = {
      mode: 'cooling',
      'suction line': '11.1',
      [unitName('suction line')]: '°C',
      'liquid line': '90',
    };
    const body = FORMS['reading set'].toBody(typed);
    expect(body.readings).toEqual([
      { point: 'suction line', value: 11.1, unit: '°C' },
      { point: 'liquid line', value: 90, unit: '°F' },
    ]);
    const again = FORMS['reading set'].fromBody(body);
    expect(again[unitName('suction line')]).toBe('°C');
    expect(FORMS['reading set'].toBody(again)).toEqual(body);
  });

  it('what is kept in customary units is converted: 35 °C is 95 °F, 1 kg is 2.205 lb (NIST SP 811)', () => {
    expect(
      FORMS['reading set'].toBody({ outdoorF: '35', [unitName('outdoorF')]: '°C', 'suction line': '50' })
        .outdoorF,
    ).toBe(95);
    expect(readingSetOf({ outdoorF: '35', [unitName('outdoorF')]: '°C' }).outdoorF).toBe(95);
    const weighed = FORMS.refrigerant.toBody({
      refrigerant: 'R-22',
      addedLb: '1',
      [unitName('addedLb')]: 'kg',
      recoveredLb: '3',
    });
    expect(weighed.addedLb).toBe(2.205);
    expect(weighed.recoveredLb).toBe(3);
    expect(
      sent('refrigerant', { refrigerant: 'R-22', addedLb: 'one', [unitName('addedLb')]: 'kg' }).error
        ?.issues[0]?.path,
    ).toEqual(['body', 'addedLb']);
  });

  it('says at the key what cannot be and what is doubtful, in the unit it is typed in', () => {
    expect(judgeTyped('temperature', '°F', '')).toEqual({});
    expect(judgeTyped('temperature', '°C', '24')).toEqual({});
    expect(judgeTyped('temperature', '°C', '-400').error).toMatch(/absolute zero/);
    expect(judgeTyped('temperature', '°C', '190').hint).toMatch(/Doubtful.*kept and marked/);
  });
});

describe('an entry as it is sent', () => {
  const line = { visitId: ID, unitId: ID, kind: 'note' as const, body: { text: 'x' }, zone: 'EST5EDT' };

  it('happened now when it is new', () => {
    const before = Date.now();
    const at = Date.parse(entryOf(line).occurredAt ?? '');
    expect(at).toBeGreaterThanOrEqual(before);
    expect(at).toBeLessThanOrEqual(Date.now());
  });

  it('that amends keeps when the thing happened, unless that itself is corrected', () => {
    const amending = { id: ID };
    expect(entryOf({ ...line, amending })).not.toHaveProperty('occurredAt');
    expect(entryOf({ ...line, amending, when: '' })).not.toHaveProperty('occurredAt');
    expect(entryOf({ ...line, amending, when: '2026-05-20T10:00' }).occurredAt).toBe(
      '2026-05-20T14:00:00.000Z',
    );
    expect(newEntry.safeParse(entryOf({ ...line, amending })).success).toBe(true);
    const { occurredAt: _now, ...timeless } = entryOf(line);
    expect(newEntry.safeParse(timeless).error?.issues[0]?.path).toEqual(['occurredAt']);
  });
});

describe('the next circuit of the same machine', () => {
  it('has its own pressures; mode, conditions, air and volts were read a moment ago', () => {
    const values = {
      mode: 'cooling',
      circuit: '1',
      outdoorF: '88',
      [unitName('outdoorF')]: '°F',
      'return air': '75',
      'volts L1-L2': '461',
      'suction pressure': '118',
      'amps L1': '12',
    };
    expect(carriedTo(values, 2)).toEqual({
      mode: 'cooling',
      circuit: '2',
      outdoorF: '88',
      [unitName('outdoorF')]: '°F',
      'return air': '75',
      'volts L1-L2': '461',
    });
  });
});

describe('closing what was left open', () => {
  it('begins with the only one there is; of several none is taken that nobody meant', () => {
    expect(closingAtFirst([])).toBe('');
    expect(closingAtFirst([{ id: ID }])).toBe(ID);
    expect(closingAtFirst([{ id: ID }, { id: 'another' }])).toBe('');
  });

  it('without one chosen it is asked which', () => {
    const refused = sent('condition closed', { conditionId: '', text: 'jumper out' });
    expect(refused.error?.issues.map(({ message }) => message)).toContain('say which one');
    expect(sent('condition closed', { conditionId: ID, text: 'jumper out' }).success).toBe(true);
  });
});
