/**
 * The columns of our files, in the order in which they are exported, and what a heading of somebody else's
 * file may call each. Headings are compared without case, blanks and marks.
 */

/** How a cell of a column is read; see cells.ts. */
export type Content =
  | 'text'
  | 'latitude'
  | 'longitude'
  | 'position'
  | 'kind'
  | 'status'
  | 'day'
  | 'tons'
  | 'refrigerant'
  | 'pounds'
  | 'volts'
  | 'phase'
  | 'time'
  | 'system'
  | 'call kind'
  | 'money'
  | 'hours'
  | 'role'
  | 'told by'
  | 'e-mail';

export interface Column {
  readonly content: Content;
  readonly needed?: true;
  /** As the trade heads such columns [common practice]. */
  readonly called: readonly string[];
}

export const UNIT_COLUMNS = {
  customer: {
    content: 'text',
    needed: true,
    called: ['customer', 'customer name', 'client', 'account', 'account name', 'company', 'owner', 'bill to'],
  },
  site: {
    content: 'text',
    needed: true,
    called: [
      'site',
      'site name',
      'location',
      'location name',
      'building',
      'property',
      'facility',
      'branch',
      'store',
      'job site',
      'ship to',
      'service location',
    ],
  },
  ref: {
    content: 'text',
    called: [
      'ref',
      'site ref',
      'site no',
      'site number',
      'location id',
      'location no',
      'site id',
      'building no',
      'store no',
    ],
  },
  address: {
    content: 'text',
    called: [
      'address',
      'site address',
      'street',
      'street address',
      'service address',
      'location address',
      'address 1',
    ],
  },
  lat: { content: 'latitude', called: ['lat', 'latitude', 'gps lat', 'y'] },
  lon: { content: 'longitude', called: ['lon', 'long', 'lng', 'longitude', 'gps lon', 'gps long', 'x'] },
  unit: {
    content: 'text',
    needed: true,
    called: [
      'unit',
      'tag',
      'unit tag',
      'unit no',
      'unit number',
      'unit id',
      'unit name',
      'equipment',
      'equipment id',
      'equipment tag',
      'equip',
      'equip id',
      'asset',
      'asset tag',
      'asset id',
      'mark',
      'rtu',
      'rtu no',
      'designation',
      'name',
    ],
  },
  kind: {
    content: 'kind',
    needed: true,
    called: [
      'kind',
      'type',
      'unit type',
      'equipment type',
      'equip type',
      'asset type',
      'category',
      'description',
      'class',
    ],
  },
  manufacturer: {
    content: 'text',
    called: ['manufacturer', 'make', 'mfr', 'mfg', 'maker', 'brand', 'vendor'],
  },
  model: { content: 'text', called: ['model', 'model no', 'model number', 'model num', 'mod', 'm/n', 'mn'] },
  serial: {
    content: 'text',
    called: ['serial', 'serial no', 'serial number', 'serial num', 's/n', 'sn', 'ser'],
  },
  built_on: {
    content: 'day',
    called: [
      'built on',
      'built',
      'build date',
      'date of manufacture',
      'mfg date',
      'mfr date',
      'manufactured',
      'year built',
      'year',
      'yr',
      'dom',
    ],
  },
  installed_on: {
    content: 'day',
    called: [
      'installed on',
      'installed',
      'install',
      'install date',
      'installation date',
      'date installed',
      'year installed',
      'in service date',
      'start up date',
      'startup date',
    ],
  },
  tons: {
    content: 'tons',
    called: [
      'tons',
      'ton',
      'tonnage',
      'size',
      'capacity',
      'cooling capacity',
      'nominal tons',
      'nom tons',
      'cooling',
    ],
  },
  refrigerant: {
    content: 'refrigerant',
    called: ['refrigerant', 'refrig', 'refrigerant type', 'freon', 'gas', 'ref type', 'refrig type'],
  },
  charge_lb: {
    content: 'pounds',
    called: [
      'charge lb',
      'charge',
      'refrigerant charge',
      'factory charge',
      'charge lbs',
      'lbs',
      'pounds',
      'charge amount',
      'chrg',
      'chg',
      'refrig charge',
    ],
  },
  voltage: {
    content: 'volts',
    called: [
      'voltage',
      'volts',
      'volt',
      'v',
      'power',
      'electrical',
      'power supply',
      'voltage phase',
      'v/ph',
      'v/ph/hz',
      'volt/ph',
    ],
  },
  phase: { content: 'phase', called: ['phase', 'phases', 'ph'] },
  area_served: {
    content: 'text',
    called: [
      'area served',
      'area',
      'serves',
      'zone',
      'room',
      'space',
      'space served',
      'area serviced',
      'zone served',
    ],
  },
  status: { content: 'status', called: ['status', 'state', 'condition', 'active', 'unit status'] },
} as const satisfies Record<string, Column>;

