import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { newModelNote } from '#contracts/notes';
import type { UnitPage } from '#contracts/units';
import { useUpdateModelNoteMutation } from '../api/notes.ts';
import { useWho } from '../state/session.ts';
import { useDraft } from '../outbox/hooks.ts';
import { send } from '../outbox/sender.ts';
import { PhotoStrip, TakePhoto } from '../photos/Photos.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { dayOf } from '../ui/words/format.ts';
import { Empty, Panel } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';

/** How this model line comes apart, for whoever meets it next. */
export function ModelNotes({ unit }: { unit: UnitPage }) {
  const { can, timeZone } = useWho();
  const [writing, setWriting] = useState(false);
  const [update] = useUpdateModelNoteMutation();
  const line = unit.manufacturer && unit.modelLine ? `${unit.manufacturer} ${unit.modelLine}` : undefined;
  return (
    <Panel
      title={`How it comes apart${line ? `: ${line}` : ''}`}
      actions={
        can('map site') && line && !writing ? (
          <Button onClick={() => setWriting(true)}>Write it down</Button>
        ) : null
      }
    >
      {!line ? <Empty>Maker and model are not known, so notes about its line cannot be shown.</Empty> : null}
      {line && unit.modelNotes.length === 0 && !writing ? (
        <Empty>No notes yet on how this line comes apart.</Empty>
      ) : null}
      {writing ? <NoteForm unit={unit} onDone={() => setWriting(false)} /> : null}
      <ul className="space-y-3">
        {unit.modelNotes.map((note) => (
          <li key={note.id} className="border-t border-rule pt-2 first:border-t-0 first:pt-0">
            <p className="font-semibold">{note.title}</p>
            <p className="whitespace-pre-line">{note.text}</p>
            <p className="text-sm text-soft">
              {note.by ?? 'somebody'}, {dayOf(note.at, timeZone)}
            </p>
            <PhotoStrip photos={note.photos} />
            {can('map site') ? (
              <div className="no-print mt-1 flex flex-wrap items-center gap-2">
                <TakePhoto owner={{ modelNoteId: note.id }} about={unit.id} purposes={['mark']} />
                <Button
                  look="quiet"
                  onClick={() => {
                    void update({ id: note.id, patch: { retired: true } });
                    say('The note is removed', {
                      undo: () => update({ id: note.id, patch: { retired: false } }),
                    });
                  }}
                >
                  Remove
                </Button>
              </div>
            ) : null}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function NoteForm({ unit, onDone }: { unit: UnitPage; onDone: () => void }) {
  const { value, set, clear, ready } = useDraft(`model note ${unit.id}`, { title: '', text: '' });
  const [wrong, setWrong] = useState<Record<string, string>>({});
  if (!ready) return null;
  const save = async () => {
    const read = newModelNote.safeParse({ id: uuid(), unitId: unit.id, ...value });
    if (!read.success) {
      setWrong({
        ...(value.title.trim() ? {} : { title: 'a few words to find it by' }),
        ...(value.text.trim() ? {} : { text: 'how does it come apart?' }),
      });
      return;
    }
    await send('/api/model-notes', read.data, unit.id, 'A note on how it comes apart');
    clear();
    onDone();
  };
  return (
    <div className="mb-3 space-y-2">
      <Field label="What comes apart" error={wrong.title}>
        <input value={value.title} onChange={(e) => set({ title: e.target.value })} />
      </Field>
      <Field label="In which order, which hidden screws, what to mark first" error={wrong.text}>
        <textarea rows={4} value={value.text} onChange={(e) => set({ text: e.target.value })} />
      </Field>
      <div className="flex gap-2">
        <Button look="act" onClick={() => void save()}>
          Keep it for the next one
        </Button>
        <Button onClick={onDone}>Not now</Button>
      </div>
    </div>
  );
}
