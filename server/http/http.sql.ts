/* Statements of the ground every route stands on. */

/** Answers a row only to the first who brings this identity; two at once wait for each other. */
export const CLAIM_COMMAND = `
insert into commands (id, digest, actor)
values ($1, $2, $3)
on conflict (id) do nothing
returning id`;
