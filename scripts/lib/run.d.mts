export function freePort(): Promise<number>;
export const ROOT: string;
