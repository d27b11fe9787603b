import type { FieldsProps } from './parts.tsx';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { CONDITION_KIND_NAMES, CONDITION_KINDS } from '#core/base/vocabulary';
import type { UnitOfSheet } from './standing.ts';
import { unitsChosen } from '../device/device.ts';
import { store } from '../state/store.ts';
import { attributes, paint, words } from '../testing/paint.tsx';
import { FIELDS } from './Fields.tsx';
import { FORMS, unitName, type FormKind, type Values } from './forms.ts';

type Unit = UnitOfSheet;
const unit = (given: Partial<Unit> = {}): Unit => ({
  id: 'u1',
  tag: 'RTU-1',
  kind: 'package gas/electric',
  areaServed: 'Kiln room',
  handlingNotes: null,
  sentence: '',
  flagKinds: [],
  circuits: [{ number: 1, refrigerant: 'R-410A', metering: 'expansion valve', chargeLb: 9 }],
  details: {},
  voltage: 208,
  phase: 3,
  feed: null,
  ...{ fedBy: null, renewed: [], elsewhere: [] },
  controls: [],
  slots: [
    { part: 'compressor', circuit: 1 },
    { part: 'blower motor', circuit: null },
  ],
  recommendations: [],
  conditions: [],
  due: [],
  theirs: [],
  ...given,
});

const form = (
  kind: FormKind,
  values: Values = {},
  given: {
    unit?: Unit | undefined;
    errors?: Record<string, string>;
    leftBehind?: string[];
    words?: FieldsProps['words'];
    calls?: FieldsProps['calls'];
  } = {},
) => {
  const Fields = FIELDS[kind];
  return paint(
    <Fields
      values={values}
      set={() => undefined}
      error={(path) => given.errors?.[path]}
      unit={'unit' in given ? given.unit : unit()}
      leftBehind={given.leftBehind ?? []}
      {...(given.words ? { words: given.words } : {})}
      {...(given.calls ? { calls: given.calls } : {})}
    />,
    'technician',
  );
};
const said = (...given: Parameters<typeof form>) => words(form(...given));

/** R-410A chart points: 118.4 psig is 40 °F, 318.5 psig is 100 °F. */
const CHARGE = {
  mode: 'cooling',
  'suction pressure': '118.4',
  'suction line': '52',
  'liquid pressure': '318.5',
  'liquid line': '90',
};
const STEADY = { outdoorF: '85', minutesRunning: '20', condenser: 'clean and dry' };

