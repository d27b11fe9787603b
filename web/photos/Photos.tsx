import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import {
  PHOTO_PURPOSES,
  photoMark,
  photoPatch,
  type PhotoMark,
  type PhotoPatch,
  type PhotoPurpose,
  type PhotoView,
} from '#contracts/photos';
import { useUpdatePhotoMutation } from '../api/photos.ts';
import { now } from '../state/clock.ts';
import { useWho } from '../state/session.ts';
import { send } from '../outbox/sender.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { dayOf } from '../ui/words/format.ts';
import { useTyped } from '../ui/forms/useTyped.ts';
import { quarterTurn } from './marks.ts';
import { shrink } from './shrink.ts';
import { say, sayRefused } from '../ui/saying/say.ts';

type Owner = { unitId: string } | { modelNoteId: string };

/**
 * Takes a photograph on the spot, makes it smaller and puts it in the outbox: it goes out when there is a
 * signal.
 */
export function TakePhoto({
  owner,
  about,
  purposes = PHOTO_PURPOSES,
}: {
  owner: Owner;
  about: string;
  purposes?: readonly PhotoPurpose[];
}) {
  const [purpose, setPurpose] = useState<PhotoPurpose>(purposes[0] as PhotoPurpose);
  const [busy, setBusy] = useState(false);
  const take = async (files: FileList | null) => {
    setBusy(true);
    try {
      for (const file of files ?? []) {
        const { content } = await shrink(file);
        await send(
          '/api/photos',
          { id: uuid(), ...owner, purpose, takenAt: now().toISOString(), content },
          about,
          `Photograph, ${purpose}`,
        );
      }
    } catch (error) {
      say(error instanceof Error ? error.message : 'The picture cannot be read');
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      {purposes.length > 1 ? (
        <select
          aria-label="Picture of"
          value={purpose}
          onChange={(e) => setPurpose(e.target.value as PhotoPurpose)}
          className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
        >
          {purposes.map((p) => (
            <option key={p}>{p}</option>
          ))}
        </select>
      ) : null}
      <label className={`${pressed({ look: 'act' })} cursor-pointer has-focus-visible:outline-3`}>
        {busy ? 'Making it smaller …' : 'Take a picture'}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          multiple
          className="sr-only"
          disabled={busy}
          onChange={(e) => void take(e.target.files).then(() => (e.target.value = ''))}
        />
      </label>
    </div>
  );
}

/** Thumbnails that open. */
export function PhotoStrip({ photos }: { photos: readonly PhotoView[] }) {
  const [openId, setOpen] = useState<string>();
  const open = photos.find((p) => p.id === openId);
  return (
    <>
      <ul className="flex flex-wrap gap-2">
        {photos.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              onClick={() => setOpen(photo.id)}
              className="block border-2 border-rule bg-zinc hover:border-copper"
              aria-label={`${photo.purpose}${photo.caption ? `: ${photo.caption}` : ''}`}
            >
              <img
                src={`/api/photos/${photo.id}/thumb?turn=${photo.turn}`}
                alt=""
                loading="lazy"
                className="h-24 w-auto"
                width={Math.round((96 * photo.width) / photo.height)}
                height={96}
              />
              <span className="block max-w-40 truncate px-1 text-left text-sm">
                {photo.caption ?? photo.purpose}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {open ? <PhotoDialog key={open.id} photo={open} onClose={() => setOpen(undefined)} /> : null}
    </>
  );
}

/** One photograph: turn it, caption it, put numbered marks on it, put it away. */
function PhotoDialog({ photo, onClose }: { photo: PhotoView; onClose: () => void }) {
  const { can, timeZone } = useWho();
  const [update] = useUpdatePhotoMutation();
  const [marking, setMarking] = useState(false);
  const [place, setPlace] = useState<{ x: number; y: number }>();
  const write = can('map site');
  const change = async (patch: Parameters<typeof update>[0]['patch']) => {
    try {
      await update({ id: photo.id, patch }).unwrap();
    } catch (error) {
      sayRefused(error);
    }
  };
  const mark = useTyped<{ text: string }, PhotoMark>(
    { text: '' },
    {
      schema: photoMark,
      toBody: ({ text }) => ({ ...place, text }),
      fieldOf: () => 'text',
      also: () => (place ? [] : [['text', 'tap the picture where it is']]),
    },
  );
  const addMark = mark.submit(async (made) => {
    await change({ marks: [...photo.marks, made] });
    setPlace(undefined);
    mark.reset();
  });
  const words = useTyped<{ caption: string }, PhotoPatch>(
    { caption: photo.caption ?? '' },
    { schema: photoPatch, toBody: (typed) => typed },
  );
  const putCaption = words.submit(async (patch) => {
    if (patch.caption !== (photo.caption ?? '')) await change(patch);
  });
  return (
    <Dialog
      open
      onClose={onClose}
      title={photo.caption ?? photo.purpose}
      description={`${photo.purpose}, ${photo.by ?? 'somebody'}, ${dayOf(photo.takenAt, timeZone)}`}
    >
      <div
        className={`relative mx-auto w-fit ${marking ? 'cursor-crosshair' : ''}`}
        onClick={(e) => {
          if (!marking) return;
          const box = e.currentTarget.getBoundingClientRect();
          setPlace({ x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height });
        }}
      >
        <img
          src={`/api/photos/${photo.id}/image?turn=${photo.turn}`}
          alt={photo.caption ?? photo.purpose}
          className="max-h-[56vh] w-auto"
          width={photo.width}
          height={photo.height}
        />
        {[...photo.marks, ...(place ? [{ ...place, text: '' }] : [])].map((mark, i) => (
          <span
            key={i}
            aria-hidden="true"
            style={{ left: `${mark.x * 100}%`, top: `${mark.y * 100}%` }}
            className="plate absolute grid h-7 w-7 -translate-x-1/2 -translate-y-1/2 place-items-center border-2 border-white bg-[#8f4519] text-sm text-white"
          >
            {i + 1}
          </span>
        ))}
      </div>
      {photo.marks.length > 0 ? (
        <ol className="mt-2 list-decimal pl-6">
          {photo.marks.map((mark, i) => (
            <li key={i}>
              {mark.text}{' '}
              {write ? (
                <Button
                  look="quiet"
                  onClick={() => void change({ marks: photo.marks.filter((_, j) => j !== i) })}
                  aria-label={`Take mark ${i + 1} off`}
                >
                  take off
                </Button>
              ) : null}
            </li>
          ))}
        </ol>
      ) : null}
      {write ? (
        <div className="mt-3 space-y-2">
          {marking ? (
            <form onSubmit={addMark} noValidate className="flex items-end gap-2">
              <div className="grow">
                <Field
                  label={place ? 'What is there' : 'Tap the picture where it is'}
                  error={mark.error('text')}
                >
                  <input readOnly={!place} {...mark.register('text')} />
                </Field>
              </div>
              <Button type="submit" look="act" disabled={mark.isSubmitting}>
                Mark it
              </Button>
            </form>
          ) : null}
          <form onSubmit={putCaption} noValidate>
            <Field label="Caption" error={words.error('caption')}>
              <input {...words.register('caption', { onBlur: () => void putCaption() })} />
            </Field>
          </form>
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => void change(quarterTurn(photo))}>Quarter turn</Button>
            <Button
              aria-pressed={marking}
              look={marking ? 'chosen' : 'plain'}
              onClick={() => setMarking(!marking)}
            >
              Marks
            </Button>
            <Button
              onClick={() => {
                void change({ retired: true });
                onClose();
                say('The picture is removed', {
                  undo: () => update({ id: photo.id, patch: { retired: false } }),
                });
              }}
            >
              Remove
            </Button>
          </div>
        </div>
      ) : null}
    </Dialog>
  );
}
