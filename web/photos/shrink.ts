/** Longest side of a picture as it leaves the phone. */
const LONGEST = 2000;

/** A picture ready to be sent. */
interface Shrunk {
  readonly content: string;
  readonly bytes: number;
}

/**
 * Makes a picture small enough for a roof's reception: at most 2,000 pixels long, as JPEG. What the browser
 * cannot read as a picture goes out as it is; the server looks into it and says what is wrong.
 */
export async function shrink(file: Blob): Promise<Shrunk> {
  try {
    const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(bitmap.width * scale);
    canvas.height = Math.round(bitmap.height * scale);
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bitmap.close();
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.85));
    return encode(blob ?? file);
  } catch {
    return encode(file);
  }
}

async function encode(blob: Blob): Promise<Shrunk> {
  const text = await new Promise<string>((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => fail(new Error('the file cannot be read'));
    reader.readAsDataURL(blob);
  });
  return { content: text.slice(text.indexOf(',') + 1), bytes: blob.size };
}
