import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ALL, BASELINES, DEVICES, drawn, SEVERITIES, severityOf, type Drawn } from './drawn.ts';
import { groupsOf, verdictOn, type Verdict } from './score.ts';

/*
 * Prints the score of what readings are said to mean: npx tsx benchmark/proof/print.ts [folder] [seeds].
 * Drawing the cases takes longer than judging them: with a folder they are kept there and read again. Seeds of the
 * first score are taken, or those so much further on.
 */

/** Seeds of the first score, or so much further on. */
const after = Number(process.argv[3] ?? 0);

function casesOf(kind: Drawn['kind'], folder: string | undefined): Drawn[] {
  const file = folder === undefined ? undefined : join(folder, `cases-${kind}.jsonl`);
  if (file !== undefined && existsSync(file))
    return readFileSync(file, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Drawn);
  const cases = [...drawn(kind, ALL, after)];
  if (file !== undefined) writeFileSync(file, cases.map((one) => `${JSON.stringify(one)}\n`).join(''));
  return cases;
}

interface Scored {
  readonly one: Drawn;
  readonly verdict: Verdict | undefined;
}

/** A share of so many in per cent, with 95 % limits after Wilson (1927). */
function share(of: readonly Scored[], is: (scored: Scored) => boolean): string {
  const n = of.length;
  const p = of.filter(is).length / n;
  const z = 1.96;
  const middle = (p + z ** 2 / (2 * n)) / (1 + z ** 2 / n);
  const half = (z * Math.sqrt((p * (1 - p)) / n + z ** 2 / (4 * n ** 2))) / (1 + z ** 2 / n);
  const pct = (value: number) => (100 * value).toFixed(1);
  return `${pct(p)} (${pct(middle - half)}–${pct(middle + half)})`;
}

const said = (verdict: Verdict | undefined, many: number): string[] =>
  (verdict?.said ?? []).slice(0, many).map(({ says }) => says);
const isRight = ({ one, verdict }: Scored, many: number): boolean =>
  said(verdict, many).includes(groupsOf(one)[0] as string);

/** Expected calibration error in ten bins. */
function calibration(all: readonly Scored[]): number {
  const bins = Array.from({ length: 10 }, () => ({ share: 0, right: 0 }));
  const answered = all.filter(({ verdict }) => verdict);
  for (const scored of answered) {
    const likely = scored.verdict?.said[0]?.share ?? 0;
    const bin = bins[Math.min(9, Math.floor(10 * likely))] as (typeof bins)[number];
    bin.share += likely;
    bin.right += isRight(scored, 1) ? 1 : 0;
  }
  return bins.reduce((sum, bin) => sum + Math.abs(bin.share - bin.right), 0) / answered.length;
}

const folder = process.argv[2];
const scoredOf = (kind: Drawn['kind']): Scored[] =>
  casesOf(kind, folder).map((one) => ({ one, verdict: verdictOn(one) }));
const print = (...cells: readonly string[]) => process.stdout.write(`| ${cells.join(' | ')} |\n`);

const single = scoredOf('single');
print(
  'device',
  'own readings',
  'loss',
  'first',
  'in three',
  'to be completed',
  'not sound',
  'compressor wrongly',
);
for (const device of DEVICES)
  for (const healthyMany of BASELINES)
    for (const [s, { name }] of SEVERITIES.entries()) {
      const of = single.filter(
        ({ one }) => one.record.device === device && one.healthyMany === healthyMany && severityOf(one) === s,
      );
      print(
        ...[device, String(healthyMany), name],
        ...[share(of, (one) => isRight(one, 1)), share(of, (one) => isRight(one, 3))],
        share(of, ({ verdict }) => verdict === undefined),
        share(of, ({ verdict }) => verdict !== undefined && said(verdict, 1)[0] !== 'sound'),
        share(
          of,
          ({ one, verdict }) =>
            verdict !== undefined &&
            said(verdict, 1)[0] === 'compressor weak' &&
            verdict.offered &&
            groupsOf(one)[0] !== 'compressor weak',
        ),
      );
    }
const sound = scoredOf('sound');
const double = scoredOf('double');
const odd = scoredOf('odd');
const offered = sound.filter(({ verdict }) => verdict?.offered).length;
print('expected calibration error', calibration(single).toFixed(3));
print('sound, offered a finding', `${offered} of ${sound.length}`);
print(
  'sound, called sound',
  share(sound, ({ verdict }) => said(verdict, 1)[0] === 'sound'),
);
const causes = (verdict: Verdict | undefined, many: number) =>
  (verdict?.said ?? [])
    .map(({ says }) => String(says))
    .filter((says) => says !== 'sound' && says !== 'none of these')
    .slice(0, many);
print(
  'two at once, both in three',
  share(double, ({ one, verdict }) => groupsOf(one).every((g) => causes(verdict, 3).includes(g))),
);
print(
  'two at once, one of them first',
  share(double, ({ one, verdict }) => groupsOf(one).includes(causes(verdict, 1)[0] ?? '')),
);
print(
  'in no table, said so in two',
  share(odd, ({ verdict }) => said(verdict, 2).includes('none of these')),
);
print(
  'in no table, said so or something asked to be read again',
  share(odd, (one) => !one.verdict || one.verdict.doubted || said(one.verdict, 2).includes('none of these')),
);
print(
  'sound, something asked to be read again',
  share(sound, ({ verdict }) => !verdict || verdict.doubted),
);
print(
  'in no table, a compressor accused',
  share(
    odd,
    ({ verdict }) => verdict !== undefined && verdict.offered && said(verdict, 1)[0] === 'compressor weak',
  ),
);