export const CALL_COLUMNS = {
  customer: { content: 'text', needed: true, called: UNIT_COLUMNS.customer.called },
  site: { content: 'text', needed: true, called: UNIT_COLUMNS.site.called },
  unit: { content: 'text', called: UNIT_COLUMNS.unit.called },
  ref: {
    content: 'text',
    called: [
      'ref',
      'call no',
      'call number',
      'call id',
      'work order',
      'work order no',
      'wo',
      'wo no',
      'wo number',
      'ticket',
      'ticket no',
      'job',
      'job no',
      'job number',
      'invoice',
      'invoice no',
      'service order',
    ],
  },
  received_at: {
    content: 'time',
    needed: true,
    called: [
      'received at',
      'received',
      'date',
      'call date',
      'date received',
      'date called',
      'opened',
      'open date',
      'created',
      'created on',
      'date opened',
      'service date',
      'reported',
      'requested',
    ],
  },
  complaint: {
    content: 'text',
    needed: true,
    called: [
      'complaint',
      'problem',
      'description',
      'reported problem',
      'call reason',
      'reason',
      'issue',
      'symptom',
      'request',
      'summary',
      'nature of call',
      'problem description',
      'details',
    ],
  },
  system: { content: 'system', called: ['system', 'trade', 'discipline', 'mode'] },
  component: {
    content: 'text',
    called: ['component', 'part', 'failed part', 'part replaced', 'cause', 'parts', 'found'],
  },
  failure: {
    content: 'text',
    called: ['failure', 'failure mode', 'fault', 'finding', 'diagnosis', 'cause of failure', 'failed how'],
  },
  action: {
    content: 'text',
    called: [
      'action',
      'work done',
      'work performed',
      'resolution',
      'repair',
      'what was done',
      'action taken',
      'corrective action',
      'notes',
      'comments',
      'remarks',
      'service performed',
      'tech notes',
    ],
  },
  completed_at: {
    content: 'time',
    called: [
      'completed at',
      'completed',
      'complete date',
      'date completed',
      'closed',
      'close date',
      'closed on',
      'completion date',
      'finished',
      'done',
    ],
  },
  technician: {
    content: 'text',
    called: [
      'technician',
      'tech',
      'tech name',
      'mechanic',
      'assigned to',
      'serviced by',
      'employee',
      'done by',
    ],
  },
  refrigerant: { content: 'refrigerant', called: UNIT_COLUMNS.refrigerant.called },
  refrigerant_added_lb: {
    content: 'pounds',
    called: [
      'refrigerant added lb',
      'refrigerant added',
      'lbs added',
      'added',
      'added lbs',
      'refrig added',
      'freon added',
      'pounds added',
      'qty added',
      'charged',
    ],
  },
  refrigerant_recovered_lb: {
    content: 'pounds',
    called: [
      'refrigerant recovered lb',
      'refrigerant recovered',
      'lbs recovered',
      'recovered',
      'recovered lbs',
      'refrig recovered',
      'pounds recovered',
      'reclaimed',
    ],
  },
  cost: {
    content: 'money',
    called: [
      'cost',
      'total',
      'amount',
      'price',
      'invoice total',
      'total cost',
      'invoice amount',
      'billed',
      'charge',
      'value',
    ],
  },
  kind: {
    content: 'call kind',
    called: ['kind', 'call type', 'type', 'job type', 'work type', 'service type', 'order type', 'category'],
  },
} as const satisfies Record<string, Column>;

