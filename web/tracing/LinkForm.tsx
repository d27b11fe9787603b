import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import {
  HOW_NAMES,
  HOWS,
  LINK_KINDS,
  linkRefusal,
  pointName,
  type How,
  type LinkKind,
  type SitePoint,
} from '#core/tracing';
import { newLink, type NewLink, type TracingView } from '#contracts/tracing';
import { issueText, type ProblemDetails } from '#contracts/problem';
import { fieldError, problemOf } from '../api/base.ts';
import { useCreateLinkMutation, useEndLinkMutation } from '../api/tracing.ts';
import { useWho } from '../state/session.ts';
import { useDraft } from '../outbox/hooks.ts';
import { send } from '../outbox/sender.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';

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
  const [create, creating] = useCreateLinkMutation();
  const [end] = useEndLinkMutation();
  const [problem, setProblem] = useState<ProblemDetails>();
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
  if (!ready) return null;
  const rule = LINK_KINDS[value.kind] as { from: readonly string[]; to: readonly string[] };
  const points = [...net.points].sort(
    (a, b) => a.kind.localeCompare(b.kind) || a.name.localeCompare(b.name, 'en', { numeric: true }),
  );
  const from = net.points.find((p) => p.id === value.from);

  async function save() {
    const poles = value.poles.split(/[^\d]+/).filter(Boolean);
    const body = {
      id: uuid(),
      siteId: net.siteId,
      kind: value.kind,
      from: value.from,
      to: value.to,
      on: today,
      how: value.how,
      ...(value.kind === 'feeds' && poles.length > 0 ? { poles: poles.map(Number) } : {}),
      ...(value.kind === 'feeds' && value.breakerA.trim() !== ''
        ? { breakerA: Number(value.breakerA.replace(',', '.')) }
        : {}),
      ...(value.note.trim() ? { note: value.note.trim() } : {}),
    };
    const errors = [
      ...(value.from === '' ? [{ path: 'from', message: 'from what?' }] : []),
      ...(value.to === '' ? [{ path: 'to', message: 'to what?' }] : []),
      ...(value.how === '' ? [{ path: 'how', message: 'how is it known?' }] : []),
    ];
    const read = newLink.safeParse(body);
    if (errors.length > 0 || !read.success) {
      const more = read.success
        ? []
        : read.error.issues.map((issue) => ({ path: String(issue.path[0]), message: issueText(issue) }));
      setProblem({
        type: 'about:blank',
        title: 'Not yet',
        status: 422,
        errors: [...errors, ...more.filter((m) => !errors.some((e) => e.path === m.path))],
      });
      return;
    }
    try {
      await create(read.data as NewLink).unwrap();
      toast('Written down for everybody', { action: { label: 'Undo', onClick: () => void end(body.id) } });
    } catch (error) {
      const refused = problemOf(error);
      if (refused.status !== 0) {
        setProblem(refused);
        return;
      }
      await send('/api/links', read.data, net.siteId, 'A fact');
      toast('Kept on this phone; it goes out with the next signal.');
    }
    clear();
    onClose();
  }

  const select = (name: 'from' | 'to', label: string, list: readonly SitePoint[]) => (
    <Field label={label} error={fieldError(problem, name)} roof>
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
    <Dialog open onClose={onClose} title="Write down a fact">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
        className="space-y-3"
        noValidate
      >
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
            <Field label="Poles in the panel" hint="8/10/12" error={fieldError(problem, 'poles')} roof>
              <input value={value.poles} inputMode="text" onChange={(e) => set({ poles: e.target.value })} />
            </Field>
            <Field label="Breaker, A" error={fieldError(problem, 'breakerA')} roof>
              <input
                value={value.breakerA}
                inputMode="decimal"
                onChange={(e) => set({ breakerA: e.target.value })}
              />
            </Field>
          </div>
        ) : null}
        <Field label="How is it known" error={fieldError(problem, 'how')} roof>
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
        {problem && !(problem.errors && problem.errors.length > 0) ? (
          <p role="alert" className="font-semibold text-ember">
            {problem.title}. {problem.detail}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="act" roof disabled={creating.isLoading}>
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
