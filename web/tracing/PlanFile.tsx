import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { ProblemDetails } from '#contracts/problem';
import { problemOf } from '../api/base.ts';
import { useImportPlanMutation } from '../api/files.ts';
import { Field } from '../ui/forms/Field.tsx';
import { FileInput } from '../ui/forms/FileInput.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';

/**
 * Roofs, feeds and controls from a file; everything that is not right in it is listed, and then nothing is
 * taken.
 */
export function PlanFile({ siteId }: { siteId: string }) {
  const [take, taking] = useImportPlanMutation();
  const [problem, setProblem] = useState<ProblemDetails>();
  const read = async (file: File | undefined) => {
    setProblem(undefined);
    if (!file) return;
    try {
      await take({ siteId, id: uuid(), plan: JSON.parse(await file.text()) as unknown }).unwrap();
      say('The plan is taken in');
    } catch (error) {
      setProblem(
        error instanceof SyntaxError
          ? { type: 'about:blank', title: `${file.name} is not JSON`, status: 422 }
          : problemOf(error),
      );
    }
  };
  return (
    <Panel title="From a file" className="no-print">
      <Field
        label={taking.isLoading ? 'Taking it in …' : 'Site plan, JSON'}
        hint="Roofs, panels, thermostats, areas and facts, by name"
        error={problem?.title}
      >
        <FileInput accept=".json,application/json" onFile={(file) => void read(file)} />
      </Field>
      {problem?.errors ? (
        <ul className="mt-1 fault">
          {problem.errors.map((e, i) => (
            <li key={i}>
              <strong>{e.path}</strong> {e.message}
            </li>
          ))}
        </ul>
      ) : null}
    </Panel>
  );
}
