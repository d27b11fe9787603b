import { useState, type ReactNode } from 'react';
import type { UnitPage } from '#contracts/units';
import { useWho } from '../state/session.ts';
import { UnitSection } from '../drawings/UnitSection.tsx';
import { useSection } from '../drawings/useSection.ts';
import { dayOf, number } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';

/** The cut of the unit; what is chosen is told below it: left open, found, measured, installed. */
export function SectionPanel({ unit, beside }: { unit: UnitPage; beside: ReactNode }) {
  const { timeZone } = useWho();
  const { section, at, elsewhere } = useSection(unit);
  const told =
    at.find((a) => a.conditions.some((c) => c.hazard)) ??
    at.find((a) => a.conditions.length > 0) ??
    at.find((a) => a.findings.length > 0);
  const [choice, choose] = useState<string>();
  const chosen = at.find((a) => a.part.id === (choice ?? told?.part.id));
  return (
    <div className="mb-4 grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_300px]">
      <Panel title="Where things are" className="min-w-0 max-lg:order-2">
        <div className="min-w-0">
          <UnitSection
            section={section}
            at={at}
            status={unit.status}
            chosen={chosen?.part.id}
            onChoose={choose}
          />
          <label className="mt-2 flex items-center gap-2 desk:hidden">
            Part
            <select
              value={chosen?.part.id ?? ''}
              onChange={(e) => choose(e.target.value)}
              className="min-h-12 min-w-0 grow rounded-[3px] border-2 border-rule bg-sheet px-2 text-lg"
            >
              {at.map(({ part, conditions, findings }) => (
                <option key={part.id} value={part.id}>
                  {part.word}
                  {conditions.length > 0 ? ' (left open)' : findings.length > 0 ? ' (found)' : ''}
                </option>
              ))}
            </select>
          </label>
        </div>
        <div aria-live="polite" className="mt-2 min-h-12">
          {chosen ? (
            <div className="border border-ink px-3 py-1">
              <p className="font-semibold">{chosen.part.word}</p>
              {chosen.conditions.map((c) => (
                <p key={c.id}>
                  {c.hazard ? (
                    <span className="hazard-notch text-sm">{c.kind}</span>
                  ) : (
                    <strong>Left: {c.kind}.</strong>
                  )}{' '}
                  {c.changedFrom || c.changedTo
                    ? `${c.changedFrom ?? 'not said'} → ${c.changedTo ?? 'not said'}. `
                    : ''}
                  {c.text} <span className="text-soft">({dayOf(c.openedAt, timeZone)})</span>
                </p>
              ))}
              {chosen.findings.map((f, i) => (
                <p key={i}>
                  Found {dayOf(f.at, timeZone)}: {f.component} {f.failure}, {f.grade}.
                </p>
              ))}
              {chosen.readings.length > 0 ? (
                <p>
                  Last measured {dayOf(chosen.readings[0]?.at ?? '', timeZone)}:{' '}
                  {chosen.readings.map((r) => `${r.point} ${number(r.value)} ${r.unit}`).join(', ')}.
                </p>
              ) : null}
              {chosen.installed ? <p>In its place: {chosen.installed}.</p> : null}
              {chosen.conditions.length + chosen.findings.length + chosen.readings.length === 0 &&
              !chosen.installed ? (
                <p className="text-soft">Nothing is on record here.</p>
              ) : null}
            </div>
          ) : (
            <p className="text-soft">Choose a part to see what is on record there.</p>
          )}
          {elsewhere.length > 0 ? (
            <p className="mt-1 text-sm text-soft">
              Found elsewhere: {elsewhere.map((f) => `${f.component} ${f.failure}`).join(', ')}.
            </p>
          ) : null}
        </div>
      </Panel>
      <div className="space-y-4 max-lg:order-1">{beside}</div>
    </div>
  );
}
