import { instantAt, localDate, minutesOfDay } from '#core/base/time';
import type { Priority } from '#core/base/vocabulary';
import type { AgreedAtSite } from '#contracts/agreements';
import { TimeInput } from '../ui/forms/DateInput.tsx';
import { clockOf, instant } from '../ui/words/format.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';

interface TypedPromise {
  readonly promisedTime: string;
  /** '' is the day the call is planned for, or today. */
  readonly promisedDay: string;
}

/**
 * The instant that was promised; null where nothing was. What is no time or no day is handed on as it was
 * typed, for the contract to refuse at its field.
 */
export function promisedAt({ promisedTime, promisedDay }: TypedPromise, day: string, zone: string) {
  if (!promisedTime) return null;
  try {
    return instantAt(promisedDay || day, minutesOfDay(promisedTime), zone).toISOString();
  } catch (error) {
    if (error instanceof RangeError) return promisedTime;
    throw error;
  }
}

/** Until when somebody is promised to come; what is agreed for the priority is one tap away. */
export function PromiseField({
  value,
  onChange,
  agreed,
  priority,
  day,
  now,
  zone,
  error,
}: {
  value: TypedPromise;
  onChange: (value: TypedPromise) => void;
  agreed: AgreedAtSite | undefined;
  priority: Priority;
  day: string;
  now: Date;
  zone: string;
  error: string | undefined;
}) {
  const hours = agreed?.responseHours[priority];
  const at = promisedAt(value, day, zone);
  const by = hours === undefined ? undefined : new Date(now.getTime() + hours * 3_600_000);
  return (
    <div>
      <Field label="Promised by" hint={at && value.promisedDay ? instant(at, zone) : undefined} error={error}>
        <TimeInput
          value={value.promisedTime}
          onChange={(e) => onChange({ promisedTime: e.target.value, promisedDay: '' })}
        />
      </Field>
      {by && hours !== undefined && at === null ? (
        <Button
          look="quiet"
          className="text-left text-sm"
          onClick={() =>
            onChange({ promisedTime: clockOf(by.toISOString(), zone), promisedDay: localDate(by, zone) })
          }
        >
          Agreed within {hours} h: promise {instant(by.toISOString(), zone)}
        </Button>
      ) : null}
    </div>
  );
}
