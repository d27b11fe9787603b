/* What a changed setting does to all units at once. */

/** Every verdict is worked out anew once the day `$1` has come. */
export const JUDGE_ANEW_FROM = `
update unit_summaries
set changes_on = least(changes_on, $1::date)`;
