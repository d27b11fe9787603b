import { SITE_HAZARD_NAMES, SITE_HAZARDS } from '#core/base/vocabulary';
import type { FlagView, UnitPage } from '#contracts/units';
import type { GettingIn as Place } from '#contracts/visits';
import { attributes, paint, words } from '../testing/paint.tsx';
import { FlagList, FlagWord } from '../ui/marks/Flags.tsx';
import { GettingIn } from '../ui/marks/GettingIn.tsx';
import { PriorityWord } from '../ui/marks/PriorityWord.tsx';
import { FeedPanel } from './FeedPanel.tsx';
import { MachinePanel } from './MachinePanel.tsx';
import { ModelNotes } from './ModelNotes.tsx';
import { SectionPanel } from './SectionPanel.tsx';

const unit = (given: Partial<UnitPage> = {}): UnitPage => ({
  id: 'u1',
  siteId: 's1',
  site: 'Cinema',
  customer: 'Estuary Cinemas',
  tag: 'RTU-1',
  kind: 'package gas/electric',
  status: 'in service',
  manufacturer: null,
  model: null,
  serial: null,
  builtOn: null,
  installedOn: null,
  tons: null,
  areaServed: null,
  score: 0,
  toDecide: false,
  sentence: '',
  flagKinds: [],
  openConditions: 0,
  standsInFor: null,
  beside: [],
  lastVisitAt: null,
  voltage: null,
  phase: null,
  handlingNotes: null,
  version: 1,
  verdict: { asOf: '2026-06-03', sentence: '', flags: [] },
  story: { marks: [], arcs: [] },
  decisions: [],
  recommendations: [],
  conditions: [],
  circuits: [],
  slots: [],
  calls: [],
  details: {},
  lastSeen: { readings: [], findings: [] },
  feed: null,
  traces: { feeds: [], controls: [], serves: [], water: [] },
  photos: [],
  modelNotes: [],
  modelLine: null,
  roofs: [],
  hazards: [],
  customerId: 'c1',
  agreed: {
    state: 'none',
    maintained: false,
    until: null,
    minutesAllowed: undefined,
    approval: undefined,
    responseHours: {},
  },
  tasks: [],
  ...given,
});

describe('the machine of a unit', () => {
  const said = (given: Partial<UnitPage>) =>
    words(paint(<MachinePanel unit={unit(given)} onWrite={undefined} />));

  it('what nobody knows says so, and is never zero', () => {
    const text = said({});
    expect(text).toMatch(
      /Maker, model not known Serial not known Built not known Installed not known Size not known Supply not known/,
    );
    expect(text).not.toMatch(/\b0\b|null|undefined/);
    expect(
      said({
        circuits: [
          { id: 'x', number: 1, refrigerant: null, chargeLb: null, metering: null, compressors: [] },
        ],
      }),
    ).toContain('1: refrigerant not known, charge not known');
  });

  it('says everything that stands on the plate with its unit', () => {
    const text = said({
      tons: 7.5,
      voltage: 208,
      phase: 3,
      circuits: [
        {
          id: 'x',
          number: 1,
          refrigerant: 'R-410A',
          chargeLb: 9.25,
          metering: 'expansion valve',
          compressors: [{ stage: 1, rlaA: 18, lraA: 120 }],
        },
      ],
      details: {
        electrical: { mcaA: 42, mocpA: 60, controlVa: 75 },
        heat: {
          fuel: 'natural gas',
          stagesBtuh: [80_000, 120_000],
          riseMinF: 35,
          riseMaxF: 65,
          manifoldInWc: 3.5,
        },
        blower: {
          drive: 'belt',
          motorHp: 2,
          belts: [{ size: 'A48', count: 1 }],
          motorPulleyIn: 3.4,
          blowerPulleyIn: 8,
        },
        filters: [{ size: '20×25×2', count: 4 }],
        meshes: [{ size: '16×25', count: 2 }],
        outdoorAir: 'economizer',
        charging: { method: 'subcooling', targetF: 12 },
      },
    });
    for (const part of [
      'Size 7.5 tons',
      '208 V, 3 phase',
      'Minimum ampacity 42 A',
      'Maximum protection 60 A',
      'Control transformer 75 VA',
      'Input 80,000 Btu/h, then 120,000 Btu/h',
      'Rise 35 to 65 °F',
      'Manifold 3.5 in w.c.',
      'belt, 2 hp',
      'motor 3.4 in, blower 8 in',
      '20×25×2',
      'Outdoor air economizer',
      'Charge by subcooling, 12 °F',
      '1: R-410A, 9.25 lb, expansion valve',
    ])
      expect(text).toContain(part);
    expect(said({ details: { heat: { riseMinF: 35 } } })).toContain('Rise 35 to ? °F');
  });

  it('only who may write gets the button', () => {
    expect(words(paint(<MachinePanel unit={unit()} onWrite={() => undefined} />))).toContain(
      'Write what the plate says',
    );
    expect(said({})).not.toContain('Write what');
  });
});