describe('every form of the sheet', () => {
  it.each(Object.keys(FORMS) as FormKind[])(
    '%s: every field has a label, and numbers open the number pad',
    (kind) => {
      const markup = form(kind, kind === 'work' ? { slot: 'compressor@1' } : {});
      const ids = [...markup.matchAll(/<(?:input|select|textarea) id="([^"]+)"/g)].map(([, id]) => id);
      for (const id of ids) expect(markup).toContain(`<label for="${id}"`);
      for (const [input] of markup.matchAll(/<input[^>]*>/g))
        expect(input).toMatch(/id="|type="radio"|type="checkbox"/);
      expect(markup).not.toMatch(/undefined|NaN/);
    },
  );

  it('an error stands at its field and is read out with it', () => {
    const markup = form('finding', {}, { errors: { component: 'which component?' } });
    const [described] = attributes(markup, 'aria-describedby').filter((id) => id.endsWith('-error'));
    expect(markup).toContain(`id="${described}"`);
    expect(attributes(markup, 'aria-invalid')).toEqual(['true']);
    expect(words(markup)).toContain('which component?');
  });

  it('where somebody can be hurt, the caution and who decides stand on the form', () => {
    expect(said('refrigerant')).toMatch(/Careful\. Certified handling.*licensed practice decide/);
    for (const condition of CONDITION_KIND_NAMES) {
      const { caution } = CONDITION_KINDS[condition];
      const text = said('condition left', { condition });
      if (caution) expect(text).toContain(`Careful. ${caution}`);
      else expect(text).not.toContain('Careful.');
    }
    expect(CONDITION_KINDS['gas leak suspected'].caution).toMatch(/./);
  });
});

describe('readings on the sheet', () => {
  it('answer while they are typed, with band, source and confidence', () => {
    const text = said('reading set', { ...CHARGE, ...STEADY });
    expect(text).toContain('superheat 12 °F ✓ within');
    expect(text).toContain('subcooling 10 °F ✓ within');
    expect(text).toContain('Band: common practice, expansion valve');
    expect(text).toMatch(/More from these readings: approach, condenser split, pressure ratio/);
  });

  it('follow the plate of the circuit that was measured', () => {
    const two = unit({
      circuits: [
        { number: 1, refrigerant: 'R-410A', metering: 'expansion valve', chargeLb: 9 },
        { number: 2, refrigerant: 'R-22', metering: 'orifice', chargeLb: 9 },
      ],
      details: { charging: { method: 'subcooling', targetF: 14 } },
    });
    expect(said('reading set', { ...CHARGE, ...STEADY, circuit: '1' }, { unit: two })).toContain(
      'Band: plate, target 14 °F',
    );
    // 118.4 psig of R-22 is far warmer than 52 °F.
    const second = said('reading set', { ...CHARGE, ...STEADY, circuit: '2' }, { unit: two });
    expect(second).toMatch(/superheat -1\d/);
    expect(second).not.toContain('superheat 12 °F');
  });

  it(
    'say what is missing instead of answering: refrigerant not on record, conditions that make a ' +
      'judgement wait',
    () => {
      const unknown = unit({ circuits: [{ number: 1, refrigerant: null, metering: null, chargeLb: null }] });
      expect(said('reading set', CHARGE, { unit: unknown })).toMatch(
        /not on record, so no superheat or subcooling/,
      );
      expect(said('reading set', CHARGE, { unit: unknown })).not.toMatch(/superheat \d/);
      expect(said('reading set', { ...CHARGE, outdoorF: '50' })).toMatch(
        /superheat 12 °F … wait Outdoor 50 °F is below 65 °F/,
      );
    },
  );

  it('ask about swapped hoses and °C for °F, and act at once on what cannot be right', () => {
    expect(said('reading set', { ...CHARGE, 'suction pressure': '318', 'liquid pressure': '118' })).toContain(
      'are the hoses swapped',
    );
    expect(said('reading set', { mode: 'cooling', 'return air': '24', 'supply air': '14' })).toContain(
      'was it read in °C?',
    );
    const dead = said('reading set', { ...CHARGE, outdoorF: '95', 'liquid pressure': '200' });
    // What asks for action stands in sight, not behind "more".
    expect(dead.indexOf('condenser split')).toBeLessThan(dead.indexOf('More from these readings'));
    expect(dead).toMatch(/! act Condensing below outdoor air/);
  });

  it('a lost phase is named before any unbalance', () => {
    const text = said('reading set', {
      mode: 'off',
      'volts L1-L2': '208',
      'volts L2-L3': '104',
      'volts L3-L1': '9',
    });
    expect(text).toMatch(/lowest pair 9 V ! act A phase is lost/);
    expect(text).not.toContain('voltage unbalance');
  });

  it('metric: fields ask in metric, typed numbers keep their unit, answers follow the screen', () => {
    store.dispatch(unitsChosen('metric'));
    const markup = form('reading set', {
      ...CHARGE,
      [unitName('suction line')]: '°F',
      'return air': '24',
      [unitName('return air')]: '°C',
    });
    store.dispatch(unitsChosen('US'));
    const text = words(markup);
    expect(text).toContain('suction line °F');
    expect(text).toContain('return air °C');
    expect(text).toContain('supply air °C');
    expect(text).toContain('outdoor air °C');
    expect(text).toContain('superheat 6.7 °C');
    expect(text).toContain('Evaporating at 4.4 °C.');
  });

  it('what cannot be is refused at its field in the unit it was typed in', () => {
    expect(said('reading set', { 'suction line': '-300', [unitName('suction line')]: '°C' })).toContain(
      'absolute zero',
    );
    expect(said('reading set', { 'suction line': '-300', [unitName('suction line')]: '°F' })).toContain(
      'Doubtful',
    );
  });

  it('without a unit of the record they can be written down all the same', () => {
    expect(
      said('reading set', { mode: 'cooling', 'return air': '75', 'supply air': '56' }, { unit: undefined }),
    ).toContain('split 19 °F');
  });
});

describe('the other forms know the unit', () => {
  it('work offers what is due and the slots; maker and model are asked for once a slot is named', () => {
    const due = unit({
      due: [
        {
          key: 'filters and belts',
          title: 'Filters and belts',
          caution: null,
          steps: [],
          readings: [],
          asksHowFound: false,
          text: 'due since May',
        },
      ],
    });
    expect(said('work', {}, { unit: due })).toMatch(/Due on this unit Filters and belts/);
    expect(said('work', {})).not.toContain('Its maker');
    expect(said('work', { slot: 'compressor@1' })).toContain('Its maker');
  });

  it('weights are asked for in the units of the screen', () => {
    expect(said('refrigerant')).toMatch(/Added lb/);
    store.dispatch(unitsChosen('metric'));
    expect(said('refrigerant')).toMatch(/Added kg/);
    expect(said('refrigerant', { addedLb: '2' })).toMatch(/Added lb/);
    store.dispatch(unitsChosen('US'));
  });

  it('closing names what is open; a hazard asks who was told in writing', () => {
    const open = [
      { id: 'c1', kind: 'filters out', source: 'left', mark: 'as sent', text: 'none on the truck' },
      { id: 'c2', kind: 'reading to act on', source: 'measured', mark: 'as sent', text: 'superheat 45 °F' },
      { id: 'c3', kind: 'override on', source: 'left', mark: 'closing not sent', text: 'by the tenant' },
    ] as unknown as Unit['conditions'];
    const closing = said('condition closed', {}, { unit: unit({ conditions: open }) });
    expect(closing).toContain('filters out: none on the truck');
    expect(closing).not.toMatch(/superheat|tenant/);
    expect(said('condition left', { condition: 'safety bypassed' })).toContain('Who was told, in writing');
    expect(said('condition left', { condition: 'filters out' })).not.toContain('in writing');
  });

  it('a finding that endangers asks, once, what was made safe and who was told', () => {
    const found = { component: 'heat exchanger', failure: 'cracked', grade: 'presumed' };
    expect(said('finding', found)).toMatch(
      /stands open as exchanger holed or cracked.*Who was told, in writing/,
    );
    expect(said('finding', { ...found, grade: 'not found' })).not.toContain('Who was told');
    expect(said('finding', { ...found, failure: 'dirty' })).not.toContain('Who was told');
    // A word of the company's own is that part.
    const own = { component: 'fire tube', failure: 'cracked', grade: 'proven' };
    expect(said('finding', own)).not.toContain('Who was told');
    expect(said('finding', own, { words: new Map([['fire tube', 'heat exchanger']]) })).toContain(
      'Who was told',
    );
  });

  it('leaving says what must never be left past the visit', () => {
    expect(said('leave', {}, { leftBehind: ['safety bypassed on RTU-1'] })).toMatch(
      /Never to be left past the visit: safety bypassed on RTU-1/,
    );
    expect(said('leave')).not.toContain('Never to be left');
  });

  it('leaving maintenance says what becomes a repair of its own', () => {
    const call = { id: 'k1', name: 'RTU-1 Filters', maintenance: true, ticked: true, waitsFor: [] };
    const repairs = ['exchanger holed or cracked on RTU-1'];
    expect(said('leave', {}, { calls: [{ ...call, repairs }] })).toContain(
      'The office gets a call of its own for the repair: exchanger holed or cracked on RTU-1.',
    );
    expect(said('leave', {}, { calls: [{ ...call, repairs: [] }] })).not.toContain('The office gets');
  });

  it('the company’s own limits judge', () => {
    expect(DEFAULT_LIMITS.superheatHighF).toBe(15);
    expect(said('reading set', { ...CHARGE, ...STEADY, 'suction line': '56' })).toContain(
      'superheat 16 °F ↑ high',
    );
  });
});
