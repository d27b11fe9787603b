import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useDispatch } from 'react-redux';
import { v7 as uuid } from 'uuid';
import { COLUMNS, neededOf, type OnRecord, type Recipe } from '#core/imports';
import { plural } from '#core/base/sentences';
import { IMPORT_KINDS, type ApplyMode, type ImportKind, type ImportPreview } from '#contracts/imports';
import { api } from '../api/base.ts';
import {
  useImportRowsQuery,
  useKeepRecipeMutation,
  useLazyNamesOnRecordQuery,
  useRecipesQuery,
} from '../api/imports.ts';
import { KINDS } from '../api/tags.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Steps } from './Steps.tsx';
import { FileInput } from '../ui/forms/FileInput.tsx';
import { Empty, Panel, Screen } from '../ui/frame/Screen.tsx';
import { Exports } from './Exports.tsx';
import type { Looked, Opened } from './import.worker.ts';
import { MapColumns } from './MapColumns.tsx';
import { Past } from './Past.tsx';
import { Preview } from './Preview.tsx';
import { NotTaken } from './NotTaken.tsx';
import { openQuestions, Questions } from './Questions.tsx';
import { runImport } from './runImport.ts';
import { saveText } from '../ui/lists/saveText.ts';
import { SitesFile } from './SitesFile.tsx';
import { useTable } from './useTable.ts';
import { say } from '../ui/saying/say.ts';

interface Chosen {
  readonly file: File;
  readonly opened: Opened;
  readonly known: OnRecord;
}

/** Which of ours a file with our own headings is: it is taken as it stands, where all of it can be read so. */
function isOurs({ headings }: Opened): ImportKind | undefined {
  return IMPORT_KINDS.find(
    (kind) =>
      neededOf(kind).every((name) => headings.includes(name)) &&
      headings.every((heading) => Object.hasOwn(COLUMNS[kind], heading)),
  );
}

/** What a file of a kind holds, in words. */
const HOLDS: Readonly<Record<ImportKind, string>> = {
  units: 'units',
  calls: 'past calls',
  sites: 'sites and contacts',
};

const fresh = (kind: ImportKind, columns: Recipe['columns']): Recipe => ({
  kind,
  columns,
  dateOrder: null,
  words: {},
  fixes: {},
  joins: {},
});

