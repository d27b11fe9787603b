/** Text as the rules read it: lower case, no apostrophes, one blank between words. */
export const plain = (text: string): string => text.toLowerCase().replace(/[’']/g, ' ').replace(/\s+/g, ' ');