describe('where a unit is and what feeds it', () => {
  const fact = (text: string, how: 'traced' | 'told') =>
    ({ text, how, by: 'Ada', on: '2026-05-01' }) as const;

  it('each fact with who established it, how and when, so that a guess looks like a guess', () => {
    const markup = paint(
      <FeedPanel
        unit={unit({
          feed: 'Poles 8/10/12 in panel MZ-2, itself fed through MZ-1',
          roofs: [{ id: 'r1', name: 'Main roof' }],
          traces: {
            feeds: [fact('MZ-2, poles 8/10/12', 'traced')],
            controls: [],
            serves: [fact('Projection booth', 'told')],
            water: [],
          },
        })}
      />,
    );
    const text = words(markup);
    expect(text).toContain('Poles 8/10/12 in panel MZ-2, itself fed through MZ-1.');
    expect(text).toMatch(/Fed from MZ-2, poles 8\/10\/12 traced wire by wire, Ada, 1 May 2026/);
    expect(text).toMatch(/Serves Projection booth not checked: was told, Ada/);
    expect(text).not.toContain('Controlled by');
    expect(attributes(markup, 'href')).toEqual(['/sites/s1/feeds?trace=u1', '/roofs/r1?unit=u1']);
  });

  it('says that nobody has written it down', () => {
    expect(words(paint(<FeedPanel unit={unit()} />))).toMatch(
      /Not on a roof plan\. What feeds or controls it is not known yet\./,
    );
  });
});

describe('what is told beside the cut', () => {
  const condition = (hazard: boolean) => ({
    id: hazard ? 'h' : 'l',
    unitId: 'u1',
    kind: hazard ? 'safety bypassed' : 'filters out',
    hazard,
    circuit: null,
    source: 'left' as const,
    part: null,
    text: 'limit jumpered',
    openedAt: '2026-05-20T02:00:00Z',
    openedBy: 'Ada',
    closedAt: null,
    changedFrom: 'closed',
    changedTo: 'jumper',
    closes: null,
    told: null,
  });

  it('begins with the hazard, else with what was left, in the days of the company’s zone', () => {
    const text = words(
      paint(<SectionPanel beside={null} unit={unit({ conditions: [condition(false), condition(true)] })} />),
    );
    // Two in the morning of the 20th in UTC is the evening of the 19th in EST5EDT.
    expect(text).toMatch(/safety bypassed closed → jumper\. limit jumpered \(19 May 2026\)/);
    expect(words(paint(<SectionPanel beside={null} unit={unit()} />))).toContain(
      'Choose a part to see what is on record there.',
    );
  });

  it('what was found on no part of the cut is said all the same', () => {
    const findings = [
      {
        part: null,
        circuit: null,
        component: 'the cat',
        failure: 'gone',
        grade: 'presumed',
        at: '2026-05-20T14:00:00Z',
      },
    ];
    expect(
      words(paint(<SectionPanel beside={null} unit={unit({ lastSeen: { readings: [], findings } })} />)),
    ).toContain('Found elsewhere: the cat gone.');
  });
});

