import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import {
  HOW_NAMES,
  HOWS,
  LINK_KINDS,
  linkRefusal,
  pointName,
  type How,
  type LinkKind,
  type SitePoint,
} from '#core/places/tracing';
import { newLink, type NewLink, type TracingView } from '#contracts/tracing';
import { problemOf } from '../api/base.ts';
import { useCreateLinkMutation, useEndLinkMutation } from '../api/tracing.ts';
import { useWho } from '../state/session.ts';
import { useDraft } from '../outbox/hooks.ts';
import { send } from '../outbox/sender.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';

/** What a fact starts from: a trick tried on a unit, or nothing. */
export interface LinkStart {
  readonly kind?: LinkKind;
  readonly unitId?: string;
  readonly how?: How;
}

const WORDS: Record<LinkKind, string> = {
  feeds: 'feeds',
  controls: 'controls',
  serves: 'serves',
  circulates: 'sends water to',
};

interface Typed {
  readonly kind: LinkKind;
  readonly from: string;
  readonly to: string;
  readonly poles: string;
  readonly breakerA: string;
  readonly how: string;
  readonly note: string;
}

/** Writes one fact down: this feeds, controls, serves that; how it is known. */
export function LinkForm({
  net,
  start,
  onClose,
  onPoint,
}: {
  net: TracingView;
  start: LinkStart;
  onClose: () => void;
  onPoint: () => void;
}) {
  const { today } = useWho();
  const [create] = useCreateLinkMutation();
  const [end] = useEndLinkMutation();
  const kind = start.kind ?? 'feeds';
  const unitIsFrom = kind === 'serves';
  const blank: Typed = {
    kind,
    from: unitIsFrom ? (start.unitId ?? '') : '',
    to: unitIsFrom ? '' : (start.unitId ?? ''),
    poles: '',
    breakerA: '',
    how: start.how ?? '',
    note: '',
  };
  const { value, set, clear, ready } = useDraft<Typed>(
    `fact ${net.siteId} ${start.kind ?? ''} ${start.unitId ?? ''}`,
    blank,
  );
  const form = useTyped<Typed, NewLink>(
    value,
    {
      schema: newLink as z.ZodType<NewLink>,
      toBody: (typed) => {
        const poles = typed.poles.split(/[^\d]+/).filter(Boolean);
        return {
          id: uuid(),
          siteId: net.siteId,
          kind: typed.kind,
          from: typed.from,
          to: typed.to,
          on: today,
          how: typed.how,
          ...(typed.kind === 'feeds' && poles.length > 0 ? { poles: poles.map(Number) } : {}),
          ...(typed.kind === 'feeds' && typed.breakerA.trim() !== ''
            ? { breakerA: numberNeeded(typed.breakerA) }
            : {}),
          ...(typed.note.trim() ? { note: typed.note.trim() } : {}),
        };
      },
      fieldOf: ([first]) => String(first ?? 'root'),
      also: ({ from, to, how }) => [
        ...(from === '' ? [['from', 'from what?'] as const] : []),
        ...(to === '' ? [['to', 'to what?'] as const] : []),
        ...(how === '' ? [['how', 'how is it known?'] as const] : []),
      ],
    },
    { kept: true },
  );
  if (!ready) return null;
  const rule = LINK_KINDS[value.kind] as { from: readonly string[]; to: readonly string[] };
  const points = [...net.points].sort(
    (a, b) => a.kind.localeCompare(b.kind) || a.name.localeCompare(b.name, 'en', { numeric: true }),
  );
  const from = net.points.find((p) => p.id === value.from);

  const save = form.submit(async (body) => {
    try {
      await create(body).unwrap();
      say('Saved for everybody', { undo: () => end(body.id) });
    } catch (error) {
      if (problemOf(error).status !== 0) throw error;
      await send('/api/links', body, net.siteId, 'A fact');
      say('Kept on this phone; it goes out with the next signal.');
    }
    clear();
    onClose();
  });

  const select = (name: 'from' | 'to', label: string, list: readonly SitePoint[]) => (
    <Field label={label} error={form.error(name)} roof>
      <select value={value[name]} onChange={(e) => set({ [name]: e.target.value })}>
        <option value="">choose</option>
        {list.map((p) => (
          <option key={p.id} value={p.id}>
            {pointName(p)}
            {p.where ? `, ${p.where}` : ''}
          </option>
        ))}
      </select>
    </Field>
  );
  return (
    <Dialog open onClose={onClose} title="Add a fact">
      <form onSubmit={save} className="space-y-3" noValidate>
        <div className="grid gap-3 sm:grid-cols-[1fr_auto_1fr]">
          {select(
            'from',
            'This',
            points.filter((p) => rule.from.includes(p.kind)),
          )}
          <Field label="does what" roof>
            <select value={value.kind} onChange={(e) => set({ kind: e.target.value as LinkKind })}>
              {(Object.keys(LINK_KINDS) as LinkKind[]).map((k) => (
                <option key={k} value={k}>
                  {WORDS[k]}
                </option>
              ))}
            </select>
          </Field>
          {select(
            'to',
            'that',
            points.filter(
              (p) =>
                p.id !== value.from &&
                (from ? linkRefusal(value.kind, from.kind, p.kind) === undefined : rule.to.includes(p.kind)),
            ),
          )}
        </div>
        {value.kind === 'feeds' ? (
          <div className="grid grid-cols-2 gap-3">
            <Field label="Poles in the panel" hint="8/10/12" error={form.error('poles')} roof>
              <input value={value.poles} inputMode="text" onChange={(e) => set({ poles: e.target.value })} />
            </Field>
            <Field label="Breaker, A" error={form.error('breakerA')} roof>
              <input
                value={value.breakerA}
                inputMode="decimal"
                onChange={(e) => set({ breakerA: e.target.value })}
              />
            </Field>
          </div>
        ) : null}
        <Field label="How is it known" error={form.error('how')} roof>
          <select value={value.how} onChange={(e) => set({ how: e.target.value })}>
            <option value="">choose</option>
            {HOW_NAMES.map((how) => (
              <option key={how} value={how}>
                {HOWS[how].words}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Anything else" roof>
          <input value={value.note} onChange={(e) => set({ note: e.target.value })} />
        </Field>
        <FormTrouble text={form.trouble} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="act" roof disabled={form.isSubmitting}>
            Write it down
          </Button>
          <Button roof onClick={onPoint}>
            It is not in the list
          </Button>
          <Button roof onClick={onClose}>
            Not now
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
