const NUMBER = /^[-+]?\d+(\.\d+)?$/;
/** Text that a spreadsheet would run as a formula, full-width signs included (OWASP, CSV injection). */
const runs = (text: string): boolean => /^[=+\-@\t\r\n＝＋－＠]/.test(text) && !NUMBER.test(text);
const bare = (cell: string): string => cell.replace(/^'+/, '');

/**
 * A cell as a spreadsheet may open it: one that it would run gets an apostrophe before it, which makes it
 * text there. {@link restored} takes exactly that one away again.
 */
export const harmless = (cell: string): string => (runs(bare(cell)) ? `'${cell}` : cell);

/** A cell as it was before {@link harmless}. */
export const restored = (cell: string): string =>
  cell.startsWith("'") && runs(bare(cell)) ? cell.slice(1) : cell;
