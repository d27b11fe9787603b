import { wordsOf } from '#core/said';
import type { ReasonView } from '#contracts/common';
import { useUnitSystem } from '../../state/preferences.ts';

/**
 * Why the software says so, in the reader's units: rule, what it found, inputs with their source, threshold,
 * what would change it.
 */
export function ReasonDetails({ reasons }: { reasons: readonly ReasonView[] }) {
  const [system] = useUnitSystem();
  return (
    <div className="mt-1 space-y-2 text-sm">
      {reasons
        .map((data) => wordsOf(data, system))
        .map((reason, i) => (
          <div key={i} className="bg-paper p-2">
            <p>{reason.text}</p>
            {reason.inputs.length > 0 ? (
              <table className="mt-1">
                <tbody>
                  {reason.inputs.map((input, j) => (
                    <tr key={j} className="align-top">
                      <th scope="row" className="pr-3 text-left font-normal text-soft">
                        {input.label}
                      </th>
                      <td className="pr-3">{input.value}</td>
                      <td className="text-soft">{input.source}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ) : null}
            <p className="mt-1 text-soft">
              Rule: {reason.rule}
              {reason.threshold ? `; limit: ${reason.threshold}` : ''}
              {reason.changedBy ? `. Would change it: ${reason.changedBy}` : ''}
            </p>
          </div>
        ))}
    </div>
  );
}

/** The reasons behind one tap. */
export function Reasons({ reasons, label = 'Why' }: { reasons: readonly ReasonView[]; label?: string }) {
  if (reasons.length === 0) return null;
  return (
    <details className="text-sm">
      <summary className="cursor-pointer py-0.5 font-semibold text-copper">{label}</summary>
      <ReasonDetails reasons={reasons} />
    </details>
  );
}