describe('notes about a model line', () => {
  const note = {
    id: 'n',
    title: 'Blower comes out to the left',
    text: 'two hidden screws',
    by: 'Ada',
    at: '2026-05-20T14:00:00Z',
    photos: [],
  };

  it('are shown to whoever meets the line, and need maker and model', () => {
    expect(words(paint(<ModelNotes unit={unit()} />, 'technician'))).toContain(
      'Maker and model are not known',
    );
    const known = unit({ manufacturer: 'Norvane', model: 'NVG-90', modelLine: 'NVG', modelNotes: [note] });
    const text = words(paint(<ModelNotes unit={known} />, 'technician'));
    expect(text).toMatch(/How it comes apart: Norvane NVG/);
    expect(text).toMatch(/Blower comes out to the left two hidden screws Ada, 20 May 2026/);
    expect(text).toContain('Write it down');
  });
});

describe('flags and what can hurt', () => {
  const flag: FlagView = {
    kind: 'repeat',
    sentence: 'Condenser fan motor failed twice in 233 days.',
    evidence: 'x',
    reasons: [
      {
        rule: 'same part again',
        params: {
          part: 'condenser fan motor',
          circuit: null,
          failures: [
            {
              on: '2025-10-02',
              call: 'C-00012',
              found: [{ what: 'condenser fan motor', failure: 'seized', grade: 'proven' }],
            },
            {
              on: '2026-05-23',
              call: 'C-00098',
              found: [{ what: 'condenser fan motor', failure: 'burnt', grade: 'proven' }],
            },
          ],
          days: 233,
          limit: 2,
          windowDays: 365,
        },
      },
    ],
  };

  it('a flag shows its rule, its inputs with their source, its limit and what would change it', () => {
    const text = words(paint(<FlagList flags={[flag]} />));
    for (const part of [
      'repeat Condenser fan motor failed twice in 233 days. why',
      '2 Oct 2025 condenser fan motor seized (proven) C-00012',
      'Rule: same part again; limit: 2 within 365 days. Would change it: One of these calls turning ' +
        'out not to be a failure, or another part.',
    ])
      expect(text).toContain(part);
  });

  it('what the page has said is not said again: what it was found by stands there', () => {
    const text = words(paint(<FlagList flags={[flag]} said={`${flag.sentence} Repair or replace?`} />));
    expect(text).not.toContain(flag.sentence);
    expect(text).toMatch(/^repeat 2 Oct 2025: condenser fan motor seized \(proven\) 23 May 2026: .*burnt/);
    expect(words(paint(<FlagList flags={[flag]} said="Another thing." />))).toContain(flag.sentence);
  });

  it('hazards and “at once” wear the notch, the others a word', () => {
    expect(paint(<FlagWord kind="hazard" />)).toContain('hazard-notch');
    expect(words(paint(<FlagWord kind="leaker" />))).toBe('leaker');
    expect(paint(<PriorityWord priority="at once" />)).toContain('soon-plate at-once');
    expect(words(paint(<PriorityWord priority={null} />))).toBe('not set');
  });

  it('every hazard of a site comes with its caution', () => {
    const place: Place = {
      access: 'ring twice',
      keyAt: 'till',
      wayUp: null,
      parking: null,
      permit: null,
      contact: null,
      hazards: SITE_HAZARD_NAMES,
    };
    const text = words(paint(<GettingIn place={place} />));
    for (const hazard of SITE_HAZARD_NAMES) expect(text).toContain(`${hazard}. ${SITE_HAZARDS[hazard]}`);
    expect(text).toMatch(/^Key till ring twice/);
    expect(text).not.toContain('Way up');
    expect(text).toContain('this only reminds');
  });
});
