import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { SitesImported } from '#contracts/files';
import { problemOf } from '../api/base.ts';
import { useImportSitesMutation } from '../api/files.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FileInput } from '../ui/forms/FileInput.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';

/** Sites from a GeoJSON file: first a trial that changes nothing, then the same for good. */
export function SitesFile() {
  const [run, running] = useImportSitesMutation();
  const [collection, setCollection] = useState<unknown>();
  const [seen, setSeen] = useState<SitesImported>();
  const [wrong, setWrong] = useState<string>();
  const go = async (given: unknown, apply: boolean) => {
    try {
      const result = await run({ id: uuid(), apply, collection: given }).unwrap();
      setSeen(result);
      if (result.applied) say(`${result.added} sites added, ${result.changed} changed`);
    } catch (error) {
      setWrong(problemOf(error).title);
    }
  };
  const read = async (file: File | undefined) => {
    setSeen(undefined);
    setWrong(undefined);
    setCollection(undefined);
    if (!file) return;
    try {
      const given: unknown = JSON.parse(await file.text());
      setCollection(given);
      await go(given, false);
    } catch {
      setWrong(`${file.name} is not JSON`);
    }
  };
  return (
    <Panel title="Sites from a map">
      <Field
        label="GeoJSON file"
        hint="Properties: customer, site; then ref, address, contact, access, key, way_up, parking, permit, hazards"
        error={wrong}
      >
        <FileInput accept=".geojson,.json,application/geo+json" onFile={(file) => void read(file)} />
      </Field>
      {seen && seen.problems.length > 0 ? (
        <ul
          role="alert"
          className="mt-2 max-h-48 overflow-y-auto fault"
          tabIndex={0}
          aria-label="What cannot be taken"
        >
          {seen.problems.map((p, i) => (
            <li key={i}>
              <strong>{p.path}</strong> {p.message}
            </li>
          ))}
        </ul>
      ) : null}
      {seen && seen.problems.length === 0 ? (
        <p className="mt-2">
          {seen.applied ? 'Taken:' : 'Would come in:'} {seen.added} new, {seen.changed} changed, {seen.same}{' '}
          the same.
        </p>
      ) : null}
      {seen && !seen.applied && seen.problems.length === 0 && seen.added + seen.changed > 0 ? (
        <Button
          look="act"
          className="mt-2"
          disabled={running.isLoading}
          onClick={() => void go(collection, true)}
        >
          Take these sites
        </Button>
      ) : null}
    </Panel>
  );
}
