import { PRICE_PER } from '#core/upkeep/agreements';
import { PRIORITIES } from '#core/base/vocabulary';
import { Field } from '../ui/forms/Field.tsx';
import type { TypedTerms } from './typedTerms.ts';

/** Who approves, how soon somebody comes, how long a visit may take, and what it costs. */
export function TermsFields({
  typed,
  onTyped,
  error,
  price,
}: {
  typed: TypedTerms;
  onTyped: (patch: Partial<TypedTerms>) => void;
  error: (field: string) => string | undefined;
  /** What the price is for; no price is asked for where it is undefined. */
  price: string | undefined;
}) {
  const text = (
    name: 'approver' | 'approverPhone' | 'limit' | 'hoursAllowed' | 'price',
    extra: object = {},
  ) => <input value={typed[name]} onChange={(e) => onTyped({ [name]: e.target.value })} {...extra} />;
  return (
    <div className="space-y-3">
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="Who may approve work" error={error('approver')}>
          {text('approver')}
        </Field>
        <Field label="Telephone" error={error('approverPhone')}>
          {text('approverPhone', { type: 'tel' })}
        </Field>
        <Field label="Up to, dollars" hint="Empty: no limit is known" error={error('limit')}>
          {text('limit', { inputMode: 'decimal' })}
        </Field>
      </div>
      <fieldset>
        <legend className="mb-1 text-sm text-soft">Somebody comes within so many hours of a call</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          {PRIORITIES.map((priority) => (
            <Field key={priority} label={priority} error={error(`response ${priority}`)}>
              <input
                inputMode="decimal"
                value={typed.response[priority] ?? ''}
                onChange={(e) => onTyped({ response: { ...typed.response, [priority]: e.target.value } })}
              />
            </Field>
          ))}
        </div>
      </fieldset>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <Field label="Hours allowed a visit" hint="2, 1.5 or 1:30" error={error('hoursAllowed')}>
          {text('hoursAllowed')}
        </Field>
        {price === undefined ? null : (
          <>
            <Field label={price} error={error('price')}>
              {text('price', { inputMode: 'decimal' })}
            </Field>
            <Field label="for each">
              <select
                value={typed.per}
                onChange={(e) => onTyped({ per: e.target.value as TypedTerms['per'] })}
              >
                {PRICE_PER.map((per) => (
                  <option key={per}>{per}</option>
                ))}
              </select>
            </Field>
          </>
        )}
      </div>
    </div>
  );
}
