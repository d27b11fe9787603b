import { useState } from 'react';
import { capital } from '#core/base/sentences';
import type { Ladder } from '#core/circuitry/ladder';
import { partsOf } from '#core/diagnosis';
import type { PartId } from '#core/machine';
import type { VisitPage } from '#contracts/visits';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Panel } from '../ui/frame/Screen.tsx';

/** A code as it is put on the sheet. */
export interface CodeSeen {
  readonly board: string;
  readonly code: string;
  readonly when: 'now' | 'before power was cut' | 'in history' | 'on the chart';
  readonly means?: string;
  readonly points?: readonly PartId[];
}

const WHEN = ['now', 'before power was cut', 'in history'] as const;
const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * Codes by the board they belong to. A chart is typed off the door once: every unit with that board has it. A code
 * is evidence, read before power is cut, since cutting it clears most of them.
 */
export function Codes({
  charts,
  ladder,
  onCode,
}: {
  charts: VisitPage['charts'];
  ladder: Ladder;
  onCode: (code: CodeSeen) => void;
}) {
  const boards = [...new Set(charts.map(({ board }) => board))].sort();
  const [board, setBoard] = useState(boards.length === 1 ? (boards[0] ?? '') : '');
  const [code, setCode] = useState('');
  const [means, setMeans] = useState('');
  const [points, setPoints] = useState<readonly PartId[]>([]);
  const chart = charts.filter((line) => same(line.board, board));
  const known = chart.find((line) => same(line.code, code));
  const give = (when: CodeSeen['when']) => {
    onCode({
      ...{ board: board.trim(), code: code.trim(), when },
      ...(known
        ? { means: known.means, points: known.points }
        : { ...(means.trim() ? { means: means.trim() } : {}), ...(points.length > 0 ? { points } : {}) }),
    });
    setCode('');
    setMeans('');
    setPoints([]);
  };
  const ready = board.trim() !== '' && code.trim() !== '';
  return (
    <Panel title="Code on the board">
      <p className="mb-2 text-soft">Read it before power is cut: cutting it clears most boards.</p>
      <div className="space-y-2">
        <Field label="Board" hint="the family on its label; a code means something only with it" roof>
          <input list="boards" autoComplete="off" value={board} onChange={(e) => setBoard(e.target.value)} />
        </Field>
        <datalist id="boards">
          {boards.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
        {board.trim() !== '' && chart.length === 0 ? (
          <p className="tied">
            No chart yet: photograph the one on the door, and type its lines here; every unit with that board
            has them.
          </p>
        ) : null}
        {chart.length > 0 ? (
          <div className="flex flex-wrap gap-2" role="group" aria-label={`Codes of ${board}`}>
            {chart.map((line) => (
              <Button
                key={line.code}
                look={same(line.code, code) ? 'chosen' : 'plain'}
                className="min-h-12"
                aria-pressed={same(line.code, code)}
                onClick={() => setCode(line.code)}
              >
                {line.code}
              </Button>
            ))}
          </div>
        ) : null}
        <Field label="Code or flashes" roof>
          <input autoComplete="off" value={code} onChange={(e) => setCode(e.target.value)} />
        </Field>
        {known ? (
          <p className="font-semibold">
            {capital(known.means)}
            {known.points.length > 0 ? (
              <span className="font-normal text-soft">; points at {known.points.join(', ')}</span>
            ) : null}
          </p>
        ) : ready ? (
          <>
            <Field label="What the door says it means" hint="evidence, not a verdict" roof>
              <input value={means} onChange={(e) => setMeans(e.target.value)} />
            </Field>
            <fieldset>
              <legend className="text-sm font-semibold">Parts it points at</legend>
              <div className="flex flex-wrap gap-2">
                {partsOf(ladder).map((part) => (
                  <Button
                    key={part}
                    look={points.includes(part) ? 'chosen' : 'plain'}
                    aria-pressed={points.includes(part)}
                    className="min-h-11 text-sm"
                    onClick={() =>
                      setPoints(points.includes(part) ? points.filter((p) => p !== part) : [...points, part])
                    }
                  >
                    {part}
                  </Button>
                ))}
              </div>
            </fieldset>
          </>
        ) : null}
        {ready ? (
          <div className="flex flex-wrap gap-2" role="group" aria-label="Shown">
            {WHEN.map((when) => (
              <Button key={when} className="min-h-12" onClick={() => give(when)}>
                Shown {when}
              </Button>
            ))}
            {known || means.trim() === '' ? null : (
              <Button className="min-h-12" onClick={() => give('on the chart')}>
                Only a line of the chart
              </Button>
            )}
          </div>
        ) : null}
      </div>
    </Panel>
  );
}
