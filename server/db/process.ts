import { randomUUID } from 'node:crypto';
import { literal, Op } from 'sequelize';

/** Of several processes on one database, this one: by it rows tell whose work they are. */
export const PROCESS: string = process.env.GRADUM_PROCESS ?? randomUUID();

/**
 * Long work beats so often, and is taken for over when it has been silent for so long: its process is gone.
 */
export const BEAT_MS = 500;
const SILENT_SECONDS = 20;

/** Rows whose process still works on them. */
export const STILL_BEATING = { [Op.gt]: literal(`now() - interval '${SILENT_SECONDS} seconds'`) } as never;
/** Rows whose process has ended without a word. */
export const SILENT = { [Op.lte]: literal(`now() - interval '${SILENT_SECONDS} seconds'`) } as never;
