import type { Transaction } from 'sequelize';
import type { Tellings } from '#core/planning/telling';
import type { PlainDate } from '#core/base/time';
import type {
  AttemptKind,
  ContactPatch,
  ContactView,
  MessageRow,
  MessageWay,
  MessagesView,
  NewContact,
} from '#contracts/telling';
import { contactFields, hasWay, NO_WAY } from '#contracts/telling';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { firstTime } from '../http/once.ts';
import { invalid, notFound } from '../http/problem.ts';
import { updateVersion } from '../http/versioned.ts';
import {
  CONTACTS_TO_TELL,
  HELD,
  LET_GO,
  MESSAGES,
  NEXT_TO_SEND,
  STILL_TO_SEND,
  UNHEARD,
} from './telling.sql.ts';
import type { Outgoing } from './outgoing.ts';

type Needs = Pick<Dependencies, 'db' | 'clock' | 'ways'>;

/**
 * Writes what is to be told as messages, one a site and day, with their notices, and takes back what is void
 * by it; nothing is sent by it.
 */
export async function writeMessages(
  db: Database,
  { tell: tellings, void: gone }: Tellings,
  {
    actor,
    at,
    agreedBy,
  }: {
    readonly actor: string;
    readonly at: Date;
    /** Who at the site has agreed to it already: nothing has to be sent. */
    readonly agreedBy?: string;
  },
  transaction: Transaction,
): Promise<void> {
  for (const { id } of await db.rows<{ id: string }>(UNHEARD, [gone], transaction))
    await attempt(db, id, 'void', at, { byUser: actor, transaction });
  const sites = [...new Set(tellings.map(({ siteId }) => siteId))];
  const contacts = new Map(
    (
      await db.rows<{ siteId: string; id: string; way: Outgoing['way']; address: string | null }>(
        CONTACTS_TO_TELL,
        [sites],
        transaction,
      )
    ).map((row) => [row.siteId, row]),
  );
  for (const { siteId, day, subject, text, visits } of tellings) {
    const contact = agreedBy === undefined ? contacts.get(siteId) : undefined;
    const message = await db.models.Message.create(
      {
        ...{ siteId, day, subject, text, madeBy: actor, madeAt: at, contactId: contact?.id ?? null },
        ...{ way: contact?.way ?? null, address: contact?.address ?? null },
      },
      { transaction },
    );
    await db.models.Notice.bulkCreate(
      visits.map(({ visitId, kind, day: on, from, until }) => ({
        ...{ visitId, kind, day: on, fromAt: from, untilAt: until, text },
        ...{ madeBy: actor, madeAt: at, messageId: message.id },
      })),
      { transaction },
    );
    if (agreedBy !== undefined)
      await attempt(db, message.id, 'agreed', at, { reply: agreedBy, byUser: actor, transaction });
  }
}

/**
 * Hands over what waits, one message after the other. That it is being tried is on record before anything
 * leaves the house: where a process ends in between, nobody knows whether it went, and it is not sent again
 * unless somebody says so.
 *
 * @returns how many were taken
 */
export async function sendWhatWaits({ db, clock, ways }: Needs): Promise<number> {
  let taken = 0;
  for (;;) {
    const message = await claim(db, clock.now(), ways.have);
    if (message === undefined) return taken;
    if (message === 'gone') continue;
    // It broke off while it was handed over: it stays on record as tried, and the others go on.
    const handed = await ways.hand(message).catch(() => undefined);
    if (!handed) continue;
    await attempt(db, message.id, handed.what, clock.now(), { reply: handed.reply });
    if (handed.what === 'taken') taken++;
  }
}

/**
 * Takes a message so that nobody else hands it over, and puts on record that it is tried.
 *
 * @returns undefined where none waits; gone where another has just taken it
 */
function claim(db: Database, at: Date, ways: readonly MessageWay[]): Promise<Outgoing | 'gone' | undefined> {
  return db.transaction(async (transaction) => {
    const [next] = await db.rows<Outgoing>(NEXT_TO_SEND, [at, ways], transaction);
    if (!next) return undefined;
    const [still] = await db.rows<{ id: string }>(STILL_TO_SEND, [at, ways, next.id], transaction);
    if (!still) return 'gone';
    await attempt(db, next.id, 'trying', at, { transaction });
    return next;
  });
}