export default function Imports() {
  const dispatch = useDispatch();
  const { table, end } = useTable();
  const [names] = useLazyNamesOnRecordQuery();
  const recipes = useRecipesQuery();
  const past = useImportRowsQuery();
  const [keep] = useKeepRecipeMutation();
  const [chosen, setChosen] = useState<Chosen>();
  const [recipe, setRecipe] = useState<Recipe>();
  const [looked, setLooked] = useState<Looked>();
  const [preview, setPreview] = useState<ImportPreview>();
  const [applied, setApplied] = useState<ImportPreview>();
  const [running, setRunning] = useState<{ share: number; step: string }>();
  const [wrong, setWrong] = useState<string>();
  const [recipeName, setRecipeName] = useState('');
  const abort = useRef<AbortController>(undefined);
  const sent = useRef<{ id: string; kind: ImportKind; fileName: string; content: string }>(undefined);
  const look = useRef(0);

  // Every answer changes what the file comes to: it is looked at anew, and only the last look counts.
  useEffect(() => {
    if (!chosen || !recipe) return;
    const turn = ++look.current;
    setPreview(undefined);
    const timer = setTimeout(() => {
      const slow = chosen.opened.rows > 5000;
      if (slow) setRunning({ share: 0, step: 'reading the rows' });
      const progress = Comlink.proxy((share: number) => {
        if (slow && turn === look.current) setRunning({ share, step: 'reading the rows' });
      });
      table()
        .look(recipe, chosen.known, progress)
        .then(
          (result) => {
            if (turn !== look.current) return;
            setLooked(result);
            setRunning(undefined);
          },
          (error: Error) => setWrong(error.message),
        );
    }, 60);
    return () => clearTimeout(timer);
    // The worker is one for as long as the screen is open.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [chosen, recipe]);

  const clear = () => {
    look.current++;
    end();
    setChosen(undefined);
    setRecipe(undefined);
    setLooked(undefined);
    setPreview(undefined);
    setRunning(undefined);
  };

  async function choose(file: File) {
    clear();
    setWrong(undefined);
    setApplied(undefined);
    setRunning({ share: 0, step: 'opening the file' });
    try {
      const opened = await table().open(file);
      const ours = isOurs(opened);
      if (ours) {
        sent.current = { id: uuid(), kind: ours, fileName: file.name, content: await table().text() };
        const asItStands = await run();
        if (!asItStands || asItStands.problems.length === 0) {
          setChosen({ file, opened, known: { places: {}, people: [], makers: [] } });
          return;
        }
        // Saved by a spreadsheet since, with its own dates and numbers: then it is asked about like any other.
        setPreview(undefined);
        sent.current = undefined;
      }
      const known = await names().unwrap();
      setChosen({ file, opened, known });
      if (ours) {
        setRecipe(fresh(ours, await table().guess(ours)));
        setRecipeName('');
        setRunning(undefined);
        return;
      }
      // A file like one that came before is read as that was.
      const before = recipes.data?.find(
        (one) =>
          one.headings.length === opened.headings.length &&
          one.headings.every((h, i) => h === opened.headings[i]),
      );
      setRecipe(before?.recipe ?? fresh(opened.kind, opened.mapping));
      setRecipeName(before?.name ?? file.name.replace(/\.\w+$/, ''));
      setRunning(undefined);
    } catch (error) {
      setWrong(error instanceof Error ? error.message : 'The file cannot be read');
      setRunning(undefined);
    }
  }

  async function compare() {
    if (!recipe || !chosen) return;
    setRunning({ share: 0, step: 'reading the rows' });
    // What was answered a moment ago counts too.
    setLooked(
      await table().look(
        recipe,
        chosen.known,
        Comlink.proxy(() => {}),
      ),
    );
    sent.current = {
      id: uuid(),
      kind: recipe.kind,
      fileName: chosen.file.name,
      content: await table().ours(recipe.kind),
    };
    await run();
  }

  async function run(mode?: ApplyMode): Promise<ImportPreview | undefined> {
    if (!sent.current) return undefined;
    setWrong(undefined);
    setRunning({ share: 0, step: 'sending' });
    abort.current = new AbortController();
    try {
      const result = await runImport(sent.current, mode, {
        signal: abort.current.signal,
        onProgress: (share, step) => setRunning({ share, step }),
      });
      if (mode) {
        if (recipe && recipeName.trim())
          await keep({
            id: uuid(),
            name: recipeName,
            headings: [...(chosen?.opened.headings ?? [])],
            recipe,
          });
        clear();
        setApplied(result);
        dispatch(api.util.invalidateTags([...KINDS]));
      } else setPreview(result);
      return result;
    } catch (error) {
      if (abort.current.signal.aborted) say('Stopped; nothing was imported');
      else setWrong(error instanceof Error ? error.message : 'The import failed');
      return undefined;
    } finally {
      setRunning(undefined);
    }
  }

  const change = (patch: Partial<Recipe>) =>
    setRecipe((before) => (before ? { ...before, ...patch } : before));
  const setKind = async (kind: ImportKind) => setRecipe(fresh(kind, await table().guess(kind)));
  const saveRejected = async () => {
    const refused = (preview?.problems ?? []).map(({ line, column, reason }) => ({
      line,
      reason: column ? `${column}: ${reason}` : reason,
    }));
    saveText(`not taken of ${chosen?.file.name ?? 'the file'}.csv`, await table().rejected(refused));
  };
  const lacks = recipe ? neededOf(recipe.kind).filter((name) => !recipe.columns[name]) : [];
  const open = looked && recipe ? openQuestions(looked, recipe) : 0;
  return (
    <Screen
      title="Import and export"
      waits={past.isLoading ? 'what was imported before' : undefined}
      sentence={
        applied
          ? `Imported ${applied.fileName}: ${applied.counts.created} new, ${applied.counts.changed} changed, ${applied.counts.unchanged} as before.`
          : 'Bring in units, past calls, sites and contacts from a spreadsheet, or take them out'
      }
    >
      <Steps at={applied ? 4 : !recipe ? 0 : lacks.length > 0 ? 1 : open > 0 ? 2 : 3} />
      <div className="grid grid-cols-1 gap-4 items-start xl:grid-cols-[minmax(0,3fr)_minmax(0,1fr)]">
        <div className="space-y-4">
          <Panel title="A spreadsheet of units, past calls, or sites and contacts">
            <Field
              label="File"
              hint="CSV or .xlsx, with the headings it has. Nothing changes until you have seen what would."
            >
              <FileInput accept=".csv,.txt,.tsv,.xlsx,text/csv" onFile={(file) => void choose(file)} />
            </Field>
            {running ? (
              <div role="status" className="mt-3 flex items-center gap-3">
                <progress value={running.share} className="grow" aria-label="Progress of the import" />
                <span className="w-48 text-sm">{running.step}</span>
                <Button
                  onClick={() => {
                    if (abort.current && sent.current) abort.current.abort();
                    else clear();
                  }}
                >
                  Stop
                </Button>
              </div>
            ) : null}
            {wrong ? (
              <p role="alert" className="mt-3 fault">
                {wrong}
              </p>
            ) : null}
          </Panel>
          {chosen || applied || running ? null : (
            <Empty ghost="table">
              What each heading was taken for stands here, and what every row comes to, before anything is
              kept.
            </Empty>
          )}
          {chosen && recipe ? (
            <Panel
              title={`${chosen.file.name}: ${plural(chosen.opened.rows, 'row')}, headings on line ${chosen.opened.headingLine}`}
            >
              <div className="mb-3 flex flex-wrap items-center gap-4">
                <span className="font-semibold">It holds</span>
                {IMPORT_KINDS.map((kind) => (
                  <label key={kind} className="flex reach items-center gap-2">
                    <input
                      type="radio"
                      name="import-kind"
                      checked={recipe.kind === kind}
                      onChange={() => void setKind(kind)}
                    />
                    {HOLDS[kind]}
                  </label>
                ))}
                {recipes.data && recipes.data.length > 0 ? (
                  <select
                    aria-label="Read it as before"
                    value=""
                    onChange={(event) => {
                      const one = recipes.data?.find(({ id }) => id === event.target.value);
                      if (one) setRecipe(one.recipe);
                    }}
                    className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
                  >
                    <option value="">read it as before …</option>
                    {recipes.data.map((one) => (
                      <option key={one.id} value={one.id}>
                        {one.name}
                      </option>
                    ))}
                  </select>
                ) : null}
              </div>
              <details open={lacks.length > 0 || looked === undefined || !preview}>
                <summary className="mb-2 cursor-pointer font-semibold text-copper">
                  Which heading is what: {Object.keys(recipe.columns).length} matched
                </summary>
                <MapColumns
                  opened={chosen.opened}
                  recipe={recipe}
                  onChange={(columns) => change({ columns })}
                />
              </details>
              {lacks.length > 0 ? (
                <p role="alert" className="mt-2 fault">
                  Say where these come from: {lacks.join(', ')}.
                </p>
              ) : null}
            </Panel>
          ) : null}
          {chosen && recipe && looked && lacks.length === 0 ? (
            <Panel title="What it comes to">
              <p className="mb-2 text-lg">
                <strong>{plural(looked.good, 'row')} understood</strong>
                {looked.left > 0 ? (
                  <>
                    , <strong>{looked.left} not</strong>
                    {open > 0 ? `; ${plural(open, 'question')} open` : ''}
                  </>
                ) : null}
                .
              </p>
              <Questions looked={looked} people={chosen.known.people} recipe={recipe} change={change} />
              <NotTaken looked={looked} />
              <div className="mt-4 flex flex-wrap items-end gap-3">
                <Field label="Remember how it is read, as">
                  <input value={recipeName} onChange={(event) => setRecipeName(event.target.value)} />
                </Field>
                <Button
                  look={preview ? 'plain' : 'act'}
                  disabled={running !== undefined || looked.good === 0}
                  onClick={() => void compare()}
                >
                  Compare with what is on record
                </Button>
                {looked.left > 0 ? (
                  <Button onClick={() => void saveRejected()}>
                    Save the {plural(looked.left, 'row')} not taken
                  </Button>
                ) : null}
              </div>
            </Panel>
          ) : null}
          {preview ? (
            <Preview
              preview={preview}
              left={looked?.left ?? 0}
              busy={running !== undefined}
              onApply={(mode) => void run(mode)}
              onLeave={clear}
              onRejected={chosen ? () => void saveRejected() : undefined}
            />
          ) : null}
        </div>
        <div className="space-y-4">
          <Past answer={past} />
          <Exports />
          <SitesFile />
        </div>
      </div>
    </Screen>
  );
}
