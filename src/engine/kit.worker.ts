import { expose } from 'comlink';
import { fileOfMedia, openKit, saveKit } from './kitFiles';
import { dropMedia, keptMedia } from './mediaStore';
import { renewMediaLog, settleMedia } from './mediaTexts';
import { installHandlers } from './wire';

installHandlers();

/** Kit files and kept media: a small worker, as the first kit waits for it. */
const api = { openKit, saveKit, keptMedia, dropMedia, fileOfMedia, settleMedia, renewMediaLog };

export type KitApi = typeof api;

expose(api);
