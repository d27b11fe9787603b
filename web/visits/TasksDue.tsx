import { FOUND_AS, PUT_OFF_FOR, putOffWords } from '#core/upkeep/maintenance';
import { listed } from '#core/base/sentences';
import { Caution, Choice, Pick, Tick, type FieldsProps } from './parts.tsx';

/**
 * What is due on a unit: ticked when it is done, with what belongs to it; or said why it cannot be done now,
 * and then it stays due.
 */
export function TasksDue(props: FieldsProps) {
  const { unit, values } = props;
  if (!unit || (unit.due.length === 0 && unit.theirs.length === 0)) return null;
  return (
    <>
      {unit.due.length > 0 ? (
        <fieldset className="space-y-1">
          <legend className="text-sm font-semibold">Due on this unit</legend>
          {unit.due.map(({ key, title, caution, steps, readings, asksHowFound }) => {
            const done = values[`task ${key}`] === true;
            return (
              <div key={key}>
                <Tick name={`task ${key}`} label={title} props={props} />
                {done ? (
                  <div className="mb-2 ml-10 space-y-2">
                    {caution ? <Caution>{caution}</Caution> : null}
                    {steps.length > 0 ? (
                      <ul className="list-disc pl-5 text-sm">
                        {steps.map((step) => (
                          <li key={step}>{step}</li>
                        ))}
                      </ul>
                    ) : null}
                    {readings.length > 0 ? (
                      <p className="text-sm">
                        <strong>Read:</strong> {listed(readings.map((title) => title.toLowerCase()))}
                      </p>
                    ) : null}
                    {asksHowFound ? (
                      <Pick name={`found ${key}`} label="How it was found" options={FOUND_AS} props={props} />
                    ) : null}
                  </div>
                ) : null}
              </div>
            );
          })}
        </fieldset>
      ) : null}
      {unit.due.some(({ key }) => values[`task ${key}`] !== true) ? (
        <details>
          <summary className="min-h-12 cursor-pointer py-3 font-semibold">
            Something cannot be done now
          </summary>
          <p className="text-sm text-soft">It stays due, and comes back by itself.</p>
          <div className="grid gap-3 sm:grid-cols-2">
            {unit.due
              .filter(({ key }) => values[`task ${key}`] !== true)
              .map(({ key, title }) => (
                <Choice
                  key={key}
                  name={`putOff ${key}`}
                  label={title}
                  options={PUT_OFF_FOR.map((value) => ({ value, label: putOffWords(value) }))}
                  blank="nothing said"
                  props={props}
                />
              ))}
          </div>
        </details>
      ) : null}
      {unit.theirs.length > 0 ? (
        <p className="text-sm">
          The customer does: <strong>{unit.theirs.join(', ').toLowerCase()}</strong>. Look, and write down how
          it is.
        </p>
      ) : null}
    </>
  );
}
