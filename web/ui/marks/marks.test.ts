import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/* Rules of the look that no single screen may leave. */

const WEB = join(import.meta.dirname, '../..');
const screens = readdirSync(WEB, { recursive: true, encoding: 'utf8' }).filter((name) =>
  name.endsWith('.tsx'),
);

describe('the look of boxes', () => {
  it('there are screens to look at', () => expect(screens.length).toBeGreaterThan(80));

  it('no box says what it is about by a coloured bar at its left', () => {
    const bars = screens.flatMap((name) =>
      readFileSync(join(WEB, name), 'utf8')
        .split('\n')
        // The hour it is on the board is a line of the drawing, and no box.
        .filter((line) => /border-l-(\[|[2-9])/.test(line) && !line.includes('border-dashed'))
        .map((line) => `${name}: ${line.trim()}`),
    );
    expect(bars).toEqual([]);
  });
});