/** One row a contact; what is said of the site stands on each of its rows or on one of them. */
export const SITE_COLUMNS = {
  customer: { content: 'text', needed: true, called: UNIT_COLUMNS.customer.called },
  billing_address: {
    content: 'text',
    called: [
      'billing address',
      'bill to address',
      'invoice address',
      'invoicing address',
      'mailing address',
      'accounts address',
    ],
  },
  site: { content: 'text', needed: true, called: UNIT_COLUMNS.site.called },
  ref: { content: 'text', called: UNIT_COLUMNS.ref.called },
  address: { content: 'text', called: UNIT_COLUMNS.address.called },
  lat: { content: 'latitude', called: UNIT_COLUMNS.lat.called },
  lon: { content: 'longitude', called: UNIT_COLUMNS.lon.called },
  hours: {
    content: 'hours',
    called: [
      'hours',
      'opening hours',
      'open',
      'business hours',
      'site hours',
      'hours of operation',
      'open hours',
      'access hours',
      'times',
    ],
  },
  key: {
    content: 'text',
    called: ['key', 'keys', 'key location', 'key at', 'key box', 'lock box', 'key safe'],
  },
  way_up: {
    content: 'text',
    called: ['way up', 'roof access', 'roof hatch', 'hatch', 'ladder', 'access to roof', 'roof ladder'],
  },
  parking: { content: 'text', called: ['parking', 'park', 'where to park'] },
  permit: { content: 'text', called: ['permit', 'work permit', 'permits', 'permit needed'] },
  access: {
    content: 'text',
    called: [
      'access',
      'access notes',
      'site notes',
      'instructions',
      'site instructions',
      'access instructions',
      'notes',
      'gate code',
    ],
  },
  contact: {
    content: 'text',
    called: [
      'contact',
      'contact name',
      'site contact',
      'contact person',
      'attn',
      'attention',
      'full name',
      'primary contact',
      'name',
    ],
  },
  role: {
    content: 'role',
    called: [
      'role',
      'contact role',
      'contact type',
      'title',
      'position title',
      'job title',
      'function',
      'type',
    ],
  },
  phone: {
    content: 'text',
    called: [
      'phone',
      'telephone',
      'tel',
      'phone number',
      'contact phone',
      'mobile',
      'cell',
      'cell phone',
      'mobile phone',
      'phone no',
      'site phone',
    ],
  },
  email: {
    content: 'e-mail',
    called: ['email', 'e-mail', 'mail', 'email address', 'contact email', 'e mail address'],
  },
  told_by: {
    content: 'told by',
    called: [
      'told by',
      'notify by',
      'preferred contact',
      'contact by',
      'contact method',
      'notification',
      'notify',
    ],
  },
} as const satisfies Record<string, Column>;

/** A column that people keep as one and we as two. */
const POSITION: Column = {
  content: 'position',
  called: [
    'position',
    'coordinates',
    'coords',
    'gps',
    'lat long',
    'lat lon',
    'lat lng',
    'location gps',
    'geo',
    'gps coordinates',
  ],
};

export type ImportKind = 'units' | 'calls' | 'sites';

/** The columns of our own file of a kind, in the order in which they are exported. */
export const COLUMNS = { units: UNIT_COLUMNS, calls: CALL_COLUMNS, sites: SITE_COLUMNS } as const;

/** Beside the columns of each kind: on which line of somebody else's file a row stood. */
export const LINE_COLUMN = 'line_in_file';

/** Columns that a file of a kind can fill, the position that stands for two of them included. */
export const columnsOf = (kind: ImportKind): Readonly<Record<string, Column>> =>
  kind === 'calls' ? CALL_COLUMNS : { ...COLUMNS[kind], position: POSITION };

/** Columns without which a row of a kind is nothing. */
export const neededOf = (kind: ImportKind): string[] =>
  Object.entries(columnsOf(kind)).flatMap(([name, column]) => (column.needed ? [name] : []));
