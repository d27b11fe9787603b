/* Set-wise reads of what was told: messages with where they stand, and the next one to send. */

/** While a message is handed over longer than this nobody knows any more whether it went. */
const HANDED_OVER = "interval '2 minutes'";

/** What was tried last with a message, and how often in all. */
const LAST = `
  left join lateral (
    select a.what, a.reply, a.at, u.display_name as by
    from message_attempts a left join users u on u.id = a.by_user
    where a.message_id = m.id
    order by a.seq desc
    limit 1) l on true`;

const STATE = `
  case
    when l.what = 'taken' then 'sent'
    when l.what in ('told by telephone', 'agreed') then l.what
    when m.way is null then 'no contact'
    when m.way = 'telephone' then 'to be called'
    when l.what = 'refused' then 'refused'
    when l.what = 'trying' and l.at < $2::timestamptz - ${HANDED_OVER} then 'not known whether it went'
    when l.what = 'trying' then 'going'
    else 'waits'
  end`;

/** Messages about the day $1 or later, the newest first; $2 is now. */
export const MESSAGES = `
select
  m.id,
  m.day,
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  k.name as contact,
  m.way,
  m.address,
  m.text,
  m.made_at as "madeAt",
  ${STATE} as state,
  l.reply,
  l.by,
  (select count(*)::int from message_attempts a where a.message_id = m.id and a.what = 'trying') as tried
from messages m
  join sites s on s.id = m.site_id
  join customers c on c.id = s.customer_id
  left join contacts k on k.id = m.contact_id
  ${LAST}
where m.day >= $1::date and l.what is distinct from 'void'
order by m.made_at desc, m.day, s.name, m.id
limit 500`;

export const HELD = 'select held_at as "heldAt" from sending';
export const LET_GO = 'update sending set held_at = null';

/** What could not be reached is tried again after so long, and so often in all. */
const AGAIN_AFTER = "interval '5 minutes'";
const MOST_TRIES = 12;

/** Messages that may be handed over by one of the ways $2, at the moment $1. */
const TO_SEND = `
from messages m
where m.way = any($2::text[]) and m.address is not null
  and not exists (select from sending where held_at is not null)
  and coalesce(
    (select a.what = 'again' or (a.what = 'not reached' and a.at < $1::timestamptz - ${AGAIN_AFTER})
     from message_attempts a where a.message_id = m.id order by a.seq desc limit 1), true)
  and (select count(*) from message_attempts a where a.message_id = m.id and a.what = 'trying') < ${MOST_TRIES}`;

/**
 * The next message that may be handed over, kept from everybody else until the transaction ends. What was tried
 * and never answered is not among them: it may have gone.
 */
export const NEXT_TO_SEND = `
select m.id, m.way, m.address, m.subject, m.text
${TO_SEND}
order by m.made_at, m.id
for update of m skip locked
limit 1`;

/**
 * Whether the message $3, which is kept from everybody else by now, is still to be handed over. The statement
 * that took it saw attempts as they were when it began: another may have tried it and let it go since.
 */
export const STILL_TO_SEND = `select m.id ${TO_SEND} and m.id = $3`;

/** Whom to tell at each of the sites $1: who is to be told first, by name. */
export const CONTACTS_TO_TELL = `
select distinct on (k.site_id)
  k.site_id as "siteId", k.id, k.told_by as way, case k.told_by when 'e-mail' then k.email else k.phone end as address
from contacts k
where k.site_id = any($1::uuid[]) and k.retired_at is null and k.told_by <> 'nobody'
order by k.site_id, k.role <> 'at the site', k.name, k.id`;

/** The contact of a site in a line, for whoever goes there. */
export const CONTACT_LINE = `
  (select string_agg(concat_ws(' ', k.name, k.phone), ', ' order by k.role <> 'at the site', k.name)
   from contacts k where k.site_id = s.id and k.retired_at is null)`;

/** Whether anybody can have heard of a notice: its message went, somebody called, or it was agreed. */
const HEARD = `
  (n.message_id is null or exists (
    select from message_attempts a
    where a.message_id = n.message_id and a.what in ('trying', 'taken', 'told by telephone', 'agreed')))`;

/** What was told last of a visit `v` that somebody can have heard. */
export const LAST_HEARD = `
  select n.kind, n.day, n.from_at, n.until_at
  from notices n
  where n.visit_id = v.id and ${HEARD}
  order by n.seq desc
  limit 1`;

/** What was written last of a visit `v`, heard or not; what is void was never written. */
export const LAST_WRITTEN = `
  select n.kind, n.day, n.from_at, n.until_at, ${HEARD} as heard
  from notices n
  where n.visit_id = v.id
    and not exists (select from message_attempts a where a.message_id = n.message_id and a.what = 'void')
  order by n.seq desc
  limit 1`;

/** Messages about the visits $1 that nobody has heard of. */
export const UNHEARD = `
select distinct n.message_id as id
from notices n
where n.visit_id = any($1::uuid[]) and not ${HEARD}`;
