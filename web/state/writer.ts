import { writerChanged, type Writer } from '../device/device.ts';
import { store } from './store.ts';

/** The person whose words this device writes down now. */
export const writer = (): Writer => store.getState().device.writer;

/** Somebody has signed in, or nobody is any more: what is written from now on is theirs. */
export function setWriter({ id, name }: Writer): void {
  if (id !== writer().id || name !== writer().name) store.dispatch(writerChanged({ id, name }));
}

/** Drafts of two people on one device never meet. */
export const draftKey = (key: string, of: Writer = writer()): string => `${of.id} ${key}`;
