import { z } from 'zod';
import { CONTACT_ROLES, isEmail, TOLD_BY, type ToldBy } from '#core/base/vocabulary';
import { id, name, plainDate, shortText, version } from './common.ts';

export type MessageWay = Exclude<ToldBy, 'nobody'>;
export const ATTEMPT_KINDS = [
  'trying',
  'taken',
  'refused',
  'not reached',
  'told by telephone',
  'agreed',
  'again',
  'void',
] as const;
export type AttemptKind = (typeof ATTEMPT_KINDS)[number];

const email = shortText.refine(isEmail, 'is no e-mail address');
export const contactFields = z.object({
  name: name.max(120),
  role: z.enum(CONTACT_ROLES),
  phone: shortText.nullable(),
  email: email.nullable(),
  toldBy: z.enum(TOLD_BY),
});
type HasWay = Partial<Pick<z.infer<typeof contactFields>, 'toldBy' | 'email' | 'phone'>>;
/** Whether there is an address or a number for the way somebody is told by. */
export const hasWay = ({ toldBy, email: address, phone }: HasWay): boolean =>
  !(toldBy === 'e-mail' && !address) && !((toldBy === 'text message' || toldBy === 'telephone') && !phone);
export const NO_WAY = { path: ['toldBy'], message: 'there is no address or number for that' };

export const newContact = contactFields.extend({ id, siteId: id }).refine(hasWay, NO_WAY);
export const contactPatch = contactFields.partial().extend({ version, retired: z.boolean().optional() });
export type NewContact = z.infer<typeof newContact>;
export type ContactPatch = z.infer<typeof contactPatch>;

export interface ContactView extends z.infer<typeof contactFields> {
  readonly id: string;
  readonly version: number;
}

/**
 * Where a message stands: it waits to be sent; it is being handed over; the mail server or gateway took it, or
 * refused it; whether it went is not known, because a process ended while it was handed over; somebody has to
 * be called; somebody was; somebody agreed before anything was sent; nobody at the site is to be told, or nobody has said how.
 */
export const MESSAGE_STATES = [
  'waits',
  'going',
  'sent',
  'refused',
  'not known whether it went',
  'to be called',
  'told by telephone',
  'agreed',
  'no contact',
] as const;
export type MessageState = (typeof MESSAGE_STATES)[number];

/** What is done with a message by hand: tried again, or told by telephone instead. */
export const messageStep = z.object({ step: z.enum(['again', 'told by telephone']) });

export interface MessageRow {
  readonly id: string;
  readonly day: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly contact: string | null;
  readonly way: MessageWay | null;
  readonly address: string | null;
  readonly text: string;
  readonly madeAt: string;
  readonly state: MessageState;
  /** What the other side answered last; of what is agreed, who agreed. */
  readonly reply: string | null;
  readonly tried: number;
  readonly by: string | null;
}

export interface MessagesView {
  readonly messages: readonly MessageRow[];
  /** Since when nothing goes out because the database was restored; null while it goes. */
  readonly heldAt: string | null;
  /** The ways there are: a mail server, a gateway for text messages. */
  readonly ways: readonly MessageWay[];
}

const minute = z.number().min(0).max(1440);
/** A window of a day, minutes since midnight. */
const agreedWindow = z.strictObject({ day: plainDate, from: minute, until: minute });

/** Somebody at the site agrees to where a visit stands now; null where it is off the plan. */
export const agreedBody = z.object({ id, visitId: id, window: agreedWindow.nullable(), who: name.max(120) });
export type AgreedBody = z.infer<typeof agreedBody>;

/** A visit that stands elsewhere than its customer was told; nobody has told them or asked them yet. */
export interface ToldElsewhere {
  readonly visitId: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly contact: string | null;
  readonly told: z.infer<typeof agreedWindow>;
  /** Where it stands; null where it is off the plan. Without a time where nobody has put it in order yet. */
  readonly now: {
    readonly day: string;
    readonly crewId: string;
    readonly crew: string;
    readonly startAt: number | null;
  } | null;
  /** What they would be told; null where it is off the plan or has no time. */
  readonly window: z.infer<typeof agreedWindow> | null;
}
