/** How long the first screen waits for its letters; after that it is drawn with the device's own. */
const PATIENCE_MS = 3000;
/** One cut of each face that is used: a variable font brings all the others with it. */
const FACES = ['400 16px "Source Sans 3 Variable"', '640 16px "Archivo Variable"'];

/**
 * The letters are there before the first line is set: other letters are wider, and lines would break anew
 * when ours come.
 */
export const lettersAreHere = (): Promise<unknown> =>
  Promise.race([
    Promise.allSettled(FACES.map((face) => document.fonts.load(face))),
    new Promise((resolve) => setTimeout(resolve, PATIENCE_MS)),
  ]);
