import sharp from 'sharp';
import { readPicture } from '../server/photos/pictures.ts';
import type { PhotoRow } from './scenario/types.ts';

const escape = (text: string) =>
  text.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c] as string);

/** A photograph of the demo: a weathered plate with lines stamped into it. */
async function drawPlate(lines: readonly string[]): Promise<Buffer> {
  const text = lines
    .map(
      (line, i) =>
        `<text x="60" y="${120 + i * 74}" font-family="sans-serif" font-size="${i === 0 ? 56 : 40}" fill="#26282a">${escape(line)}</text>`,
    )
    .join('');
  const rivets = [
    [32, 32],
    [868, 32],
    [32, 468],
    [868, 468],
  ]
    .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="12" fill="#8d918f" stroke="#5a5e5d" stroke-width="3"/>`)
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="500"><rect width="900" height="500" fill="#6d7275"/><rect x="10" y="10" width="880" height="480" rx="14" fill="#c9cdc8" stroke="#4f5355" stroke-width="4"/>${rivets}${text}</svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 82 }).toBuffer();
}

export const ADD_PHOTO = `insert into photos (id, unit_id, model_note_id, purpose, caption, marks, taken_at, recorded_by, mime, width, height, image, thumb)
  values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`;

/** The values of ADD_PHOTO for a photograph, drawn and then read like any other. */
export async function photoValues(photo: PhotoRow): Promise<unknown[]> {
  const picture = await readPicture(await drawPlate(photo.lines));
  return [
    photo.id,
    photo.unitId ?? null,
    photo.modelNoteId ?? null,
    photo.purpose,
    photo.caption,
    JSON.stringify(photo.marks),
    photo.takenAt,
    photo.by,
    picture.mime,
    picture.width,
    picture.height,
    picture.image,
    picture.thumb,
  ];
}