async function attempt(
  { models }: Database,
  messageId: string,
  what: AttemptKind,
  at: Date,
  {
    reply = null,
    byUser = null,
    transaction,
  }: { reply?: string | null; byUser?: string | null; transaction?: Transaction } = {},
): Promise<void> {
  await models.MessageAttempt.create(
    { messageId, what, reply, byUser, at },
    transaction ? { transaction } : {},
  );
}

/** What was told about a day and the days after, and what of it still has to go. */
export async function messagesView({ db, clock, ways }: Needs, from: PlainDate): Promise<MessagesView> {
  const [held] = await db.rows<{ heldAt: string | null }>(HELD, []);
  return {
    messages: await db.rows<MessageRow>(MESSAGES, [from, clock.now()]),
    heldAt: held?.heldAt ?? null,
    ways: ways.have,
  };
}

/** Lets go what was held since a restore: somebody has looked at it and pressed. */
export async function letGo({ db }: Needs): Promise<void> {
  await db.run(LET_GO);
}

/** A message is tried again, or somebody was told by telephone instead. @throws Problem 404 and 422 */
export async function stepMessage(
  needs: Needs,
  id: string,
  step: 'again' | 'told by telephone',
  actor: string,
): Promise<void> {
  const { db, clock } = needs;
  const message = await db.models.Message.findByPk(id);
  if (!message) throw notFound('Message');
  const { messages } = await messagesView(needs, message.day);
  const state = messages.find((one) => one.id === id)?.state;
  if (step === 'again' && state !== 'refused' && state !== 'not known whether it went')
    throw invalid([{ path: 'step', message: `it ${state === 'sent' ? 'was sent' : 'waits'} already` }]);
  await attempt(db, id, step, clock.now(), { byUser: actor });
}

const viewOf = (row: { id: string; version: number } & Record<string, unknown>): ContactView => ({
  id: row.id,
  version: row.version,
  ...contactFields.parse(row),
});

export async function contactsOf({ models }: Database, siteId: string): Promise<ContactView[]> {
  const rows = await models.Contact.findAll({ where: { siteId, retiredAt: null }, order: ['name', 'id'] });
  return rows.map((row) => viewOf(row.get({ plain: true })));
}

export async function addContact({ db }: Needs, body: NewContact, actor: string): Promise<ContactView[]> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Site.findByPk(body.siteId, { transaction }))) throw notFound('Site');
    await db.models.Contact.create(body, { transaction });
    await writeLog(db, transaction, {
      ...{ actor, action: 'create', entity: 'site', entityId: body.siteId, detail: body },
    });
  });
  return contactsOf(db, body.siteId);
}

/** @throws Problem 404, 409 for a stale version, 422 where there is no address for the way chosen */
export async function changeContact(
  { db, clock }: Needs,
  id: string,
  { version, retired, ...patch }: ContactPatch,
  actor: string,
): Promise<ContactView[]> {
  const contact = await db.models.Contact.findByPk(id);
  if (!contact) throw notFound('Contact');
  const after = { ...contact.get({ plain: true }), ...patch };
  if (!hasWay(after)) throw invalid([{ path: 'toldBy', message: NO_WAY.message }]);
  await db.transaction(async (transaction) => {
    await updateVersion(
      db.models.Contact,
      id,
      version,
      { ...patch, ...(retired === undefined ? {} : { retiredAt: retired ? clock.now() : null }) },
      { transaction, what: 'Contact', show: () => contactsOf(db, contact.siteId) },
    );
    await writeLog(db, transaction, {
      ...{ actor, action: 'change', entity: 'site', entityId: contact.siteId, detail: { ...patch, retired } },
    });
  });
  return contactsOf(db, contact.siteId);
}

/** The contacts of a site in a line; null where there is none. */
export const contactLine = (contacts: readonly ContactView[]): string | null =>
  contacts.map(({ name, phone }) => (phone ? `${name} ${phone}` : name)).join(', ') || null;
